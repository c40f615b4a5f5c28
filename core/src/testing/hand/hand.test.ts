import { inspectScene } from '../../checks/inspect'
import { validate } from '../../scene/validate'
import { grown, pushed } from './faults'
import { HAND_KINDS } from './kinds'
import { handPair, PAIR_KINDS } from './pairs'
import { handScene } from './scene'

const SEEDS = [501, 502]

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
  expect((100 * alarms) / drawings).toBeLessThanOrEqual(6)
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

test('with nothing pinned a painted part that keeps its shape is followed, and limbs that cross a body hide no growth', async () => {
  const walk = HAND_KINDS.find(({ id }) => id === 'walk across')!
  const bare = Array.from({ length: 20 }, (_, seed) => handScene(walk, seed)).filter(
    ({ scene }) => !scene.levels['A']!.landmarks,
  )
  for (const made of bare.slice(0, 2)) {
    const off = pushed(made, 'd9', { x: 0, y: -24 })
    const { findings } = await inspectScene(off.scene, off.inkOf, { checks: ['off-arc'] })
    const found = findings.filter(({ drawings }) => drawings.includes('d9'))
    expect(found.map(({ sentence }) => /what is painted .* off the arc/.test(sentence))).toEqual([true])
    const large = grown(made, 'd9', 0.2, { x: 640, y: 400 })
    const sizes = await inspectScene(large.scene, large.inkOf, { checks: ['volume'] })
    expect(sizes.findings.map(({ drawings }) => drawings)).toEqual([['d9']])
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
