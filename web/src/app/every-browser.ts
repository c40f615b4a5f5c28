/** Milliseconds of a pause a browser that knows of none is said to have. */
const PAUSE = 50

/** Safari tells of no pauses: whatever waits for one comes with the next task. */
export function tellOfPauses(page: typeof globalThis): void {
  page.requestIdleCallback ??= (act) => {
    const end = performance.now() + PAUSE
    const timeRemaining = () => Math.max(0, end - performance.now())
    return setTimeout(() => act({ didTimeout: false, timeRemaining }), 1) as unknown as number
  }
  page.cancelIdleCallback ??= (handle) => clearTimeout(handle)
}

tellOfPauses(globalThis)
