/** Values of a waveform a second: enough for a frame at 24 to be 16 pixels high. */
const PEAKS_A_SECOND = 400

/** A waveform small enough to keep and to draw: by each step of time the lowest and the highest sample. */
export interface Peaks {
  /** Steps a second. */
  readonly rate: number
  /** Lowest and highest of each step, one after the other, −127 … 127. */
  readonly values: Int8Array<ArrayBuffer>
}

/** Gathers peaks of a sound that comes in pieces. */
export class PeakGatherer {
  #values: Int8Array<ArrayBuffer>
  #step = 0
  #low = 0
  #high = 0
  #taken = 0

  /**
   * @param rate - samples a second of what comes in
   * @param seconds - about how long it is
   */
  constructor(
    private readonly rate: number,
    seconds: number,
  ) {
    this.#values = new Int8Array(2 * Math.ceil(seconds * PEAKS_A_SECOND + 1))
  }

  /** @param samples - one channel, −1 … 1 */
  add(samples: Float32Array): void {
    for (let i = 0; i < samples.length; i++) {
      const step = Math.floor((this.#taken * PEAKS_A_SECOND) / this.rate)
      if (step !== this.#step) this.#put(step)
      const value = samples[i]!
      if (value < this.#low) this.#low = value
      if (value > this.#high) this.#high = value
      this.#taken++
    }
  }

  finish(): Peaks {
    if (this.#taken === 0) return { rate: PEAKS_A_SECOND, values: new Int8Array() }
    const steps = this.#step + 1
    this.#put(steps)
    return { rate: PEAKS_A_SECOND, values: this.#values.slice(0, 2 * steps) }
  }

  #put(next: number) {
    if (2 * this.#step + 2 > this.#values.length) {
      const longer = new Int8Array(2 * this.#values.length + 2)
      longer.set(this.#values)
      this.#values = longer
    }
    this.#values[2 * this.#step] = Math.max(-127, Math.floor(this.#low * 127))
    this.#values[2 * this.#step + 1] = Math.min(127, Math.ceil(this.#high * 127))
    this.#step = next
    this.#low = this.#high = 0
  }
}

/** The lowest and the highest value between two seconds, −1 … 1; both 0 where there is nothing. */
export function peakBetween({ rate, values }: Peaks, from: number, to: number): readonly [low: number, high: number] {
  const first = Math.max(0, Math.floor(from * rate))
  const next = Math.min(values.length / 2, Math.max(first + 1, Math.ceil(to * rate)))
  let [low, high] = [0, 0]
  for (let i = first; i < next; i++) {
    low = Math.min(low, values[2 * i]!)
    high = Math.max(high, values[2 * i + 1]!)
  }
  return [low / 127, high / 127]
}
