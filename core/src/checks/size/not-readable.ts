import { stampRings, type Grid } from '../../ink/raster'
import type { Silhouette } from '../../ink/silhouette'
import { judged, type Check } from '../check'
import { rounded, type Observation } from '../finding'

/** Cells along the longest side of the picture two shapes are laid over each other on. */
const CELLS = 160

/** Area two shapes have in common over the area of both, 0…1. */
export function overlap(a: Silhouette, b: Silhouette): number {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity]
  for (const { rings } of [a, b]) {
    for (const ring of rings) {
      for (let i = 0; i < ring.length; i += 2) {
        left = Math.min(left, ring[i]!)
        right = Math.max(right, ring[i]!)
        top = Math.min(top, ring[i + 1]!)
        bottom = Math.max(bottom, ring[i + 1]!)
      }
    }
  }
  const scale = CELLS / Math.max(right - left, bottom - top, 1)
  const grid: Grid = {
    left: 0,
    top: 0,
    width: Math.ceil((right - left) * scale) + 2,
    height: Math.ceil((bottom - top) * scale) + 2,
  }
  const masks = [a, b].map(({ rings }) => {
    const mask = new Uint8Array(grid.width * grid.height)
    stampRings(
      mask,
      grid,
      rings.map((ring) => ring.map((value, i) => (value - (i % 2 === 0 ? left : top)) * scale + 1)),
    )
    return mask
  })
  let [both, either] = [0, 0]
  for (let i = 0; i < masks[0]!.length; i++) {
    both += masks[0]![i]! & masks[1]![i]!
    either += masks[0]![i]! | masks[1]![i]!
  }
  return either > 0 ? both / either : 0
}

/**
 * Figure not readable. Two keys one after the other tell a change; when their dark shapes all but cover
 * each other and nothing between them differs either, the change cannot be seen from the back row, whatever
 * is drawn inside.
 */
export const notReadable: Check = {
  id: 'not-readable',
  name: 'Figure not readable',
  group: 'size',
  severity: 'look',
  why: 'Keys whose dark shapes cover each other do not tell a change from afar.',
  limits: { share: { words: 'Overlap of two keys one after the other', unit: '%', value: 92, min: 50, max: 100 } },
  level(subject, { limit }) {
    if (subject.level.kind === 'ground' || !subject.keysSay) return judged([])
    const share = limit('share')
    const keys = subject.shots.filter(({ entry, measured }) => entry.role === 'key' && measured.shape)
    return judged(
      keys.slice(1).flatMap((shot, i): Observation[] => {
        const before = keys[i]!
        const value = 100 * overlap(before.measured.shape!, shot.measured.shape!)
        if (value <= share) return []
        // What lies between may tell it: a step by its passing, a turn by its dip.
        const between = subject.shots
          .slice(subject.shots.indexOf(before) + 1, subject.shots.indexOf(shot))
          .filter(({ measured }) => measured.shape)
        if (
          between.some(
            ({ measured }) =>
              100 *
                Math.min(
                  overlap(before.measured.shape!, measured.shape!),
                  overlap(measured.shape!, shot.measured.shape!),
                ) <=
              share,
          )
        )
          return []
        return [
          {
            level: subject.level.id,
            drawings: [before.drawing, shot.drawing],
            frames: [before.frame, shot.frame],
            value,
            limit: share,
            unit: '%',
            sentence: `Keys ${before.entry.number} and ${shot.entry.number} of ${subject.level.name} overlap by ${rounded(value)} %: as dark shapes they cannot be told apart.`,
            evidence: [
              { kind: 'shape', rings: before.measured.shape!.rings },
              { kind: 'shape', rings: shot.measured.shape!.rings, words: `${rounded(value)} %` },
            ],
          },
        ]
      }),
    )
  },
}
