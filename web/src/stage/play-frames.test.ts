import { boxOf } from './paint/box'
import { playFrames } from './play-frames'

/** A screen whose frames come when the test says. */
function screen() {
  let waiting: ((now: number) => void) | undefined
  Object.assign(globalThis, {
    requestAnimationFrame: (act: (now: number) => void) => ((waiting = act), 1),
    cancelAnimationFrame: () => (waiting = undefined),
  })
  return {
    at(ms: number) {
      const act = waiting
      waiting = undefined
      act?.(ms)
    },
    stopped: () => waiting === undefined,
  }
}

test.each([
  [24, 60],
  [12, 60],
  [60, 60],
  [25, 144],
  [15, 30],
])(
  'at %i a second on a screen of %i, every frame is due at its true time, for as long as one likes',
  (fps, refresh) => {
    const display = screen()
    const shown: { frame: number; ms: number }[] = []
    let now = 1000
    const stop = playFrames({ fps, length: 10, show: (frame) => shown.push({ frame, ms: now - 1000 }) })
    for (let n = 0; n < refresh * 4; n++) {
      now = 1000 + (n * 1000) / refresh
      display.at(now)
    }
    stop()
    expect(display.stopped()).toBe(true)
    for (const { frame, ms } of shown) {
      const due = Math.floor((ms * fps) / 1000 + 1e-6)
      expect(frame).toBe((due % 10) + 1)
    }
    // No frame is shown twice in a row, and on a screen at least as fast none is left out.
    expect(shown.every(({ frame }, i) => frame !== shown[i - 1]?.frame)).toBe(true)
    if (refresh >= fps) expect(shown.map(({ frame }) => frame)).toEqual(shown.map((_, i) => (i % 10) + 1))
  },
)

test('a slow screen leaves frames out rather than falling behind', () => {
  const display = screen()
  const shown: number[] = []
  playFrames({ fps: 24, length: 48, from: 5, show: (frame) => shown.push(frame) })
  for (let n = 0; n <= 10; n++) display.at(n * 200)
  expect(shown[0]).toBe(5)
  // Two seconds on, 48 frames later, it has come round to where it began.
  expect(shown.at(-1)).toBe(5)
  expect(shown).toHaveLength(11)
})

test('a box holds its points and the margin around them', () => {
  expect(boxOf([10, 20, 0.5, 30, 5, 1], 3, 4)).toEqual({ left: 6, top: 1, right: 34, bottom: 24 })
})

test('with a clock of its own the picture is the one of the moment it is seen: the next time the screen is renewed', () => {
  const display = screen()
  const shown: { frame: number; ms: number }[] = []
  let now = 0
  playFrames({ fps: 24, length: 1000, clock: () => now / 1000, show: (frame) => shown.push({ frame, ms: now }) })
  const refresh = 1000 / 60
  for (let n = 0; n < 600; n++) display.at((now = n * refresh))
  for (const { frame, ms } of shown.slice(60)) {
    const late = ms + refresh - ((frame - 1) * 1000) / 24
    expect(late).toBeGreaterThan(-0.1)
    expect(late).toBeLessThan(refresh + 0.1)
  }
})
