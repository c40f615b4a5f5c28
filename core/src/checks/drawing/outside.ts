import { memoLast } from '../../base/memo'
import { judged, type CheckFacts, type Judge } from '../check'
import { rounded, type Observation } from '../finding'
import { levelPannedAt } from '../../motion/pan'
import type { Shot } from '../subject'

/** The share of a drawing's shape that lies beyond the frame, moved by its level's pan. */
const shareOutside = memoLast(
  (by: { x: number; y: number }, width: number, height: number) => `${by.x},${by.y},${width},${height}`,
  findShareOutside,
)
function findShareOutside(
  measured: Shot['measured'],
  by: { x: number; y: number },
  width: number,
  height: number,
): number {
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
    } else if (piece.kind === 'cells')
      for (let i = 0; i < piece.runs.length; i += 3)
        count(piece.runs[i]! + piece.runs[i + 2]! / 2, piece.runs[i + 1]!, piece.runs[i + 2]!)
  }
  return all > 0 ? 1 - inside / all : 0
}

/** Outside the frame. Ink nobody will see is work for nothing, or the figure has left its place. */
export const outside = {
  id: 'outside',
  name: 'Outside the frame',
  group: 'drawing',
  severity: 'look',
  why: 'Ink beyond the frame is work nobody sees, or the figure is not where it was meant.',
  limits: {
    share: { words: 'Of the ink that will not be seen', unit: '%', value: 50, min: 1, max: 100, loosens: 'up' },
  },
} as const satisfies CheckFacts

export const judgeOutside: Judge = {
  level(subject, { scene, limit }) {
    if (subject.level.kind === 'ground') return judged([])
    const share = limit('share')
    const { width, height } = scene.settings
    return judged(
      subject.shots.flatMap((shot): Observation[] => {
        const value = 100 * shareOutside(shot.measured, levelPannedAt(scene, subject.level, shot.frame), width, height)
        if (value <= share) return []
        return [
          {
            level: subject.level.id,
            drawings: [shot.drawing],
            frames: [shot.frame],
            value,
            limit: share,
            unit: '%',
            sentence: `${rounded(value)} % of the ink of drawing ${shot.entry.number} of ${subject.level.name} lies outside the frame.`,
            evidence: shot.measured.shape
              ? [{ kind: 'shape', rings: shot.measured.shape.rings, words: `${rounded(value)} % outside` }]
              : [],
          },
        ]
      }),
    )
  },
}
