import { seededRandom } from '../base/random'
import { SPEECH_BANDS, type Speech } from '../sound/speech'
import { partsOf, SILENCE, SPEECH_CLASSES } from '../sound/speech-classes'
import type { Word } from '../sound/words'

/** Steps a second, as `SpeechGatherer` makes them of most sounds. */
const STEP = 0.01

/** Speech as it would be heard of some words, and where each lies: for rules that hold however it sounds. */
export function madeSpeech(words: readonly Word[], seed: number): { speech: Speech; truth: [number, number][] } {
  const random = seededRandom(seed)
  const loud: number[] = []
  const bands: number[] = []
  const hear = ({ mean, spread }: { mean: readonly number[]; spread: readonly number[] }, steps: number) => {
    for (let i = 0; i < steps; i++) {
      const values = mean.map((value, k) => value + (random() - 0.5) * spread[k]!)
      loud.push(values[0]! - 12)
      bands.push(...values.slice(1).map((value) => value - 12))
    }
  }
  const pause = () => hear(SILENCE, 20 + Math.floor(random() * 30))
  pause()
  const truth = words.map(({ sounds }, i): [number, number] => {
    if (i > 0 && random() < 0.3) pause()
    const from = loud.length
    for (const sound of sounds)
      for (const { name, seconds } of partsOf(sound))
        hear(SPEECH_CLASSES[name], Math.max(2, Math.round((seconds / STEP) * (0.7 + 0.6 * random()))))
    return [from * STEP, loud.length * STEP]
  })
  pause()
  if (bands.length !== loud.length * SPEECH_BANDS) throw new Error('Speech was made with other bands.')
  return { speech: { step: STEP, loud: Float32Array.from(loud), bands: Float32Array.from(bands) }, truth }
}
