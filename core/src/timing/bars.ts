import { framesPerBeat } from './time'

/** Beats of a bar. */
const BAR = 4
/** Nobody sees a beat that is off by less, in frames. */
const UNSEEN = 0.5
const MOST_TURNS = 24

/** A cycle that comes round with the music. */
export interface BarFit {
  readonly turns: number
  readonly bars: number
  /** Frames by which the last turn ends after the last bar; below 0 before it. */
  readonly off: number
}

/**
 * After how many turns a cycle ends with a bar of four beats: the fewest that are off by less than half a frame, else
 * those that are off least.
 *
 * @param period - frames of one turn
 * Errors: RangeError for a tempo or rate outside its range
 */
export function barsOf(period: number, { bpm, fps }: { readonly bpm: number; readonly fps: number }): BarFit {
  const bar = BAR * framesPerBeat(bpm, fps).exact
  let best: BarFit | undefined
  for (let turns = 1; turns <= MOST_TURNS; turns++) {
    const bars = Math.max(1, Math.round((turns * period) / bar))
    const off = turns * period - bars * bar
    if (Math.abs(off) < UNSEEN) return { turns, bars, off }
    if (!best || Math.abs(off) < Math.abs(best.off)) best = { turns, bars, off }
  }
  return best!
}
