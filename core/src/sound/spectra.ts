import FFT from 'fft.js'

/** Looks at the pitches of a sound that comes in pieces, window by window. */
export class Spectra {
  readonly #fft: FFT
  readonly #spectrum: number[]
  readonly #shape: Float32Array
  readonly #windowed: Float32Array
  readonly #waiting: Float32Array
  #held: number

  /**
   * @param size - samples of a window, a power of two
   * @param hop - samples from one window to the next; the first lies about the very beginning
   * @param look - called with each window's spectrum: real and imaginary parts in turn, to be read at once
   */
  constructor(
    private readonly size: number,
    private readonly hop: number,
    private readonly look: (spectrum: readonly number[]) => void,
  ) {
    this.#fft = new FFT(size)
    this.#spectrum = this.#fft.createComplexArray()
    this.#shape = Float32Array.from({ length: size }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / size))
    this.#windowed = new Float32Array(size)
    this.#waiting = new Float32Array(size)
    // Half a window of silence before it.
    this.#held = size / 2
  }

  /** @param samples - one channel, −1 … 1 */
  add(samples: Float32Array): void {
    for (let at = 0; at < samples.length;) {
      const take = Math.min(this.size - this.#held, samples.length - at)
      this.#waiting.set(samples.subarray(at, at + take), this.#held)
      this.#held += take
      at += take
      if (this.#held < this.size) return
      this.#step()
      this.#waiting.copyWithin(0, this.hop)
      this.#held -= this.hop
    }
  }

  /** The last sounds come into the middle of a window too. */
  finish(): void {
    this.add(new Float32Array(this.size))
  }

  #step() {
    for (let i = 0; i < this.size; i++) this.#windowed[i] = this.#waiting[i]! * this.#shape[i]!
    this.#fft.realTransform(this.#spectrum, this.#windowed)
    this.look(this.#spectrum)
  }
}

/** The window that lasts about so many seconds, in samples. */
export const windowOf = (seconds: number, rate: number): number => 2 ** Math.round(Math.log2(seconds * rate))

/** Bins of a spectrum between frequencies, each band at least one bin wide but for those beyond the highest. */
export function bandsBetween(hertz: readonly number[], size: number, rate: number): (readonly [number, number])[] {
  const edges = hertz.map((each) => Math.min(size / 2, Math.round((each * size) / rate)))
  return edges.slice(1).map((end, i) => [edges[i]!, end] as const)
}
