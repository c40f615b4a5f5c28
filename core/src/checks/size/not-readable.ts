import { judged, type CheckFacts, type Judge } from '../check'
import { rounded, type Observation } from '../finding'
import { overlapByHand } from './overlap'

/**
 * Figure not readable. Two keys one after the other tell a change; when their dark shapes all but cover
 * each other and nothing between them differs either, the change cannot be seen from the back row, whatever
 * is drawn inside. What stands on all drawings, such as the line of a ground, tells nothing either way.
 */
export const notReadable = {
  id: 'not-readable',
  name: 'Figure not readable',
  group: 'size',
  severity: 'look',
  why: 'Keys whose dark shapes cover each other do not tell a change from afar.',
  limits: {
    share: { words: 'Overlap of two keys one after the other', unit: '%', value: 92, min: 50, max: 100, loosens: 'up' },
  },
} as const satisfies CheckFacts

export const judgeNotReadable: Judge = {
  level(subject, { limit }) {
    if (subject.level.kind === 'ground' || !subject.keysSay) return judged([])
    const share = limit('share')
    const shots = subject.rest()
    const keys = shots.filter(({ entry, measured }) => entry.role === 'key' && measured.shape)
    return judged(
      keys.slice(1).flatMap((shot, i): Observation[] => {
        const before = keys[i]!
        const value = 100 * overlapByHand(before.measured.shape!, shot.measured.shape!)
        if (value <= share) return []
        // What lies between may tell it: a step by its passing, a turn by its dip.
        const between = shots
          .slice(shots.indexOf(before) + 1, shots.indexOf(shot))
          .filter(({ measured }) => measured.shape)
        if (
          between.some(
            ({ measured }) =>
              100 *
                Math.min(
                  overlapByHand(before.measured.shape!, measured.shape!),
                  overlapByHand(measured.shape!, shot.measured.shape!),
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
