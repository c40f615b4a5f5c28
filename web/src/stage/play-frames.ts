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
  /** Seconds that have gone by, as whoever keeps the time has it; absent: the screen's own. */
  clock?: () => number
  show: (frame: number) => void
}): () => void {
  let began: number | undefined
  let last = -1
  let handle = requestAnimationFrame(function tick(now) {
    began ??= now
    const seconds = clock ? Math.max(0, clock()) : (now - began) / 1000
    const elapsed = Math.floor(seconds * fps + 1e-6)
    if (elapsed !== last) {
      last = elapsed
      show(((from - 1 + elapsed) % length) + 1)
    }
    handle = requestAnimationFrame(tick)
  })
  return () => cancelAnimationFrame(handle)
}
