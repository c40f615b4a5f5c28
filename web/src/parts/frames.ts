import { counted, framesToSeconds } from '@unhurried/core'

/** "36 frames (1.5 s)": frames and seconds are always told together. */
export function framesAndSeconds(frames: number, fps: number): string {
  const seconds = framesToSeconds(frames, fps)
  return `${counted(frames, 'frame')} (${Number(seconds.toFixed(2))} s)`
}

const ON = ['', 'ones', 'twos', 'threes', 'fours', 'fives', 'sixes']
/** "twos", as an animator says how long a drawing is shown. */
export const onInWords = (frames: number): string => ON[frames] ?? `${frames} frames`

/** Exposures a new drawing is usually put in on, to choose from. */
export const USUAL_EXPOSURES = [1, 2, 3, 4] as const
