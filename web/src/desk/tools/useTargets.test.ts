import type { Edit } from '@unhurried/core'
import { ref } from 'vue'
import { said } from '../../testing/element-plus'
import { standInBrowser } from '../../testing/browser'
import { drawn, lined, mounted, openScene } from '../../testing/open-scene'
import type { PencilSettings } from './pencil'
import { useTargets } from './useTargets'

standInBrowser()
let store: Awaited<ReturnType<typeof openScene>>
const pencil = ref({ on: 'one' } as PencilSettings)
const span = ref<string[]>([])
beforeEach(async () => {
  said.length = 0
  pencil.value = { on: 'one' } as PencilSettings
  span.value = ['a', 'b', 'c']
  store = await openScene([
    ...['a', 'b', 'c'].map((id, i) => drawn(id, 1 + 4 * i)),
    ...['a', 'b', 'c'].map((id) => lined(id, `${id}1`, [10, 10, 90, 10])),
  ])
})
afterEach(() => store.close())
const targetsOf = () => mounted(() => useTargets({ pencil, span })).given
const takeFirst = (targets: ReturnType<typeof targetsOf>) =>
  targets.commit(
    'line',
    (drawings) => `a line taken off ${drawings}`,
    (_, ink) => (ink[0] ? { remove: [{ at: 0, piece: ink[0] }], add: [] } : undefined),
  )
const counts = () => ['a', 'b', 'c'].map((id) => store.ink!.inkOf(id, 'line').length)

test('a tool works on the drawing on the table, on those chosen, or on the span; the one on the table first', () => {
  const targets = targetsOf()
  store.goTo(5)
  expect(targets.all.value).toEqual(['b'])
  pencil.value.on = 'all'
  expect(targets.all.value).toEqual(['b', 'a', 'c'])
  pencil.value.on = 'chosen'
  expect(targets.all.value).toEqual(['b'])
  store.chosen = { levels: ['A'], from: 6, to: 9 }
  expect(targets.all.value).toEqual(['b', 'c'])
  store.chosen = { levels: ['elsewhere'], from: 1, to: 24 }
  expect(targets.all.value).toEqual(['b'])
})

test('on an empty frame there is nothing to work on', () => {
  store.change({ type: 'exposure.show', take: 'main', level: 'A', frame: 1, drawing: null })
  pencil.value.on = 'all'
  expect(targetsOf().all.value).toEqual([])
})

test('what is done on several drawings is one step', () => {
  pencil.value.on = 'all'
  expect([takeFirst(targetsOf()), counts()]).toEqual([true, [0, 0, 0]])
  store.undo()
  expect(counts()).toEqual([1, 1, 1])
  expect(store.canUndo).toBe(false)
})

test('of several drawings the step names the one that was touched', () => {
  pencil.value.on = 'all'
  const piece = store.ink!.inkOf('b', 'line')[0]!
  const steps: Edit[] = []
  targetsOf().commit(
    ['line', 'rough'],
    (drawings) => `a line on ${drawings}`,
    (drawing, _, pass) =>
      drawing === 'b' ? { remove: [], add: [{ at: 0, piece: { ...piece, id: `added-${pass}` } }] } : undefined,
    { along: (step) => (steps.push(step), step) },
  )
  expect(steps).toMatchObject([{ type: 'together', words: `a line on drawing ${store.scene!.drawings['b']!.number}` }])
})

test('where nothing is to be done nothing is, and no step is made', () => {
  const targets = targetsOf()
  takeFirst(targets)
  expect([takeFirst(targets), counts()]).toEqual([false, [0, 1, 1]])
})
