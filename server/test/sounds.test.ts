import { createHash } from 'node:crypto'
import { writeArchive, writeWav, type Scene, type Sound } from '@unhurried/core'
import fc from 'fast-check'
import { newScene } from '../../core/src/scene/create'
import { settingsOf } from '../../core/src/testing/build'
import { openHarness, type Harness } from './drive'

let harness: Harness
let address = ''
beforeAll(async () => {
  harness = await openHarness()
  address = `http://127.0.0.1:${(await harness.order('start')).port}`
})
afterAll(() => harness.order('stop'))
const statement = <T>(text: string, values: unknown[] = []): Promise<T[]> =>
  harness.order('statement', { text, values })

const hashOf = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex')
/** A second or two of a hum, different for each pitch, longer than one part of a file. */
const hum = (pitch: number, seconds = 7) =>
  writeWav([Float32Array.from({ length: seconds * 22_050 }, (_, i) => Math.sin((i * pitch) / 3510) / 2)], 22_050)

async function put(bytes: Uint8Array, headers: Record<string, string> = {}) {
  const answer = await fetch(`${address}/api/sounds`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream', ...headers },
    body: Buffer.from(bytes),
  })
  return {
    status: answer.status,
    body: (await answer.json()) as { sound: string; type: string; bytes: number; detail?: string },
  }
}
const read = (sound: string, range?: string) =>
  fetch(`${address}/api/sounds/${sound}`, range ? { headers: { range } } : {})

test('a sound is kept by what it is, once, and comes back byte for byte', async () => {
  const bytes = hum(440)
  const first = await put(bytes)
  expect(first).toMatchObject({ status: 201, body: { sound: hashOf(bytes), type: 'audio/wav', bytes: bytes.length } })
  expect((await put(bytes)).body.sound).toBe(first.body.sound)
  const answer = await read(first.body.sound)
  expect([answer.status, answer.headers.get('accept-ranges')]).toEqual([200, 'bytes'])
  expect(hashOf(new Uint8Array(await answer.arrayBuffer()))).toBe(first.body.sound)
  expect(await statement('SELECT FROM sound WHERE hash = $1', [first.body.sound])).toHaveLength(1)
})

test('any range of it can be had', async () => {
  const bytes = hum(330)
  const { sound } = (await put(bytes)).body
  await fc.assert(
    fc.asyncProperty(fc.nat(bytes.length - 1), fc.nat(600_000), async (first, more) => {
      const answer = await read(sound, `bytes=${first}-${first + more}`)
      const last = Math.min(first + more, bytes.length - 1)
      expect([answer.status, answer.headers.get('content-range')]).toEqual([
        206,
        `bytes ${first}-${last}/${bytes.length}`,
      ])
      expect(hashOf(new Uint8Array(await answer.arrayBuffer()))).toBe(hashOf(bytes.subarray(first, last + 1)))
    }),
    { numRuns: 25 },
  )
  const tail = await read(sound, 'bytes=-100')
  expect(new Uint8Array(await tail.arrayBuffer())).toEqual(bytes.subarray(-100))
  const beyond = await read(sound, `bytes=${bytes.length}-`)
  expect([beyond.status, beyond.headers.get('content-range')]).toEqual([416, `bytes */${bytes.length}`])
  // What is no range, or asks for several, gets everything.
  for (const odd of ['seconds=1-2', 'bytes=0-1,4-5']) expect((await read(sound, odd)).status).toBe(200)
})

test('what is no sound, too much of one, or not kept here is said in a sentence', async () => {
  expect(await put(Buffer.from('no sound at all'))).toMatchObject({
    status: 422,
    body: { detail: expect.stringMatching(/no sound we can read/) },
  })
  expect((await put(new Uint8Array())).status).toBe(422)
  const large = await fetch(`${address}/api/sounds`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream' },
    body: new ReadableStream({
      // More than two hundred megabytes, none of which is ever held.
      start: (controller) => controller.enqueue(hum(1).subarray(0, 100)),
      pull: (controller) => controller.enqueue(new Uint8Array(4_000_000)),
    }),
    duplex: 'half',
  } as RequestInit).then(
    async (answer) => [answer.status, ((await answer.json()) as { detail: string }).detail],
    // The server may end the connection while bytes still come.
    () => [422, 'This sound takes more than 200 MB. Save it smaller.'],
  )
  expect(large).toEqual([422, 'This sound takes more than 200 MB. Save it smaller.'])
  expect((await read('0'.repeat(64))).status).toBe(404)
  expect(await statement('SELECT FROM sound WHERE size > 100000000')).toEqual([])
})

const laid = (bytes: Uint8Array, fields: Partial<Sound> = {}): Sound => ({
  ...{ id: 'hum', name: 'A hum', file: hashOf(bytes), seconds: 7, start: 1, from: 0, strength: 1 },
  ...fields,
})

test('an archive brings its sounds along, and refuses one that is not the scene’s', async () => {
  const bytes = hum(220)
  const scene: Scene = { ...newScene(settingsOf()), sounds: { hum: laid(bytes) } }
  const archive = (sounds: Map<string, Uint8Array>, named = scene) =>
    writeArchive({ scene: named, inkOf: () => [], sounds })
  await fetch(`${address}/api/productions`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ id: 'heard', name: 'Heard' }),
  })
  const bring = (id: string, body: Uint8Array) =>
    fetch(`${address}/api/archives?id=${id}&production=heard`, {
      method: 'POST',
      headers: { 'content-type': 'application/zip' },
      body: Buffer.from(body),
    })
  const answer = await bring('withsound', archive(new Map([[hashOf(bytes), bytes]])))
  expect(((await answer.json()) as { scene: Scene }).scene.sounds).toEqual(scene.sounds)
  expect(hashOf(new Uint8Array(await (await read(hashOf(bytes))).arrayBuffer()))).toBe(hashOf(bytes))
  const other = { ...scene, sounds: { hum: laid(hum(221)) } }
  // Under another's name it is not what it says it is.
  const wrong = await bring('wrongsound', archive(new Map([[hashOf(hum(221)), bytes]]), other))
  expect([wrong.status, ((await wrong.json()) as { detail: string }).detail]).toEqual([
    422,
    expect.stringMatching(/belongs to nothing in the scene/),
  ])
})

test('a sound nobody names any more is gone when the drawer is emptied; one that is named stays', async () => {
  const [own, kept] = [hum(100), hum(120)]
  for (const bytes of [own, kept]) await put(bytes)
  const json = (path: string, body: object) =>
    fetch(address + path, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    })
  await json('/api/productions', { id: 'swept', name: 'Swept' })
  for (const [id, bytes] of [
    ['goes', own],
    ['stays', kept],
  ] as const) {
    await json('/api/scenes', { id, production: 'swept', settings: settingsOf() })
    const sound = laid(bytes)
    await json(`/api/scenes/${id}/edits`, {
      base: 0,
      edits: [{ id: `hear-${id}`, edit: { type: 'sound.put', sound } }],
    })
  }
  await statement("UPDATE sound SET made_at = now() - interval '40 days'")
  await json('/api/scenes/goes/forget', { now: false })
  await json('/api/scenes/goes/forget', { now: true })
  const there = async (bytes: Uint8Array) => (await read(hashOf(bytes))).status
  expect([await there(own), await there(kept)]).toEqual([404, 200])
  expect(await statement('SELECT FROM sound_part WHERE hash = $1', [hashOf(own)])).toEqual([])
})
