import { clamp } from '@unhurried/core'

/** Until it is known: how often a screen is renewed, in seconds; and the longest that is believed. */
const REFRESH = 1 / 60
const LONGEST = 1 / 20

/**
 * Plays frames at the scene's true rate, looping, from `from`. `show` is called once for each frame
 * that comes due; where the page is too slow, frames are left out. Gives a function that stops it.
 */
export function playFrames({
  fps,
  length,
  from = 1,
  clock,
  show,
}: {
  fps: number
  length: number
  from?: number
  /**
   * Seconds that have gone by, as whoever keeps the time has it; absent: the screen's own. What is drawn now is seen
   * when the screen is next renewed: it is the picture of that moment.
   */
  clock?: () => number
  show: (frame: number) => void
}): () => void {
  let began: number | undefined
  let last = -1
  let before: number | undefined
  let refresh = REFRESH
  let handle = requestAnimationFrame(function tick(now) {
    began ??= now
    if (before !== undefined) refresh += (clamp((now - before) / 1000, 0, LONGEST) - refresh) / 8
    before = now
    const seconds = clock ? Math.max(0, clock() + refresh) : (now - began) / 1000
    const elapsed = Math.floor(seconds * fps + 1e-6)
    if (elapsed !== last) {
      last = elapsed
      show(((from - 1 + elapsed) % length) + 1)
    }
    handle = requestAnimationFrame(tick)
  })
  return () => cancelAnimationFrame(handle)
}
