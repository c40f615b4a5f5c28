import { connect } from 'node:net'
import {
  applyEdit,
  faultOf,
  newScene,
  unpackInk,
  unpackPasses,
  type Edit,
  type Scene,
  type Settings,
} from '@unhurried/core'
import { openHarness, type Harness } from './drive'

const settings: Settings = {
  name: 'Kept',
  width: 320,
  height: 180,
  fps: 24,
  length: 48,
  paper: '#fbf7ee',
  approach: 'pose-to-pose',
  numbering: 'by-frame',
}
let harness: Harness
let address = ''
let other = ''

const order: Harness['order'] = (name, options) => harness.order(name, options)
beforeAll(async () => {
  harness = await openHarness()
  address = `http://127.0.0.1:${(await order('start')).port}`
  other = `http://127.0.0.1:${(await order('startSecond')).port}`
  await post('/api/productions', { id: 'tests', name: 'Tests' })
})
afterAll(() => order('stop'))

async function post(path: string, body: unknown, at = address) {
  const answer = await fetch(at + path, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: typeof body === 'string' ? body : JSON.stringify(body),
  })
  return { status: answer.status, body: await answer.json() }
}
const get = async (path: string, at = address) => (await fetch(at + path)).json()
let made = 0
const named = (...edits: Edit[]) => edits.map((edit) => ({ id: `edit-${made++}`, edit }))
const keep = (id: string, base: number, edits: unknown, at = address) =>
  post(`/api/scenes/${id}/edits`, { base, edits }, at)
const key = (id: string, frame: number): Edit => ({
  type: 'drawing.add',
  take: 'main',
  level: 'A',
  frame,
  drawing: { id, role: 'key' },
})
const piece = (id: string) => ({
  kind: 'stroke' as const,
  id,
  swatch: 'pencil',
  size: 4,
  points: [10, 20, 0.2, 30.5, 40.25, 0.6],
})
const line = (id: string, drawing: string, at = 1e6): Edit => ({
  type: 'ink.change',
  drawing,
  pass: 'line',
  remove: [],
  add: [{ at, piece: piece(id) }],
})
const DRAWINGS = Array.from({ length: 20 }, (_, i) => `k${i + 1}`)

async function scene(): Promise<{ id: string; version: number }> {
  const id = `kept${made++}`
  expect((await post('/api/scenes', { id, production: 'tests', settings })).status).toBe(201)
  return {
    id,
    version: (await keep(id, 0, named(...DRAWINGS.map((drawing, i) => key(drawing, 2 * i + 1))))).body.version,
  }
}
async function strokesOf(id: string, drawing: string, at = address): Promise<string[]> {
  const answer = await fetch(`${at}/api/scenes/${id}/ink?drawings=${drawing}`)
  return unpackPasses(new Uint8Array(await answer.arrayBuffer())).flatMap(({ bytes }) =>
    unpackInk(bytes).map((each) => each.id),
  )
}
async function requireWholeWithItsLines(id: string, at = address) {
  const { scene: now } = (await get(`/api/scenes/${id}`, at)) as { scene: Scene }
  expect(faultOf(now)).toBeUndefined()
  for (const drawing of Object.values(now.drawings)) {
    const answer = await fetch(`${at}/api/scenes/${id}/ink?drawings=${drawing.id}`)
    const lines = Object.fromEntries(
      unpackPasses(new Uint8Array(await answer.arrayBuffer())).map(({ pass, bytes }) => [
        pass,
        unpackInk(bytes).length,
      ]),
    )
    expect([drawing.id, lines]).toEqual([drawing.id, drawing.passes])
  }
  return now
}

describe('several people on one scene', () => {
  test('an edit made on an older version is laid on the newest where it touches another part', async () => {
    const { id, version } = await scene()
    await keep(
      id,
      version,
      named({ type: 'drawing.set', drawing: 'k1', fields: { note: 'theirs' } }, line('theirs', 'k2')),
    )
    expect(
      await keep(
        id,
        version,
        named({ type: 'drawing.set', drawing: 'k3', fields: { note: 'mine' } }, line('mine', 'k2'), line('more', 'k3')),
      ),
    ).toEqual({ status: 200, body: { version: version + 5 } })
    expect(await strokesOf(id, 'k2')).toEqual(['theirs', 'mine'])
    const now = await requireWholeWithItsLines(id)
    expect([now.drawings['k1']!.note, now.drawings['k3']!.note]).toEqual(['theirs', 'mine'])
  })
  test('one that meets another on one part, or no longer fits, comes back with what was missed, and nothing of it is kept', async () => {
    const { id, version } = await scene()
    const theirs = named(
      { type: 'drawing.set', drawing: 'k1', fields: { note: 'theirs' } },
      { type: 'drawing.remove', drawing: 'k2' },
    )
    await keep(id, version, theirs)
    for (const mine of [
      { type: 'drawing.set', drawing: 'k1', fields: { note: 'mine' } },
      line('late', 'k2'),
    ] as Edit[]) {
      const answer = await keep(id, version, named(line(`first${made}`, 'k5'), mine))
      expect([answer.status, answer.body.missed.map((each: { id: string }) => each.id)]).toEqual([
        409,
        theirs.map((each) => each.id),
      ])
    }
    expect(await strokesOf(id, 'k5')).toEqual([])
  })
  test('twenty hands on different drawings, through two servers: all is kept, nobody is turned away', async () => {
    const { id, version } = await scene()
    const hand = async (drawing: string, at: string) => {
      let base = version
      for (let n = 0; n < 6; n++) {
        const answer = await keep(id, base, named(line(`${drawing}-${n}`, drawing)), at)
        expect(answer.status).toBe(200)
        base = answer.body.version
      }
    }
    await Promise.all(DRAWINGS.map((drawing, i) => hand(drawing, i % 2 ? address : other)))
    const now = await requireWholeWithItsLines(id, other)
    expect(DRAWINGS.map((drawing) => now.drawings[drawing]!.passes.line)).toEqual(DRAWINGS.map(() => 6))
    expect((await get(`/api/scenes/${id}`)).version).toBe(version + 120)
    for (const drawing of DRAWINGS)
      expect(await strokesOf(id, drawing)).toEqual(Array.from({ length: 6 }, (_, n) => `${drawing}-${n}`))
  })
  test('a refused edit among those that wait together costs the others nothing', async () => {
    const { id, version } = await scene()
    const answers = await Promise.all(
      DRAWINGS.map((drawing, i) =>
        keep(
          id,
          version,
          named(i % 4 === 0 ? { type: 'drawing.remove', drawing: 'nowhere' } : line(`with-${drawing}`, drawing)),
        ),
      ),
    )
    expect(answers.map(({ status }) => status)).toEqual(
      DRAWINGS.map((_, i) => (i % 4 === 0 ? 422 : 200)).map((status, i) =>
        answers[i]!.status === 409 && status === 422 ? 409 : status,
      ),
    )
    await requireWholeWithItsLines(id)
  })
})

describe('whatever is sent', () => {
  test('one id twice in a request is one edit', async () => {
    const { id, version } = await scene()
    const [edit] = named(line('once', 'k1'))
    expect(await keep(id, version, [edit, edit])).toEqual({ status: 200, body: { version: version + 1 } })
    expect(await strokesOf(id, 'k1')).toEqual(['once'])
  })
  test('an edit sent again after another server started counts once', async () => {
    const { id, version } = await scene()
    const sent = named(line('again', 'k1'))
    await keep(id, version, sent)
    expect(await keep(id, version + 1, sent, other)).toEqual({ status: 200, body: { version: version + 1 } })
    expect(await strokesOf(id, 'k1', other)).toEqual(['again'])
  })
  test.each<[string, (version: number) => unknown, RegExp]>([
    [
      'lines claimed without ink',
      () => ({
        type: 'restore',
        changes: [
          {
            at: ['drawings', 'new'],
            was: null,
            now: { id: 'new', level: 'A', number: '44', role: 'key', note: '', passes: { line: 3 } },
          },
        ],
      }),
      /with other lines/,
    ],
    [
      'a line taken off twice',
      () => ({
        type: 'ink.change',
        drawing: 'k1',
        pass: 'line',
        remove: [
          { at: 0, piece: piece('there') },
          { at: 0, piece: piece('there') },
        ],
        add: [],
      }),
      /named twice/,
    ],
    [
      'a line that is not there taken off',
      () => ({ type: 'ink.change', drawing: 'k1', pass: 'line', remove: [{ at: 0, piece: piece('never') }], add: [] }),
      /no longer on this drawing/,
    ],
    ['a line that is there put on', () => line('there', 'k1'), /on the drawing already/],
    ['the id of a drawing that was taken out, with lines', () => key('k2', 3), /with other lines/],
    [
      'a colour taken away that lines are drawn in',
      () => ({
        type: 'restore',
        changes: [
          {
            at: ['palette'],
            was: newScene(settings).palette,
            now: newScene(settings).palette.filter(({ id }) => id !== 'pencil'),
          },
        ],
      }),
      /drawn in this colour/,
    ],
    [
      'an unknown take',
      () => ({ type: 'sheet.range', take: 'gone', levels: ['A'], from: 1, to: 2, act: { do: 'blank' } }),
      /take is not in the scene/,
    ],
    ['text with a NUL', () => ({ type: 'drawing.set', drawing: 'k1', fields: { note: 'a\u0000b' } }), /cannot be kept/],
    ['half an emoji', () => ({ type: 'take.note', take: 'main', frame: 1, text: '\ud83c' }), /cannot be kept/],
    [
      'something nested very deeply',
      () => ({
        type: 'restore',
        changes: [{ at: ['settings'], was: JSON.parse('['.repeat(2000) + ']'.repeat(2000)), now: null }],
      }),
      /nested|not a part/,
    ],
  ])('%s is refused with a sentence', async (_, edit, sentence) => {
    const { id, version } = await scene()
    const before = (
      await keep(id, version, named(line('there', 'k1'), line('gone', 'k2'), { type: 'drawing.remove', drawing: 'k2' }))
    ).body.version
    const answer = await keep(id, before, [{ id: `hostile-${made++}`, edit: edit(before) }])
    expect([answer.status, answer.body.detail]).toEqual([422, expect.stringMatching(sentence)])
    expect((await get(`/api/scenes/${id}`)).version).toBe(before)
    await requireWholeWithItsLines(id)
  })
  test('a drawing taken out and brought back has its lines, a copy those its source had then', async () => {
    const { id, version } = await scene()
    const start = (await get(`/api/scenes/${id}`)).scene as Scene
    const lined = applyEdit(start, line('a', 'k1')).scene
    const removed = applyEdit(lined, { type: 'drawing.remove', drawing: 'k1' })
    const copy: Edit = {
      type: 'drawing.copy',
      take: 'main',
      frame: 44,
      source: 'k1',
      drawing: { id: 'copy', role: 'key' },
    }
    const together: Edit = {
      type: 'together',
      words: 'a copy drawn on',
      edits: [copy as never, line('on-copy', 'copy') as never, line('b', 'k1') as never],
    }
    const answer = await keep(
      id,
      version,
      named(line('a', 'k1'), { type: 'drawing.remove', drawing: 'k1' }, removed.inverse, together),
    )
    expect(answer.status).toBe(200)
    expect([await strokesOf(id, 'k1'), await strokesOf(id, 'copy'), await strokesOf(id, 'copy', other)]).toEqual([
      ['a', 'b'],
      ['a', 'on-copy'],
      ['a', 'on-copy'],
    ])
    await requireWholeWithItsLines(id, other)
  })
  test('a drawing carried on has the lines of the one before, on every server, now and in the history', async () => {
    const { id, version } = await scene()
    const carry = (source: string, drawing: string): Edit => ({
      type: 'drawing.carry-on',
      take: 'main',
      frame: 48,
      frames: 1,
      source,
      drawing: { id: drawing, role: 'key' },
    })
    const follows: Edit = { type: 'scene.set', settings: { lengthFollows: true } }
    const edits = named(follows, line('a', 'k1'), carry('k1', 'one'), line('on-one', 'one'), carry('one', 'two'))
    expect((await keep(id, version, edits)).status).toBe(200)
    for (const server of [undefined, other])
      expect([await strokesOf(id, 'one', server), await strokesOf(id, 'two', server)]).toEqual([
        ['a', 'on-one'],
        ['a', 'on-one'],
      ])
    expect((await keep(id, version + 5, named(line('on-two', 'two')))).status).toBe(200)
    expect(await strokesOf(id, 'two', other)).toEqual(['a', 'on-one', 'on-two'])
    await requireWholeWithItsLines(id, other)
  })
  test('copies of copies, sent at once, have the lines their sources had', async () => {
    const { id, version } = await scene()
    const copy = (source: string, drawing: string, frame: number): Edit => ({
      type: 'drawing.copy',
      take: 'main',
      frame,
      source,
      drawing: { id: drawing, role: 'key' },
    })
    const first: Edit = {
      type: 'together',
      words: 'a copy drawn on',
      edits: [copy('k1', 'one', 42) as never, line('on-one', 'one') as never],
    }
    expect(
      (
        await keep(
          id,
          version,
          named(
            line('a', 'k1'),
            first,
            line('later', 'one'),
            copy('one', 'two', 44),
            line('on-two', 'two'),
            copy('two', 'three', 46),
          ),
        )
      ).status,
    ).toBe(200)
    expect(await Promise.all(['one', 'two', 'three'].map((drawing) => strokesOf(id, drawing)))).toEqual([
      ['a', 'on-one', 'later'],
      ['a', 'on-one', 'later', 'on-two'],
      ['a', 'on-one', 'later', 'on-two'],
    ])
    await requireWholeWithItsLines(id, other)
  })
})

test('health and figures are told; requests that name two hosts, nest without end or hold too much are turned away at once', async () => {
  expect(await get('/api/health')).toEqual({ alive: true, ready: true, database: true, migrations: true, disk: true })
  const figures = await (await fetch(`${address}/api/metrics`)).text()
  expect(figures).toMatch(/^unhurried_edits_kept_total [1-9]/m)
  expect(figures).toMatch(/^unhurried_request_seconds_count\{method="POST",status="200"\} [1-9]/m)
  expect((await fetch(`${address}/`)).headers.get('permissions-policy')).toMatch(
    /geolocation=\(\).*camera=\(self\), microphone=\(self\)$/,
  )
  const { hostname, port, host } = new URL(address)
  const answered = await new Promise<string>((resolve) => {
    const socket = connect(Number(port), hostname, () =>
      socket.write(`GET /api/health HTTP/1.1\r\nHost: ${host}\r\nHost: elsewhere.example\r\nConnection: close\r\n\r\n`),
    )
    socket.once('data', (data) => resolve(String(data).split('\r\n')[0]!))
  })
  expect(answered).toMatch(/ 400 /)
  const { id, version } = await scene()
  const many = `{"base":${version},"edits":[${'{},'.repeat(4_000_000)}{}]}`
  expect((await post(`/api/scenes/${id}/edits`, many)).status).toBe(422)
  expect((await post(`/api/scenes/${id}/edits`, `{"base":0,"edits":${'['.repeat(100_000)}`)).body.detail).toMatch(
    /nested more deeply/,
  )
})

test('event streams that came and went leave nothing behind', async () => {
  const { id } = await scene()
  const listeners = async () =>
    Number(/^unhurried_followers (\d+)/m.exec(await (await fetch(`${address}/api/metrics`)).text())![1])
  const before = await listeners()
  const come = async () => {
    const stop = new AbortController()
    const answer = await fetch(`${address}/api/scenes/${id}/events`, { signal: stop.signal })
    await answer.body!.getReader().read()
    return stop
  }
  const streams = await Promise.all(Array.from({ length: 20 }, come))
  expect(await listeners()).toBe(before + 20)
  for (const stream of streams) stream.abort()
  for (let tries = 0; (await listeners()) > before; tries++) if (tries > 2000) throw new Error('they stayed')
})

test('an older app does not open a database that a newer one wrote', async () => {
  expect(await order<string>('startOnNewer')).toMatch(
    /written by a newer version of Unhurried Sketch: start that version/,
  )
})

test('a scene of many edits is the same after its server died and another opened it', async () => {
  const { id, version } = await scene()
  let base = version
  for (let n = 0; n < 12; n++)
    base = (
      await keep(
        id,
        base,
        named(
          ...Array.from({ length: 50 }, (_, i): Edit =>
            i % 10 === 9
              ? { type: 'drawing.set', drawing: 'k3', fields: { note: `n${n}-${i}` } }
              : line(`m${n}-${i}`, DRAWINGS[i % 20]!),
          ),
        ),
      )
    ).body.version
  const before = await get(`/api/scenes/${id}`)
  await order('killServer')
  address = `http://127.0.0.1:${(await order('start')).port}`
  expect(await get(`/api/scenes/${id}`)).toEqual(before)
  await requireWholeWithItsLines(id)
  const shelf = await get('/api/shelf')
  expect(
    shelf.find((each: { id: string }) => each.id === 'tests').scenes.find((each: { id: string }) => each.id === id),
  ).toMatchObject({ version: before.version, done: 18, toDo: 2 })
})

test('the shelf comes a page at a time, and a pencil test stays in the cache with its version', async () => {
  await post('/api/productions', { id: 'many', name: 'Many' })
  await Promise.all(
    Array.from({ length: 130 }, (_, i) =>
      post('/api/scenes', { id: `many${String(i).padStart(3, '0')}`, production: 'many', settings }),
    ),
  )
  const many = (await get('/api/shelf')).find((each: { id: string }) => each.id === 'many')
  expect([many.count, many.scenes.length]).toEqual([130, 120])
  const rest = await get(`/api/productions/many/scenes?after=${many.scenes.at(-1).id}`)
  expect(new Set([...many.scenes, ...rest].map((each: { id: string }) => each.id)).size).toBe(130)
  const { id, version } = await scene()
  const test = await fetch(`${address}/api/scenes/${id}/test?version=${version}`)
  expect(test.headers.get('cache-control')).toMatch(/immutable/)
  expect(((await test.json()) as { scene: Scene }).scene.settings.length).toBe(48)
  expect((await fetch(`${address}/api/scenes/${id}/test?version=1`)).headers.get('cache-control')).toBe('no-store')
})
