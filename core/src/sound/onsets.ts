import FFT from 'fft.js'

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

/** The window of a rate: its samples, and which bins of its spectrum make each band. */
function framing(rate: number) {
  const size = 2 ** Math.round(Math.log2(WINDOW * rate))
  const shape = Float32Array.from({ length: size }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / size))
  const binOf = (hertz: number) => Math.min(size / 2, Math.round((hertz * size) / rate))
  const edges = Array.from({ length: BANDS + 1 }, (_, i) => binOf(LOWEST * (HIGHEST / LOWEST) ** (i / BANDS)))
  const bands = edges.slice(1).flatMap((end, i) => (end > edges[i]! ? [[edges[i]!, end] as const] : []))
  return { size, hop: Math.max(1, Math.round(STEP * rate)), shape, bands }
}

/** Gathers the spectral flux (Bello et al. 2005) of a sound that comes in pieces. */
export class FluxGatherer {
  readonly #frame: ReturnType<typeof framing>
  readonly #fft: FFT
  readonly #spectrum: number[]
  readonly #windowed: Float32Array
  #before: Float32Array
  #now: Float32Array
  #waiting: Float32Array
  #held: number
  readonly #values: number[] = []

  /** @param rate - samples a second */
  constructor(private readonly rate: number) {
    this.#frame = framing(rate)
    const { size, bands } = this.#frame
    this.#fft = new FFT(size)
    this.#spectrum = this.#fft.createComplexArray()
    this.#windowed = new Float32Array(size)
    this.#before = new Float32Array(bands.length)
    this.#now = new Float32Array(bands.length)
    this.#waiting = new Float32Array(size)
    // Half a window of silence before it: the first step lies at its very beginning.
    this.#held = size / 2
  }

  /** @param samples - one channel, −1 … 1 */
  add(samples: Float32Array): void {
    const { size, hop } = this.#frame
    for (let at = 0; at < samples.length;) {
      const take = Math.min(size - this.#held, samples.length - at)
      this.#waiting.set(samples.subarray(at, at + take), this.#held)
      this.#held += take
      at += take
      if (this.#held < size) return
      this.#step()
      this.#waiting.copyWithin(0, hop)
      this.#held -= hop
    }
  }

  finish(): Flux {
    // The last sounds come into the middle of a window too.
    this.add(new Float32Array(this.#frame.size))
    return { step: this.#frame.hop / this.rate, values: Float32Array.from(this.#values) }
  }

  #step() {
    const { size, shape, bands } = this.#frame
    for (let i = 0; i < size; i++) this.#windowed[i] = this.#waiting[i]! * shape[i]!
    this.#fft.realTransform(this.#spectrum, this.#windowed)
    let flux = 0
    bands.forEach(([first, next], band) => {
      let sum = 0
      for (let bin = first; bin < next; bin++) sum += Math.hypot(this.#spectrum[2 * bin]!, this.#spectrum[2 * bin + 1]!)
      const loud = Math.log1p((COMPRESSION * sum) / ((next - first) * size))
      this.#now[band] = loud
      flux += Math.max(0, loud - this.#before[band]!)
    })
    this.#values.push(flux / bands.length)
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
