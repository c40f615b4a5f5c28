import { LIMITS } from '../base/limits'
import { requireNumber, requireWhole } from '../base/ranges'

const MOST_FRAMES = 1e9

function requireFps(fps: number): number {
  return requireWhole('fps', fps, LIMITS.fps.min, LIMITS.fps.max)
}

/** Seconds that `frames` frames last. Errors: RangeError for frames below 0 or a rate outside 1…60. */
export function framesToSeconds(frames: number, fps: number): number {
  return requireNumber('frames', frames, 0, MOST_FRAMES) / requireFps(fps)
}

/** The nearest whole number of frames to `seconds`. Errors: RangeError as in {@link framesToSeconds}. */
export function secondsToFrames(seconds: number, fps: number): number {
  return Math.round(requireNumber('seconds', seconds, 0, MOST_FRAMES) * requireFps(fps))
}

/**
 * The moment a frame begins, as `m:ss+ff` (minutes, seconds, frames into the second). Frames count
 * from 1, so frame 1 at any rate is `0:00+00` and frame 25 at 24 is `0:01+00`.
 */
export function timecode(frame: number, fps: number): string {
  const elapsed = requireWhole('frame', frame, 1, MOST_FRAMES) - 1
  const seconds = Math.floor(elapsed / requireFps(fps))
  const two = (value: number) => String(value).padStart(2, '0')
  return `${Math.floor(seconds / 60)}:${two(seconds % 60)}+${two(elapsed % fps)}`
}

function greatestCommonDivisor(a: number, b: number): number {
  return b === 0 ? a : greatestCommonDivisor(b, a % b)
}

/**
 * After how many frames cycles of these periods (frames each) line up again: their least common
 * multiple. Errors: RangeError for an empty list or a period that is not a whole number of 1 or more.
 */
export function loopLength(periods: readonly number[]): number {
  requireWhole('periods.length', periods.length, 1, 1000)
  return periods.reduce((total, period) => {
    requireWhole('period', period, 1, 1e6)
    return (total / greatestCommonDivisor(total, period)) * period
  }, 1)
}

/**
 * Frames from one beat to the next at a tempo: exact, the nearest whole number, and how many frames
 * a sheet ruled at the nearest whole number has drifted from the music after 16 beats.
 */
export function framesPerBeat(bpm: number, fps: number): { exact: number; nearest: number; drift: number } {
  const exact = (requireFps(fps) * 60) / requireNumber('bpm', bpm, 1, 1000)
  const nearest = Math.max(1, Math.round(exact))
  return { exact, nearest, drift: 16 * (nearest - exact) }
}
