/** The page rests this long, in milliseconds, before anything costly is begun. */
const REST = 160

let scrolledAt = -Infinity
if (typeof document !== 'undefined')
  document.addEventListener('scroll', () => (scrolledAt = performance.now()), { capture: true, passive: true })

export const isScrolling = (now = performance.now()): boolean => now - scrolledAt < REST

/** One piece of work after the other, each begun while the page rests; what is not wanted any more is left out. */
export function restfulQueue({
  isBusy = isScrolling,
  later = (look: () => void) => void setTimeout(look, REST / 2),
} = {}) {
  const waiting: { work: () => Promise<void>; isWanted: () => boolean }[] = []
  let running = false

  async function run() {
    if (running) return
    running = true
    while (waiting.length > 0) {
      while (isBusy()) await new Promise<void>(later)
      const next = waiting.shift()!
      if (next.isWanted()) await next.work().catch(() => undefined)
    }
    running = false
  }
  return (work: () => Promise<void>, isWanted: () => boolean): void => {
    waiting.push({ work, isWanted })
    void run()
  }
}
