/** Milliseconds of a pause a browser that knows of none is said to have. */
const PAUSE = 50

/** Safari tells of no pauses: whatever waits for one comes with the next task. */
export function tellOfPauses(page: typeof globalThis): void {
  page.requestIdleCallback ??= (act) => {
    const began = performance.now()
    const left = () => Math.max(0, PAUSE - (performance.now() - began))
    return setTimeout(() => act({ didTimeout: false, timeRemaining: left }), 1) as unknown as number
  }
  page.cancelIdleCallback ??= (handle) => clearTimeout(handle)
}

tellOfPauses(globalThis)
