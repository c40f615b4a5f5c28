import { framesToSeconds } from '@unhurried/core'

/** "36 frames (1.5 s)": frames and seconds are always told together. */
export function framesAndSeconds(frames: number, fps: number): string {
  const seconds = framesToSeconds(frames, fps)
  return `${frames} frame${frames === 1 ? '' : 's'} (${Number(seconds.toFixed(2))} s)`
}
