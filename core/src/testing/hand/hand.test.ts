import { seededRandom } from '../../base/random'
import { inspectScene } from '../../checks/inspect'
import { validate } from '../../scene/validate'
import { DRAWING_FAULTS } from './drawing-faults'
import { grown, offChart, pushed, unpinned, type Mistiming } from './faults'
import { CHARTED_KINDS } from './charted-kinds'
import { FURTHER_KINDS } from './further-kinds'
import { HAND_KINDS } from './kinds'
import { MANNERS } from './manners'
import { MORE_KINDS } from './more-kinds'
import { handPair, PAIR_KINDS } from './pairs'
import { SCENE_FAULTS } from './scene-faults'
import { puppetKind } from './puppets'
import { handScene, type HandScene } from './scene'

const SEEDS = [501]

test('scenes drawn by hand are whole, the same for a seed, and no two drawings of them alike', () => {
  for (const kind of HAND_KINDS) {
    const made = handScene(kind, 501)
    expect(validate(JSON.parse(JSON.stringify(made.scene)))).toEqual(made.scene)
    const again = handScene(kind, 501)
    expect(again.scene).toEqual(made.scene)
    expect(again.inkOf('d1', 'line')).toEqual(made.inkOf('d1', 'line'))
    expect(made.inkOf('d2', 'line')).not.toEqual(made.inkOf('d1', 'line'))
  }
})

test('Second look raises few false alarms on clean drawings made by hands', async () => {
  let [drawings, alarms] = [0, 0]
  for (const kind of HAND_KINDS)
    for (const seed of SEEDS) {
      const made = handScene(kind, seed)
      drawings += kind.drawings
      alarms += (await inspectScene(made.scene, made.inkOf)).findings.length
    }
  expect((100 * alarms) / drawings).toBeLessThanOrEqual(3)
})

test.each(MANNERS)('so it does on the same motion drawn otherwise: $id', async ({ as }) => {
  let [drawings, alarms] = [0, 0]
  for (const id of ['walk across', 'fish', 'head turn', 'pendulum']) {
    const made = as(
      handScene(
        HAND_KINDS.find((kind) => kind.id === id)!,
        502,
      ),
      502,
    )
    expect(validate(JSON.parse(JSON.stringify(made.scene)))).toEqual(made.scene)
    drawings += made.kind.drawings
    alarms += (await inspectScene(made.scene, made.inkOf)).findings.length
  }
  expect((100 * alarms) / drawings).toBeLessThanOrEqual(4)
})

test('so it does on motions thought of later', async () => {
  let [drawings, alarms] = [0, 0]
  for (const kind of MORE_KINDS.filter((_, i) => i % 3 === 0)) {
    const made = handScene(kind, 503)
    drawings += kind.drawings
    alarms += (await inspectScene(made.scene, made.inkOf)).findings.length
  }
  expect((100 * alarms) / drawings).toBeLessThanOrEqual(4)
})

test('so it does on motions put down later still', async () => {
  let [drawings, alarms] = [0, 0]
  for (const kind of [...FURTHER_KINDS, ...CHARTED_KINDS]) {
    const made = handScene(kind, 505)
    expect(validate(JSON.parse(JSON.stringify(made.scene)))).toEqual(made.scene)
    drawings += kind.drawings
    alarms += (await inspectScene(made.scene, made.inkOf)).findings.length
  }
  expect((100 * alarms) / drawings).toBeLessThanOrEqual(4)
})

test('so it does on figures put together by chance, for which no check was made', async () => {
  let [drawings, alarms] = [0, 0]
  for (let seed = 300; seed < 308; seed++) {
    const made = handScene(puppetKind(seed), seed)
    drawings += made.kind.drawings
    alarms += (await inspectScene(made.scene, made.inkOf)).findings.length
  }
  expect((100 * alarms) / drawings).toBeLessThanOrEqual(3)
})

test('a drawing grown by a quarter on an even tail is found, and one pushed off a pinned arc', async () => {
  const named = (id: string) => HAND_KINDS.find((kind) => kind.id === id)!
  const tail = grown(handScene(named('tail'), 7), 'd5', 0.25, { x: 600, y: 420 })
  const found = await inspectScene(tail.scene, tail.inkOf, { checks: ['volume'] })
  expect(found.findings.map(({ drawings }) => drawings)).toEqual([['d5']])
  const pinned = Array.from({ length: 20 }, (_, seed) => handScene(named('walk across'), seed)).find(
    ({ scene }) => scene.levels['A']!.landmarks,
  )!
  const walk = pushed(pinned, 'd9', { x: 0, y: -16 })
  const off = await inspectScene(walk.scene, walk.inkOf, { checks: ['off-arc'] })
  expect(off.findings.some(({ drawings }) => drawings.includes('d9'))).toBe(true)
})

test.each(DRAWING_FAULTS)(
  'of drawings by hands most at fault are found: $words, and their clean ones are not',
  async ({ check, plant }) => {
    let [tried, found] = [0, 0]
    for (const id of [
      'head turn',
      'pendulum',
      'fish',
      'throw',
      'spring',
      'two cross',
      'snake',
      'pops from pose to pose',
    ]) {
      const kind = [...HAND_KINDS, ...MORE_KINDS].find((each) => each.id === id)!
      const made = handScene(kind, 504)
      const ask = async ({ scene, inkOf }: typeof made) =>
        (await inspectScene(scene, inkOf, { checks: [check] })).findings
      expect(await ask(made)).toEqual([])
      const fault = plant({ made, drawing: 'd5', times: 2, random: seededRandom(504) })
      if (!fault) continue
      tried++
      if ((await ask(fault)).some(({ drawings }) => drawings.includes('d5'))) found++
    }
    expect(tried).toBeGreaterThan(2)
    expect(found / tried).toBeGreaterThan(0.6)
  },
)

/** Of each sort of motion a fault may be of, some. */
const OF_EACH_SORT = [
  'walk in place',
  'tail',
  'walk across',
  'sits down',
  'arm wave',
  'comes nearer',
  'head turn',
  'bird',
]

test.each(SCENE_FAULTS)(
  'of scenes drawn by hands those at fault are told from clean ones: $words',
  async ({ check, plant }) => {
    let [tried, found, alarms] = [0, 0, 0]
    for (const id of OF_EACH_SORT) {
      const kind = [...HAND_KINDS, ...MORE_KINDS].find((each) => each.id === id)!
      const [clean, fault] = [0, 2].map((times) => plant(kind, 4402, times))
      if (!clean || !fault || tried === 4) continue
      const ask = async ({ scene, inkOf, next }: typeof clean) =>
        (await inspectScene(scene, inkOf, { checks: [check], ...(next && { next }) })).findings
      expect(validate(JSON.parse(JSON.stringify(fault.scene)))).toEqual(fault.scene)
      tried++
      alarms += (await ask(clean)).length
      if (isAnyOn(await ask(fault), fault.planted)) found++
    }
    expect(tried).toBeGreaterThan(1)
    expect(found / tried).toBeGreaterThanOrEqual(0.7)
    expect(alarms).toBeLessThanOrEqual(1)
  },
)

const isAnyOn = (findings: readonly { drawings: readonly string[] }[], planted: readonly string[]) =>
  findings.some(({ drawings }) => planted.length === 0 || drawings.some((each) => planted.includes(each)))

test('with nothing pinned a painted part that keeps its shape is followed, and limbs that cross a body hide no growth', async () => {
  const walk = HAND_KINDS.find(({ id }) => id === 'walk across')!
  const bare = Array.from({ length: 20 }, (_, seed) => handScene(walk, seed)).filter(
    ({ scene }) => !scene.levels['A']!.landmarks,
  )
  for (const made of bare.slice(0, 2)) {
    const off = pushed(made, 'd9', { x: 0, y: -24 })
    const { findings } = await inspectScene(off.scene, off.inkOf, { checks: ['off-arc'] })
    const found = findings.filter(({ drawings }) => drawings.includes('d9'))
    expect(
      found.map(({ sentence }) => /(what is painted .*|most of its line) lies .* off the arc/.test(sentence)),
    ).toEqual([true])
    const large = grown(made, 'd9', 0.2, { x: 640, y: 400 })
    const sizes = await inspectScene(large.scene, large.inkOf, { checks: ['volume'] })
    expect(sizes.findings.map(({ drawings }) => drawings)).toEqual([['d9']])
  }
})

test('an arm that waves and turns tells of a drawing out of its place where all of it is; a leg that goes its own way does not', async () => {
  const kindOf = (id: string) => HAND_KINDS.find((kind) => kind.id === id)!
  const bare = (id: string, count: number) => {
    const found = []
    for (let seed = 0; found.length < count; seed++) {
      const made = handScene(kindOf(id), seed)
      if (!made.scene.levels['A']!.landmarks && Object.keys(made.scene.charts).length === 0) found.push(made)
    }
    return found
  }
  const ask = async (made: ReturnType<typeof handScene>) =>
    (await inspectScene(made.scene, made.inkOf, { checks: ['off-arc', 'uneven-spacing'] })).findings
  const waving = bare('arm wave', 4)
  for (const made of waving) expect(await ask(made)).toEqual([])
  const told = await Promise.all(waving.map((made) => ask(pushed(made, 'd4', { x: 0, y: 30 }))))
  expect(told.filter((findings) => findings.some(({ drawings }) => drawings.includes('d4'))).length).toBeGreaterThan(2)
  for (const made of bare('walk across', 3)) expect(await ask(made)).toEqual([])
})

/** Scenes with pins and a chart, made once for the tests of both. */
const CHARTED = HAND_KINDS.filter(({ keys }) => keys).flatMap((kind) =>
  Array.from({ length: 12 }, (_, i) => 61_000 + i)
    .map((seed) => ({ seed, made: handScene(kind, seed) }))
    .filter(({ made: { scene } }) => scene.levels['A']!.landmarks && Object.keys(scene.charts).length > 0),
)

test.each<[string, (made: HandScene) => HandScene, Record<Mistiming, number>]>([
  ['pinned', (made) => made, { 'standing-still': 0.9, 'spacing-chart': 0.8 }],
  ['with no pin', unpinned, { 'standing-still': 0.7, 'spacing-chart': 0.45 }],
])('an inbetween off its chart is found, %s, and one on it is not', async (_words, as, least) => {
  const checks = Object.keys(least) as Mistiming[]
  const found = { alarms: 0, drawings: 0 }
  const of = Object.fromEntries(checks.map((check) => [check, { tried: 0, hits: 0 }]))
  for (const { made: hand, seed } of CHARTED) {
    const made = as(hand)
    found.drawings += hand.kind.drawings
    found.alarms += (await inspectScene(made.scene, made.inkOf, { checks })).findings.length
    for (const check of checks) {
      const fault = offChart(made, seed, check, 2)
      if (!fault) continue
      of[check]!.tried++
      const { findings } = await inspectScene(fault.made.scene, fault.made.inkOf, { checks: [check] })
      if (findings.some(({ drawings }) => drawings.includes(fault.drawing))) of[check]!.hits++
    }
  }
  expect(found.alarms / found.drawings).toBeLessThanOrEqual(0.02)
  for (const check of checks) {
    expect(of[check]!.tried).toBeGreaterThan(8)
    expect(of[check]!.hits / of[check]!.tried).toBeGreaterThanOrEqual(least[check])
  }
})

test('on a wide swing between two keys the spacing is measured on the way the hand went', async () => {
  const kind = HAND_KINDS.find(({ id }) => id === 'throw')!
  for (const seed of [7002, 7005, 7006]) {
    const made = handScene(kind, seed)
    expect([Object.keys(made.scene.charts).length > 0, made.scene.levels['A']!.landmarks?.length]).toEqual([true, 3])
    const { findings } = await inspectScene(made.scene, made.inkOf, { checks: ['spacing-chart'] })
    expect(findings.filter(({ sentence }) => /Hand lies \d{2,} px/.test(sentence))).toEqual([])
    // One that lies far beside its mark on that swing is still told.
    const late = pushed(made, 'd5', { x: 0, y: 60 })
    const told = await inspectScene(late.scene, late.inkOf, { checks: ['spacing-chart', 'off-arc'] })
    expect(told.findings.map(({ drawings }) => drawings)).toContainEqual(['d5'])
  }
})

test('two drawings of one motion have the same parts, each split into strokes in its own way, and are the same for a seed', () => {
  for (const kind of PAIR_KINDS.slice(0, 4)) {
    const pair = handPair(kind, 5)
    expect(handPair(kind, 5)).toEqual(pair)
    const partsOf = ({ line, partOf }: typeof pair.a) => new Set(line.map(({ id }) => partOf.get(id)))
    const common = [...partsOf(pair.a)].filter((part) => partsOf(pair.b).has(part))
    expect(common.length).toBeGreaterThan(0)
  }
})
