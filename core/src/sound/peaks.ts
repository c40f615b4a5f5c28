/** Values of a waveform a second: enough for a frame at 24 to be 16 pixels high. */
const PEAKS_A_SECOND = 400

/** A waveform small enough to keep and to draw: by each step of time the lowest and the highest sample. */
export interface Peaks {
  /** Steps a second. */
  readonly rate: number
  /** Lowest and highest of each step, one after the other, −127 … 127. */
  readonly values: Int8Array<ArrayBuffer>
  /** The mean of the squares of each step's samples, 0 … 1. */
  readonly power: Float32Array<ArrayBuffer>
}

/** Gathers peaks of a sound that comes in pieces. */
export class PeakGatherer {
  #values: Int8Array<ArrayBuffer>
  #power: Float32Array<ArrayBuffer>
  #squares = 0
  #within = 0
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
    const steps = Math.ceil(seconds * PEAKS_A_SECOND + 1)
    this.#values = new Int8Array(2 * steps)
    this.#power = new Float32Array(steps)
  }

  /** @param samples - one channel, −1 … 1 */
  add(samples: Float32Array): void {
    for (let i = 0; i < samples.length; i++) {
      const step = Math.floor((this.#taken * PEAKS_A_SECOND) / this.rate)
      if (step !== this.#step) this.#put(step)
      const value = samples[i]!
      if (value < this.#low) this.#low = value
      if (value > this.#high) this.#high = value
      this.#squares += value * value
      this.#within++
      this.#taken++
    }
  }

  finish(): Peaks {
    if (this.#taken === 0) return { rate: PEAKS_A_SECOND, values: new Int8Array(), power: new Float32Array() }
    const steps = this.#step + 1
    this.#put(steps)
    return { rate: PEAKS_A_SECOND, values: this.#values.slice(0, 2 * steps), power: this.#power.slice(0, steps) }
  }

  #put(next: number) {
    if (this.#step >= this.#power.length) this.#lengthen()
    this.#values[2 * this.#step] = Math.max(-127, Math.floor(this.#low * 127))
    this.#values[2 * this.#step + 1] = Math.min(127, Math.ceil(this.#high * 127))
    this.#power[this.#step] = this.#within > 0 ? this.#squares / this.#within : 0
    this.#step = next
    this.#low = this.#high = this.#squares = this.#within = 0
  }

  /** A file may say of itself that it is shorter than it is. */
  #lengthen() {
    const steps = 2 * this.#power.length + 1
    const [values, power] = [new Int8Array(2 * steps), new Float32Array(steps)]
    values.set(this.#values)
    power.set(this.#power)
    this.#values = values
    this.#power = power
  }
}

/** The lowest and the highest value between two seconds, −1 … 1; both 0 where there is nothing. */
export function peakBetween(
  { rate, values }: Pick<Peaks, 'rate' | 'values'>,
  from: number,
  to: number,
): readonly [low: number, high: number] {
  const first = Math.max(0, Math.floor(from * rate))
  const next = Math.min(values.length / 2, Math.max(first + 1, Math.ceil(to * rate)))
  let [low, high] = [0, 0]
  for (let i = first; i < next; i++) {
    low = Math.min(low, values[2 * i]!)
    high = Math.max(high, values[2 * i + 1]!)
  }
  return [low / 127, high / 127]
}

/** How loud it is between two seconds, in dB below full scale; −Infinity where there is nothing. */
export function loudBetween({ rate, power }: Pick<Peaks, 'rate' | 'power'>, from: number, to: number): number {
  const first = Math.max(0, Math.floor(from * rate))
  const within = power.subarray(first, Math.max(first + 1, Math.ceil(to * rate)))
  if (within.length === 0) return -Infinity
  return 10 * Math.log10(within.reduce((sum, each) => sum + each, 0) / within.length)
}
