import { counted } from '../../base/counted'
import { judged, type CheckFacts, type Judge } from '../check'
import type { Observation } from '../finding'
import { mouthSheets } from './mouth-sheets'

/** A mouth too short. A shape shown for less than the exposure the mouths were laid on flickers and is not read. */
export const mouthShort = {
  id: 'mouth-short',
  name: 'Mouth too short',
  group: 'timing',
  severity: 'look',
  why: 'A shape that is shown for less than the others flickers, and is not read.',
  limits: { frames: { words: 'Shorter than its exposure by', unit: 'frames', value: 1, min: 1, max: 12 } },
} as const satisfies CheckFacts

export const judgeMouthShort: Judge = {
  scene({ scene, take, limit }) {
    const least = limit('frames')
    const { length } = scene.settings
    const findings = mouthSheets(scene, take).flatMap((mouth) =>
      mouth.shown.flatMap(({ drawing, frame, frames }): Observation[] => {
        const value = mouth.exposure - frames
        // The end of the scene cuts the last one off.
        if (value < least || frame + frames > length) return []
        return [
          {
            level: mouth.plan.level,
            drawings: [drawing!],
            frames: [frame],
            value,
            limit: least,
            unit: 'frames',
            sentence: `The mouth ${mouth.shapeAt(frame)!.shape} of frame ${frame} is shown for ${counted(frames, 'frame')}; the others have ${mouth.exposure} at least.`,
            evidence: [],
          },
        ]
      }),
    )
    return judged(findings)
  },
}
