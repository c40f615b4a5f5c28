import { standInBrowser } from '../../../testing/browser'
import { edgeScroll, pullAt } from './edge-scroll'

const browser = standInBrowser()

test('within a view nothing pulls; towards its edge and beyond it pulls the more, up to a limit', () => {
  expect([50, 100, 174].map((at) => pullAt(at, 0, 200))).toEqual([0, 0, 0])
  expect([25, 10, -20, -900].map((at) => pullAt(at, 0, 200))).toEqual([-1 / 3, -16 / 3, -46 / 3, -24])
  expect([190, 900].map((at) => pullAt(at, 0, 200))).toEqual([16 / 3, 24])
})

/** A view 100 × 100 on 100 × 500. */
function view() {
  const it = {
    scrollLeft: 0,
    scrollTop: 0,
    scrollBy: (_: number, y: number) => (it.scrollTop = Math.max(0, Math.min(400, it.scrollTop + y))),
    getBoundingClientRect: () => ({ left: 0, top: 0, right: 100, bottom: 100 }),
  }
  return it
}

test('it scrolls at every frame of the screen until the pointer comes back, the drag ends, or its end is reached', () => {
  const sheet = view()
  let told = 0
  const scroll = edgeScroll(sheet as unknown as HTMLElement, () => told++)
  scroll.at({ clientX: 50, clientY: 140 })
  for (let i = 0; i < 3; i++) browser.nextFrame()
  expect([sheet.scrollTop, told]).toEqual([66, 3])
  scroll.at({ clientX: 50, clientY: 50 })
  browser.nextFrame()
  expect(told).toBe(3)
  scroll.at({ clientX: 50, clientY: 300 })
  for (let i = 0; i < 40; i++) browser.nextFrame()
  expect(sheet.scrollTop).toBe(400)
  const atEnd = told
  browser.nextFrame()
  expect(told).toBe(atEnd)
  scroll.at({ clientX: 50, clientY: -40 })
  scroll.end()
  browser.nextFrame()
  expect(sheet.scrollTop).toBe(400)
})
