import { FakeWorker, settled, standInBrowser } from '../testing/browser'
import { said } from '../testing/element-plus'
import { drawn, lined, openScene } from '../testing/open-scene'
import { useLook } from './look'

standInBrowser()
let workers: FakeWorker[] = []
Object.assign(globalThis, {
  Worker: class extends FakeWorker {
    constructor() {
      super()
      workers.push(this)
    }
  },
})
const finding = (drawing: string, frame: number, sentence = `Drawing ${drawing} is odd.`) => ({
  check: 'volume',
  level: 'A',
  drawings: [drawing],
  frames: [frame],
  value: 12,
  limit: 8,
  unit: '%',
  severity: 'mend' as const,
  sureness: 'sure' as const,
  sentence,
  evidence: '[]',
})
const found = (...findings: object[]) => ({
  kind: 'found',
  findings,
  unmeasured: [],
  left: new Map(),
  graphs: { levels: [], luminance: [], flashes: [] },
  drawings: 2,
  ms: 1,
})

let scene: Awaited<ReturnType<typeof openScene>>
let look: ReturnType<typeof useLook>
beforeEach(async () => {
  said.length = 0
  workers = []
  scene = await openScene([drawn('a', 1), drawn('b', 5), lined('a', 'l', [10, 10, 50, 10])])
  look = useLook()
})
afterEach(() => scene.close())
const kinds = () => workers.at(-1)!.asked.map(({ kind }) => kind)
async function lookedAt(...findings: object[]) {
  const done = look.look()
  workers.at(-1)!.answer('look', found(...findings))
  await done
}

test('the worker is begun with the scene as it is, told of what happens, and asked', async () => {
  scene.change(lined('b', 'm', [10, 10, 50, 10]))
  const done = look.look()
  expect(kinds()).toEqual(['open', 'look'])
  expect(workers[0]!.asked[0]).toMatchObject({ scene: 's', version: 0, waiting: [{ edit: { drawing: 'b' } }] })
  expect([look.wanted, look.progress]).toEqual([true, { done: 0, of: 1, words: 'Measuring' }])
  workers[0]!.answer('look', { kind: 'progress', done: 1, of: 2, words: 'Measuring' })
  expect(look.progress).toMatchObject({ done: 1, of: 2 })
  scene.change(lined('b', 'n', [10, 20, 50, 20], { at: 1 }))
  expect(kinds()).toEqual(['open', 'look', 'happened'])
  workers[0]!.answer('look', found(finding('a', 1)))
  await done
  expect([look.progress, look.open.map(({ drawings }) => drawings)]).toEqual([undefined, [['a']]])
})

test('findings are known by drawing and by square of the sheet; those that are meant are not open', async () => {
  await lookedAt(finding('a', 1, 'First.'), finding('a', 1, 'Second.'), { ...finding('b', 5), meant: 'It is a joke.' })
  expect(look.byDrawing.get('a')!.map(({ sentence }) => sentence)).toEqual(['First.', 'Second.'])
  expect([...look.bySquare]).toEqual([['A:1', 'First.']])
})

test('of two looks the last one counts, whichever answers first', async () => {
  const [first, second] = [look.look(), look.look()]
  const [one, two] = workers[0]!.asked.filter(({ kind }) => kind === 'look')
  workers[0]!.say({ ...found(finding('b', 5)), id: two!.id })
  await second
  workers[0]!.say({ ...found(finding('a', 1)), id: one!.id })
  await first
  expect(look.found!.findings.map(({ drawings }) => drawings[0])).toEqual(['b'])
})

test('a look that is stopped leaves what was found before', async () => {
  await lookedAt(finding('a', 1))
  const done = look.look()
  look.stop()
  expect([kinds().at(-1), look.progress]).toEqual(['stop', undefined])
  workers[0]!.answer('look', { kind: 'stopped' })
  await done
  expect([look.open.length, look.trouble]).toEqual([1, ''])
})

test('a worker that dies says so; the next look begins another with the whole scene', async () => {
  const done = look.look()
  workers[0]!.die()
  await done
  expect([look.trouble, look.progress]).toEqual([expect.stringMatching(/stopped unexpectedly/), undefined])
  await lookedAt(finding('a', 1))
  expect([workers.length, kinds(), look.trouble]).toEqual([2, ['open', 'look'], ''])
})

test('a finding is shown where it lies, and is mended once it is found no more', async () => {
  await lookedAt(finding('b', 5))
  look.show(look.open[0]!)
  expect([scene.frame, scene.drawing, look.mended]).toEqual([5, 'b', false])
  await lookedAt()
  expect([look.mended, look.evidence]).toEqual([true, []])
  look.hide()
  expect([look.shown, look.mended]).toEqual([undefined, false])
})

test('answered as meant it is kept in the scene and looked at again; taken back likewise', async () => {
  await lookedAt(finding('a', 1))
  const [one] = look.open
  await look.mean(one!, 'It breathes on purpose.')
  expect(Object.values(scene.working!.answers!)).toMatchObject([{ check: 'volume', reason: 'It breathes on purpose.' }])
  expect(kinds().filter((kind) => kind === 'look')).toHaveLength(2)
  look.takeBack(one!)
  expect(scene.working!.answers ?? {}).toEqual({})
})

test('what a level does is answered once for all of it, and taken back as one', async () => {
  await lookedAt(finding('a', 1), finding('b', 5))
  const [one, two] = look.open
  expect([look.offered(one!), look.isAlways(one!)]).toEqual([undefined, false])
  look.meanAlways(one!, 'It breathes.')
  expect([look.isAlways(two!), Object.values(scene.working!.answers!)]).toEqual([
    true,
    [expect.objectContaining({ check: 'volume', level: 'A', drawings: [], reason: 'It breathes.' })],
  ])
  look.takeBack(two!)
  expect(scene.working!.answers ?? {}).toEqual({})
})

test('where a landmark may lie is proposed, and pinned in one step when accepted', async () => {
  scene.change({ type: 'landmark.put', level: 'A', landmark: { id: 'nose', name: 'Nose' } })
  const done = look.follow('a', 'nose')
  expect(look.following).toBe(true)
  const at = { landmark: 'nose', x: 12.07, y: 30.5, confidence: 0.8 }
  workers[0]!.answer('follow', {
    kind: 'followed',
    proposals: [
      { ...at, drawing: 'b' },
      { ...at, drawing: 'gone' },
    ],
  })
  await done
  expect([look.following, look.proposals.length]).toEqual([false, 2])
  look.accept()
  expect([scene.working!.drawings['b']!.pins, look.proposals]).toEqual([{ nose: { x: 12.125, y: 30.5 } }, []])
  scene.undo()
  expect(scene.working!.drawings['b']!.pins ?? {}).toEqual({})
})

test('a landmark that can be told nowhere is said', async () => {
  const done = look.follow('a', 'nose')
  workers[0]!.answer('follow', { kind: 'followed', proposals: [] })
  await done
  expect(said).toEqual([expect.stringMatching(/Pin it there by hand/)])
})

test('a scene that is shut is looked at from nothing when it is opened again', async () => {
  await lookedAt(finding('a', 1))
  look.show(look.open[0]!)
  scene.close()
  await settled()
  expect([workers[0]!.ended, look.found, look.shown, look.wanted]).toEqual([true, undefined, undefined, false])
})
