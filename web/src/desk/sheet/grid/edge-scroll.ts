/** So near the edge of a view it begins to scroll, in CSS pixels. */
const NEAR = 26
/** What it scrolls in a frame of the screen at most, however far beyond the edge the pointer is. */
const FASTEST = 24

/** How far to scroll in a frame of the screen, for a pointer at `at` in a view that reaches from `low` to `high`. */
export function pullAt(at: number, low: number, high: number): number {
  const beyond = at < low + NEAR ? at - low - NEAR : at > high - NEAR ? at - high + NEAR : 0
  return Math.max(-FASTEST, Math.min(FASTEST, beyond / 3))
}

/**
 * Scrolls a view for as long as a pointer that drags is near its edge or beyond; `onScrolled` after each step, since
 * another place lies under the pointer then.
 */
export function edgeScroll(view: HTMLElement, onScrolled: () => void) {
  let pull = { x: 0, y: 0 }
  let handle = 0
  function step() {
    handle = 0
    const { scrollLeft, scrollTop } = view
    view.scrollBy(pull.x, pull.y)
    // At its end there is nothing more to come.
    if (view.scrollLeft === scrollLeft && view.scrollTop === scrollTop) return
    onScrolled()
    handle = requestAnimationFrame(step)
  }
  return {
    /** The pointer is here now. */
    at({ clientX, clientY }: { readonly clientX: number; readonly clientY: number }) {
      const { left, top, right, bottom } = view.getBoundingClientRect()
      pull = { x: pullAt(clientX, left, right), y: pullAt(clientY, top, bottom) }
      if (pull.x !== 0 || pull.y !== 0) handle ||= requestAnimationFrame(step)
      else this.end()
    },
    end() {
      cancelAnimationFrame(handle)
      handle = 0
    },
  }
}
