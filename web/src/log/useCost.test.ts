import type { ToDo } from '@unhurried/core'
import { ref } from 'vue'
import { settled, standInBrowser } from '../testing/browser'
import { drawn, lined, mounted, openScene } from '../testing/open-scene'
import { useCost } from './useCost'
import type { Log } from './useLog'

standInBrowser()
let store: Awaited<ReturnType<typeof openScene>>
let leave: () => void
afterEach(() => {
  leave()
  store.close()
})

/** Every drawing of every lot takes an hour, give or take. */
const estimator = async (lots: readonly (readonly ToDo[])[]) =>
  lots.map((lot) => {
    const hours = lot.reduce((sum, { count }) => sum + count, 0)
    return { p20: hours * 0.8, p50: hours, p80: hours * 1.4 }
  })
async function costing() {
  store = await openScene(
    [
      ...[drawn('a', 1), drawn('b', 9), drawn('c', 17)],
      ...[lined('a', 'l1', [1, 1, 9, 9]), lined('b', 'l2', [1, 1, 9, 9])],
    ],
    { length: 24 },
  )
  const { given, unmount } = mounted(() => useCost({ estimator, all: ref([]) } as unknown as Log))
  leave = unmount
  return given
}

test('a design is costed by the passes that are drawn, put on the list as one step, and costs nothing twice', async () => {
  const cost = await costing()
  expect(cost.words.value).toBe('Choose what would have to be drawn again.')
  cost.form.passes = ['line']
  await settled()
  expect(cost.words.value).toBe('2 drawings in line: about 2 hours, 1.6 hours to 2.8 hours.')
  cost.putOnList()
  expect(Object.values(store.scene!.drawings).map(({ mend }) => mend)).toEqual([['line'], ['line'], undefined])
  expect(cost.words.value).toBe('All of that is on the list to be mended.')
  store.undo()
  expect(cost.touched.value).toHaveLength(2)
  cost.form.passes = ['shadow']
  expect(cost.words.value).toBe('Nothing of that is drawn yet: it costs nothing.')
})

test('a longer scene asks for more drawings, a shorter one names what it would show no more, an impossible one says why', async () => {
  const cost = await costing()
  cost.form.change = 'length'
  expect(cost.words.value).toBe('Say another length.')
  cost.form.length = 48
  await settled()
  expect(cost.words.value).toBe('3 drawings in line more: about 3 hours, 2.4 hours to 4.2 hours.')
  cost.form.length = 8
  expect(cost.words.value).toBe('1 drawing already drawn would be shown no more.')
  cost.form.length = 0
  expect(cost.words.value).toMatch(/length/i)
  expect(store.scene!.settings.length).toBe(24)
})

test('a colour is costed by the lines that show it, once they are fetched', async () => {
  const cost = await costing()
  cost.form.change = 'colour'
  expect(cost.words.value).toContain('Choose a colour or a group')
  cost.form.colour = 'pencil'
  await settled()
  await settled()
  expect(cost.words.value).toMatch(/^2 drawings in line: about 2 hours/)
  cost.form.colour = 'brick'
  await settled()
  expect(cost.words.value).toBe('Nothing of that is drawn yet: it costs nothing.')
})
