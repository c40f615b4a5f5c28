import { found, type Check } from './check'
import { told, type Finding } from './finding'
import { pannedAt, type Shot } from './subject'

const known = new WeakMap<Shot['measured'], { readonly name: string; readonly share: number }>()

/** The share of a drawing's shape that lies beyond the frame, moved by its level's pan. */
function shareOutside({ measured }: Shot, by: { x: number; y: number }, width: number, height: number): number {
  const name = `${by.x},${by.y},${width},${height}`
  const before = known.get(measured)
  if (before?.name === name) return before.share
  let [inside, all] = [0, 0]
  const count = (x: number, y: number, weight: number) => {
    all += weight
    if (x + by.x >= 0 && y + by.y >= 0 && x + by.x <= width && y + by.y <= height) inside += weight
  }
  for (const piece of measured.pieces) {
    if (piece.kind === 'stroke') {
      const { points } = piece
      for (let i = 3; i < points.length; i += 3)
        count(points[i]!, points[i + 1]!, Math.hypot(points[i]! - points[i - 3]!, points[i + 1]! - points[i - 2]!))
    } else if (piece.kind === 'fill') {
      const { outline } = piece
      for (let i = 2; i < outline.length; i += 2)
        count(
          outline[i]!,
          outline[i + 1]!,
          Math.hypot(outline[i]! - outline[i - 2]!, outline[i + 1]! - outline[i - 1]!),
        )
    } else
      for (let i = 0; i < piece.runs.length; i += 3)
        count(piece.runs[i]! + piece.runs[i + 2]! / 2, piece.runs[i + 1]!, piece.runs[i + 2]!)
  }
  const share = all > 0 ? 1 - inside / all : 0
  known.set(measured, { name, share })
  return share
}

/** Outside the frame. Ink nobody will see is work for nothing, or the figure has left its place. */
export const outside: Check = {
  id: 'outside',
  name: 'Outside the frame',
  group: 'drawing',
  severity: 'look',
  why: 'Ink beyond the frame is work nobody sees, or the figure is not where it was meant.',
  limits: { share: { words: 'Of the ink that will not be seen', unit: '%', value: 50, min: 1, max: 100 } },
  level(subject, { scene, limit }) {
    if (subject.level.kind === 'ground') return found([])
    const share = limit('outside', 'share')
    const { width, height } = scene.settings
    return found(
      subject.shots.flatMap((shot): Finding[] => {
        const value = 100 * shareOutside(shot, pannedAt(scene, subject.level, shot.frame), width, height)
        if (value <= share) return []
        return [
          {
            check: 'outside',
            level: subject.level.id,
            drawings: [shot.drawing],
            frames: [shot.frame],
            value,
            limit: share,
            unit: '%',
            severity: 'look',
            sentence: `${told(value)} % of the ink of drawing ${shot.entry.number} of ${subject.level.name} lies outside the frame.`,
            evidence: shot.measured.shape
              ? [{ kind: 'shape', rings: shot.measured.shape.rings, words: `${told(value)} % outside` }]
              : [],
          },
        ]
      }),
    )
  },
}
