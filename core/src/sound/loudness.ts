import type { SampleRange } from './frames'

/** How loud a stretch of sound is, in dB below full scale; silence is −Infinity. */
export interface Loudness {
  readonly peak: number
  readonly rms: number
}

const decibels = (share: number): number => 20 * Math.log10(share)

/**
 * How loud a sound is under each frame.
 *
 * @param samples - one channel, −1 … 1
 * @param frames - from `soundFrame`; what lies outside of the samples is silent
 */
export function loudness(samples: Float32Array, frames: readonly SampleRange[]): Loudness[] {
  return frames.map(({ first, next }) => {
    const [from, to] = [Math.max(0, first), Math.min(samples.length, next)]
    let [peak, sum] = [0, 0]
    for (let i = from; i < to; i++) {
      const value = samples[i]!
      peak = Math.max(peak, Math.abs(value))
      sum += value * value
    }
    return { peak: decibels(peak), rms: next > first ? decibels(Math.sqrt(sum / (next - first))) : -Infinity }
  })
}

/** A run of entries of a list, both ends within it. */
export interface Run {
  readonly first: number
  readonly last: number
}

/**
 * Runs of frames that are quiet. A run begins where the loudness falls below `below` and lasts until it rises above
 * `above`, so that a voice that trembles about one threshold is not cut up.
 *
 * @param loud - by frame
 * @param below - dB below full scale; `above` is at least as much
 * @param least - shorter runs are left out, in frames
 * @throws RangeError when `above` lies under `below`
 */
export function quiet(
  loud: readonly Loudness[],
  { below, above, least = 1 }: { below: number; above: number; least?: number },
): Run[] {
  if (above < below) throw new RangeError('A quiet run must end at least as loud as it begins.')
  const runs: Run[] = []
  let first: number | undefined
  const close = (last: number) => {
    if (first !== undefined && last - first + 1 >= least) runs.push({ first, last })
    first = undefined
  }
  loud.forEach(({ rms }, i) => {
    if (first === undefined && rms < below) first = i
    else if (first !== undefined && rms > above) close(i - 1)
  })
  close(loud.length - 1)
  return runs
}
