import { writePng, type ProductionDocument, type Scene } from '@unhurried/core'
import type { Drawer, FoundScene, Production } from '@unhurried/core/api'
import fc from 'fast-check'
import { settingsOf } from '../../core/src/testing/build'
import { positionBefore } from '../src/keeping/shelf/shelving'
import { openHarness, type Harness } from './drive'

let harness: Harness
let address = ''
beforeAll(async () => {
  harness = await openHarness()
  address = `http://127.0.0.1:${(await harness.order('start')).port}`
})
afterAll(() => harness.order('stop'))

const get = async <T>(path: string): Promise<T> => (await fetch(address + path)).json() as Promise<T>
async function post(path: string, body: object = {}, expected = 200) {
  const answer = await fetch(address + path, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  })
  const told = (await answer.json()) as { detail?: string }
  expect([path, answer.status, told.detail]).toEqual([path, expected, expected < 400 ? undefined : expect.any(String)])
  return told
}
const statement = <T>(text: string, values: unknown[] = []): Promise<T[]> =>
  harness.order('statement', { text, values })

let made = 0
/** A production of its own with scenes of these names, in this order. */
async function shelved(...names: string[]) {
  const production = `production${made++}`
  await post('/api/productions', { id: production, name: `Reel ${production}` }, 201)
  const ids: string[] = []
  for (const name of names) {
    const id = `scene${made++}`
    await post('/api/scenes', { id, production, settings: settingsOf({ name }) }, 201)
    ids.push(id)
  }
  return { production, ids }
}
const shelf = () => get<Production[]>('/api/shelf')
const namesOf = async (production: string) =>
  (await shelf()).find(({ id }) => id === production)?.scenes.map(({ name }) => name)
const drawer = () => get<Drawer>('/api/drawer')
const edits = (scene: string, base: number, ...list: object[]) =>
  post(`/api/scenes/${scene}/edits`, { base, edits: list.map((edit) => ({ id: `edit${made++}`, edit })) })
const key = (id: string) => ({
  type: 'drawing.add',
  take: 'main',
  level: 'A',
  frame: 1,
  drawing: { id, role: 'key' },
})
const line = (id: string, drawing: string) => ({
  type: 'ink.change',
  drawing,
  pass: 'line',
  remove: [],
  add: [{ at: 0, piece: { kind: 'stroke', id, swatch: 'pencil', size: 4, points: [10, 20, 0.2, 30, 40, 0.6] } }],
})

test('a scene goes before another, last, or into another production, and keeps its place', async () => {
  const { production, ids } = await shelved('one', 'two', 'three')
  const other = await shelved('elsewhere')
  await post(`/api/scenes/${ids[2]}/shelf`, { before: ids[0] })
  expect(await namesOf(production)).toEqual(['three', 'one', 'two'])
  await post(`/api/scenes/${ids[2]}/shelf`, { before: ids[1] })
  expect(await namesOf(production)).toEqual(['one', 'three', 'two'])
  await post(`/api/scenes/${ids[0]}/shelf`, { before: null })
  expect(await namesOf(production)).toEqual(['three', 'two', 'one'])
  await post(`/api/scenes/${ids[1]}/shelf`, { production: other.production, before: other.ids[0] })
  expect([await namesOf(production), await namesOf(other.production)]).toEqual([
    ['three', 'one'],
    ['two', 'elsewhere'],
  ])
  const { detail } = await post(`/api/scenes/${ids[0]}/shelf`, { before: 'nobody' }, 404)
  expect(detail).toMatch(/Open the shelf again/)
  expect(await namesOf(production)).toEqual(['three', 'one'])
})

test('a scene named anew on the shelf has that name at once, as a step of its history', async () => {
  const { production, ids } = await shelved('Old name')
  await post(`/api/scenes/${ids[0]}/shelf`, { name: 'New name' })
  expect(await namesOf(production)).toEqual(['New name'])
  const { scene, version } = await get<{ scene: Scene; version: number }>(`/api/scenes/${ids[0]}`)
  expect([scene.settings.name, version]).toEqual(['New name', 1])
  await post(`/api/scenes/${ids[0]}/shelf`, { name: ' ' }, 422)
})

test('between any two there is room, however often something goes there', async () => {
  const { production, ids } = await shelved('a', 'b', 'c')
  for (let n = 0; n < 70; n++) await post(`/api/scenes/${ids[1 + (n % 2)]}/shelf`, { before: ids[2 - (n % 2)] })
  expect(await namesOf(production)).toEqual(['a', 'c', 'b'])
})

test('a place before another lies between it and the one before', () => {
  fc.assert(
    fc.property(
      fc.uniqueArray(fc.double({ noNaN: true, min: -1e6, max: 1e6 }), { maxLength: 20 }),
      fc.nat(20),
      (positions, n) => {
        const others = positions.sort((a, b) => a - b).map((position, i) => ({ id: `${i}`, position }))
        const at = n % (others.length + 1)
        const position = positionBefore(others, at)
        if (position === undefined) expect((others[at - 1]!.position + others[at]!.position) / 2).not.toBeNaN()
        else {
          if (others[at - 1]) expect(position).toBeGreaterThan(others[at - 1]!.position)
          if (others[at]) expect(position).toBeLessThan(others[at]!.position)
        }
      },
    ),
  )
})

test('productions are named anew, moved, put away with their scenes and brought back', async () => {
  const [one, two] = [await shelved('in one'), await shelved('in two')]
  await post(`/api/productions/${two.production}`, { name: 'Slack water', before: one.production })
  const order = (await shelf()).map(({ id }) => id).filter((id) => [one.production, two.production].includes(id))
  expect(order).toEqual([two.production, one.production])
  await post(`/api/productions/${two.production}`, { away: true })
  expect((await shelf()).some(({ id }) => id === two.production)).toBe(false)
  expect((await drawer()).productions).toContainEqual(
    expect.objectContaining({ id: two.production, name: 'Slack water', count: 1 }),
  )
  await post(`/api/productions/${two.production}`, { away: false })
  expect((await shelf()).find(({ id }) => id === two.production)).toMatchObject({ name: 'Slack water', count: 1 })
  await post(`/api/productions/${two.production}/forget`, {}, 422)
  const bare = await shelved()
  await post(`/api/productions/${bare.production}/forget`)
  expect((await shelf()).some(({ id }) => id === bare.production)).toBe(false)
  await post('/api/productions/nobody', { name: 'x' }, 404)
})

test('a copy has the drawings and their history, stands beside its scene and lives by itself', async () => {
  const { production, ids } = await shelved('first', 'last')
  await edits(ids[0]!, 0, key('k1'), line('l1', 'k1'))
  const copy = { id: 'copied1', name: 'first again', copies: 'everything' }
  for (let twice = 0; twice < 2; twice++) await post(`/api/scenes/${ids[0]}/copies`, copy, 201)
  expect(await namesOf(production)).toEqual(['first', 'first again', 'last'])
  const ink = async (id: string) => (await fetch(`${address}/api/scenes/${id}/ink?drawings=k1`)).arrayBuffer()
  expect(Buffer.from(await ink('copied1'))).toEqual(Buffer.from(await ink(ids[0]!)))
  const history = await get<{ version: number }[]>('/api/scenes/copied1/history')
  expect(history.map(({ version }) => version)).toEqual([3, 2, 1])
  await edits('copied1', 3, line('l2', 'k1'))
  const lines = async (id: string) =>
    (await get<{ scene: Scene }>(`/api/scenes/${id}`)).scene.drawings['k1']!.passes.line
  expect([await lines(ids[0]!), await lines('copied1')]).toEqual([1, 2])
})

test('a production is copied scene by scene: each stands last in the other, which has the same limits', async () => {
  const { production, ids } = await shelved('ebb', 'flood')
  await edits(ids[0]!, 0, key('k1'), line('l1', 'k1'))
  await post(`/api/productions/${production}/limits`, { 'line-weight': { share: 30 } })
  await post('/api/productions', { id: 'twin-one', name: 'Twin', limitsOf: production }, 201)
  for (const [i, name] of ['ebb', 'flood'].entries())
    await post(
      `/api/scenes/${ids[i]}/copies`,
      { id: `twin-scene${i}`, name, copies: 'everything', production: 'twin-one' },
      201,
    )
  expect([await namesOf('twin-one'), await namesOf(production)]).toEqual([
    ['ebb', 'flood'],
    ['ebb', 'flood'],
  ])
  const { limits, scene } = await get<{ scene: Scene; limits: unknown }>('/api/scenes/twin-scene0')
  expect([limits, scene.drawings['k1']!.passes.line]).toEqual([{ 'line-weight': { share: 30 } }, 1])
  const stray = { id: 'stray-one', name: 'x', copies: 'everything', production: 'nowhere' }
  await post(`/api/scenes/${ids[0]}/copies`, stray, 404)
  expect(await namesOf(production)).toEqual(['ebb', 'flood'])
})

test('the same set-up again has levels, colours and settings, and nothing drawn', async () => {
  const { ids } = await shelved('mould')
  const level = (await get<{ scene: Scene }>(`/api/scenes/${ids[0]}`)).scene.levels['A']!
  await edits(ids[0]!, 0, key('k1'), { type: 'level.add', at: 1, level: { ...level, id: 'B', name: 'Sea' } })
  await post(`/api/scenes/${ids[0]}/copies`, { id: 'mould2', name: 'cast', copies: 'set-up' }, 201)
  const { scene } = await get<{ scene: Scene }>('/api/scenes/mould2')
  expect([scene.settings.name, scene.levelOrder, scene.levels['B']!.name, scene.drawings]).toEqual([
    'cast',
    ['A', 'B'],
    'Sea',
    {},
  ])
  await post('/api/scenes/nobody/copies', { id: 'x1', name: 'x', copies: 'set-up' }, 404)
})

test('put away it is off the shelf until it is brought back, and says so', async () => {
  const { production, ids } = await shelved('stays', 'goes')
  await post(`/api/scenes/${ids[1]}/shelf`, { away: true })
  expect(await namesOf(production)).toEqual(['stays'])
  expect((await drawer()).scenes.find(({ id }) => id === ids[1])).toMatchObject({
    name: 'goes',
    productionName: `Reel ${production}`,
  })
  await post(`/api/scenes/${ids[1]}/shelf`, { away: false })
  expect(await namesOf(production)).toEqual(['stays', 'goes'])
})

test('what was forgotten can be brought back for thirty days, and is really gone then', async () => {
  const { production, ids } = await shelved('kept', 'forgotten', 'gone')
  await edits(ids[2]!, 0, key('k1'), line('l1', 'k1'))
  await post(`/api/scenes/${ids[1]}/forget`, { now: true }, 422)
  for (const id of ids.slice(1)) await post(`/api/scenes/${id}/forget`, { now: false })
  expect(await namesOf(production)).toEqual(['kept'])
  const lying = (await drawer()).scenes.find(({ id }) => id === ids[1])!
  expect(Math.round((Date.parse(lying.goneOn!) - Date.parse(lying.since)) / 86_400_000)).toBe(30)
  await post(`/api/scenes/${ids[1]}/shelf`, { away: false })
  expect(await namesOf(production)).toEqual(['kept', 'forgotten'])
  await post(`/api/scenes/${ids[2]}/forget`, { now: true })
  await post(`/api/scenes/${ids[2]}/forget`, { now: true }, 404)
  for (const table of ['edit', 'snapshot', 'ink', 'ink_edit'])
    expect([table, await statement(`SELECT FROM ${table} WHERE scene = $1`, [ids[2]])]).toEqual([table, []])
  expect((await fetch(`${address}/api/scenes/${ids[2]}`)).status).toBe(404)
})

test('a start empties the drawer of what has lain its time, with the pictures nobody else has', async () => {
  const { ids } = await shelved('old', 'shares')
  const pictures: string[] = []
  for (const shade of [10, 20, 30]) {
    const bytes = writePng({ width: 2, height: 2, pixels: new Uint8ClampedArray(16).fill(shade) })
    const answer = await fetch(`${address}/api/pictures?type=image/png`, {
      method: 'POST',
      headers: { 'content-type': 'application/octet-stream' },
      body: bytes as BodyInit,
    })
    pictures.push(((await answer.json()) as { picture: string }).picture)
  }
  const reference = (id: string, picture: string) => ({
    type: 'reference.put',
    reference: { id, name: id, picture, place: 'beside', x: 0, y: 0, width: 0.2, strength: 1 },
  })
  const [own, shared, young] = pictures as [string, string, string]
  await edits(ids[0]!, 0, reference('r1', own), reference('r2', shared), reference('r3', young))
  await edits(ids[1]!, 0, reference('r1', shared))
  await statement("UPDATE picture SET made_at = now() - interval '40 days' WHERE hash = ANY($1)", [[own, shared]])
  await post(`/api/scenes/${ids[0]}/forget`, { now: false })
  await statement("UPDATE scene SET forgotten_at = now() - interval '31 days' WHERE id = $1", [ids[0]])
  await harness.order('killServer')
  address = `http://127.0.0.1:${(await harness.order('start')).port}`
  const until = Date.now() + 20_000
  const isThere = async (hash: string) => (await statement('SELECT FROM picture WHERE hash = $1', [hash])).length > 0
  while ((await isThere(own)) && Date.now() < until) await new Promise((resolve) => setTimeout(resolve, 20))
  expect((await fetch(`${address}/api/scenes/${ids[0]}`)).status).toBe(404)
  expect([await isThere(own), await isThere(shared), await isThere(young)]).toEqual([false, true, true])
})

test('scenes are found by their name, production, levels and notes, and by what is left', async () => {
  const { production, ids } = await shelved('Heron wades', 'Heron flies', 'Crab')
  await edits(ids[2]!, 0, key('k1'), { type: 'drawing.set', drawing: 'k1', fields: { note: 'heron’s shadow' } })
  await post(`/api/scenes/${ids[0]}/findings`, { version: 0, count: 3 })
  const found = async (words: string, left = 'any') =>
    (await get<{ scenes: FoundScene[] }>(`/api/found?words=${encodeURIComponent(words)}&left=${left}`)).scenes
      .filter((each) => each.production === production)
      .map(({ name }) => name)
  // What is kept is found once it has been read: the shelf reads it.
  await shelf()
  expect(await found('heron')).toEqual(['Heron wades', 'Heron flies', 'Crab'])
  expect(await found('HERON wades')).toEqual(['Heron wades'])
  expect(await found('100%_')).toEqual([])
  expect(await found('', 'to-do')).toEqual(['Crab'])
  expect(await found('', 'to-mend')).toEqual(['Heron wades'])
  await post(`/api/scenes/${ids[0]}/shelf`, { away: true })
  expect(await found('wades')).toEqual([])
})

test('a scene says what it takes in store', async () => {
  const { ids, production } = await shelved('weighed')
  await edits(ids[0]!, 0, key('k1'), line('l1', 'k1'))
  await shelf()
  const [scene] = (await shelf()).find(({ id }) => id === production)!.scenes
  expect(scene!.bytes).toBeGreaterThan(500)
})

describe('reels and a library beside the scenes', () => {
  const document = (production: string) =>
    get<{ version: number; document: ProductionDocument }>(`/api/productions/${production}`)
  const reel = (id: string, name = 'Long cut') => ({ type: 'reel.put', part: { id, name, fps: 24 } })
  const shot = (of: string, id: string) => ({ type: 'shot.put', of, part: { id, frames: 12 } })
  const keep = (production: string, list: readonly { id: string; edit: object }[], expected = 200) =>
    post(`/api/productions/${production}/edits`, { edits: list }, expected) as Promise<{ version: number }>

  test('are kept edit by edit, each once', async () => {
    const { production } = await shelved()
    expect(await document(production)).toMatchObject({ version: 0, document: { reels: [], characters: [] } })
    const sent = [
      { id: 'first-1', edit: reel('r') },
      { id: 'first-2', edit: shot('r', 's') },
    ]
    expect((await keep(production, sent)).version).toBe(2)
    expect((await keep(production, [...sent, sent[0]!])).version).toBe(2)
    expect((await document(production)).document.reels).toEqual([
      { id: 'r', name: 'Long cut', fps: 24, shots: [{ id: 's', frames: 12 }] },
    ])
    const rows = await statement<{ count: number }>('SELECT count(*)::int FROM production_edit WHERE production = $1', [
      production,
    ])
    expect(rows).toEqual([{ count: 2 }])
  })

  test('what cannot be made is told, and nothing of its request is kept', async () => {
    const { production } = await shelved()
    const told = await keep(
      production,
      [
        { id: 'second-1', edit: reel('r') },
        { id: 'second-2', edit: shot('nowhere', 's') },
      ],
      422,
    )
    expect(told).toMatchObject({ detail: 'This reel is not in the production any more.' })
    expect((await document(production)).version).toBe(0)
    await keep(production, [{ id: 'third-1', edit: { ...reel('r'), part: { id: 'r', name: '', fps: 24 } } }], 422)
    await post('/api/productions/nowhere/edits', { edits: [{ id: 'third-2', edit: reel('r') }] }, 404)
  })

  test('of many who write at once nobody loses anything', async () => {
    const { production } = await shelved()
    await keep(production, [{ id: 'begin-1', edit: reel('r') }])
    await Promise.all(
      Array.from({ length: 20 }, (_, i) => keep(production, [{ id: `many-${i}`, edit: shot('r', `s${i}`) }])),
    )
    const { version, document: made } = await document(production)
    expect([version, made.reels[0]!.shots.length]).toEqual([21, 20])
  })
})
