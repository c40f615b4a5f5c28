import {
  applyEdit,
  inkAfter,
  inkKey,
  levelSplit,
  levelsLaidTogether,
  PASSES,
  unpackInk,
  unpackPasses,
  type Edit,
  type Ink,
  type Scene,
} from '@unhurried/core'
import { drawn, settingsOf } from '../../core/src/testing/build'
import { openHarness, type Harness } from './drive'

let harness: Harness
let address = ''
const start = async () => (address = `http://127.0.0.1:${(await harness.order('start')).port}`)
beforeAll(async () => {
  harness = await openHarness()
  await start()
})
afterAll(() => harness.order('stop'))

async function post(path: string, body: object) {
  const answer = await fetch(address + path, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  })
  const told = await answer.json()
  expect([path, answer.status, answer.status < 300 ? {} : told]).toEqual([path, expect.any(Number), {}])
  return told
}
const opened = async () =>
  (await (await fetch(`${address}/api/scenes/levels`)).json()) as { scene: Scene; version: number }

/** What the server has: pieces by drawing and pass, in their order. */
async function inkThere(scene: Scene): Promise<Record<string, string[]>> {
  const answer = await fetch(`${address}/api/scenes/levels/ink?drawings=${Object.keys(scene.drawings).join(',')}`)
  const passes = unpackPasses(new Uint8Array(await answer.arrayBuffer()))
  return Object.fromEntries(passes.map(({ drawing, pass, bytes }) => [inkKey(drawing, pass), places(unpackInk(bytes))]))
}
const places = (ink: Ink) => ink.map((piece) => (piece.kind === 'stroke' ? String(piece.points) : piece.kind))

test('levels divided and laid together are on a server that was killed as the page has them', async () => {
  await post('/api/productions', { id: 'tests', name: 'Tests' })
  await post('/api/scenes', { id: 'levels', production: 'tests', settings: settingsOf() })
  let { scene } = await opened()
  const ink = new Map<string, Ink>()
  const inkOf = (drawing: string, pass: string): Ink => ink.get(inkKey(drawing, pass)) ?? []
  let [version, made] = [0, 0]
  const freshId = () => `made-${made++}`
  async function make(edit: Edit) {
    for (const written of inkAfter(edit, inkOf)) ink.set(inkKey(written.drawing, written.pass), written.ink)
    scene = applyEdit(scene, edit).scene
    version = (await post('/api/scenes/levels/edits', { base: version, edits: [{ id: freshId(), edit }] })).version
  }
  const line = (drawing: string, pass: 'line' | 'rough', x: number): Edit => ({
    type: 'ink.change',
    ...{ drawing, pass },
    remove: [],
    add: [
      {
        at: inkOf(drawing, pass).length,
        piece: { kind: 'stroke', id: freshId(), swatch: 'pencil', size: 2, points: [x, 1, 1] },
      },
    ],
  })
  async function sameAfterAKill() {
    await harness.order('killServer')
    await start()
    expect((await opened()).scene).toEqual(scene)
    const mine = Object.keys(scene.drawings).flatMap((drawing) =>
      PASSES.flatMap((pass) =>
        inkOf(drawing, pass).length > 0 ? [[inkKey(drawing, pass), places(inkOf(drawing, pass))]] : [],
      ),
    )
    expect(await inkThere(scene)).toEqual(Object.fromEntries(mine))
  }

  for (const edit of [drawn('a', 1), drawn('b', 9)]) await make(edit)
  for (const [drawing, pass, x] of [
    ['a', 'line', 1],
    ['a', 'rough', 2],
    ['a', 'line', 3],
    ['b', 'rough', 4],
  ] as const)
    await make(line(drawing, pass, x))
  const goesUp = (_: unknown, pass: string) => pass === 'rough'
  await make(levelSplit(scene, 'A', { id: 'up', name: 'Up', freshId, inkOf, goesUp }))
  await sameAfterAKill()
  await make(line('a', 'line', 5))
  await make(levelsLaidTogether(scene, 'up', { inkOf, freshId }))
  await sameAfterAKill()
  expect(scene.levelOrder).toEqual(['A'])
})
