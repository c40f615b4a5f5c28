import { said } from '../../testing/element-plus'
import { standInBrowser } from '../../testing/browser'
import { drawn, lined, mounted, openScene } from '../../testing/open-scene'
import { useLevelActs } from './useLevelActs'

standInBrowser()
let store: Awaited<ReturnType<typeof openScene>>
let acts: ReturnType<typeof useLevelActs>
beforeEach(async () => {
  said.length = 0
  store = await openScene([
    drawn('a', 1),
    drawn('b', 5),
    lined('a', 'l1', [20, 20, 80, 20]),
    lined('a', 'p1', [20, 24, 80, 24], { pass: 'colour' }),
  ])
  acts = mounted(() => useLevelActs()).given
})
afterEach(() => store.close())

const levels = () => store.scene!.levelOrder.map((id) => store.scene!.levels[id]!.name)
const passesOn = (level: string) =>
  Object.values(store.scene!.drawings)
    .filter((drawing) => drawing.level === level)
    .map(({ passes }) => passes)

test('a copy of a level gets the next name that is free, and is the level in hand', async () => {
  expect(await acts.copy('A')).toBe(true)
  expect([levels(), passesOn(store.level)]).toEqual([
    ['A', 'A 2'],
    [{ line: 1, colour: 1 }, {}],
  ])
  expect(await acts.copy(store.level)).toBe(true)
  expect(levels()).toEqual(['A', 'A 2', 'A 3'])
  store.undo()
  store.undo()
  expect(levels()).toEqual(['A'])
})

test('a pass taken up stands on a level of its own; laid together again all is as it was', async () => {
  expect(await acts.split('A', (_, pass) => pass === 'colour')).toBe(true)
  const up = store.level
  expect([passesOn('A'), passesOn(up)]).toEqual([[{ line: 1 }, {}], [{ colour: 1 }]])
  expect(await acts.layTogether(up)).toBe(true)
  expect([levels(), passesOn('A')]).toEqual([['A'], [{ line: 1, colour: 1 }, {}]])
})

test('drawings go to another level, which is in hand then; what is refused is said and changes nothing', async () => {
  expect(await acts.layTogether('A')).toBe(false)
  expect(said.at(-1)).toBe('There is no level below this one.')
  store.change({ type: 'level.add', level: { ...store.scene!.levels['A']!, id: 'B', name: 'Gull' }, at: 1 })
  expect(await acts.moveDrawings(['a'], 'B')).toBe(true)
  expect([store.level, passesOn('A'), passesOn('B')]).toEqual(['B', [{}], [{ line: 1, colour: 1 }]])
})
