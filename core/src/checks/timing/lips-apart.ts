import { bare } from '../../base/speech-sounds'
import { isLipSound, lipFrame } from '../../sound/mouths'
import { heardWords } from '../../sound/said'
import { judged, type CheckFacts, type Judge } from '../check'
import type { Observation } from '../finding'
import { mouthSheets } from './mouth-sheets'

/**
 * Lips apart. Nobody says m, b or p with an open mouth, and everyone sees it when a drawing does. The lips are looked
 * for about where they should meet, ahead of the sound by as much as the mouths were laid.
 */
export const lipsApart = {
  id: 'lips-apart',
  name: 'Lips apart',
  group: 'timing',
  severity: 'mend',
  why: 'Nobody says m, b or p with an open mouth: lips that do not meet are seen by everyone.',
  limits: { frames: { words: 'Lips meet within', unit: 'frames', value: 1, min: 0, max: 12 } },
} as const satisfies CheckFacts

export const judgeLipsApart: Judge = {
  scene({ scene, take, limit }) {
    const near = limit('frames')
    const findings = mouthSheets(scene, take).flatMap((mouth): Observation[] => {
      const sound = scene.sounds![mouth.sound]!
      return heardWords(sound, scene.said![mouth.sound], scene.settings.fps).flatMap(({ text, sounds }) =>
        sounds.flatMap((heard): Observation[] => {
          const at = lipFrame(heard) - mouth.lead
          if (!isLipSound(heard.sound) || at < 1 || at > scene.settings.length) return []
          const now = mouth.shapeAt(at)
          if (!now || now.shape === 'shut') return []
          let value = 1
          while (
            value <= scene.settings.length &&
            ![at - value, at + value].some((frame) => mouth.shapeAt(frame)?.shape === 'shut')
          )
            value++
          if (value <= near) return []
          return [
            {
              level: mouth.plan.level,
              drawings: [now.drawing],
              frames: [at],
              value: Math.min(value, scene.settings.length),
              limit: near,
              unit: 'frames',
              sentence: `On the ${bare(heard.sound)} of “${text}”, frame ${at}, the mouth is ${now.shape}. Show it shut there.`,
              evidence: [],
            },
          ]
        }),
      )
    })
    return judged(findings)
  },
}
