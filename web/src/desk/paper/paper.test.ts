import { ref, shallowRef } from 'vue'
import { said } from '../../testing/element-plus'
import { standInBrowser } from '../../testing/browser'
import { drawn, lined, mounted, openScene } from '../../testing/open-scene'
import type { UnderLight } from '../../stage/light-table'
import { FIT, fitted, matrixOf, type View } from '../../stage/view'
import { useHeard } from '../../sound/useHeard'
import { useSlides } from '../tools/useSlides'
import { usePaperPlace } from './usePaperPlace'
import { usePlayback } from './stage/usePlayback'
import { useView } from './useView'

const browser = standInBrowser()
const size = { width: 800, height: 500 }
const paper = { width: 320, height: 180 }
let store: Awaited<ReturnType<typeof openScene>>
beforeEach(async () => {
  said.length = 0
  store = await openScene([...['a', 'b'].map((id, i) => drawn(id, 1 + 4 * i)), lined('a', 'a1', [10, 10, 60, 10])])
})
afterEach(() => store.close())

/** A table that is only looked at. */
function looked() {
  const { given: view } = mounted(useView)
  let now = fitted(FIT, size, paper)
  const table = {
    look: (next: (view: View, table: typeof size) => View) => {
      now = fitted(next(now, size), size, paper)
      view.placement.value = { matrix: matrixOf(now, size), zoom: now.zoom, view: now }
    },
  }
  view.table.value = table as never
  table.look((same) => same)
  return { view, now: () => now }
}

describe('looking at the paper', () => {
  test('fits it with a margin, comes nearer about the middle and goes back', () => {
    const { view, now } = looked()
    const fit = now().zoom
    expect(fit).toBeCloseTo(Math.min((800 - 16) / 320, (500 - 16) / 180), 2)
    view.nearer()
    expect(now().zoom / fit).toBeCloseTo(1.25, 6)
    expect([Math.round(now().x), Math.round(now().y), now().fit]).toEqual([160, 90, false])
    view.farther()
    expect(now().zoom).toBeCloseTo(fit, 6)
    view.fit()
    expect(now().fit).toBe(true)
  })

  test('one to one is a hundred per cent of the screen’s own pixels', () => {
    const { view, now } = looked()
    view.actual()
    expect([now().zoom, view.percent.value]).toEqual([1, 100])
    Object.assign(window, { devicePixelRatio: 2 })
    view.actual()
    expect(view.percent.value).toBe(50)
    Object.assign(window, { devicePixelRatio: 1 })
  })

  test('turned by fifteen degrees at a time and upright again, mirrored and back', () => {
    const { view, now } = looked()
    view.turnBy(2)
    expect(now().turn).toBeCloseTo(Math.PI / 6, 9)
    view.upright()
    expect(now().turn).toBe(0)
    view.mirror()
    expect(now().mirror).toBe(true)
    view.mirror()
    expect(now().mirror).toBe(false)
  })

  test('as wide as a phone shows it', () => {
    const { view, now } = looked()
    view.phone(320, 180)
    expect(now().zoom * 320).toBeCloseTo(360, 6)
    view.phone(180, 320)
    expect(now().zoom * 180).toBeCloseTo(210, 6)
  })

  test('a place under the pointer is the same place of the scene, however it is turned', () => {
    const { view, now } = looked()
    view.turnBy(3)
    view.nearer()
    const host = ref({ parentElement: { getBoundingClientRect: () => ({ left: 100, top: 50 }) } } as unknown as Element)
    const { given: place } = mounted(() => usePaperPlace(() => view.placement.value, host))
    const middle = place.onPaper({ clientX: 100 + 400, clientY: 50 + 250 })
    expect([middle.x, middle.y].map(Math.round)).toEqual([160, 90])
    expect(place.k.value).toBeCloseTo(1 / now().zoom, 9)
  })
})

describe('slides on the pegs', () => {
  test('are kept for the drawing on the table, add up, and are put back for it alone', () => {
    const { given: slides } = mounted(() => useSlides(() => []))
    store.goTo(1)
    slides.by('b', { x: 10 })
    slides.by('b', { x: 5, turn: 0.1 })
    expect(slides.of('b')).toEqual({ x: 15, y: 0, turn: 0.1 })
    store.goTo(5)
    expect(slides.of('b')).toEqual({ x: 0, y: 0, turn: 0 })
    slides.by('a', { y: 3 })
    store.goTo(1)
    expect(slides.of('b').x).toBe(15)
    slides.putBack()
    expect([slides.of('b').x, slides.slid.value.size]).toEqual([0, 0])
    store.goTo(5)
    expect(slides.of('a').y).toBe(3)
  })

  test('the first under the light is in hand until another is picked, and again when that lies there no more', () => {
    const style = (id: string, style: UnderLight['style']) => ({ drawing: id, style }) as UnderLight
    const under = ref([style('c', 'later'), style('a', 'earlier'), style('b', 'earlier')])
    const { given: slides } = mounted(() => useSlides(() => under.value))
    expect([slides.ids.value, slides.picked.value]).toEqual([['a', 'b', 'c'], 'a'])
    slides.pick('c')
    expect(slides.picked.value).toBe('c')
    under.value = [style('b', 'earlier')]
    expect(slides.picked.value).toBe('b')
    under.value = []
    expect(slides.picked.value).toBeUndefined()
  })
})

describe('playing on the table', () => {
  function player() {
    const played: unknown[] = []
    let stopped = 0
    const table = { scale: () => 1, play: (picture: unknown) => played.push(picture), stop: () => stopped++ }
    const { given, unmount } = mounted(() => {
      const view = { table: shallowRef(table), silhouettes: ref(false) } as never
      const heard = useHeard()
      return usePlayback(view, (drawing, pass) => store.ink!.inkOf(drawing, pass), heard)
    })
    return { ...given, played, stopped: () => stopped, unmount }
  }
  beforeEach(() => {
    Object.assign(document, {
      createElement: () => ({
        width: 0,
        height: 0,
        getContext: () => new Proxy({}, { get: () => () => {}, set: () => true }),
      }),
    })
    Object.assign(globalThis, {
      Path2D: class {
        moveTo() {}
        lineTo() {}
        closePath() {}
        quadraticCurveTo() {}
      },
    })
  })

  test('begins at the frame we are at, shows a picture a frame, and stops by the same act', () => {
    store.goTo(3)
    const { play, playing, playFrame, played, stopped } = player()
    play()
    browser.nextFrame()
    expect([playing.value, playFrame.value, played.length]).toEqual([true, 3, 1])
    browser.nextFrame()
    // No time has gone by: the same frame is not shown twice.
    expect(played).toHaveLength(1)
    play()
    expect([playing.value, stopped()]).toEqual([false, 1])
    browser.nextFrame()
    expect(played).toHaveLength(1)
  })

  test('leaving the desk ends it', () => {
    const { play, playing, unmount } = player()
    play()
    unmount()
    expect(playing.value).toBe(false)
  })
})
