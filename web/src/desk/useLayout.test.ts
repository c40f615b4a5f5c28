import { nextTick } from 'vue'
import { standInBrowser } from '../testing/browser'
import { mounted } from '../testing/open-scene'
import { PANELS, useLayout, type Layout } from './useLayout'

standInBrowser()
const told: boolean[] = []
/** A window of some size, whose page is told when the table is cleared. */
function layoutAt(innerWidth: number, innerHeight: number) {
  Object.assign(window, { innerWidth, innerHeight })
  Object.assign(document, { documentElement: { toggleAttribute: (_: string, now: boolean) => told.push(now) } })
  return mounted(useLayout)
}
const shown = (layout: Layout) => PANELS.filter((panel) => layout.isShown(panel))
beforeEach(() => (told.length = 0))

test('where there is room everything lies beside the paper', () => {
  const { given } = layoutAt(1280, 800)
  expect([shown(given), given.folded.value.size]).toEqual([[...PANELS], 0])
})

test('narrow or low, panels fold to their edges, the tools last of all', () => {
  expect(shown(layoutAt(1024, 768).given)).toEqual(['sheet', 'cards', 'tools'])
  expect(shown(layoutAt(640, 400).given)).toEqual(['tools'])
})

test('a folded panel is laid over the paper when asked for, and folded again', () => {
  const { given } = layoutAt(640, 400)
  given.bring('sheet')
  expect([given.isShown('sheet'), given.isOver('sheet'), given.isOver('tools')]).toEqual([true, true, false])
  expect([given.foldOver(), given.isShown('sheet'), given.foldOver()]).toEqual([true, false, false])
})

test('cleared by one act, brought back one by one beside the paper, and laid back by the same act', async () => {
  const { given, unmount } = layoutAt(1280, 800)
  given.clear()
  await nextTick()
  expect([shown(given), told]).toEqual([[], [true]])
  given.bring('chart')
  expect([shown(given), given.isOver('chart')]).toEqual([['chart'], false])
  given.clear()
  await nextTick()
  expect([shown(given), told.at(-1)]).toEqual([[...PANELS], false])
  given.clear()
  await nextTick()
  unmount()
  expect(told.at(-1)).toBe(false)
})

test('hands are changed and stay so', () => {
  const { given } = layoutAt(1280, 800)
  const before = given.leftHanded.value
  given.changeHands()
  expect(given.leftHanded.value).toBe(!before)
})
