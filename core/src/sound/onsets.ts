import { bandsBetween, Spectra, windowOf } from './spectra'

/** Where something begins to sound, and how much more there is of it than before. */
export interface Onset {
  readonly seconds: number
  readonly strength: number
}

/** How much louder a sound gets in all its pitches together, step by step. */
export interface Flux {
  /** Seconds from one step to the next. */
  readonly step: number
  readonly values: Float32Array
}

/** About how long a window and a step are, in seconds. */
const WINDOW = 0.023
const STEP = 0.0058
/** Makes quiet pitches count beside loud ones (Klapuri 2006, logarithmic compression). */
const COMPRESSION = 1000
/** Pitches are gathered to as many bands, evenly spread by ear. */
const BANDS = 32
const LOWEST = 60
const HIGHEST = 10_000

/** Gathers the spectral flux (Bello et al. 2005) of a sound that comes in pieces. */
export class FluxGatherer {
  readonly #spectra: Spectra
  readonly #bands: readonly (readonly [number, number])[]
  readonly #size: number
  readonly #step: number
  #before: Float32Array
  #now: Float32Array
  readonly #values: number[] = []

  /** @param rate - samples a second */
  constructor(rate: number) {
    this.#size = windowOf(WINDOW, rate)
    const hop = Math.max(1, Math.round(STEP * rate))
    this.#step = hop / rate
    const edges = Array.from({ length: BANDS + 1 }, (_, i) => LOWEST * (HIGHEST / LOWEST) ** (i / BANDS))
    this.#bands = bandsBetween(edges, this.#size, rate).filter(([first, next]) => next > first)
    this.#before = new Float32Array(this.#bands.length)
    this.#now = new Float32Array(this.#bands.length)
    this.#spectra = new Spectra(this.#size, hop, (spectrum) => this.#look(spectrum))
  }

  /** @param samples - one channel, −1 … 1 */
  add(samples: Float32Array): void {
    this.#spectra.add(samples)
  }

  finish(): Flux {
    this.#spectra.finish()
    return { step: this.#step, values: Float32Array.from(this.#values) }
  }

  #look(spectrum: readonly number[]) {
    let flux = 0
    this.#bands.forEach(([first, next], band) => {
      let sum = 0
      for (let bin = first; bin < next; bin++) sum += Math.hypot(spectrum[2 * bin]!, spectrum[2 * bin + 1]!)
      const loud = Math.log1p((COMPRESSION * sum) / ((next - first) * this.#size))
      this.#now[band] = loud
      flux += Math.max(0, loud - this.#before[band]!)
    })
    this.#values.push(flux / this.#bands.length)
    ;[this.#before, this.#now] = [this.#now, this.#before]
  }
}

/** An onset is the highest flux within so many seconds to each side, */
const NEAR = 0.03
/** and stands above the median of so many seconds around it by this much, and by this factor. */
const AROUND = 0.35
const ABOVE = 0.12
const TIMES = 1.6
/** Two onsets lie at least so many seconds apart. */
const APART = 0.06

/** Onsets from a flux: peaks above an adaptive threshold. */
export function onsetsIn({ step, values }: Flux): Onset[] {
  const [near, around] = [Math.round(NEAR / step), Math.round(AROUND / step)]
  const found: Onset[] = []
  for (let i = 0; i < values.length; i++) {
    const strength = values[i]!
    if (strength < ABOVE || !isHighest(values, i, near)) continue
    if (strength < ABOVE + TIMES * median(values.subarray(Math.max(0, i - around), i + around + 1))) continue
    const seconds = i * step
    const last = found.at(-1)
    if (!last || seconds - last.seconds >= APART) found.push({ seconds, strength })
  }
  return found
}

function isHighest(values: Float32Array, at: number, near: number): boolean {
  for (let i = Math.max(0, at - near); i <= Math.min(values.length - 1, at + near); i++)
    if (values[i]! > values[at]! || (values[i] === values[at] && i < at)) return false
  return true
}

function median(values: Float32Array): number {
  return values.slice().sort()[values.length >> 1] ?? 0
}

/**
 * Where a sound begins to sound anew: spectral flux and an adaptive threshold.
 *
 * @param samples - one channel, −1 … 1
 * @param rate - samples a second
 * @returns seconds from the first sample, rising
 */
export function onsets(samples: Float32Array, rate: number): Onset[] {
  const flux = new FluxGatherer(rate)
  flux.add(samples)
  return onsetsIn(flux.finish())
}
