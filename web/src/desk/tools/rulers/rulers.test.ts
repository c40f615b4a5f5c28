import type { Ruler } from '@unhurried/core'
import { ref } from 'vue'
import { standInBrowser } from '../../../testing/browser'
import { mounted, openScene } from '../../../testing/open-scene'
import { rememberedPencil } from '../pencil'
import { ledBy } from './reckon'
import { handlesOf, linesOf, measureOf } from './shapes'
import { useRulerActs } from './useRulerActs'
import { useRulers } from './useRulers'

standInBrowser()
let store: Awaited<ReturnType<typeof openScene>>
let acts: ReturnType<typeof useRulerActs>
let rulers: ReturnType<typeof useRulers>
beforeEach(async () => {
  store = await openScene([], { width: 640, height: 360 })
  const pencil = ref(rememberedPencil({}))
  const { given } = mounted(() => {
    const all = useRulers(pencil)
    return { all, acts: useRulerActs(all) }
  })
  rulers = given.all
  acts = given.acts
})
afterEach(() => store.close())
const laid = () => Object.values(store.scene!.rulers ?? {})
const ruler = (kind: Ruler['kind'], ...points: number[]): Ruler => ({ id: 'r', kind, points })

test('one is shown while it is pulled out, kept when it is let go, and undone in one step', () => {
  acts.attemptPulled('straight', { x: 10, y: 20 }, { x: 50.06, y: 20 })
  expect([laid().length, store.working!.rulers]).toEqual([1, undefined])
  store.attempt()
  acts.layPulled('straight', { x: 10, y: 20 }, { x: 50.06, y: 20 })
  expect(laid()).toMatchObject([{ kind: 'straight', points: [10, 20, 50, 20] }])
  expect(rulers.chosen.value).toBe(laid()[0])
  store.undo()
  expect(laid()).toEqual([])
})

test('a curve grows by presses until another is begun; its places go one by one, then all of it', () => {
  acts.press('curve', { x: 10, y: 20 })
  acts.press('curve', { x: 60, y: 90 })
  rulers.choose(undefined)
  acts.press('curve', { x: 5, y: 5 })
  expect(laid().map(({ points }) => points)).toEqual([
    [10, 20, 60, 90],
    [5, 5],
  ])
  acts.takeOut(laid()[0]!, 0)
  expect(laid()[0]!.points).toEqual([60, 90])
  acts.takeOut(laid()[0]!, 0)
  expect(laid()).toHaveLength(1)
})

test('a fourth vanishing point begins another set', () => {
  for (const x of [10, 200, 300, 400]) acts.press('vanishing', { x, y: 20 })
  expect(laid().map(({ points }) => points.length / 2)).toEqual([3, 1])
})

test('by key each kind is laid where it can be moved from, and laid aside it leads nothing', () => {
  for (const kind of ['straight', 'circle', 'ellipse', 'curve', 'vanishing', 'mirror'] as const) {
    acts.layInMiddle(kind)
    rulers.choose(undefined)
  }
  expect(laid()).toHaveLength(6)
  expect(rulers.inUse.value).toHaveLength(6)
  acts.layAside(laid()[0]!)
  expect(rulers.inUse.value).toHaveLength(5)
  rulers.toggle()
  expect(rulers.inUse.value).toHaveLength(0)
})

test('what it measures is told, and each place can be taken hold of where it shows', () => {
  expect(measureOf(ruler('straight', 0, 100, 100, 0))).toBe('141 px, 45°')
  expect(measureOf(ruler('circle', 0, 0, 30, 40))).toBe('100 px across')
  const ellipse = ruler('ellipse', 100, 100, 200, 100, 180, 60)
  expect(measureOf(ellipse)).toBe('200 × 80 px')
  expect(handlesOf(ellipse)[2]).toEqual({ x: 100, y: 60 })
  expect(linesOf(ruler('vanishing', 5, 5), 100)).toMatchObject({ edge: '' })
  expect(linesOf(ruler('curve', 5, 5), 100)).toEqual({ edge: '', beyond: '' })
})

test('on a panned ground rulers stay on the paper', () => {
  const led = ledBy([ruler('straight', 0, 50, 300, 50)], { zoom: 1, pan: { x: 0, y: 30 } })
  expect(led.guided.begin(10, 22, 0.5)).toEqual([10, 20, 0.5])
})
