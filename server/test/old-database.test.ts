import { faultOf, sceneSchema, unpackInk, unpackPasses, type Scene } from '@unhurried/core'
import { openHarness, type Harness } from './drive'

let harness: Harness
let address = ''
const order: Harness['order'] = (name, options) => harness.order(name, options)
beforeAll(async () => {
  harness = await openHarness()
})
afterAll(() => order('stop'))

async function startOn(options = {}) {
  const started = await order<{ port: number; interrupted: string }>('startOnOld', options)
  address = `http://127.0.0.1:${started.port}`
  return started
}
const get = async (path: string) => (await fetch(address + path)).json()
async function linesOf(path: string): Promise<Map<string, number>> {
  const passes = unpackPasses(new Uint8Array(await (await fetch(address + path)).arrayBuffer()))
  return new Map(passes.map(({ drawing, pass, bytes }) => [`${drawing}/${pass}`, unpackInk(bytes).length]))
}
interface Opened {
  version: number
  scene: Scene
  notice?: string
}

async function countsAgree(id: string, scene: Scene) {
  const lines = await linesOf(`/api/scenes/${id}/ink?drawings=${Object.keys(scene.drawings).slice(0, 100).join(',')}`)
  for (const drawing of Object.values(scene.drawings).slice(0, 100)) {
    for (const [pass, count] of Object.entries(drawing.passes))
      expect([id, drawing.id, pass, lines.get(`${drawing.id}/${pass}`)]).toEqual([id, drawing.id, pass, count])
    expect([...lines.keys()].filter((key) => key.startsWith(`${drawing.id}/`))).toHaveLength(
      Object.keys(drawing.passes).length,
    )
  }
}

describe('a database of the version before', () => {
  beforeAll(() => startOn())

  test('its shelf shows every scene, the broken ones among them', async () => {
    const shelf: { name: string; scenes: { id: string; name: string; done: number; notice?: string }[] }[] =
      await get('/api/shelf')
    expect(shelf.map(({ name, scenes }) => [name, scenes.length])).toEqual([
      ['Slack water', 9],
      ['Nothing yet', 0],
    ])
    expect(shelf[0]!.scenes.find(({ id }) => id === 'whole')).toMatchObject({ name: 'Rope and ring', done: 4 })
  })

  test('its productions have no reels and no library yet, and can be given them', async () => {
    const [{ id }] = (await get('/api/shelf')) as [{ id: string }]
    const nothing = { reels: [], characters: [] }
    expect(await get(`/api/productions/${id}`)).toEqual({ id, name: 'Slack water', version: 0, document: nothing })
    const edit = { type: 'reel.put', part: { id: 'r', name: 'Long cut', fps: 24 } }
    const answer = await fetch(`${address}/api/productions/${id}/edits`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ edits: [{ id: 'first-reel', edit }] }),
    })
    expect([answer.status, (await answer.json()).document.reels[0].name]).toEqual([200, 'Long cut'])
  })

  test('a whole scene is as it was: its lines, its history and its earlier moments', async () => {
    const { version, scene, notice } = (await get('/api/scenes/whole')) as Opened
    expect([version, notice]).toEqual([348, undefined])
    expect(scene.drawings['k1']!.note).toBe('step 39')
    expect(Object.fromEntries(await linesOf('/api/scenes/whole/ink?drawings=k1,k2,k3,i1'))).toEqual({
      'k1/line': 199,
      'k2/line': 100,
      'k3/line': 101,
      'i1/rough': 1,
    })
    const steps: { version: number; words: string; kind: string; drawing: string | null }[] = await get(
      '/api/scenes/whole/history?before=306',
    )
    expect(steps[1]).toMatchObject({
      version: 304,
      words: 'a line taken off drawing 1',
      kind: 'ink.change',
      drawing: 'k1',
    })
    expect(((await get('/api/scenes/whole/moments/3')) as Opened).scene.charts['c']!.marks).toHaveLength(1)
    expect(Object.fromEntries(await linesOf('/api/scenes/whole/moments/303/ink?drawings=k1,k3'))).toEqual({
      'k1/line': 200,
    })
    expect(Object.fromEntries(await linesOf('/api/scenes/whole/moments/305/ink?drawings=k1,k3'))).toEqual({
      'k1/line': 199,
      'k3/line': 100,
    })
  })

  test.each([
    ['number', /Drawing Keypose1a is called Keyposea now/],
    ['twice', /showed a drawing that was gone; the one before it is held instead/],
    ['counts', /Drawing 9 has the lines that lie on it/],
    ['loop', /its steps were made again/],
  ])('what was broken and can be mended exactly is mended, and told: %s', async (id, notice) => {
    const opened = (await get(`/api/scenes/${id}`)) as Opened
    expect(sceneSchema.safeParse(opened.scene).success && faultOf(opened.scene) === undefined).toBe(true)
    expect(opened.notice).toMatch(notice)
    expect((await get(`/api/scenes/${id}/history`))[0].words).toMatch(/^mended on opening: /)
    await countsAgree(id, opened.scene)
  })

  test.each([
    ['marks', (scene: Scene) => scene.charts['c']!.marks.length, 300],
    ['notes', (scene: Scene) => scene.takes['main']!.notes!.length, 2000],
    ['match', (scene: Scene) => scene.charts['c']!.same![0]!.length, 64],
    ['place', (scene: Scene) => Object.keys(scene.charts).length, 0],
  ])(
    'what cannot be mended is as it was at its last whole moment, and what came after is set aside: %s',
    async (id, read, expected) => {
      const opened = (await get(`/api/scenes/${id}`)) as Opened
      expect(faultOf(opened.scene)).toBeUndefined()
      expect(read(opened.scene)).toBe(expected)
      expect(opened.notice).toMatch(
        /could not be read: it is as it was before, and (that step is|those steps are) set aside in Earlier versions/,
      )
      await countsAgree(id, opened.scene)
      // It goes on from there.
      const level = await fetch(`${address}/api/scenes/${id}/edits`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({
          base: opened.version,
          edits: [{ id: `goes-on-${id}`, edit: { type: 'scene.set', settings: { name: 'Goes on' } } }],
        }),
      })
      expect(level.status).toBe(200)
      expect(((await get(`/api/scenes/${id}/moments/${opened.version + 1}`)) as Opened).scene.settings.name).toBe(
        'Goes on',
      )
    },
  )
})

test('a start that is interrupted half way leaves the database as it was, and the next one goes through', async () => {
  const { interrupted } = await startOn({ interrupt: true })
  expect(interrupted).toBe('stopped 1')
  expect(((await get('/api/scenes/whole')) as Opened).version).toBe(348)
})

test('scenes kept before histories could be looked at get theirs', async () => {
  await startOn({ forgetful: true })
  expect((await get('/api/scenes/whole/history')).map((step: { words: string }) => step.words)).toContain(
    'drawing 13 copied to frame 20',
  )
  expect(((await get('/api/scenes/whole/moments/2')) as Opened).scene.charts).toEqual({})
})
