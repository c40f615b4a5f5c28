import { Validator } from '@seriousme/openapi-schema-validator'
import { request } from 'node:http'
import {
  applyEdit,
  newScene,
  readArchive,
  unpackInk,
  unpackPasses,
  writeArchive,
  writePng,
  type Edit,
  type Settings,
  type Stroke,
} from '@unhurried/core'
import { openHarness, type Harness } from './drive'

const settings: Settings = {
  name: 'Test slip',
  width: 320,
  height: 180,
  fps: 24,
  length: 24,
  paper: '#fbf7ee',
  approach: 'pose-to-pose',
  numbering: 'by-frame',
}
let harness: Harness
let address = ''

const order: Harness['order'] = (name, options) => harness.order(name, options)
async function startServer() {
  address = `http://127.0.0.1:${(await order('start')).port}`
}
beforeAll(async () => {
  harness = await openHarness()
  await startServer()
  await post('/api/productions', { id: 'tests', name: 'Tests' })
})
afterAll(() => order('stop'))

async function post(path: string, body: unknown, headers: Record<string, string> = {}) {
  const text = typeof body === 'string' ? body : JSON.stringify(body)
  // Making millions of numbers a text holds everything up: a line the server took down meanwhile is to be noticed first.
  await new Promise((resolve) => setTimeout(resolve))
  const answer = await fetch(address + path, {
    method: 'POST',
    headers: { 'content-type': 'application/json', ...headers },
    body: text,
  })
  return { status: answer.status, type: answer.headers.get('content-type') ?? '', body: await answer.json() }
}
const get = async (path: string) => (await fetch(address + path)).json()

let made = 0
async function scene(): Promise<string> {
  const id = `scene${made++}`
  expect((await post('/api/scenes', { id, production: 'tests', settings })).status).toBe(201)
  return id
}
const key = (id: string, frame: number): Edit => ({
  type: 'drawing.add',
  take: 'main',
  level: 'A',
  frame,
  drawing: { id, role: 'key' },
})
const line = (id: string, drawing: string, at = 0): Edit => ({
  type: 'ink.change',
  drawing,
  pass: 'line',
  remove: [],
  add: [{ at, piece: { kind: 'stroke', id, swatch: 'pencil', size: 4, points: [10, 20, 0.2, 30.5, 40.25, 0.6] } }],
})
const named = (...edits: Edit[]) => edits.map((edit) => ({ id: `edit-${made++}`, edit }))
const keep = (id: string, base: number, edits: { id: string; edit: Edit }[]) =>
  post(`/api/scenes/${id}/edits`, { base, edits })

async function strokesOf(id: string, drawing: string): Promise<string[]> {
  const answer = await fetch(`${address}/api/scenes/${id}/ink?drawings=${drawing}`)
  const passes = unpackPasses(new Uint8Array(await answer.arrayBuffer()))
  return passes.flatMap(({ bytes }) => unpackInk(bytes).map((piece) => piece.id))
}

test('edits are kept, and the server’s scene is the one the page computes', async () => {
  const id = await scene()
  const edits = named(key('k1', 1), key('k2', 9), line('stroke-a', 'k1'), line('stroke-b', 'k1', 1), {
    type: 'drawing.copy',
    take: 'main',
    frame: 5,
    source: 'k1',
    drawing: { id: 'k3', role: 'key' },
  })
  expect((await keep(id, 0, edits)).body).toEqual({ version: 5 })
  const expected = edits.reduce((before, { edit }) => applyEdit(before, edit).scene, newScene(settings))
  expect(await get(`/api/scenes/${id}`)).toEqual({ id, production: 'tests', version: 5, scene: expected, limits: {} })
  expect(await strokesOf(id, 'k3')).toEqual(['stroke-a', 'stroke-b'])
  const undo = applyEdit(expected, line('stroke-a', 'k1')).inverse
  expect((await keep(id, 5, named(undo))).status).toBe(200)
  expect(await strokesOf(id, 'k1')).toEqual(['stroke-b'])
  expect((await get(`/api/scenes/${id}/edits?since=4`)).map((entry: { version: number }) => entry.version)).toEqual([
    5, 6,
  ])
  const [shelf] = await get('/api/shelf')
  expect(shelf.scenes.find((entry: { id: string }) => entry.id === id)).toMatchObject({ done: 2, toDo: 1 })
})

test('sending again changes nothing; the same line twice is refused', async () => {
  const id = await scene()
  const edits = named(key('k1', 1), line('stroke-a', 'k1'))
  await keep(id, 0, edits)
  expect((await keep(id, 0, edits)).body).toEqual({ version: 2 })
  expect((await keep(id, 2, edits)).body).toEqual({ version: 2 })
  expect(await strokesOf(id, 'k1')).toEqual(['stroke-a'])
  expect(await keep(id, 2, named(line('stroke-a', 'k1', 1)))).toMatchObject({
    status: 422,
    body: { detail: expect.stringMatching(/already/) },
  })
})

test('a change on an old version is answered with what was missed, and overwrites nothing', async () => {
  const id = await scene()
  const theirs = named(key('k1', 1), key('k2', 9))
  await keep(id, 0, theirs)
  const late = await keep(id, 0, named(key('k3', 5)))
  expect(late).toMatchObject({
    status: 409,
    type: expect.stringMatching(/problem\+json/),
    body: { version: 2, detail: expect.any(String) },
  })
  expect(late.body.missed.map((entry: { id: string }) => entry.id)).toEqual(theirs.map((entry) => entry.id))
  expect((await get(`/api/scenes/${id}`)).version).toBe(2)
  expect((await keep(id, 9, named(key('k3', 5)))).status).toBe(409)
})

test('two pages at once: every edit lands once, in one order', async () => {
  const id = await scene()
  await keep(id, 0, named(key('k1', 1)))
  const hand = async (name: string) => {
    for (let n = 0; n < 12; n++) {
      const edits = named(line(`${name}${n}stroke`, 'k1', 1e6))
      for (;;) {
        const { version } = await get(`/api/scenes/${id}`)
        if ((await keep(id, version, edits)).status === 200) break
      }
    }
  }
  await Promise.all([hand('left'), hand('right')])
  expect((await get(`/api/scenes/${id}`)).version).toBe(25)
  expect(new Set(await strokesOf(id, 'k1')).size).toBe(24)
})

describe('earlier versions', () => {
  const inkAt = async (id: string, version: number, drawing: string) => {
    const answer = await fetch(`${address}/api/scenes/${id}/moments/${version}/ink?drawings=${drawing}`)
    return unpackPasses(new Uint8Array(await answer.arrayBuffer())).flatMap(({ bytes }) =>
      unpackInk(bytes).map((piece) => piece.id),
    )
  }
  /** A scene with two keys, lines put on and taken off, a copy, and several edits as one step. */
  async function worked() {
    const id = await scene()
    const edits = named(
      key('k1', 1),
      line('stroke-a', 'k1'),
      line('stroke-b', 'k1', 1),
      { type: 'drawing.copy', take: 'main', frame: 5, source: 'k1', drawing: { id: 'k2', role: 'key' } },
      applyEdit(applyEdit(newScene(settings), key('k1', 1)).scene, line('stroke-a', 'k1')).inverse,
      {
        type: 'together',
        words: 'two things at once',
        edits: [key('k3', 9) as never, line('stroke-c', 'k2', 2) as never],
      },
    )
    await keep(id, 0, edits)
    return { id, edits }
  }

  test('the history tells what was done, newest first, in words and by time', async () => {
    const { id } = await worked()
    const steps: { version: number; at: string; words: string; drawing: string | null }[] = await get(
      `/api/scenes/${id}/history`,
    )
    expect(steps.map(({ version, words, drawing }) => [version, words, drawing])).toEqual([
      [6, 'two things at once', null],
      [5, 'a line taken off drawing 1', 'k1'],
      [4, 'drawing 1 copied to frame 5', null],
      [3, 'a line on drawing 1', 'k1'],
      [2, 'a line on drawing 1', 'k1'],
      [1, 'a drawing put in at frame 1', null],
    ])
    expect(Date.now() - new Date(steps[0]!.at).getTime()).toBeLessThan(60_000)
    expect((await get(`/api/scenes/${id}/history?before=3`)).map((step: { version: number }) => step.version)).toEqual([
      2, 1,
    ])
  })

  test('the scene and its lines at every moment are those the same edits give', async () => {
    const { id, edits } = await worked()
    for (let version = 0; version <= edits.length; version++) {
      const expected = edits
        .slice(0, version)
        .reduce((before, { edit }) => applyEdit(before, edit).scene, newScene(settings))
      expect(await get(`/api/scenes/${id}/moments/${version}`)).toEqual({ version, scene: expected })
    }
    expect(await Promise.all([1, 2, 3, 4, 5, 6].map((version) => inkAt(id, version, 'k1')))).toEqual([
      [],
      ['stroke-a'],
      ['stroke-a', 'stroke-b'],
      ['stroke-a', 'stroke-b'],
      ['stroke-b'],
      ['stroke-b'],
    ])
    expect([await inkAt(id, 3, 'k2'), await inkAt(id, 4, 'k2'), await inkAt(id, 6, 'k2')]).toEqual([
      [],
      ['stroke-a', 'stroke-b'],
      ['stroke-a', 'stroke-b', 'stroke-c'],
    ])
    expect(await strokesOf(id, 'k2')).toEqual(['stroke-a', 'stroke-b', 'stroke-c'])
  })

  test('a moment far along is found as surely as an early one', async () => {
    const id = await scene()
    await keep(id, 0, named(key('k1', 1)))
    for (let base = 1; base < 601; base += 100)
      await keep(
        id,
        base,
        named(
          ...Array.from({ length: 100 }, (_, n): Edit => ({
            type: 'drawing.set',
            drawing: 'k1',
            fields: { note: `step ${base + n + 1}` },
          })),
        ),
      )
    for (const version of [249, 250, 251, 600, 601])
      expect((await get(`/api/scenes/${id}/moments/${version}`)).scene.drawings.k1.note).toBe(`step ${version}`)
    expect((await fetch(`${address}/api/scenes/${id}/moments/602`)).status).toBe(404)
    expect((await get('/api/scenes/nowhere/moments/1')).status).toBe(404)
    expect((await get('/api/scenes/nowhere/history')).status).toBe(404)
  })
})

describe('pictures', () => {
  const png = writePng({ width: 5, height: 4, pixels: new Uint8ClampedArray(80).fill(90) })
  const put = async (bytes: Uint8Array, type = 'image/png') => {
    const answer = await fetch(`${address}/api/pictures?type=${type}`, {
      method: 'POST',
      headers: { 'content-type': 'application/octet-stream' },
      body: Buffer.from(bytes),
    })
    return { status: answer.status, body: await answer.json() }
  }

  test('are kept once by what they are, and come back byte by byte', async () => {
    const { status, body } = await put(png)
    expect([status, body]).toEqual([
      201,
      { picture: expect.stringMatching(/^[0-9a-f]{64}$/), type: 'image/png', width: 5, height: 4 },
    ])
    expect((await put(png)).body).toEqual(body)
    expect(new Uint8Array(await (await fetch(`${address}/api/pictures/${body.picture}`)).arrayBuffer())).toEqual(png)
    expect((await get(`/api/pictures/${'0'.repeat(64)}`)).detail).toMatch(/not kept here/)
  })

  test('that are none, cut short, mislabelled or huge are refused with a sentence, and nothing is kept', async () => {
    const wide = png.slice()
    new DataView(wide.buffer).setUint32(16, 30_000)
    expect(await put(Buffer.from('no picture'))).toMatchObject({
      status: 422,
      body: { detail: expect.stringMatching(/no picture/) },
    })
    expect(await put(png.slice(0, -6))).toMatchObject({
      status: 422,
      body: { detail: expect.stringMatching(/ends before/) },
    })
    expect(await put(png, 'image/gif')).toMatchObject({
      status: 422,
      body: { detail: expect.stringMatching(/says it is GIF, but it is a PNG/) },
    })
    expect(await put(wide)).toMatchObject({ status: 422, body: { detail: expect.stringMatching(/30,000/) } })
    expect((await put(png, 'text/plain')).status).toBe(400)
  })

  test('travel in archives', async () => {
    const { picture } = (await put(png)).body
    const drawn = applyEdit(newScene(settings), {
      type: 'reference.put',
      reference: { id: 'r', name: 'Buoy', picture, place: 'under', x: 0, y: 0, width: 100, strength: 0.5 },
    }).scene
    const bytes = writeArchive({ scene: drawn, inkOf: () => [], pictures: new Map([[picture, png]]) })
    const answer = await fetch(`${address}/api/archives?id=withpicture&production=tests`, {
      method: 'POST',
      headers: { 'content-type': 'application/zip' },
      body: Buffer.from(bytes),
    })
    expect((await answer.json()).scene.references.r.picture).toBe(picture)
    const other = writePng({ width: 5, height: 4, pixels: new Uint8ClampedArray(80).fill(7) })
    expect(() =>
      readArchive(writeArchive({ scene: drawn, inkOf: () => [], pictures: new Map([[picture, other]]) })),
    ).toThrow(/belongs to nothing/)
  })
})

describe('a scene brought in from an archive', () => {
  const send = async (bytes: Uint8Array, id = `in${made++}`, type = 'application/zip') => {
    const answer = await fetch(`${address}/api/archives?id=${id}&production=tests`, {
      method: 'POST',
      headers: { 'content-type': type },
      body: Buffer.from(bytes),
    })
    return { id, status: answer.status, body: await answer.json() }
  }
  /** What a page would pack: a drawn scene with a locked level. */
  async function archive() {
    const edits: Edit[] = [
      key('k1', 1),
      key('k2', 9),
      line('stroke-a', 'k1'),
      line('stroke-b', 'k1', 1),
      { type: 'level.set', level: 'A', fields: { locked: true } },
    ]
    const drawn = edits.reduce((before, edit) => applyEdit(before, edit).scene, newScene(settings))
    const ink = edits.flatMap((edit) => (edit.type === 'ink.change' ? edit.add.map(({ piece }) => piece) : []))
    return {
      drawn,
      bytes: writeArchive({ scene: drawn, inkOf: (drawing, pass) => (drawing === 'k1' && pass === 'line' ? ink : []) }),
    }
  }

  test('is kept with its lines, its history, and once however often it is sent', async () => {
    const { drawn, bytes } = await archive()
    const first = await send(bytes)
    expect(first).toMatchObject({ status: 201, body: { version: 2 } })
    expect((await get(`/api/scenes/${first.id}`)).scene).toEqual(drawn)
    expect(await strokesOf(first.id, 'k1')).toEqual(['stroke-a', 'stroke-b'])
    expect((await send(bytes, first.id)).body.version).toBe(2)
    expect((await get(`/api/scenes/${first.id}/moments/0`)).scene.drawings.k1.passes).toEqual({})
    expect(
      await keep(
        first.id,
        2,
        named({ type: 'level.set', level: 'A', fields: { locked: false } }, line('stroke-c', 'k1', 2)),
      ),
    ).toMatchObject({ status: 200 })
  })

  test('a damaged or hostile one is refused with a sentence and leaves nothing behind', async () => {
    const { bytes } = await archive()
    const before = (await get('/api/shelf'))[0].scenes.length
    for (const bad of [
      bytes.slice(0, 900),
      new Uint8Array([1, 2, 3]),
      Uint8Array.from(bytes, (byte, i) => (i === 700 ? byte ^ 255 : byte)),
    ]) {
      const answer = await send(bad)
      expect(answer).toMatchObject({
        status: 422,
        body: {
          detail: expect.stringMatching(
            /^This archive cannot be brought in\. It |^This archive cannot be brought in\. .* damaged/,
          ),
        },
      })
      expect((await get(`/api/scenes/${answer.id}`)).status).toBe(404)
    }
    expect((await send(bytes, undefined, 'text/plain')).status).toBe(415)
    expect(
      (
        await (
          await fetch(`${address}/api/archives?id=x1&production=nowhere`, {
            method: 'POST',
            headers: { 'content-type': 'application/zip' },
            body: Buffer.from(bytes),
          })
        ).json()
      ).status,
    ).toBe(404)
    expect((await get('/api/shelf'))[0].scenes.length).toBe(before)
  })
})

test('those who follow a scene hear of every new version', async () => {
  const id = await scene()
  const answer = await fetch(`${address}/api/scenes/${id}/events`)
  expect(answer.headers.get('content-type')).toMatch(/text\/event-stream/)
  const reader = answer.body!.pipeThrough(new TextDecoderStream()).getReader()
  await reader.read()
  await keep(id, 0, named(key('k1', 1), key('k2', 9)))
  expect((await reader.read()).value).toBe('data: {"version":2}\n\n')
  await reader.cancel()
})

test('two servers on one database: what one keeps, those who follow the other hear of; the sample film comes once', async () => {
  const other = `http://127.0.0.1:${(await order('startSecond')).port}`
  const id = await scene()
  const reader = (await fetch(`${other}/api/scenes/${id}/events`))
    .body!.pipeThrough(new TextDecoderStream())
    .getReader()
  await reader.read()
  // The other server begins to listen a moment after it starts; edits go on until it tells of one.
  const notice = reader.read()
  let heard = false
  void notice.then(() => (heard = true))
  let version = 0
  for (let n = 0; !heard && n < 500; n++)
    version = (await keep(id, version, named({ type: 'scene.set', settings: { name: `Take ${n}` } }))).body.version
  // Two of them may come in one piece.
  const { version: first } = JSON.parse(/^data: (.*)$/m.exec((await notice).value!)![1]!) as { version: number }
  expect(first).toBeGreaterThan(0)
  expect(first).toBeLessThanOrEqual(version)
  await reader.cancel()
  expect((await (await fetch(`${other}/api/scenes/${id}`)).json()).version).toBe(version)
  const names = (await get('/api/shelf')).map((production: { name: string }) => production.name)
  expect(names.filter((name: string) => name === 'Low Tide')).toHaveLength(1)
})

test('two servers started in the same moment on an empty database: one film, whole, on both', async () => {
  const { shelves } = await order<{ shelves: unknown[] }>('startPair')
  const film = [['Low Tide', new Array(10).fill(true)]]
  expect(shelves).toEqual([film, film])
})

test('making the same thing twice gives what is there', async () => {
  const id = await scene()
  await keep(id, 0, named(key('k1', 1)))
  expect(
    (await post('/api/scenes', { id, production: 'tests', settings: { ...settings, name: 'Another' } })).body,
  ).toMatchObject({ version: 1, scene: { settings: { name: settings.name } } })
  expect((await post('/api/productions', { id: 'tests', name: 'Again' })).status).toBe(201)
  expect(
    (await get('/api/shelf'))
      .filter((production: { id: string }) => production.id === 'tests')
      .map((production: { name: string }) => production.name),
  ).toEqual(['Tests'])
})

test('lines rubbed out, undone and drawn again between other lines keep their places', async () => {
  const id = await scene()
  const edits = named(key('k1', 1), line('low-stroke', 'k1'), line('mid-stroke', 'k1', 1), line('top-stroke', 'k1', 2))
  await keep(id, 0, edits)
  const rub: Edit = {
    ...(line('mid-stroke', 'k1') as Extract<Edit, { type: 'ink.change' }>),
    remove: [{ at: 1, piece: (edits[2]!.edit as Extract<Edit, { type: 'ink.change' }>).add[0]!.piece }],
    add: [],
  }
  await keep(id, 4, named(rub))
  expect(await strokesOf(id, 'k1')).toEqual(['low-stroke', 'top-stroke'])
  const { inverse } = applyEdit((await get(`/api/scenes/${id}`)).scene, rub)
  await keep(id, 5, named(inverse))
  expect(await strokesOf(id, 'k1')).toEqual(['low-stroke', 'mid-stroke', 'top-stroke'])
  expect((await keep(id, 6, named(rub, rub))).status).toBe(422)
  expect(await strokesOf(id, 'k1')).toEqual(['low-stroke', 'mid-stroke', 'top-stroke'])
})

test('the pages: every place shows the page, files are served with their types, and nothing outside them', async () => {
  const place = await fetch(`${address}/scene/any-one_of/draw`, { headers: { accept: 'text/html' } })
  expect([place.status, place.headers.get('content-type')]).toEqual([200, 'text/html; charset=utf-8'])
  const page = await place.text()
  const script = /src="(\/assets\/[^"]+\.js)"/.exec(page)![1]!
  const asset = await fetch(address + script)
  expect(asset.headers.get('content-type')).toMatch(/javascript/)
  expect(asset.headers.get('cache-control')).toMatch(/immutable/)
  expect(place.headers.get('cache-control')).toBe('no-cache')
  // A strict content policy holds only if the page carries nothing inline.
  expect(page).not.toMatch(/<script(?![^>]*src=)|<style|style=|onload=/)
  // A place of a scene asks for all its parts ahead, and each of them is there; elsewhere the document is the plain one.
  const partsOf = (document: string) =>
    [...document.matchAll(/<link rel="modulepreload"[^>]* href="([^"]+)"/g)].map(([, href]) => href!)
  const parts = partsOf(page)
  for (const part of parts) expect([part, (await fetch(address + part)).status]).toEqual([part, 200])
  const plain = await (await fetch(`${address}/`)).text()
  expect(parts).toEqual(expect.arrayContaining(partsOf(plain)))
  expect(parts.some((part) => part.includes('DeskPage'))).toBe(true)
  expect(partsOf(plain).some((part) => part.includes('DeskPage'))).toBe(false)
  for (const path of ['/scene/any/nowhere', '/scene/any/..%2findex', '/practice'])
    expect(await (await fetch(address + path)).text()).toBe(plain)
  expect((await fetch(`${address}/assets/none.js`)).status).toBe(404)
  for (const path of [
    '/../../package.json',
    '/..%2f..%2fpackage.json',
    '/assets/..%2f..%2f..%2fpackage.json',
    '/assets/%00.js',
    '/%E0%A4%A.js',
  ]) {
    // Sent as it stands: fetch would tidy the path.
    const { status, body } = await new Promise<{ status: number; body: string }>((resolve) =>
      request(address, { path }, (answer) => {
        let text = ''
        answer
          .on('data', (chunk) => (text += chunk))
          .on('end', () => resolve({ status: answer.statusCode!, body: text }))
      }).end(),
    )
    expect([path, status >= 400 && status < 500]).toEqual([path, true])
    expect(body).not.toContain('"workspaces"')
  }
})

describe('bad input', () => {
  let id: string
  const ready = named(
    key('k1', 1),
    key('k2', 9),
    {
      type: 'chart.add',
      id: 'c',
      level: 'A',
      from: 'k1',
      to: 'k2',
      spacing: { by: 'halves', slowOut: 1, slowIn: 0 },
      exposure: [4],
      drawings: ['i1'],
    },
    line('drawn', 'k1'),
    key('gone', 15),
    { type: 'drawing.remove', drawing: 'gone' },
  )
  beforeAll(async () => {
    id = await scene()
    expect((await keep(id, 0, ready)).status).toBe(200)
  })
  const chart = (over: object) => ({
    type: 'chart.add',
    id: 'd',
    level: 'A',
    from: 'k1',
    to: 'k2',
    spacing: { by: 'law', law: 'even', strength: 2 },
    exposure: [2],
    drawings: ['j1', 'j2', 'j3'],
    ...over,
  })
  const stroke = (points: unknown) => ({
    ...line('s', 'k1'),
    add: [{ at: 0, piece: { kind: 'stroke', id: 's', swatch: 'pencil', size: 4, points } }],
  })
  test.each([
    ['a frame out of range', 422, key('n', 0), /frame/],
    ['a rate out of range', 422, { type: 'scene.set', settings: { fps: 0 } }, /rate must be from 1 to 60/],
    ['a size out of range', 422, { type: 'scene.set', settings: { width: 100_000 } }, /width must be from 8 to 4096/],
    ['a chart in the wrong order', 422, chart({ from: 'k2', to: 'k1' }), /does not come after/],
    ['two charts over one span', 422, chart({}), /chart over frames 1 to 9 already/],
    [
      'less than one frame',
      422,
      { type: 'exposure.hold', take: 'main', level: 'A', frame: 1, frames: 0 },
      /at least one frame/,
    ],
    [
      'no room for a hold',
      422,
      { type: 'exposure.hold', take: 'main', level: 'A', frame: 1, frames: 24 },
      /less than one frame/,
    ],
    ['a very long name', 422, { type: 'scene.set', settings: { name: 'x'.repeat(10_000) } }, /at most 120 characters/],
    ['an unknown edit', 422, { type: 'scene.burn' }, /./],
    ['an edit for a deleted drawing', 422, line('s', 'gone'), /not in the scene any more/],
    ['a stroke with NaN', 422, stroke([1, null, 1]), /must be a number/],
    ['a stroke of a million points', 422, stroke(new Array(3_000_000).fill(1)), /at most 20,000 points/],
    ['a body beyond the limit', 413, stroke(new Array(13_000_000).fill(1)), /larger than/],
  ])('%s', async (_, status, edit, sentence) => {
    const before = await get(`/api/scenes/${id}`)
    const answer = await keep(id, before.version, [{ id: `bad-${made++}`, edit: edit as Edit }])
    expect(answer).toMatchObject({
      status,
      type: expect.stringMatching(/application\/problem\+json/),
      body: { status, title: expect.any(String), detail: expect.stringMatching(sentence) },
    })
    expect(await get(`/api/scenes/${id}`)).toEqual(before)
    expect(await strokesOf(id, 'k1')).toEqual(['drawn'])
  })

  test('one bad edit among good ones: none is applied', async () => {
    const before = await get(`/api/scenes/${id}`)
    expect((await keep(id, before.version, named(line('fine', 'k1', 1), key('k9', 1)))).status).toBe(422)
    expect(await get(`/api/scenes/${id}`)).toEqual(before)
    expect(await strokesOf(id, 'k1')).toEqual(['drawn'])
  })

  test('what is not JSON, not ours or not there', async () => {
    expect(await post('/api/scenes', '{"id":')).toMatchObject({
      status: 400,
      body: { detail: expect.stringMatching(/not valid JSON/) },
    })
    expect((await post('/api/scenes', 'id=1', { 'content-type': 'text/plain' })).status).toBe(415)
    expect((await post('/api/scenes', {}, { origin: 'http://elsewhere.example' })).status).toBe(403)
    expect((await post('/api/scenes', {}, { 'sec-fetch-site': 'cross-site' })).status).toBe(403)
    expect((await post('/api/scenes', { id: 'x', production: 'none', settings })).status).toBe(404)
    expect((await fetch(`${address}/api/scenes/none`)).status).toBe(404)
    expect((await fetch(`${address}/api/nothing`)).status).toBe(404)
    expect((await fetch(`${address}/api/scenes/${id}`, { method: 'DELETE' })).status).toBe(405)
    expect((await fetch(`${address}/api/scenes/${id}/ink?drawings=..%2F..`)).status).toBe(400)
    const rebound = await new Promise((resolve) =>
      request(`${address}/api/shelf`, { headers: { host: 'evil.example' } }, (answer) =>
        resolve(answer.statusCode),
      ).end(),
    )
    expect(rebound).toBe(421)
  })
})

test('strict headers, and an OpenAPI document of every route', async () => {
  const answer = await fetch(`${address}/api/openapi.json`)
  expect(answer.headers.get('content-security-policy')).toMatch(/default-src 'none';script-src 'self'/)
  expect(answer.headers.get('x-content-type-options')).toBe('nosniff')
  const document = (await answer.json()) as {
    openapi: string
    paths: Record<string, Record<string, { operationId: string; requestBody?: unknown }>>
    components: { schemas: Record<string, unknown> }
  }
  const { openapi, paths, components } = document
  expect(openapi).toBe('3.1.0')
  expect(Object.keys(paths).sort()).toEqual([
    '/api/archives',
    '/api/drawer',
    '/api/found',
    '/api/health',
    '/api/metrics',
    '/api/people/{person}/log',
    '/api/people/{person}/log/forget',
    '/api/people/{person}/practice',
    '/api/people/{person}/practice/forget',
    '/api/pictures',
    '/api/pictures/{picture}',
    '/api/productions',
    '/api/productions/{production}',
    '/api/productions/{production}/edits',
    '/api/productions/{production}/forget',
    '/api/productions/{production}/limits',
    '/api/productions/{production}/log',
    '/api/productions/{production}/scenes',
    '/api/scenes',
    '/api/scenes/{scene}',
    '/api/scenes/{scene}/copies',
    '/api/scenes/{scene}/edits',
    '/api/scenes/{scene}/events',
    '/api/scenes/{scene}/findings',
    '/api/scenes/{scene}/forget',
    '/api/scenes/{scene}/history',
    '/api/scenes/{scene}/ink',
    '/api/scenes/{scene}/log',
    '/api/scenes/{scene}/moments/{version}',
    '/api/scenes/{scene}/moments/{version}/ink',
    '/api/scenes/{scene}/played',
    '/api/scenes/{scene}/shelf',
    '/api/scenes/{scene}/test',
    '/api/shelf',
    '/api/sounds',
    '/api/sounds/{sound}',
  ])
  expect(JSON.stringify(paths['/api/scenes/{scene}/edits']!.post!.requestBody)).toContain('schemas/EditGiven')
  expect(JSON.stringify(components.schemas['EditGiven'])).toContain('exposure.hold')
  const operations = Object.values(paths).flatMap((path) => Object.values(path).map(({ operationId }) => operationId))
  expect(operations).not.toContain(undefined)
  expect(new Set(operations).size).toBe(operations.length)
  const references = JSON.stringify(document).matchAll(/"\$ref":"#\/components\/schemas\/([^"]+)"/g)
  const lost = [...references].map(([, name]) => name!).filter((name) => !(name in components.schemas))
  expect(lost).toEqual([])
  expect(JSON.stringify(document)).not.toMatch(/"\$ref":"#\/(\$defs|definitions)/)
  expect(await new Validator().validate(document)).toMatchObject({ valid: true })
})

test.each(['killServer', 'killDatabase'])(
  '%s in the middle of a burst: every acknowledged edit is there once',
  async (kill) => {
    const id = await scene()
    await keep(id, 0, named(key('k1', 1)))
    const acknowledged: string[] = []
    let sent = 0
    let version = 1
    let resend: { id: string; edit: Edit }[] | undefined
    const burst = (async () => {
      for (;;) {
        resend = named(line(`stroke${sent}`, 'k1', sent))
        sent++
        const answer = await keep(id, version, resend)
        if (answer.status !== 200) return
        version = answer.body.version
        acknowledged.push((resend[0]!.edit as { add: { piece: Stroke }[] }).add[0]!.piece.id)
      }
    })().catch(() => undefined)
    while (acknowledged.length < 25) await new Promise(setImmediate)
    await order(kill)
    await burst
    if (kill === 'killServer') await startServer()
    else {
      await order('killServer')
      await startServer()
    }
    const strokes = await strokesOf(id, 'k1')
    for (const stroke of acknowledged) expect(strokes.filter((entry) => entry === stroke)).toHaveLength(1)
    expect(strokes.length - acknowledged.length).toBeLessThanOrEqual(1)
    // The one that was never answered is sent again, whether or not it had arrived.
    expect((await keep(id, version, resend!)).status).toBe(200)
    const after = await strokesOf(id, 'k1')
    expect(new Set(after).size).toBe(after.length)
    expect(after).toHaveLength(acknowledged.length + 1)
    expect((await get(`/api/scenes/${id}`)).scene.drawings.k1.passes.line).toBe(after.length)
  },
)

test('limits of a production come with each of its scenes; what is no limit is refused in words and changes nothing', async () => {
  await post('/api/productions', { id: 'strict', name: 'Strict' })
  const id = `scene${made++}`
  await post('/api/scenes', { id, production: 'strict', settings })
  expect((await get(`/api/scenes/${id}`)).limits).toEqual({})
  expect((await post('/api/productions/strict/limits', { volume: { share: 5 } })).body).toEqual({
    volume: { share: 5 },
  })
  expect((await get(`/api/scenes/${id}`)).limits).toEqual({ volume: { share: 5 } })
  const wrong = await post('/api/productions/strict/limits', { volume: { share: 5000 } })
  expect([wrong.status, wrong.body.detail]).toEqual([422, expect.stringMatching(/can be from 1 to 100 %/)])
  expect((await post('/api/productions/nowhere/limits', {})).status).toBe(404)
  expect((await get(`/api/scenes/${id}`)).limits).toEqual({ volume: { share: 5 } })
})
