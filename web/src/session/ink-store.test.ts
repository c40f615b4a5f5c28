import { changeInk, packInk, packPasses, type Edit, type InkPiece } from '@unhurried/core'
import { createInkStore } from './ink-store'

const piece = (id: string): InkPiece => ({ kind: 'stroke', id, swatch: 'pencil', size: 3, points: [1, 1, 1] })
const stroke = (id: string, drawing = 'k1', at = 0): Edit => ({
  type: 'ink.change',
  drawing,
  pass: 'line',
  remove: [],
  add: [{ at, piece: piece(id) }],
})
const ids = (ink: readonly InkPiece[]) => ink.map((each) => each.id)

/** Answers with some ink, when the test says so; remembers what was asked for. */
function answering(ink: Record<string, string[]>) {
  const asked: string[][] = []
  let release = () => {}
  let gate: Promise<void> | undefined
  globalThis.fetch = (async (path: string) => {
    const drawings = path.split('drawings=')[1]!.split(',')
    asked.push(drawings)
    await gate
    const passes = drawings.flatMap((drawing) =>
      ink[drawing] ? [{ drawing, pass: 'line' as const, bytes: packInk(ink[drawing]!.map(piece)) }] : [],
    )
    return new Response(packPasses(passes) as BodyInit)
  }) as typeof fetch
  return {
    asked,
    hold: () => (gate = new Promise((go) => (release = go))),
    go: () => release(),
  }
}

test('the nearest come first in a small request, then the rest; nothing is asked for twice', async () => {
  const server = answering({ d0: ['a'], d70: ['b'] })
  const store = createInkStore('s')
  const wanted = Array.from({ length: 80 }, (_, i) => `d${i}`)
  await Promise.all([store.ensure(wanted), store.ensure(['d3', 'd3'])])
  expect(server.asked[0]).toEqual(wanted.slice(0, 8))
  expect(server.asked.flat().length).toBe(new Set(server.asked.flat()).size)
  expect(ids(store.inkOf('d70', 'line'))).toEqual(['b'])
  await store.ensure(wanted)
  expect(server.asked.flat()).toHaveLength(80)
})

test('edits on their way lie on what the server sent, once, whether it had seen them or not', async () => {
  for (const seen of [[], ['mine']]) {
    const server = answering({ k1: ['old', ...seen] })
    server.hold()
    const store = createInkStore('s')
    let waiting: Edit[] = [stroke('mine', 'k1', 1)]
    const loading = store.ensure(['k1'], () => waiting)
    // Kept and off the list before the answer arrives.
    waiting = []
    server.go()
    await loading
    expect(ids(store.inkOf('k1', 'line'))).toEqual(['old', 'mine'])
  }
})

test('a line drawn on a new drawing is not lost to an answer still on its way', async () => {
  const server = answering({})
  server.hold()
  const store = createInkStore('s')
  const loading = store.ensure(['k5'])
  store.apply(stroke('fresh', 'k5'))
  server.go()
  await loading
  expect(ids(store.inkOf('k5', 'line'))).toEqual(['fresh'])
})

test('listeners hear of each changed pass; copied drawings take their ink along; what is forgotten is read again', async () => {
  const server = answering({ k1: ['old'] })
  const store = createInkStore('s')
  const heard: string[] = []
  const leave = store.onChange((drawing, pass) => heard.push(`${drawing}/${pass}`))
  await store.ensure(['k1'])
  store.apply(stroke('new', 'k1', 1))
  store.apply({ type: 'drawing.copy', take: 'main', frame: 3, source: 'k1', drawing: { id: 'copy', role: 'key' } })
  expect(heard).toEqual(['k1/line', 'k1/line', 'copy/line'])
  expect(ids(store.inkOf('copy', 'line'))).toEqual(['old', 'new'])
  leave()
  store.forget(new Set(['k1']))
  await store.ensure(['k1'])
  expect(heard).toHaveLength(3)
  expect(server.asked.flat()).toEqual(['k1', 'k1'])
})

test('while ink changed elsewhere is read again the old stays, and a line finished meanwhile lies where the server lays it', async () => {
  const ink = { k1: ['old'] }
  const server = answering(ink)
  const store = createInkStore('s')
  await store.ensure(['k1'])
  ink.k1 = ['old', 'theirs']
  store.forget(new Set(['k1']))
  expect([ids(store.inkOf('k1', 'line')), store.isLoaded('k1')]).toEqual([['old'], true])
  server.hold()
  const loading = store.ensure(['k1'], () => [])
  // Finished, sent and kept before the older answer arrives: it is on no list any more.
  store.apply(stroke('mine', 'k1', 1))
  expect(ids(store.inkOf('k1', 'line'))).toEqual(['old', 'mine'])
  server.go()
  await loading
  const kept = changeInk(['old', 'theirs'].map(piece), stroke('mine', 'k1', 1) as Extract<Edit, { type: 'ink.change' }>)
  expect(store.inkOf('k1', 'line')).toEqual(kept)
  expect(ids(kept)).toContain('mine')
})

test('an answer older than the newest news of a drawing is not taken for its ink', async () => {
  const ink = { k1: ['first'] }
  const server = answering(ink)
  server.hold()
  const store = createInkStore('s')
  const early = store.ensure(['k1'])
  store.forget(new Set(['k1']))
  const late = store.ensure(['k1'])
  server.go()
  await Promise.all([early, late])
  expect(server.asked).toEqual([['k1'], ['k1']])
  expect(ids(store.inkOf('k1', 'line'))).toEqual(['first'])
})

test('a damaged answer is an error, not ink', async () => {
  globalThis.fetch = (async () => new Response(new Uint8Array([3, 65, 66]))) as unknown as typeof fetch
  const store = createInkStore('s')
  await expect(store.ensure(['k1'])).rejects.toThrow(/damaged/)
  expect(store.isLoaded('k1')).toBe(false)
})
