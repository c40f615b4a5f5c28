import { framesFromTo } from '../../base/counted'
import { judged, type CheckFacts, type Judge } from '../check'

/** The usual words of caution. */
const FLASH_CAUTION =
  'Flashing pictures can bring on seizures in photosensitive viewers. This is a check by WCAG 2.2 (2.3.1) on small pictures of the frames; the rules of wherever the film is shown decide.'

/**
 * Flashing. Light and dark in quick turns can bring on seizures: more than three flashes in any one second
 * must not be handed over (arithmetic, 14).
 */
export const flashing = {
  id: 'flashing',
  name: 'Flashing',
  group: 'colour',
  severity: 'stop',
  why: FLASH_CAUTION,
  limits: {},
} as const satisfies CheckFacts

export const judgeFlashing: Judge = {
  scene({ scene, flashes }) {
    const report = flashes()
    const unmeasured = scene.levelOrder
      .filter((id) => scene.levels[id]!.ground?.picture && !scene.levels[id]!.hidden)
      .map((id) => ({
        level: id,
        drawings: 0,
        sentence: `The picture of ${scene.levels[id]!.name} was taken as even grey; if it is panned fast, look for flashes yourself.`,
      }))
    if (report.passes || !report.worst) return judged([], unmeasured)
    const { count, from, to, kind } = report.worst
    return judged(
      [
        {
          drawings: [],
          frames: [from, to],
          value: count,
          limit: 3,
          unit: 'flashes in a second',
          sentence: `${count} ${kind === 'red' ? 'flashes of red' : 'flashes'} within one second, ${framesFromTo(from, to)}. ${FLASH_CAUTION}`,
          evidence: [],
        },
      ],
      unmeasured,
    )
  },
}
