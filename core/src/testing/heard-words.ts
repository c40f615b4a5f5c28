import { layWords } from '../sound/lay-words'
import { isUnsure } from '../sound/said'
import { speechOf } from '../sound/speech'
import { wordsIn, type Dictionary } from '../sound/words'

/** A line that was said, and where each of its words begins and ends. */
interface SaidLine {
  readonly text: string
  readonly samples: Float32Array
  readonly rate: number
  /** Seconds. */
  readonly truth: readonly (readonly [number, number])[]
}
interface HeardWords {
  /** Seconds by which borders of words are off, rising. */
  readonly off: readonly number[]
  /** Words called sure, and of those the ones with a border more than two frames at 24 off; the others in the same way. */
  readonly sure: readonly [number, number]
  readonly unsure: readonly [number, number]
}

/** Lays the words of lines and compares them with the truth; a line whose words are counted otherwise is left out. */
export function hearWords(lines: readonly SaidLine[], dictionary: Dictionary): HeardWords {
  const off: number[] = []
  const counts = { sure: [0, 0] as [number, number], unsure: [0, 0] as [number, number] }
  for (const { text, samples, rate, truth } of lines) {
    const words = wordsIn(text, dictionary)
    if (words.length !== truth.length) continue
    layWords(speechOf(samples, rate), words).forEach(({ at, sureness }, i) => {
      const own = [Math.abs(at[0]! - truth[i]![0]), Math.abs(at.at(-1)! - truth[i]![1])]
      off.push(...own)
      const count = counts[isUnsure({ sureness }) ? 'unsure' : 'sure']
      count[0]++
      if (Math.max(...own) > 2 / 24) count[1]++
    })
  }
  return { off: off.sort((a, b) => a - b), ...counts }
}
