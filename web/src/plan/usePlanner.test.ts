import { exposuresOf } from '@unhurried/core'
import { settled, standInBrowser } from '../testing/browser'
import { drawn, lined, mounted, openScene } from '../testing/open-scene'
import { usePlanner, type PlannerTable } from './usePlanner'

standInBrowser()
let store: Awaited<ReturnType<typeof openScene>>
let table: PlannerTable
beforeEach(async () => {
  store = await openScene([], { length: 96 })
  table = mounted(usePlanner).given
})
afterEach(() => store.close())
const laidDrawings = () => Object.keys(store.scene!.drawings).length

test('a planner is opened where we are, with sense from the start', () => {
  store.goTo(5)
  table.open('bounce')
  expect([table.planner.value!.id, table.frame.value, table.refused.value]).toEqual(['bounce', 5, undefined])
  expect([table.motion.value!.drawings.length > 5, table.cost.value!.drawings]).toEqual([
    true,
    table.motion.value!.drawings.length,
  ])
  table.open('nothing known')
  expect(table.planner.value!.id).toBe('bounce')
})

test('nonsense is refused with its reason, and the last motion that made sense stays on the preview', () => {
  table.open('bounce')
  const sensible = table.motion.value
  table.set({ keeps: 0.01 })
  expect([table.refused.value!.refused, table.motion.value === sensible]).toEqual([
    'With so little speed kept it does not hop at all.',
    true,
  ])
  expect(table.lay()).toBe(false)
  table.set(table.refused.value!.nearest!.inputs)
  expect([table.refused.value, table.motion.value === sensible]).toEqual([undefined, false])
})

test('laid in it is one edit with its drawings, exposures and charts; said, and undone in one step', async () => {
  table.open('bounce')
  expect(table.lay()).toBe(true)
  expect(table.done.value).toMatch(/^Laid in: frames 1 to \d+ of level /)
  expect([laidDrawings(), table.laid.value.length]).toEqual([table.cost.value!.drawings, 1])
  expect(exposuresOf(store.scene!, 'A', 'main').length).toBeGreaterThan(5)
  await settled()
  store.undo()
  await settled()
  // Taken out by an undo, it is a new one again.
  expect([laidDrawings(), table.plan.value]).toEqual([0, undefined])
})

test('opened again and changed it moves only what is not drawn, and says what stays', () => {
  table.open('bounce')
  table.lay()
  const plan = table.plan.value!
  const first = table.record.value!.drawings[0]!
  store.change(lined(first, 'ink', [10, 10, 60, 10]))
  table.close()
  expect(table.planner.value).toBeUndefined()
  table.reopen(plan)
  expect([table.plan.value, table.stays.value.map(({ id }) => id)]).toEqual([plan, [first]])
  table.set({ hops: 2 })
  expect(table.lay()).toBe(true)
  expect(table.done.value).toMatch(/^Changed: .* Drawn and left as it is: 1\.$/)
})

test('frames put in before it have moved it along the sheet when it is opened again', () => {
  table.open('bounce')
  table.lay()
  const plan = table.plan.value!
  store.change({ type: 'frames.put-in', take: 'main', at: 1, frames: 6 })
  table.reopen(plan)
  expect([table.frame.value, store.frame]).toEqual([7, 7])
})

test('what has no room is refused in words and nothing is laid', () => {
  store.change(drawn('k', 3))
  store.change(lined('k', 'ink', [10, 10, 60, 10]))
  table.open('bounce')
  expect([table.lay(), laidDrawings()]).toEqual([false, 1])
  expect(table.trouble.value).toMatch(/never laid over ink/)
  table.set({ hops: 2 })
  expect(table.trouble.value).toBe('')
})

test('a plan is taken out with what is not drawn of it', () => {
  table.open('swing')
  table.lay()
  table.takeOut()
  expect([laidDrawings(), table.planner.value, table.laid.value]).toEqual([0, undefined, []])
})

test('a plan is copied as a new one right after it, the old one left as it is', () => {
  table.open('bounce')
  table.set({ bounces: 1 })
  table.lay()
  const [first, until] = [table.plan.value, table.until.value]
  const before = store.scene!.plans![first!]
  table.copy()
  expect([table.plan.value, table.frame.value]).toEqual([undefined, until + 1])
  expect(table.lay()).toBe(true)
  expect(Object.keys(store.scene!.plans!)).toHaveLength(2)
  expect(store.scene!.plans![first!]).toEqual(before)
  expect(store.scene!.plans![table.plan.value!]!.inputs).toEqual(before!.inputs)
})
