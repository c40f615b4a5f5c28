import { settingsOf } from '../../../../core/src/testing/build'
import {
  applyEdit,
  newScene,
  packInk,
  packPasses,
  quantized,
  type Edit,
  type Scene,
  type Stroke,
} from '@unhurried/core'
import { lookReportSchema, type LookOrder, type LookReport } from './messages'

const round = (id: string, x: number, r: number): Stroke =>
  quantized({
    kind: 'stroke',
    id,
    swatch: 'pencil',
    size: 4,
    points: Array.from({ length: 49 }, (_, i) => [
      x + r * Math.cos((i / 48) * 6.2832),
      180 + r * Math.sin((i / 48) * 6.2832),
      0.5,
    ]).flat(),
  })
const inked = (drawing: string, piece: Stroke): Edit => ({
  type: 'ink.change',
  drawing,
  pass: 'line',
  remove: [],
  add: [{ at: 0, piece }],
})

let scene: Scene = newScene(settingsOf({ width: 640, height: 360, length: 36 }))
const kept = new Map<string, Stroke>()
for (let i = 0; i < 8; i++) {
  const [id, piece] = [`d${i}`, round(`s${i}`, 80 + 50 * i, i === 4 ? 48 : 40)]
  for (const edit of [
    {
      type: 'drawing.add',
      take: 'main',
      level: 'A',
      frame: i === 0 ? 1 : 10 + 2 * i,
      drawing: { id, role: 'key' },
    } satisfies Edit,
    inked(id, piece),
  ])
    scene = applyEdit(scene, edit).scene
  kept.set(id, piece)
}

const reports: LookReport[] = []
let fetched = 0
let heard = () => {}
/** Sends orders as the page does and gives the first report that `wanted` takes. */
async function asked(order: LookOrder | object, wanted: (report: LookReport) => boolean): Promise<LookReport> {
  reports.length = 0
  ;(globalThis.self.onmessage as (event: { data: unknown }) => void)({ data: structuredClone(order) })
  for (;;) {
    const found = reports.find(wanted)
    if (found) return found
    await new Promise<void>((resolve) => (heard = resolve))
  }
}
const look = (id: number, more: object = {}) => ({
  kind: 'look',
  id,
  take: 'main',
  limits: {},
  whole: false,
  production: 'tests',
  onsets: {},
  ...more,
})
const answers = (id: number) => (report: LookReport) => report.id === id && report.kind !== 'progress'
const checks = (report: LookReport) =>
  report.kind === 'found' ? report.findings.map(({ check }) => check) : [report.kind]
const tell = (order: LookOrder) =>
  (globalThis.self.onmessage as (event: { data: unknown }) => void)({ data: structuredClone(order) })
let made = 0
/** Tells that an edit was made on the page; gives the id under which it waits. */
const happens = (edit: Edit): string => {
  const id = `made${made++}`
  tell({ kind: 'happened', transition: { kind: 'edit', made: { id, edit } } })
  return id
}

beforeAll(async () => {
  globalThis.self = {
    postMessage(report: unknown) {
      reports.push(lookReportSchema.parse(report))
      heard()
    },
  } as unknown as typeof globalThis.self
  globalThis.fetch = (async (path: string) => {
    fetched++
    const drawings = new URL(path, 'http://here').searchParams.get('drawings')!.split(',')
    return new Response(
      new Uint8Array(
        packPasses(drawings.map((drawing) => ({ drawing, pass: 'line', bytes: packInk([kept.get(drawing)!]) }))),
      ),
    )
  }) as typeof fetch
  await import('./worker')
  tell({ kind: 'open', scene: 'looked', document: scene, version: 16, waiting: [] })
})

test('fetches the lines itself, finds what is wrong, and after an edit looks again without fetching', async () => {
  expect(checks(await asked(look(1), answers(1)))).toEqual(['volume'])
  const before = fetched
  happens({
    type: 'ink.change',
    drawing: 'd4',
    pass: 'line',
    remove: [{ at: 0, piece: kept.get('d4')! }],
    add: [{ at: 0, piece: round('mended', 280, 40) }],
  })
  expect(checks(await asked(look(2), answers(2)))).toEqual([])
  expect(fetched).toBe(before)
  happens(inked('d4', round('more', 280, 50)))
  expect(checks(await asked(look(3), answers(3)))).toContain('volume')
})

test('other limits judge anew; a later look or a stop ends the one under way', async () => {
  expect(
    checks(await asked(look(4, { limits: { volume: { share: 100 }, 'line-weight': { share: 100 } } }), answers(4))),
  ).not.toContain('volume')
  tell(look(5, { whole: true }) as LookOrder)
  const stopped = asked({ kind: 'stop' }, answers(5))
  expect((await stopped).kind).toBe('stopped')
  expect(checks(await asked(look(6), answers(6)))).toContain('volume')
})

test('a landmark is followed from where it is pinned to where the next one is', async () => {
  happens({ type: 'landmark.put', level: 'A', landmark: { id: 'mid', name: 'Middle' } })
  for (const [drawing, x] of [
    ['d0', 80],
    ['d3', 230],
  ] as const)
    happens({ type: 'pin.set', drawing, landmark: 'mid', pin: { x, y: 180 } })
  const followed = await asked({ kind: 'follow', id: 7, take: 'main', drawing: 'd0', landmark: 'mid' }, answers(7))
  if (followed.kind !== 'followed') throw new Error(followed.kind)
  expect(followed.proposals.map(({ drawing }) => drawing)).toEqual(['d1', 'd2'])
  followed.proposals.forEach(({ x, y }, i) => expect(Math.hypot(x - 130 - 50 * i, y - 180)).toBeLessThan(8))
})

test('what is no order, or fits no scene, is answered with a sentence and costs nothing', async () => {
  expect(
    await asked(
      { kind: 'look', id: 8, take: '', limits: {}, whole: false, production: 'tests', onsets: {} },
      (report) => report.kind === 'failed',
    ),
  ).toMatchObject({ id: 8, sentence: expect.stringMatching(/Reload the page/) })
  expect(
    await asked(
      {
        kind: 'happened',
        transition: {
          kind: 'edit',
          made: { id: 'x', edit: { type: 'landmark.remove', level: 'A', landmark: 'none' } },
        },
      },
      (report) => report.kind === 'failed',
    ),
  ).toMatchObject({ id: 0, sentence: expect.stringMatching(/not on the level any more/) })
  expect(checks(await asked(look(9), answers(9)))).toContain('volume')
})

const onD2 = (report: LookReport) =>
  report.kind === 'found' ? report.findings.filter(({ drawings }) => drawings.includes('d2')) : undefined

test('a line that somebody else rubbed out is gone from here too, and nothing is fetched for it', async () => {
  const ghost = round('ghost', 180, 90)
  const id = happens(inked('d2', ghost))
  expect(checks(await asked(look(40), answers(40)))).toContain('volume')
  const before = fetched
  tell({ kind: 'happened', transition: { kind: 'confirmed', ids: [id], version: 17 } })
  const rubbed: Edit = { ...inked('d2', ghost), remove: [{ at: 0, piece: ghost }], add: [] } as Edit
  tell({
    kind: 'happened',
    transition: { kind: 'rebased', changes: { missed: [{ id: 'theirs', version: 18, edit: rubbed }] } },
  })
  expect(onD2(await asked(look(42), answers(42)))).toEqual([])
  expect(fetched).toBe(before)
})

test('one that still waits is laid on what is fetched anew', async () => {
  happens(inked('d2', round('waits', 180, 90)))
  const before = fetched
  tell({ kind: 'happened', transition: { kind: 'rebased', changes: { missed: [], fresh: { scene, version: 20 } } } })
  expect(onD2(await asked(look(43, { whole: true }), answers(43)))).not.toEqual([])
  expect(fetched).toBeGreaterThan(before)
})
