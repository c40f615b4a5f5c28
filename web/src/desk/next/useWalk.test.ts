import { standInBrowser } from '../../testing/browser'
import { drawn, lined, mounted, openScene } from '../../testing/open-scene'
import { useWalk, type Walk } from './useWalk'

standInBrowser()
let store: Awaited<ReturnType<typeof openScene>>
let walk: Walk
beforeEach(async () => {
  store = await openScene([
    drawn('a', 1),
    drawn('b', 9),
    {
      type: 'chart.add',
      id: 'c',
      level: 'A',
      from: 'a',
      to: 'b',
      spacing: { by: 'halves', slowOut: 1, slowIn: 0 },
      exposure: [2],
      drawings: ['i1', 'i2', 'i3', 'i4'],
    },
  ])
  walk = mounted(useWalk).given
})
afterEach(() => store.close())
const draw = (id: string) => store.change(lined(id, `${id}l`, [10, 10, 60, 10]))

test('keys come first, then what lies between them; what is drawn is passed by', () => {
  expect([walk.next.value!.drawing, walk.any.value]).toEqual(['a', true])
  draw('a')
  expect(walk.next.value!.drawing).toBe('b')
  draw('b')
  const first = walk.next.value!
  expect([first.between!.parents, store.scene!.drawings[first.drawing]!.role]).toEqual([['a', 'b'], 'inbetween'])
  expect(walk.left.value).toBe(Object.keys(store.scene!.drawings).length - 2)
})

test('going on puts the next drawing on the pegs, and going back the one before', () => {
  store.goTo(9)
  walk.forward()
  expect([store.drawing, walk.onPegs.value, walk.canGoBack.value]).toEqual(['a', 'a', true])
  walk.back()
  expect([store.drawing, walk.canGoBack.value]).toEqual(['b', false])
})

test('a drawing flipped to by hand is not on the pegs', async () => {
  walk.forward()
  store.goTo(9)
  await Promise.resolve()
  expect(walk.onPegs.value).toBeUndefined()
})

test('skipped drawings come last; once all are passed over the round begins anew', () => {
  walk.skip()
  expect([store.drawing, walk.passedOver.value]).toEqual(['b', 1])
  const all = walk.left.value
  for (let i = 1; i < all; i++) walk.skip()
  expect([walk.passedOver.value, walk.next.value!.drawing]).toEqual([1, 'a'])
})

test('a level that is locked or hidden asks for nothing', () => {
  store.change({ type: 'level.set', level: 'A', fields: { hidden: true } })
  expect([walk.any.value, walk.next.value]).toEqual([false, undefined])
})
