import { counted } from '../../base/counted'
import { lastFrameOf } from '../../sound/frames'
import { judged, type CheckFacts, type Judge } from '../check'
import type { Observation } from '../finding'

/** A sound goes on beyond the scene. What is said after the last frame is cut off, there and in every film that goes out. */
export const soundBeyond = {
  id: 'sound-beyond',
  name: 'Sound beyond the end',
  group: 'timing',
  severity: 'look',
  why: 'What is heard after the last frame is cut off in every film that goes out.',
  limits: { frames: { words: 'Sound after the last frame', unit: 'frames', value: 2, min: 1, max: 240 } },
} as const satisfies CheckFacts

export const judgeSoundBeyond: Judge = {
  scene({ scene, limit }) {
    const least = limit('frames')
    const { fps, length } = scene.settings
    const findings = Object.values(scene.sounds ?? {}).flatMap((sound): Observation[] => {
      const value = lastFrameOf(sound, fps) - length
      if (sound.muted || sound.start > length || value < least) return []
      return [
        {
          drawings: [],
          frames: [length],
          value,
          limit: least,
          unit: 'frames',
          sentence: `${sound.name} goes on for ${counted(value, 'frame')} after the last. Fade it out, or make the scene longer.`,
          evidence: [],
        },
      ]
    })
    return judged(findings)
  },
}
