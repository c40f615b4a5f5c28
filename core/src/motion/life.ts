import { distance } from './arc'
import type { Point } from '../geometry/matrix'

/** Where a landmark is on a film at a frame of the scene, in scene pixels. */
export interface TrackedFrame extends Point {
  readonly frame: number
}
/** A place where what is followed turns back: lowest where a foot lands, highest where a hand is raised. */
interface LifeTurn extends TrackedFrame {
  readonly is: 'lowest' | 'highest' | 'leftmost' | 'rightmost'
}
export interface LifeTiming {
  readonly turns: readonly LifeTurn[]
  /** Frames from one turn of a kind to the next of the same kind, in the middle; undefined with fewer than two. */
  readonly step: number | undefined
  /** Pixels a frame, on average and at its fastest. */
  readonly mean: number
  readonly most: number
}

/** A turn is one when it goes back by at least so much: a share of the whole way to and fro, and pixels. */
const BACK = { share: 0.18, pixels: 4 } as const

/** The timing of a movement from life: where it turns back along the axis it goes to and fro most, and how long a step takes. */
export function timedFromLife(track: readonly TrackedFrame[]): LifeTiming {
  const steps = track.slice(1).map((at, i) => distance(at, track[i]!) / Math.max(1, at.frame - track[i]!.frame))
  const mean = steps.length > 0 ? steps.reduce((sum, step) => sum + step, 0) / steps.length : 0
  const range = (axis: 'x' | 'y') => {
    const values = track.map((at) => at[axis])
    return values.length > 0 ? Math.max(...values) - Math.min(...values) : 0
  }
  const axis = toAndFro(track, 'y') >= toAndFro(track, 'x') ? 'y' : 'x'
  const turns = turnsAlong(track, axis, Math.max(BACK.pixels, BACK.share * range(axis)))
  return { turns, step: stepOf(turns), mean, most: Math.max(0, ...steps) }
}

/** Where a movement has its keys: its first and last frame, and every turn between. Errors: none for a track of two frames or more. */
export function keysOnTrack(track: readonly TrackedFrame[]): TrackedFrame[] {
  const [first, last] = [track[0]!, track.at(-1)!]
  const turns = timedFromLife(track).turns.filter(({ frame }) => frame > first.frame && frame < last.frame)
  return [first, ...turns.map(({ frame, x, y }) => ({ frame, x, y })), last]
}

/** How much further it went along an axis than it came. */
function toAndFro(track: readonly TrackedFrame[], axis: 'x' | 'y'): number {
  const gone = track.slice(1).reduce((sum, at, i) => sum + Math.abs(at[axis] - track[i]![axis]), 0)
  return gone - Math.abs((track.at(-1)?.[axis] ?? 0) - (track[0]?.[axis] ?? 0))
}

/** Extremes that stand out by at least `back` to both sides. */
function turnsAlong(track: readonly TrackedFrame[], axis: 'x' | 'y', back: number): LifeTurn[] {
  const words = axis === 'y' ? (['highest', 'lowest'] as const) : (['leftmost', 'rightmost'] as const)
  const turns: LifeTurn[] = []
  let [low, high] = [0, 0]
  let going = 0
  track.forEach((at, i) => {
    if (at[axis] > track[high]![axis]) high = i
    if (at[axis] < track[low]![axis]) low = i
    if (going >= 0 && track[high]![axis] - at[axis] >= back) {
      if (going > 0 || high > 0) turns.push({ ...track[high]!, is: words[1] })
      ;[going, low, high] = [-1, i, i]
    } else if (going <= 0 && at[axis] - track[low]![axis] >= back) {
      if (going < 0 || low > 0) turns.push({ ...track[low]!, is: words[0] })
      ;[going, low, high] = [1, i, i]
    }
  })
  return turns
}

function stepOf(turns: readonly LifeTurn[]): number | undefined {
  const between = turns.flatMap((turn, i) => {
    const next = turns.slice(i + 1).find(({ is }) => is === turn.is)
    return next ? [next.frame - turn.frame] : []
  })
  return between.sort((a, b) => a - b)[between.length >> 1]
}

/** The share of the way from one frame of a track to another that is gone by at frames between them. */
export function sharesOfWay(
  track: readonly TrackedFrame[],
  from: number,
  to: number,
  frames: readonly number[],
): number[] {
  const part = track.filter(({ frame }) => frame >= from && frame <= to)
  const along = [0]
  part.slice(1).forEach((at, i) => along.push(along.at(-1)! + distance(at, part[i]!)))
  const whole = along.at(-1)!
  return frames.map((frame) => {
    const at = part.findLastIndex((each) => each.frame <= frame)
    return whole > 0 && at >= 0 ? along[at]! / whole : (frame - from) / Math.max(1, to - from)
  })
}
