import { said } from '../testing/element-plus'
import { standInBrowser } from '../testing/browser'
import { drawn, lined, openScene } from '../testing/open-scene'

standInBrowser()
const three = [drawn('a', 1), drawn('b', 5), drawn('c', 9), lined('a', 'l', [10, 10, 50, 10])]
let store: Awaited<ReturnType<typeof openScene>>
beforeEach(async () => {
  said.length = 0
  store = await openScene(three)
})
afterEach(() => store.close())

test('an opened scene lies at its first frame, on the level most is drawn on, with its ink', () => {
  expect([store.id, store.take, store.level, store.frame, store.drawing]).toEqual(['s', 'main', 'A', 1, 'a'])
  expect(store.ink!.inkOf('a', 'line')).toHaveLength(1)
  expect([store.canUndo, store.canRedo, store.trouble]).toEqual([false, false, ''])
})

test('flipping goes from drawing to drawing and stops at the ends; on a loop it goes round', () => {
  const flipped = (direction: 1 | -1) => {
    store.flip(direction)
    return store.drawing
  }
  expect([flipped(-1), flipped(1), flipped(1), flipped(1)]).toEqual(['a', 'b', 'c', 'c'])
  store.change({ type: 'level.set', level: 'A', fields: { loop: true } })
  expect([flipped(1), flipped(-1)]).toEqual(['a', 'c'])
  store.goTo(7)
  expect([store.drawing, store.besideOf(-1), store.besideOf(1)]).toEqual(['b', 1, 9])
})

test('where we go stays on the sheet, and where we are stays when the sheet gets shorter', () => {
  store.goTo(400)
  expect(store.frame).toBe(24)
  store.chosen = { levels: ['A'], from: 10, to: 24 }
  store.change({ type: 'scene.set', settings: { length: 12 } })
  expect([store.frame, store.chosen, said]).toEqual([12, undefined, []])
})

test('what is refused is said and changes nothing', () => {
  const before = store.working
  expect(store.change({ type: 'drawing.remove', drawing: 'gone' })).toBe(false)
  expect(store.working).toBe(before)
  expect(said).toEqual([expect.stringMatching(/not in the scene/)])
})

test('what takes a while changes the scene it was begun in, opened again or not; else nothing, and says so', async () => {
  const longer = { type: 'scene.set', settings: { length: 30 } } as const
  const here = store.thisScene()
  expect([here.isOpen(), here.change(longer), said]).toEqual([true, true, []])
  store.close()
  expect([here.isOpen(), here.change(longer)]).toEqual([false, false])
  expect(said).toEqual([expect.stringMatching(/no longer open/), expect.stringMatching(/Open it and do it again/)])
  await store.open('s')
  expect(here.change({ ...longer, settings: { length: 36 } })).toBe(true)
  await store.open('another')
  const before = store.working
  expect([here.isOpen(), here.change(longer), store.working]).toEqual([false, false, before])
})

test('ink asked for in a scene that is left meanwhile is not the ink to be worked on', async () => {
  const asked = store.allInk()
  await store.open('another')
  expect(await asked).toBe(false)
  expect(said).toEqual([expect.stringMatching(/no longer open/)])
})

test('a trial is shown and nothing more; its end shows the scene as it is', () => {
  const hold = { type: 'exposure.hold' as const, take: 'main', level: 'A', frame: 1, frames: 2 }
  expect(store.attempt(hold)).toBeUndefined()
  expect([store.exposures[0]!.frames, store.working!.sheets['main']!['A']![0]!.frames]).toEqual([2, 4])
  store.attempt()
  expect([store.exposures[0]!.frames, store.canUndo]).toEqual([4, false])
})

test('undoing a line shows the drawing it was on', () => {
  store.change(lined('a', 'm', [10, 40, 50, 40], { at: 1 }))
  store.showDrawing('c')
  store.undo()
  expect([store.drawing, store.ink!.inkOf('a', 'line').length, store.canRedo]).toEqual(['a', 1, true])
  store.showDrawing('b')
  store.redo()
  expect([store.drawing, store.ink!.inkOf('a', 'line').length]).toEqual(['a', 2])
})

test('a take that is undone leaves us on the main one', () => {
  store.change({ type: 'take.add', id: 't2', name: 'Other', from: 'main' })
  store.take = 't2'
  store.undo()
  expect([store.take, store.exposures.length]).toEqual(['main', 3])
})

test('a closed scene is gone from the page, and nothing is done to it any more', () => {
  store.close()
  expect([store.scene, store.ink, store.drawing, store.canUndo]).toEqual([undefined, undefined, undefined, false])
  expect(store.change({ type: 'drawing.remove', drawing: 'a' })).toBe(false)
})

test('a scene that is opened again lies where it was left, as far as that is still there; another at its first frame', async () => {
  const kept = new Map<string, string>()
  Object.assign(globalThis, {
    sessionStorage: {
      getItem: (name: string) => kept.get(name) ?? null,
      setItem: (name: string, value: string) => void kept.set(name, value),
    },
  })
  try {
    store.goTo(7)
    store.close()
    store = await openScene(three)
    expect([store.take, store.level, store.frame, store.drawing]).toEqual(['main', 'A', 7, 'b'])

    store.goTo(20)
    store.take = 'gone'
    store.level = 'gone'
    store.close()
    store = await openScene(three, { length: 12 })
    expect([store.take, store.level, store.frame]).toEqual(['main', 'A', 12])

    for (const instead of ['{"scene":"other","take":"main","level":"A","frame":5}', 'no place', '{"scene":"s"}']) {
      store.close()
      kept.forEach((_, name) => kept.set(name, instead))
      store = await openScene(three)
      expect(store.frame).toBe(1)
    }
  } finally {
    Reflect.deleteProperty(globalThis, 'sessionStorage')
  }
})
