import { drawn as key, settingsOf } from '../testing/build'
import fc from 'fast-check'
import { applyEdit } from '../edits/apply'
import { editSchema, type Edit } from '../edits/kinds'
import type { Point } from '../geometry/matrix'
import { newScene } from '../scene/create'
import type { Scene, Settings } from '../scene/schema'
import { arcThrough, nearestOnArc, placeOnArc } from './arc'
import { measuredChart, nextToPin, stretchAround } from './landmarks/landmarks'
import { chartTargets, missesOf } from './landmarks/targets'
import { arcDeviation, compareToChart, measureSpacing } from './spacing'
import { turnsBack } from './track'

const P = (x: number, y: number): Point => ({ x, y })
const near = (a: Point, b: Point, within = 0.1) => expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeLessThanOrEqual(within)

/** Centripetal Catmull–Rom by Barry and Goldman's pyramid, cut into very many lines: slow and plain. */
function subdivided(points: readonly Point[], pieces = 4000): { at: (along: number) => Point; length: number } {
  const ext = [
    P(2 * points[0]!.x - points[1]!.x, 2 * points[0]!.y - points[1]!.y),
    ...points,
    P(2 * points.at(-1)!.x - points.at(-2)!.x, 2 * points.at(-1)!.y - points.at(-2)!.y),
  ]
  const line: Point[] = []
  for (let i = 0; i + 3 < ext.length; i++) {
    const p = ext.slice(i, i + 4)
    const t = [0]
    for (let j = 1; j < 4; j++) t.push(t[j - 1]! + Math.sqrt(Math.hypot(p[j]!.x - p[j - 1]!.x, p[j]!.y - p[j - 1]!.y)))
    const mix = (a: Point, b: Point, ta: number, tb: number, at: number) =>
      P((a.x * (tb - at) + b.x * (at - ta)) / (tb - ta), (a.y * (tb - at) + b.y * (at - ta)) / (tb - ta))
    for (let k = 0; k <= pieces; k++) {
      const at = t[1]! + ((t[2]! - t[1]!) * k) / pieces
      const a = [0, 1, 2].map((j) => mix(p[j]!, p[j + 1]!, t[j]!, t[j + 1]!, at))
      const b = [0, 1].map((j) => mix(a[j]!, a[j + 1]!, t[j]!, t[j + 2]!, at))
      line.push(mix(b[0]!, b[1]!, t[1]!, t[2]!, at))
    }
  }
  const reached = [0]
  for (let i = 1; i < line.length; i++)
    reached.push(reached[i - 1]! + Math.hypot(line[i]!.x - line[i - 1]!.x, line[i]!.y - line[i - 1]!.y))
  const length = reached.at(-1)!
  return {
    length,
    at(along) {
      let [low, high] = [0, line.length - 1]
      while (high - low > 1) {
        const middle = (low + high) >> 1
        if (reached[middle]! <= along) low = middle
        else high = middle
      }
      const share = (along - reached[low]!) / Math.max(1e-12, reached[high]! - reached[low]!)
      return P(
        line[low]!.x + (line[high]!.x - line[low]!.x) * share,
        line[low]!.y + (line[high]!.y - line[low]!.y) * share,
      )
    },
  }
}

const place = fc.record({ x: fc.integer({ min: 0, max: 700 }), y: fc.integer({ min: 0, max: 400 }) })
const apart = (points: readonly Point[]) =>
  points.every((point, i) => i === 0 || Math.hypot(point.x - points[i - 1]!.x, point.y - points[i - 1]!.y) > 5)

/** A way that turns back somewhere is another thing: track.test.ts. */
const goesOn = (points: readonly Point[]) =>
  points.every((point, i) => i === 0 || i === points.length - 1 || !turnsBack(points[i - 1]!, point, points[i + 1]!))

describe('the path of action', () => {
  test('lies within 0.1 px of a finely subdivided reference, everywhere along it', () => {
    fc.assert(
      fc.property(
        fc.array(place, { minLength: 4, maxLength: 7 }).filter(apart).filter(goesOn),
        fc.integer({ min: 0, max: 1000 }),
        (points, share) => {
          const arc = arcThrough(points)
          const reference = subdivided(points)
          expect(Math.abs(arc.reached.at(-1)! - reference.length)).toBeLessThan(0.1)
          near(placeOnArc(arc, 0, points.length - 1, share / 1000), reference.at((reference.length * share) / 1000))
        },
      ),
      { numRuns: 60 },
    )
  })

  test('goes through every point, and on along the tangent beyond its ends', () => {
    fc.assert(
      fc.property(fc.array(place, { minLength: 2, maxLength: 8 }).filter(apart), fc.boolean(), (points, closed) => {
        const arc = arcThrough(points, { closed })
        points.forEach((point, i) => i > 0 && near(placeOnArc(arc, 0, i, 1), point, 1e-6))
        if (closed && points.length > 2) near(placeOnArc(arc, points.length - 1, points.length, 1), points[0]!, 1e-6)
        const [end, further] = [placeOnArc(arc, 0, 1, 1), placeOnArc(arc, 0, 1, 1.1)]
        expect(Math.hypot(further.x - end.x, further.y - end.y)).toBeCloseTo(0.1 * arc.segments[0]!.length, 6)
      }),
    )
  })

  test('two points: a line, or bent by a handle a circular arc of that sagitta, to the left of the way', () => {
    near(placeOnArc(arcThrough([P(0, 0), P(100, 0)]), 0, 1, 0.25), P(25, 0), 1e-9)
    for (const bend of [20, -20, 50, 120]) {
      const arc = arcThrough([P(0, 0), P(100, 0)], { bends: { 0: bend } })
      near(placeOnArc(arc, 0, 1, 0.5), P(50, -bend), 1e-6)
      near(placeOnArc(arc, 0, 1, 0), P(0, 0), 1e-6)
      near(placeOnArc(arc, 0, 1, 1), P(100, 0), 1e-6)
    }
    expect(arcThrough([P(0, 0), P(100, 0)], { bends: { 0: 50 } }).segments[0]!.length).toBeCloseTo(50 * Math.PI, 6)
  })

  test('three points: the circle through them; nearly straight ones are joined by lines', () => {
    const arc = arcThrough([P(-50, 0), P(0, -50), P(50, 0)])
    expect(arc.reached).toEqual([0, expect.closeTo(25 * Math.PI, 6), expect.closeTo(50 * Math.PI, 6)])
    near(placeOnArc(arc, 0, 1, 0.5), P(-50 * Math.SQRT1_2, -50 * Math.SQRT1_2), 1e-6)
    near(placeOnArc(arcThrough([P(0, 0), P(50, 0.5), P(100, 0)]), 0, 1, 0.5), P(25, 0.25), 1e-6)
  })

  test('at a corner each side is an arc of its own', () => {
    const bounce = arcThrough([P(0, 0), P(50, 100), P(100, 0)].map((point, i) => ({ ...point, corner: i === 1 })))
    near(placeOnArc(bounce, 0, 1, 0.5), P(25, 50), 1e-9)
    near(placeOnArc(bounce, 1, 2, 0.5), P(75, 50), 1e-9)
  })

  test.each([[[P(0, 0)]], [[P(0, 0), P(Number.NaN, 1)]], [[P(0, 0), P(1e9, 0)]]])(
    'nonsense %# is refused with the argument named',
    (points) => {
      expect(() => arcThrough(points)).toThrow(RangeError)
    },
  )
  test('a stretch that is not on the path is refused', () =>
    expect(() => placeOnArc(arcThrough([P(0, 0), P(1, 1)]), 0, 2, 0.5)).toThrow(/to must be/))
})

test('a point is told by its share of the way and its distance across, left positive', () => {
  const arc = arcThrough([P(0, 0), P(100, 0)])
  expect(nearestOnArc(arc, 0, 1, P(30, -7))).toEqual({ fraction: expect.closeTo(0.3, 4), across: expect.closeTo(7, 4) })
  expect(nearestOnArc(arc, 0, 1, P(120, 5))).toEqual({
    fraction: expect.closeTo(1.2, 3),
    across: expect.closeTo(-5, 3),
  })
  const round = arcThrough([P(-50, 0), P(0, -50), P(50, 0)])
  expect(nearestOnArc(round, 0, 2, P(0, -60))).toEqual({
    fraction: expect.closeTo(0.5, 4),
    across: expect.closeTo(10, 3),
  })
})

describe('spacing, measured', () => {
  test('steps, speeds, fractions and the comparison with the plan', () => {
    const measured = measureSpacing([P(0, 0), P(10, 0), P(40, 0), P(100, 0)], [1, 3, 5, 9])
    expect(measured).toEqual({ steps: [10, 30, 60], speeds: [5, 15, 15], fractions: [0, 0.1, 0.4, 1], total: 100 })
    expect(compareToChart(measured, [0, 0.25, 0.5, 1])).toEqual([
      { px: 0, share: 0 },
      { px: -15, share: -0.75 },
      { px: expect.closeTo(-10, 9), share: expect.closeTo(-10 / 45, 9) },
      { px: 0, share: 0 },
    ])
    expect(() => measureSpacing([P(0, 0), P(1, 0)], [3, 3])).toThrow(RangeError)
    expect(() => compareToChart(measured, [0, 1])).toThrow(RangeError)
  })
  test('a point off the arc of its neighbours is found, and only that one is far off', () => {
    const on = Array.from({ length: 9 }, (_, i) => P(100 * Math.cos(i / 5), 100 * Math.sin(i / 5)))
    expect(
      arcDeviation(on)
        .slice(1, -1)
        .every((each) => Math.hypot(each!.across, each!.along) < 1),
    ).toBe(true)
    const off = on.map((point, i) => (i === 4 ? P(point.x * 1.12, point.y * 1.12) : point))
    const found = arcDeviation(off)
    expect([found[0], found[8]]).toEqual([null, null])
    expect(Math.abs(Math.abs(found[4]!.across) - 12)).toBeLessThan(1)
    const early = on.map((point, i) => (i === 4 ? P(100 * Math.cos(0.86), 100 * Math.sin(0.86)) : point))
    expect(Math.abs(arcDeviation(early)[4]!.along - 6)).toBeLessThan(1)
  })
})

describe('landmarks of a scene', () => {
  const settings: Settings = settingsOf({ width: 400, height: 300 })
  const make = (scene: Scene, ...edits: Edit[]) =>
    edits.reduce((before, edit) => applyEdit(before, editSchema.parse(edit)).scene, scene)
  const pin = (drawing: string, x: number, y: number, landmark = 'nose'): Edit => ({
    type: 'pin.set',
    drawing,
    landmark,
    pin: { x, y },
  })
  const charted = make(
    newScene(settings),
    key('k1', 1),
    key('k2', 9),
    { type: 'landmark.put', level: 'A', landmark: { id: 'nose', name: 'Nose' } },
    { type: 'landmark.put', level: 'A', landmark: { id: 'hand', name: 'Hand' } },
    {
      type: 'chart.add',
      id: 'c',
      level: 'A',
      from: 'k1',
      to: 'k2',
      spacing: { by: 'halves', slowOut: 2, slowIn: 1 },
      exposure: [2],
      drawings: ['a', 'b'],
    },
  )
  const pinned = make(charted, pin('k1', 100, 100), pin('k2', 200, 100))
  const ticks = (scene: Scene) =>
    chartTargets(scene, scene.charts['c']!).flatMap(({ targets }) =>
      targets.map(({ drawing, place: { x, y } }) => `${drawing} ${x.toFixed(1)},${y.toFixed(1)}`),
    )

  test('are asked for in turn, and give a target for every mark once both ends are pinned', () => {
    expect(nextToPin(charted, 'k1')!.id).toBe('nose')
    expect(nextToPin(pinned, 'k1')!.id).toBe('hand')
    expect(ticks(make(charted, pin('k1', 100, 100)))).toEqual([])
    expect(ticks(pinned)).toEqual(['a 125.0,100.0', 'b 150.0,100.0'])
    expect(ticks(make(pinned, { type: 'chart.bend', chart: 'c', landmark: 'nose', bend: 50 }))[1]).toBe('b 150.0,50.0')
  })

  test('a drawn breakdown takes its share over: fractions apply between the nearest, rescaled', () => {
    const broken = make(pinned, { type: 'drawing.set', drawing: 'b', fields: { role: 'breakdown' } }, pin('b', 150, 60))
    const [a] = chartTargets(broken, broken.charts['c']!)[0]!.targets
    // Half way from 1 to the breakdown, on the circle through the three.
    const arc = arcThrough([P(100, 100), P(150, 60), P(200, 100)])
    near(a!.place, placeOnArc(arc, 0, 1, 0.5), 1e-6)
  })

  test('a miss is told in pixels and as early, late or off the arc', () => {
    const missed = (x: number, y: number) =>
      missesOf(make(pinned, pin('a', x, y)), charted.charts['c']!, 'a').map(
        ({ px, word }) => `${px.toFixed(1)} ${word}`,
      )
    expect(missed(126, 101)).toEqual(['1.4 on its place'])
    expect(missed(137, 101)).toEqual(['12.0 early'])
    expect(missed(110, 104)).toEqual(['15.5 late'])
    expect(missed(128, 112)).toEqual(['12.4 off the arc'])
    expect(missesOf(pinned, charted.charts['c']!, 'a')).toEqual([])
  })

  test('the measured chart: where the drawings really lie, against the plan when there is one', () => {
    const drawn = make(pinned, pin('a', 110, 100), pin('b', 150, 100))
    const measured = measuredChart(drawn, {
      level: 'A',
      from: 'k1',
      to: 'k2',
      landmark: 'nose',
      planned: drawn.charts['c'],
    })!
    expect(measured.map(({ drawing, fraction }) => `${drawing} ${fraction.toFixed(2)}`)).toEqual([
      'k1 0.00',
      'a 0.10',
      'b 0.50',
      'k2 1.00',
    ])
    expect(measured[1]!.error).toEqual({ px: expect.closeTo(-15, 6), share: expect.closeTo(-15 / 25, 6) })
    expect(measuredChart(charted, { level: 'A', from: 'k1', to: 'k2', landmark: 'nose' })).toBeUndefined()
    const ahead = make(newScene({ ...settings, approach: 'straight-ahead' }), key('k1', 1), key('k2', 5), key('k3', 9))
    expect(stretchAround(ahead, 'A', 6)).toEqual({ from: 'k1', to: 'k3' })
  })

  test('a landmark taken out takes its pins and bends with it, and undo brings all back', () => {
    const bent = make(pinned, { type: 'chart.bend', chart: 'c', landmark: 'nose', bend: 9 }, pin('a', 1, 1, 'hand'))
    const { scene, inverse } = applyEdit(bent, { type: 'landmark.remove', level: 'A', landmark: 'nose' })
    expect([
      scene.drawings['k1']!.pins,
      scene.drawings['a']!.pins,
      scene.charts['c']!.bends,
      scene.levels['A']!.landmarks,
    ]).toEqual([undefined, { hand: { x: 1, y: 1 } }, undefined, [{ id: 'hand', name: 'Hand' }]])
    expect(applyEdit(scene, inverse).scene).toEqual(bent)
    expect(() => make(bent, pin('k1', 1, 1, 'gone'))).toThrow(/not on the level/)
    expect(() => make(bent, { type: 'landmark.put', level: 'A', landmark: { id: 'n2', name: 'Nose' } })).toThrow(
      /called Nose/,
    )
  })
})
