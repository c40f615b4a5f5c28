import { drawn as key, expectSame, settingsOf } from '../testing/build'
import fc from 'fast-check'
import type { Ink } from '../ink/ink'
import { totalFrames } from '../scene/columns'
import { newScene } from '../scene/create'
import { sameValue } from '../scene/parts'
import { EditRefused } from '../scene/refusal'
import type { Scene, Settings, Spacing } from '../scene/schema'
import { validate } from '../scene/validate'
import { favoured, fractionsByHalving, fractionsByThirds, chooseSeats } from '../timing/chart'
import { mainSheet } from '../timing/sheet'
import { planOfWork, stepInWords } from '../timing/work'
import { applyEdit } from './apply'
import { bringBack, inkBack, inkBackFor } from './bring-back'
import { chartHere } from './kind/charts'
import { editSchema, type Edit } from './kinds'

const settings: Settings = settingsOf({ width: 400, height: 300 })
const make = (scene: Scene, ...edits: Edit[]) =>
  edits.reduce((before, edit) => applyEdit(before, editSchema.parse(edit)).scene, scene)
const halves = (slowOut: number, slowIn: number): Spacing => ({ by: 'halves', slowOut, slowIn })
const stroke = (drawing: string): Edit => ({
  type: 'ink.change',
  drawing,
  pass: 'line',
  remove: [],
  add: [{ at: 0, piece: { kind: 'stroke', id: `s${drawing}`, swatch: 'pencil', size: 4, points: [1, 2, 0.5] } }],
})
const space = (spacing: Spacing, exposure = [2]): Edit => ({
  type: 'chart.space',
  chart: 'c',
  spacing,
  exposure,
  drawings: ['n1', 'n2', 'n3', 'n4', 'n5', 'n6', 'n7'],
})
const sheet = (scene: Scene) =>
  mainSheet(scene, 'A')
    .map((entry) => `${entry.drawing ? scene.drawings[entry.drawing]!.number : 'x'}:${entry.frames}`)
    .join(' ')
const marks = (scene: Scene, id = 'c') =>
  scene.charts[id]!.marks.map((mark) => `${mark.drawing}@${Number(mark.fraction.toFixed(3))}`).join(' ')
const keys = make(newScene(settings), key('k1', 1), key('k2', 13))
const charted = make(keys, {
  type: 'chart.add',
  id: 'c',
  level: 'A',
  from: 'k1',
  to: 'k2',
  spacing: halves(2, 2),
  exposure: [3],
  drawings: ['a', 'b', 'd'],
})

describe('a chart, piece by piece', () => {
  test('the marks stand on the sheet as laid', () =>
    expect([sheet(charted), marks(charted)]).toEqual(['1:3 4:3 7:3 10:3 13:12', 'a@0.25 b@0.5 d@0.75']))

  test('spaced anew with ids that are on it already, no drawing comes twice', () => {
    const once = make(charted, space(halves(2, 3), [1]))
    const twice = make(once, space(halves(3, 3), [1]))
    const drawings = twice.charts['c']!.marks.map(({ drawing }) => drawing)
    expect(drawings).toEqual(['n2', 'a', 'b', 'd', 'n1'])
  })

  test('spaced anew, empty inbetweens come, go and are numbered afresh; drawn ones stay and keep their numbers', () => {
    const more = make(charted, space(halves(3, 2), [2]))
    expect([sheet(more), marks(more)]).toEqual(['1:3 4:3 7:2 9:2 11:2 13:12', 'n1@0.125 a@0.25 b@0.5 d@0.75'])
    const drawn = make(charted, stroke('b'))
    const fewer = make(drawn, space(halves(1, 0), [6]))
    expect([sheet(fewer), marks(fewer)]).toEqual(['1:6 7:6 13:12', 'b@0.5'])
    expect(Object.keys(fewer.drawings)).toEqual(['k1', 'k2', 'b'])
    const thirds = make(drawn, space({ by: 'thirds', slowOut: 0, slowIn: 0 }, [4]))
    expect([sheet(thirds), marks(thirds)]).toEqual(['1:4 7:4 9:4 13:12', 'b@0.333 d@0.667'])
    expect(() => make(charted, stroke('a'), stroke('b'), stroke('d'), space(halves(1, 1)))).toThrow(
      /3 inbetweens of this chart are drawn and this spacing asks for 1/,
    )
  })

  test('a mark is moved on the ladder without moving in time', () => {
    const moved = make(charted, { type: 'chart.fractions', chart: 'c', fractions: [0.1, 0.5, 1.05] })
    expect([sheet(moved), marks(moved), moved.charts['c']!.spacing]).toEqual([
      sheet(charted),
      'a@0.1 b@0.5 d@1.05',
      { by: 'hand' },
    ])
    for (const fractions of [
      [0.5, 0.4, 0.6],
      [0.2, 0.2, 0.6],
      [0, 0.4, 0.6],
    ])
      expect(() => make(charted, { type: 'chart.fractions', chart: 'c', fractions })).toThrow(EditRefused)
    expect(() => make(charted, { type: 'chart.fractions', chart: 'c', fractions: [0.5] })).toThrow(/has 3 marks/)
  })

  test('a mark put in takes half the frames before it; one taken out gives them back unless it is drawn', () => {
    const more = make(charted, { type: 'chart.put-in', chart: 'c', drawing: 'n', fraction: 0.4 })
    expect([sheet(more), marks(more)]).toEqual(['1:3 4:2 6:1 7:3 10:3 13:12', 'a@0.25 n@0.4 b@0.5 d@0.75'])
    expect(sheet(make(more, { type: 'chart.take-out', chart: 'c', drawing: 'n' }))).toBe(sheet(charted))
    const off = make(charted, stroke('b'), { type: 'chart.take-out', chart: 'c', drawing: 'b' })
    expect([sheet(off), marks(off)]).toEqual([sheet(charted), 'a@0.25 d@0.75'])
    const ones = make(
      charted,
      ...['a', 'b', 'd'].map((drawing): Edit => ({ type: 'chart.expose', chart: 'c', drawing, frames: 1 })),
    )
    expect(sheet(ones)).toBe('1:3 4:1 7:7 10:1 13:12')
  })

  test('one drawing held longer takes from those after it; the ends stay where they are', () => {
    const hold = (drawing: string, frames: number): Edit => ({ type: 'chart.expose', chart: 'c', drawing, frames })
    expect(sheet(make(charted, hold('a', 5)))).toBe('1:3 4:5 7:1 10:3 13:12')
    expect(sheet(make(charted, hold('a', 7)))).toBe('1:3 4:7 7:1 10:1 13:12')
    expect(sheet(make(charted, hold('d', 5)))).toBe('1:3 4:3 7:1 10:5 13:12')
    expect(sheet(make(charted, hold('k1', 1)))).toBe('1:1 4:5 7:3 10:3 13:12')
    expect(() => make(charted, hold('a', 10))).toThrow(/every other drawing is down to one frame/)
  })

  test('a nested chart lies between a key and a breakdown, and keeps its place when the outer one is spaced anew', () => {
    const nested = make(
      charted,
      { type: 'drawing.set', drawing: 'b', fields: { role: 'breakdown' } },
      {
        type: 'chart.add',
        id: 'in',
        level: 'A',
        from: 'b',
        to: 'd',
        spacing: halves(2, 0),
        exposure: [1],
        drawings: ['x', 'y'],
      },
    )
    expect([sheet(nested), marks(nested, 'in')]).toEqual(['1:3 4:3 7:1 8:1 9:1 10:3 13:12', 'x@0.25 y@0.5'])
    expect(chartHere(nested, 'A', 8)!.id).toBe('in')
    expect(chartHere(nested, 'A', 7)!.id).toBe('c')
    expect(
      planOfWork(nested, 'A')
        .map((step) => `${step.drawing}: ${stepInWords(nested, step)}`)
        .slice(2),
    ).toEqual([
      'b: half of 1 and 13',
      'a: half of 1 and 7',
      'd: half of 7 and 13',
      'y: half of 7 and 10',
      'x: half of 7 and 9',
    ])
    const again = make(nested, space(halves(1, 2), [4]))
    expect(sheet(again)).toBe('1:4 7:2 8:1 9:1 10:4 13:12')
    expect(totalFrames(mainSheet(again, 'A'))).toBe(24)
    expect(() => make(nested, { type: 'chart.remove', chart: 'c' })).toThrow(/end of another chart/)
    expect(sheet(make(nested, { type: 'chart.remove', chart: 'in' }))).toBe(sheet(charted))
    expect(() => make(nested, { type: 'chart.expose', chart: 'c', drawing: 'b', frames: 2 })).toThrow(
      /needs 3 frames, and this leaves it 2/,
    )
  })

  test('drawings made straight ahead are taken over as a plan, and nothing on the sheet changes', () => {
    const ahead = make(
      newScene({ ...settings, approach: 'straight-ahead' }),
      key('k1', 1),
      key('a', 3),
      key('b', 5),
      key('k2', 9),
    )
    const over: Edit = {
      type: 'chart.take-over',
      id: 'c',
      level: 'A',
      from: 'k1',
      to: 'k2',
      marks: [
        { drawing: 'a', fraction: 0.1 },
        { drawing: 'b', fraction: 0.6 },
      ],
    }
    const taken = make(ahead, over)
    expect([sheet(taken), marks(taken), taken.drawings['a']!.role]).toEqual([sheet(ahead), 'a@0.1 b@0.6', 'inbetween'])
    expect(() => make(taken, { ...over, id: 'e' })).toThrow(/on a chart already/)
    expect(() => make(ahead, { ...over, from: 'k2', to: 'k1' })).toThrow(/not in this order/)
  })
})

test('fractions by thirds, and favouring one side', () => {
  expect(fractionsByThirds({ slowOut: 0, slowIn: 0 })).toEqual([1 / 3, 2 / 3])
  expect(fractionsByThirds({ slowOut: 1, slowIn: 1 })).toEqual([1 / 6, 1 / 3, 2 / 3, 5 / 6])
  expect([1 / 2, 1 / 3, 0.6].map((ratio) => favoured(ratio, 'first'))).toEqual([1 / 3, 1 / 4, 1 / 2])
  expect([1 / 2, 2 / 3].map((ratio) => favoured(ratio, 'second'))).toEqual([2 / 3, 3 / 4])
})

test('drawings are seated in order, every one that must be kept, as many of the others as fit', () => {
  const were = fc.array(
    fc.record({ fraction: fc.integer({ min: 1, max: 99 }).map((n) => n / 100), keep: fc.boolean() }),
    { maxLength: 7 },
  )
  fc.assert(
    fc.property(were, fc.nat(6), fc.nat(6), (drawings, slowOut, slowIn) => {
      const rising = [...drawings].sort((a, b) => a.fraction - b.fraction)
      const places = fractionsByHalving({ slowOut, slowIn })
      const seats = chooseSeats(rising, places)
      const kept = rising.flatMap((drawing, i) => (drawing.keep ? [i] : []))
      if (kept.length > places.length) return expect(seats).toBeUndefined()
      const used = seats!.filter((seat) => seat !== undefined)
      expect(seats).toHaveLength(places.length)
      expect(used).toEqual([...used].sort((a, b) => a - b))
      expect(kept.every((i) => used.includes(i))).toBe(true)
      expect(used).toHaveLength(Math.min(rising.length, places.length))
      return undefined
    }),
  )
})

test('any edits of charts keep the scene whole and undo to what was there', () => {
  const fraction = fc.integer({ min: -20, max: 120 }).map((n) => n / 100)
  const spacing: fc.Arbitrary<Spacing> = fc.oneof(
    fc.tuple(fc.nat(3), fc.nat(3)).map(([a, b]) => halves(a, b)),
    fc.tuple(fc.nat(1), fc.nat(1)).map(([slowOut, slowIn]) => ({ by: 'thirds' as const, slowOut, slowIn })),
    fc.constant({ by: 'hand' as const }),
    fc.constant({ by: 'law' as const, law: 'slow-in' as const, strength: 2 }),
  )
  const drawing = fc.constantFrom('k1', 'a', 'b', 'd', 'n1', 'n2', 'p1', 'x')
  const edit: fc.Arbitrary<Edit> = fc.oneof(
    fc.tuple(spacing, fc.integer({ min: 1, max: 4 })).map(([s, e]) => space(s, [e])),
    fc
      .array(fraction, { minLength: 1, maxLength: 4 })
      .map((list): Edit => ({ type: 'chart.fractions', chart: 'c', fractions: list.sort((a, b) => a - b) })),
    fc
      .tuple(fc.constantFrom('p1', 'p2', 'p3'), fraction)
      .map(([id, f]): Edit => ({ type: 'chart.put-in', chart: 'c', drawing: id, fraction: f })),
    drawing.map((id): Edit => ({ type: 'chart.take-out', chart: 'c', drawing: id })),
    fc
      .tuple(drawing, fc.integer({ min: 1, max: 9 }))
      .map(([id, frames]): Edit => ({ type: 'chart.expose', chart: 'c', drawing: id, frames })),
    drawing.map(stroke),
    fc.tuple(drawing, drawing).map(([from, to]): Edit => ({
      type: 'chart.add',
      id: 'in',
      level: 'A',
      from,
      to,
      spacing: halves(1, 0),
      exposure: [1],
      drawings: ['x'],
    })),
    fc.constantFrom('c', 'in').map((chart): Edit => ({ type: 'chart.remove', chart })),
  )
  fc.assert(
    fc.property(fc.array(edit, { maxLength: 12 }), (edits) => {
      let scene = charted
      const inverses: Edit[] = []
      for (const each of edits) {
        try {
          const step = applyEdit(scene, editSchema.parse(each))
          scene = step.scene
          inverses.push(step.inverse)
        } catch (error) {
          expect(error).toBeInstanceOf(EditRefused)
        }
        expectSame(validate(scene), scene)
        const outer = scene.charts['c']
        // Between the chart's ends nothing moved in time.
        if (outer)
          expect(mainSheet(scene, 'A').reduce((sum, entry) => (entry.drawing === 'k2' ? entry.frames : sum), 0)).toBe(
            12,
          )
      }
      for (const inverse of inverses.reverse()) scene = applyEdit(scene, inverse).scene
      expect(sameValue(scene, charted)).toBe(true)
    }),
    { numRuns: 200 },
  )
})

describe('an earlier moment brought back', () => {
  const piece = (id: string, x: number): Ink[number] => ({
    kind: 'stroke',
    id,
    swatch: 'pencil',
    size: 4,
    points: [x, 1, 1],
  })
  const later = make(
    charted,
    { type: 'chart.remove', chart: 'c' },
    key('new', 5),
    { type: 'sheet.range', take: 'main', levels: ['A'], from: 1, to: 4, act: { do: 'blank' } },
    { type: 'drawing.set', drawing: 'k1', fields: { note: 'later' } },
  )
  const counts = () => ({})
  const together = (edits: readonly Edit[]): Edit => ({
    type: 'together',
    words: 'brought back',
    edits: edits as never,
  })

  test('a whole scene, with what was made since kept in it, and undone as one step', () => {
    const edits = bringBack({ now: later, then: charted, part: { whole: true }, counts })
    const { scene, inverse } = applyEdit(later, editSchema.parse(together(edits)))
    expect({ ...scene, drawings: {} }).toEqual({ ...charted, drawings: {} })
    expect(scene.drawings).toEqual({ ...charted.drawings, new: later.drawings['new'] })
    expect(sameValue(applyEdit(scene, inverse).scene, later)).toBe(true)
  })
  test('one level, in a scene that has another length by now', () => {
    const longer = make(later, { type: 'scene.set', settings: { length: 30 } })
    const scene = make(longer, ...bringBack({ now: longer, then: charted, part: { level: 'A' }, counts }))
    expect([sheet(scene), scene.settings.length, scene.charts]).toEqual([
      '1:3 4:3 7:3 10:3 13:12 x:6',
      30,
      charted.charts,
    ])
  })
  test('one drawing, shown again where it was; a number taken by then is not taken twice', () => {
    const scene = make(later, ...bringBack({ now: later, then: charted, part: { drawing: 'd' }, counts }))
    expect(scene.drawings['d']!.number).toBe('10')
    expect(mainSheet(scene, 'A').some((entry) => entry.drawing === 'd')).toBe(true)
    expect(
      make(later, ...bringBack({ now: later, then: charted, part: { drawing: 'k1' }, counts })).drawings['k1']!.note,
    ).toBe('')
    expect(inkBackFor(charted, { level: 'A' })).toEqual(['k1', 'k2', 'a', 'b', 'd'])
  })
  test('ink: lines that stayed stay, others come and go, and the pile is as it was', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray([1, 2, 3, 4, 5, 6]), fc.shuffledSubarray([1, 2, 3, 4, 5, 6]), (a, b) => {
        const [now, then] = [a.map((n) => piece(`p${n}`, n)), b.map((n) => piece(`p${n}`, n))]
        const edit = inkBack({ drawing: 'k1', pass: 'line', now, then })
        if (!edit || edit.type !== 'ink.change') return expect(now).toEqual(then)
        const gone = new Set(edit.remove.map((each) => each.piece.id))
        const pile = now.filter((each) => !gone.has(each.id))
        for (const { at, piece: each } of edit.add) pile.splice(at, 0, each)
        return expect(pile).toEqual(then)
      }),
    )
  })
})
