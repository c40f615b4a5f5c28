import { exposuresOf } from '@unhurried/core'
import { said } from '../../testing/element-plus'
import { standInBrowser } from '../../testing/browser'
import { drawn, mounted, openScene } from '../../testing/open-scene'
import { useSheet, type SheetHands } from './useSheet'

standInBrowser()
let store: Awaited<ReturnType<typeof openScene>>
let sheet: SheetHands
beforeEach(async () => {
  said.length = 0
  store = await openScene([
    drawn('a', 1),
    drawn('b', 5),
    drawn('c', 9),
    { type: 'exposure.hold', take: 'main', level: 'A', frame: 9, frames: 4 },
  ])
  sheet = mounted(useSheet).given
})
afterEach(() => store.close())

/** The column as it is written on paper: `a4` is a drawing held for four, `-` an empty frame. */
const column = (level = 'A') =>
  exposuresOf(store.scene!, level, store.take)
    .map(({ drawing, frames }) => `${drawing ?? '-'}${frames}`)
    .join(' ')
const choose = (from: number, to: number, levels = ['A']) => (store.chosen = { levels, from, to })

test('with nothing chosen all is about the exposure we are at', () => {
  store.goTo(6)
  expect([sheet.range.value, sheet.words.value]).toEqual([
    { levels: ['A'], from: 5, to: 8 },
    `frames 5 to 8 of ${store.scene!.levels['A']!.name}`,
  ])
})

test('a digit holds the drawing we are at, or puts every drawing chosen on so many', () => {
  sheet.expose(2)
  expect(column()).toMatch(/^a2 b4 c4/)
  choose(1, 10)
  sheet.expose(3)
  expect(column()).toMatch(/^a3 b3 c3/)
  // The same drawings stay chosen: the next digit means them.
  expect(store.chosen).toEqual({ levels: ['A'], from: 1, to: 9 })
  sheet.expose(1)
  expect(column()).toMatch(/^a1 b1 c1/)
})

test('a drawing is held for a frame at least, and that is said', () => {
  sheet.hold(0)
  expect([column().startsWith('a4'), said]).toEqual([true, [expect.stringMatching(/at least one frame/)]])
})

test('what is copied is pasted over as many frames, and nothing is pasted that was not copied here', () => {
  sheet.paste()
  expect(said).toEqual([expect.stringMatching(/Nothing was copied/)])
  choose(1, 4)
  expect([sheet.copy(), sheet.canPaste.value]).toEqual([true, true])
  store.chosen = undefined
  store.goTo(9)
  sheet.paste()
  expect(column()).toMatch(/^a4 b4 a4/)
})

test('more columns than lie to the right are not pasted', () => {
  store.change({ type: 'level.add', level: { ...store.scene!.levels['A']!, id: 'B', name: 'Over' }, at: 1 })
  choose(1, 4, ['B', 'A'])
  sheet.copy()
  choose(1, 4, ['A'])
  sheet.paste()
  expect(said.at(-1)).toMatch(/2 columns were copied and only 1/)
})

test('cut leaves the frames empty and can be pasted back', () => {
  choose(5, 8)
  sheet.cut()
  expect(column()).toMatch(/^a4 -4 c4/)
  sheet.paste()
  expect(column()).toMatch(/^a4 b4 c4/)
})

test('choosing stretches from where we are, over frames and levels, and lets go where it began', () => {
  store.change({ type: 'level.add', level: { ...store.scene!.levels['A']!, id: 'B', name: 'Over' }, at: 1 })
  store.goTo(5)
  sheet.stretch(1, 0)
  sheet.stretch(1, 0)
  expect(store.chosen).toEqual({ levels: ['A'], from: 5, to: 7 })
  sheet.stretch(0, -1)
  expect(store.chosen).toEqual({ levels: ['B', 'A'], from: 5, to: 7 })
  sheet.stretch(-2, 1)
  expect(store.chosen).toBeUndefined()
})

test('the whole level is chosen, and asked again all levels', () => {
  store.change({ type: 'level.add', level: { ...store.scene!.levels['A']!, id: 'B', name: 'Over' }, at: 1 })
  sheet.chooseAll()
  expect(store.chosen).toEqual({ levels: [store.level], from: 1, to: 24 })
  sheet.chooseAll()
  expect(store.chosen!.levels).toEqual(['B', 'A'])
})

test('frames put in and taken out, here or through all levels; what was chosen is let go', () => {
  store.goTo(5)
  sheet.framesIn(2, false)
  // What is held before them is held on.
  expect(column()).toBe('a6 b4 c4 -10')
  choose(1, 4)
  sheet.framesOut(false)
  expect([column(), store.chosen]).toEqual(['a2 b4 c4 -14', undefined])
})

test('a drawing is shown again, left empty, copied, and put in by its place', () => {
  store.goTo(9)
  sheet.showAgain('a')
  expect(store.drawing).toBe('a')
  sheet.leaveEmpty()
  expect(store.drawing).toBeUndefined()
  sheet.putIn()
  expect(store.scene!.drawings[store.drawing!]!.role).toBe('key')
  sheet.copyDrawing('b')
  expect(store.scene!.drawings[store.drawing!]).toMatchObject({ role: 'key', level: 'A' })
})
