import { drawn, lined, openScene } from '../../testing/open-scene'
import { standInBrowser } from '../../testing/browser'
import { deleteDB } from 'idb'
import { COPIES, copiedInk, copiesHere, copyOf, keepCopy } from './copies'
import { keepCopyOf } from './keep-copy'

standInBrowser()
// Nothing of what waits for a pause of the hand has to wait here.
globalThis.requestIdleCallback = (act) => setTimeout(act, 1) as unknown as number

const NOTHING = { changed: [], stays: new Set<string>() }
const two = [drawn('a', 1), drawn('b', 5), lined('a', 'l', [10, 10, 50, 10]), lined('b', 'm', [10, 20, 50, 20])]
let store: Awaited<ReturnType<typeof openScene>>
let end: () => void
beforeEach(async () => {
  await deleteDB('unhurried-copies')
  store = await openScene(two)
  end = keepCopyOf(store.session!, { id: 's', production: 'p', limits: {} }, 1)
})
afterEach(() => {
  end()
  store.close()
})

/** Waits until a copy of a version is there. */
async function copied(version: number) {
  for (let tries = 0; tries < 400; tries++) {
    if ((await copyOf('s'))?.version === version) return
    await new Promise((resolve) => setTimeout(resolve, 5))
  }
  throw new Error(`No copy of version ${version}`)
}
const linesOf = async (drawing: string, version: number) =>
  (await copiedInk('s', [drawing], version))?.map(({ pass, ink }) => [
    pass,
    ink.map((piece) => 'id' in piece && piece.id),
  ])

test('a scene that was opened is here whole, with its ink', async () => {
  await copied(0)
  expect((await copyOf('s'))!.scene).toEqual(store.session!.confirmed)
  expect(await linesOf('a', 0)).toEqual([['line', ['l']]])
  expect(await copiesHere()).toMatchObject([{ id: 's', name: store.scene!.settings.name }])
})

test('what the server took since is in it; ink is given for that very version alone', async () => {
  await copied(0)
  store.change(lined('b', 'n', [10, 40, 50, 40], { at: 1 }))
  store.change({ type: 'drawing.remove', drawing: 'a' })
  await copied(2)
  expect(await linesOf('b', 2)).toEqual([['line', ['m', 'n']]])
  expect(await linesOf('a', 2)).toEqual([])
  expect([await linesOf('b', 1), Object.keys((await copyOf('s'))!.scene.drawings)]).toEqual([undefined, ['b']])
})

test('what the server has not taken is not in it', async () => {
  await copied(0)
  const answering = globalThis.fetch
  globalThis.fetch = async () => Promise.reject(new Error('away'))
  store.change(lined('a', 'n', [10, 40, 50, 40], { at: 1 }))
  globalThis.fetch = answering
  expect(store.ink!.inkOf('a', 'line')).toHaveLength(2)
  expect(store.ink!.keptOf('a')!.map(({ ink }) => ink.length)).toEqual([1])
  expect(await linesOf('a', 0)).toEqual([['line', ['l']]])
})

test('a copy another window has made since is not mixed with one’s own: it is made anew', async () => {
  await copied(0)
  const open = (await copyOf('s'))!
  await keepCopy({ ...open, version: 7 }, { ...NOTHING, base: 0 })
  store.change(lined('b', 'n', [10, 40, 50, 40], { at: 1 }))
  await copied(1)
  expect([await linesOf('a', 1), await linesOf('b', 1)]).toEqual([[['line', ['l']]], [['line', ['m', 'n']]]])
})

test('while the server is away a scene opens as it was kept; one that was not says why it does not', async () => {
  store.change(lined('a', 'n', [10, 40, 50, 40], { at: 1 }))
  await copied(1)
  end()
  globalThis.fetch = async () => Promise.reject(new Error('away'))
  await store.open('s')
  expect([store.trouble, store.keeping, store.ink!.inkOf('a', 'line').length]).toEqual([
    '',
    { state: 'away', waiting: 0 },
    2,
  ])
  await store.open('t')
  expect(store.trouble).toMatch(/not answering/)
})

test(`no more than ${COPIES} are kept, and what cannot be read is as if it were not there`, async () => {
  await copied(0)
  const open = (await copyOf('s'))!
  for (let i = 0; i < COPIES; i++) await keepCopy({ ...open, id: `more-${i}` }, { ...NOTHING, base: -1 })
  expect([(await copiesHere()).length, await copyOf('s'), await linesOf('a', 0)]).toEqual([
    COPIES,
    undefined,
    undefined,
  ])
  await keepCopy({ ...open, version: 'one' as never }, { ...NOTHING, base: -1 })
  expect(await copyOf('s')).toBeUndefined()
})
