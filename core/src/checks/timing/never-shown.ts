import { exposuresOf } from '../../timing/sheet'
import { judged, type CheckFacts, type Judge } from '../check'

/** Never shown. A drawing that is in no take is work nobody sees; it may have been lost from the sheet. */
export const neverShown = {
  id: 'never-shown',
  name: 'Never shown',
  group: 'timing',
  severity: 'look',
  why: 'A drawing in no take is work nobody sees. Perhaps it was lost from the sheet.',
  limits: {},
} as const satisfies CheckFacts

export const judgeNeverShown: Judge = {
  level(subject, { scene }) {
    const shown = new Set(
      Object.keys(scene.takes).flatMap((take) =>
        exposuresOf(scene, subject.level.id, take).flatMap(({ drawing }) => drawing ?? []),
      ),
    )
    return judged(
      subject.all.flatMap(({ entry, measured }) =>
        !measured || shown.has(entry.id)
          ? []
          : [
              {
                level: subject.level.id,
                drawings: [entry.id],
                frames: [],
                value: 1,
                limit: 0,
                unit: '',
                sentence: `Drawing ${entry.number} of ${subject.level.name} is drawn and shown in no take.`,
                evidence: measured.shape ? [{ kind: 'shape' as const, rings: measured.shape.rings }] : [],
              },
            ],
      ),
    )
  },
}
