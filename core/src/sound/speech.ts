import { bandsBetween, Spectra, windowOf } from './spectra'

/** How a voice sounds, step by step. */
export interface Speech {
  /** Seconds from one step to the next; the first lies at the very beginning. */
  readonly step: number
  /** By step: how loud it is, in dB below full scale; silence is the quietest there is. */
  readonly loud: Float32Array
  /** By step, so many numbers in a row: how much of it lies in each band of pitches, in dB of the whole. */
  readonly bands: Float32Array
}

/** About how long a window and a step are, in seconds. */
const WINDOW = 0.023
const STEP = 0.01
/** Bands by which the sounds of speech differ: voice, vowels from shut to open, their fronts, hiss. */
const EDGES = [60, 350, 700, 1200, 1900, 2800, 4000, 5500, 7600]
export const SPEECH_BANDS = EDGES.length - 1
const QUIETEST = -96
/** What a band holds at least, so that a band without sound says little more than one with next to none. */
const LEAST_SHARE = 1e-5

/** Gathers how a voice sounds, of a sound that comes in pieces. */
export class SpeechGatherer {
  readonly #spectra: Spectra
  readonly #bands: readonly (readonly [number, number])[]
  readonly #size: number
  readonly #step: number
  readonly #loud: number[] = []
  readonly #shares: number[] = []

  /** @param rate - samples a second */
  constructor(rate: number) {
    this.#size = windowOf(WINDOW, rate)
    const hop = Math.max(1, Math.round(STEP * rate))
    this.#step = hop / rate
    this.#bands = bandsBetween(EDGES, this.#size, rate)
    this.#spectra = new Spectra(this.#size, hop, (spectrum) => this.#look(spectrum))
  }

  /** @param samples - one channel, −1 … 1 */
  add(samples: Float32Array): void {
    this.#spectra.add(samples)
  }

  finish(): Speech {
    this.#spectra.finish()
    return { step: this.#step, loud: Float32Array.from(this.#loud), bands: Float32Array.from(this.#shares) }
  }

  #look(spectrum: readonly number[]) {
    const powers = this.#bands.map(([first, next]) => {
      let power = 0
      for (let bin = first; bin < next; bin++) power += spectrum[2 * bin]! ** 2 + spectrum[2 * bin + 1]! ** 2
      return power
    })
    const whole = powers.reduce((sum, power) => sum + power, 0)
    // A window of the shape used keeps 3/8 of the power of a sound, and half of the spectrum is looked at.
    const square = (2 * whole) / (0.375 * this.#size * this.#size)
    this.#loud.push(Math.max(QUIETEST, 10 * Math.log10(square || 1e-12)))
    for (const power of powers) this.#shares.push(10 * Math.log10(Math.max(LEAST_SHARE, power / (whole || 1))))
  }
}

/** How a voice sounds, step by step. @param samples - one channel, −1 … 1; `rate` a second */
export function speechOf(samples: Float32Array, rate: number): Speech {
  const gatherer = new SpeechGatherer(rate)
  gatherer.add(samples)
  return gatherer.finish()
}

/** A stretch of speech. @param from - and `to`, in seconds; the first step of the stretch lies at `at` */
export function stretchOfSpeech(
  { step, loud, bands }: Speech,
  from: number,
  to: number,
): { speech: Speech; at: number } {
  const [first, next] = [Math.max(0, Math.round(from / step)), Math.min(loud.length, Math.round(to / step))]
  return {
    speech: {
      step,
      loud: loud.subarray(first, next),
      bands: bands.subarray(first * SPEECH_BANDS, next * SPEECH_BANDS),
    },
    at: first * step,
  }
}
