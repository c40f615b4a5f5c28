import { FakeSurface, standInBrowser } from '../testing/browser'
import { atPause } from './at-pause'
import { TopLayer } from './top-layer'

const browser = standInBrowser()

describe('what waits for a pause', () => {
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
