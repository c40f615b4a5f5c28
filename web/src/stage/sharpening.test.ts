import { standInBrowser } from '../testing/browser'
import type { MissingBitmap } from './layers'
import { atPause } from './at-pause'
import type { Bitmaps } from './paint/bitmaps'
import { Sharpening } from './sharpening'
import { TopLayer } from './top-layer'
import { FakeSurface } from '../testing/browser'

const browser = standInBrowser()
// The clock stands still with the timers: how much fits into one frame is the test's to say, not the machine's.
beforeEach(() => jest.useFakeTimers({ doNotFake: ['requestAnimationFrame', 'requestIdleCallback'] }))
afterEach(() => jest.useRealTimers())

const missing = (...drawings: readonly string[]): MissingBitmap[] =>
  drawings.map((drawing) => ({ drawing, pass: 'line', style: 'ink', tint: '' }))

describe('sharpening', () => {
  /** Bitmaps that take so many goes each, and each go so many milliseconds. */
  function slow(goes: number, takes = 0) {
    const left = new Map<string, number>()
    const painted: string[] = []
    const bitmaps = {
      paint: (drawing: string) => {
        jest.advanceTimersByTime(takes)
        const now = (left.get(drawing) ?? goes) - 1
        left.set(drawing, now)
        painted.push(drawing)
        return now === 0
      },
    }
    return { bitmaps: bitmaps as unknown as Bitmaps, painted }
  }

  test('waits until the hand is calm, paints one after the other and tells once all are sharp', () => {
    const { bitmaps, painted } = slow(1)
    let sharp = 0
    const sharpening = new Sharpening(bitmaps, () => sharp++)
    sharpening.begin(missing('a', 'b'))
    browser.nextFrame()
    expect(painted).toEqual([])
    jest.runAllTimers()
    browser.nextFrame()
    expect([painted, sharp]).toEqual([['a', 'b'], 1])
  })

  test('where one go takes more than a frame gives, one is painted in each frame, so that it comes to an end', () => {
    const { bitmaps, painted } = slow(2, 20)
    let sharp = 0
    new Sharpening(bitmaps, () => sharp++).begin(missing('a', 'b'))
    jest.advanceTimersByTime(45)
    const after = [1, 2, 3, 4].map(() => (browser.nextFrame(), [painted.length, sharp]))
    expect(after).toEqual([
      [1, 0],
      [2, 0],
      [3, 0],
      [4, 1],
    ])
  })

  test('what was begun for a picture that is gone is not painted', () => {
    const { bitmaps, painted } = slow(1)
    const sharpening = new Sharpening(bitmaps, () => {})
    sharpening.begin(missing('a'))
    sharpening.begin(missing('b'))
    jest.runAllTimers()
    browser.nextFrame()
    expect(painted).toEqual(['b'])
    sharpening.begin(missing('c'))
    jest.runAllTimers()
    sharpening.stop()
    browser.nextFrame()
    expect(painted).toEqual(['b'])
  })

  test('nothing missing is nothing to do', () => {
    let sharp = 0
    new Sharpening(slow(1).bitmaps, () => sharp++).begin([])
    jest.runAllTimers()
    browser.nextFrame()
    expect(sharp).toBe(0)
  })
})

describe('small pictures', () => {
  test('wait for a pause, each owner’s last wish only, and can be called off', () => {
    const done: string[] = []
    const [a, b, c] = [{}, {}, {}]
    atPause(a, () => done.push('a first'))
    atPause(a, () => done.push('a'))
    const off = atPause(b, () => done.push('b'))
    atPause(c, () => done.push('c'))
    off()
    expect(done).toEqual([])
    browser.pause()
    expect(done.sort()).toEqual(['a', 'c'])
    browser.pause()
    expect(done).toHaveLength(2)
  })
})

describe('the top layer', () => {
  function layer() {
    const surface = new FakeSurface()
    const canvas = { width: 400, height: 300, getContext: () => surface } as unknown as HTMLCanvasElement
    return { surface, top: new TopLayer(canvas, () => [2, 0, 0, 2, 10, 20]) }
  }
  const cleared = (surface: FakeSurface) =>
    surface.did.filter(({ what }) => what === 'clearRect').map((each) => each.with)

  test('clears just what was painted before, in pixels of the canvas with a little to spare', () => {
    const { surface, top } = layer()
    top.paint({ left: 0, top: 0, right: 10, bottom: 5 }, () => {})
    expect(cleared(surface)).toEqual([])
    top.paint({ left: 50, top: 50, right: 60, bottom: 60 }, () => {})
    expect(cleared(surface)).toEqual([[8, 18, 24, 14]])
    top.clear()
    top.clear()
    expect(cleared(surface)).toHaveLength(2)
  })

  test('what may reach anywhere is cleared everywhere; what the browser emptied need not be', () => {
    const { surface, top } = layer()
    top.paintEverywhere(() => {})
    top.clear()
    expect(cleared(surface)).toEqual([[0, 0, 400, 300]])
    top.paintEverywhere(() => {})
    top.emptied()
    top.clear()
    expect(cleared(surface)).toHaveLength(1)
  })
})
