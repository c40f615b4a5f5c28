import { SPEECH_BANDS, type Speech } from './speech'

/** How a voice sounds beside itself: the room, the microphone and how near it was say little any more. */
export interface Voicing {
  readonly steps: number
  /** By step, so many numbers in a row: loudness beside its loud parts, then each band beside its usual share, in dB. */
  readonly values: Float32Array
  /** By step: 1 where nobody speaks. */
  readonly quiet: Uint8Array
  /** How loud the quiet is. */
  readonly floor: number
}
export const VOICING_VALUES = SPEECH_BANDS + 1

const QUIETEST = -50
/** Steps within so many dB of the loud parts say how the bands usually lie. */
const SPOKEN = 25
/** It is quiet below this, until it is louder than that, in dB beside the loud parts; or so far above the floor. */
const QUIET = { below: -32, above: -28, overFloor: 4, atMost: -16 }
/** A shorter quiet is the lips shut, in seconds. */
const LEAST_QUIET = 0.12

export function voicingOf({ step, loud, bands }: Speech): Voicing {
  const steps = loud.length
  const sorted = loud.slice().sort()
  const at = (share: number) => sorted[Math.floor(share * (steps - 1))] ?? 0
  const top = at(0.95)
  const usual = usualBands(loud, bands, top - SPOKEN)
  const values = new Float32Array(steps * VOICING_VALUES)
  for (let i = 0; i < steps; i++) {
    values[i * VOICING_VALUES] = Math.max(QUIETEST, loud[i]! - top)
    for (let band = 0; band < SPEECH_BANDS; band++)
      values[i * VOICING_VALUES + 1 + band] = bands[i * SPEECH_BANDS + band]! - usual[band]!
  }
  const floor = Math.max(QUIETEST, at(0.03) - top)
  return { steps, values, quiet: quietOf(values, floor, Math.round(LEAST_QUIET / step)), floor }
}

/** The usual share of each band, over all that is at least so loud. */
function usualBands(loud: Float32Array, bands: Float32Array, least: number): number[] {
  const sums = new Array<number>(SPEECH_BANDS).fill(0)
  let count = 0
  loud.forEach((level, i) => {
    if (level <= least) return
    count++
    for (let band = 0; band < SPEECH_BANDS; band++) sums[band]! += bands[i * SPEECH_BANDS + band]!
  })
  return sums.map((sum) => sum / Math.max(1, count))
}

/** Where nobody speaks: with hysteresis, and for so many steps at least. */
function quietOf(values: Float32Array, floor: number, least: number): Uint8Array {
  const steps = values.length / VOICING_VALUES
  const below = Math.min(QUIET.atMost, Math.max(QUIET.below, floor + QUIET.overFloor))
  const above = below + QUIET.above - QUIET.below
  const quiet = new Uint8Array(steps)
  let from = -1
  for (let i = 0; i <= steps; i++) {
    const loud = i < steps ? values[i * VOICING_VALUES]! : Infinity
    if (from < 0 && loud < below) from = i
    else if (from >= 0 && (loud > above || i === steps)) {
      if (i - from >= least) quiet.fill(1, from, i)
      from = -1
    }
  }
  return quiet
}
