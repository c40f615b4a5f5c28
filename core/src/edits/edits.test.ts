import { expectSame, settingsOf } from '../testing/build'
import fc from 'fast-check'
import { sentenceOf } from '../base/sentence'
import type { Ink } from '../ink/ink'
import { totalFrames } from '../scene/columns'
import { newScene } from '../scene/create'
import { EditRefused } from '../scene/refusal'
import type { Scene, Settings } from '../scene/schema'
import { validate } from '../scene/validate'
import { mainSheet } from '../timing/sheet'
import { nextOnPegs, planOfWork, progress, stepInWords } from '../timing/work'
import { applyEdit, inkAfter, touchedBy } from './apply'
import { wishedChart } from './kind/charts'
import { editSchema, type Edit } from './kinds'

const SETTINGS: Settings = settingsOf({ width: 640, height: 360, paper: '#fbf7ee' })
const where = { take: 'main', level: 'A' } as const
const key = (id: string, frame: number): Edit => ({
  type: 'drawing.add',
  ...where,
  frame,
  drawing: { id, role: 'key' },
})
const chart = (over: Partial<Extract<Edit, { type: 'chart.add' }>> = {}): Edit => ({
  type: 'chart.add',
  id: 'c',
  level: 'A',
  from: 'k1',
  to: 'k2',
  spacing: { by: 'halves', slowOut: 3, slowIn: 0 },
  exposure: [2],
  drawings: ['i1', 'i2', 'i3', 'i4', 'i5'],
  ...over,
})
const stroke = (id: string, drawing: string): Edit => ({
  type: 'ink.change',
  drawing,
  pass: 'line',
  remove: [],
  add: [{ at: 0, piece: { kind: 'stroke', id, swatch: 'pencil', size: 4, points: [1, 2, 0.5, 9, 9, 1] } }],
})
const all = (scene: Scene, ...edits: Edit[]) => edits.reduce((before, edit) => applyEdit(before, edit).scene, scene)
const start = newScene(SETTINGS)
const twoKeys = all(start, key('k1', 1), key('k2', 9))
const sheet = (scene: Scene) =>
  mainSheet(scene, 'A')
    .map((e) => `${e.drawing ? scene.drawings[e.drawing]!.number : 'x'}:${e.frames}`)
    .join(' ')

describe('edits', () => {
  test('two keys and a chart of three inbetweens on twos', () => {
    expect(sheet(twoKeys)).toBe('1:8 9:16')
    const charted = applyEdit(twoKeys, chart()).scene
    expect(sheet(charted)).toBe('1:2 3:2 5:2 7:2 9:16')
    expect(charted.charts.c!.marks.map((mark) => mark.fraction)).toEqual([1 / 8, 1 / 4, 1 / 2])
    expect(progress(charted)).toEqual({ done: 0, toDo: 5 })
    const keysDrawn = all(charted, stroke('s1', 'k1'), stroke('s2', 'k2'))
    const next = nextOnPegs(keysDrawn, 'A')!
    expect(next).toMatchObject({ drawing: 'i3', frame: 7, exposure: 2 })
    expect(stepInWords(keysDrawn, next)).toBe('half of 1 and 9')
    expect(planOfWork(charted, 'A').map((step) => step.drawing)).toEqual(['k1', 'k2', 'i3', 'i2', 'i1'])
  })

  test('a loop closes over its seam, and stays a loop while a chart leads over it', () => {
    const seam = {
      from: 'k2',
      to: 'k1',
      spacing: { by: 'law', law: 'swing', strength: 2 },
      drawings: ['a', 'b', 'c', 'd', 'e', 'f', 'g'],
    } as const
    expect(() => applyEdit(twoKeys, chart({ ...seam, drawings: [...seam.drawings] }))).toThrow(/does not come after/)
    const loop = applyEdit(twoKeys, { type: 'level.set', level: 'A', fields: { loop: true } }).scene
    const closed = applyEdit(loop, chart({ ...seam, drawings: [...seam.drawings] })).scene
    expect(sheet(closed)).toBe('1:8 9:2 11:2 13:2 15:2 17:2 19:2 21:2 23:2')
    expect(() => applyEdit(closed, { type: 'level.set', level: 'A', fields: { loop: false } })).toThrow(/seam/)
  })

  test('holds push what follows; the end gives or takes the difference', () => {
    const five = all(twoKeys, chart())
    const hold = (frame: number, frames: number): Edit => ({ type: 'exposure.hold', ...where, frame, frames })
    expect(sheet(all(five, hold(3, 4)))).toBe('1:2 3:4 5:2 7:2 9:14')
    expect(sheet(all(five, hold(3, 4), hold(3, 2)))).toBe(sheet(five))
    expect(sheet(all(five, hold(9, 2)))).toBe('1:2 3:2 5:2 7:2 9:2 x:14')
    expect(sheet(all(five, hold(9, 2), hold(1, 3)))).toBe('1:3 3:2 5:2 7:2 9:2 x:13')
    expect(() => all(five, hold(1, 18))).toThrow(/less than one frame/)
    expect(() => all(five, hold(9, 17))).toThrow(/ends at frame 24/)
    const show: Edit = { type: 'exposure.show', ...where, frame: 13, drawing: 'k1' }
    expect(sheet(all(five, show))).toBe('1:2 3:2 5:2 7:2 9:4 1:12')
    expect(sheet(all(five, { ...show, drawing: null }))).toBe('1:2 3:2 5:2 7:2 9:4 x:12')
    expect(sheet(all(five, { type: 'exposure.move', ...where, frame: 5, to: 4 }))).toBe('1:2 3:1 5:3 7:2 9:16')
    expect(() => all(five, { type: 'exposure.move', ...where, frame: 5, to: 3 })).toThrow(/from frame 4 to frame 6/)
  })

  test('taking a chart away keeps what was drawn for it', () => {
    const partly = all(twoKeys, chart(), stroke('s', 'i3'), { type: 'chart.remove', chart: 'c' })
    expect(sheet(partly)).toBe('1:6 7:2 9:16')
  })

  test('copy drawing is a new drawing; show again is the same', () => {
    const drawn = all(twoKeys, stroke('s', 'k1'))
    const copy: Edit = { type: 'drawing.copy', take: 'main', frame: 5, source: 'k1', drawing: { id: 'n', role: 'key' } }
    const ink: Ink = [(stroke('s', 'k1') as Extract<Edit, { type: 'ink.change' }>).add[0]!.piece]
    expect(sheet(all(drawn, copy))).toBe('1:4 5:4 9:16')
    expect(inkAfter(copy, (_, pass) => (pass === 'line' ? ink : []))).toEqual([{ drawing: 'n', pass: 'line', ink }])
  })

  test('numbers: by frame or in order, never changing a neighbour, renumbered only when asked', () => {
    const inOrder = all(newScene({ ...SETTINGS, numbering: 'in-order' }), key('k1', 1), key('k2', 9), chart())
    expect(sheet(inOrder)).toBe('1:2 1a:2 1b:2 1c:2 2:16')
    const renumbered = applyEdit(inOrder, { type: 'drawings.renumber', level: 'A' })
    expect(sheet(renumbered.scene)).toBe('1:2 2:2 3:2 4:2 5:16')
    expect(applyEdit(renumbered.scene, renumbered.inverse).scene).toEqual(inOrder)
  })

  const refused: [string, Edit, RegExp][] = [
    ['a chart in the wrong order', chart({ id: 'd', from: 'k2', to: 'k1' }), /does not come after/],
    ['two charts over one span', chart({ id: 'd', from: 'i1', to: 'i3' }), /lies between these two/],
    [
      'a chart that only overlaps another',
      chart({ id: 'd', from: 'i5', to: 'late' }),
      /chart over frames 1 to 9 already|not in the scene/,
    ],
    ['an edit for a deleted drawing', stroke('s', 'gone'), /not in the scene any more/],
    ['a drawing over another', key('n', 3), /begins at frame 3 already/],
    ['a frame beyond the end', key('n', 25), /beyond the end/],
    [
      'a colour that is not there',
      {
        ...(stroke('s', 'k1') as Extract<Edit, { type: 'ink.change' }>),
        add: [{ at: 0, piece: { kind: 'fill', id: 'f', swatch: 'none', outline: [0, 0, 1, 1, 2, 0] } }],
      },
      /colour/,
    ],
    ['an end of a chart taken out', { type: 'drawing.remove', drawing: 'k1' }, /end of a chart/],
    [
      'an undo that would overwrite',
      { type: 'restore', changes: [{ at: ['mainTake'], was: 'other', now: 'main' }] },
      /changed somewhere else/,
    ],
    [
      'a restore that breaks the scene',
      { type: 'restore', changes: [{ at: ['drawings', 'k1'], was: all(twoKeys, chart()).drawings.k1!, now: null }] },
      /not a whole scene/,
    ],
    ['an unknown edit', { type: 'paint.house' } as never, /no edit called/],
  ]
  test.each(refused)('%s is refused with a sentence', (_, edit, sentence) => {
    const scene = all(twoKeys, chart())
    expect(() => applyEdit(scene, edit)).toThrow(EditRefused)
    expect(() => applyEdit(scene, edit)).toThrow(sentence)
  })

  test.each([
    [{ type: 'scene.set', settings: { fps: 61 } }, /1 to 60 frames a second/],
    [{ type: 'scene.set', settings: { width: 1e9 } }, /8 to 4096/],
    [{ type: 'scene.set', settings: { name: 'x'.repeat(10_000) } }, /at most 120/],
    [{ type: 'exposure.hold', ...where, frame: 1, frames: 0 }, /at least one frame/],
    [
      {
        ...(stroke('s', 'k1') as object),
        add: [{ at: 0, piece: { kind: 'stroke', id: 's', swatch: 'pencil', size: 4, points: [1, Number.NaN, 1] } }],
      },
      /must be a number/,
    ],
    [
      {
        ...(stroke('s', 'k1') as object),
        add: [
          {
            at: 0,
            piece: { kind: 'stroke', id: 's', swatch: 'pencil', size: 4, points: new Array(3_000_000).fill(1) },
          },
        ],
      },
      /at most 20,000 points/,
    ],
    [{ type: 'drawing.remove', drawing: 'constructor' }, /reserved/],
    [{ type: 'nothing' }, /./],
  ])('at the door %# is turned away', (edit, sentence) => {
    const parsed = editSchema.safeParse(edit)
    expect(parsed.success).toBe(false)
    expect(sentenceOf(parsed.error!)).toMatch(sentence)
  })

  /** Any wish at all; those the scene refuses must leave it alone. */
  const wish = fc.oneof(
    fc.tuple(fc.integer({ min: 1, max: 30 }), fc.nat(99)).map(([frame, n]): Edit => key(`d${n}`, frame)),
    fc
      .tuple(fc.integer({ min: 1, max: 30 }), fc.integer({ min: 1, max: 9 }))
      .map(([frame, frames]): Edit => ({ type: 'exposure.hold', ...where, frame, frames })),
    fc
      .tuple(fc.integer({ min: 1, max: 30 }), fc.option(fc.nat(99)))
      .map(([frame, n]): Edit => ({ type: 'exposure.show', ...where, frame, drawing: n === null ? null : `d${n}` })),
    fc
      .tuple(fc.integer({ min: 1, max: 30 }), fc.integer({ min: 1, max: 30 }))
      .map(([frame, to]): Edit => ({ type: 'exposure.move', ...where, frame, to })),
    fc.tuple(fc.nat(99), fc.nat(99), fc.nat(999), fc.integer({ min: 1, max: 3 })).map(([a, b, n, e]): Edit =>
      chart({
        id: `c${n}`,
        from: `d${a}`,
        to: `d${b}`,
        spacing: { by: 'law', law: 'even', strength: 2 },
        exposure: [e],
        drawings: Array.from({ length: 24 }, (_, i) => `m${n}x${i}`),
      }),
    ),
    fc.nat(99).map((n): Edit => ({ type: 'drawing.remove', drawing: `d${n}` })),
    fc.tuple(fc.nat(99), fc.integer({ min: 1, max: 30 })).map(([n, frame]): Edit => ({
      type: 'drawing.copy',
      take: 'main',
      frame,
      source: `d${n}`,
      drawing: { id: `n${n}`, role: 'key' },
    })),
    fc.tuple(fc.nat(99), fc.nat(9)).map(([n, s]): Edit => stroke(`s${s}`, `d${n}`)),
    fc.integer({ min: 1, max: 60 }).map((length): Edit => ({ type: 'scene.set', settings: { length } })),
    fc.constant<Edit>({ type: 'drawings.renumber', level: 'A' }),
    fc.nat(9).map((n): Edit => ({ type: 'chart.remove', chart: `c${n}` })),
    fc.boolean().map((loop): Edit => ({ type: 'level.set', level: 'A', fields: { loop } })),
  )
  test('any edits, then their inverses in reverse, give the first scene back; the scene stays whole', () => {
    // Few ids, so that edits meet each other often.
    const few = wish.map(
      (edit) => JSON.parse(JSON.stringify(edit).replace(/"d(\d+)"/g, (_, n) => `"d${Number(n) % 5}"`)) as Edit,
    )
    fc.assert(
      fc.property(fc.array(few, { maxLength: 30 }), (edits) => {
        let scene = start
        const inverses: Edit[] = []
        for (const edit of edits) {
          const before = JSON.stringify(scene)
          try {
            const { scene: next, inverse } = applyEdit(scene, editSchema.parse(edit))
            inverses.push(inverse)
            expect(JSON.stringify(scene)).toBe(before)
            scene = next
          } catch (error) {
            expect(error).toBeInstanceOf(EditRefused)
            expect(JSON.stringify(scene)).toBe(before)
          }
          expectSame(validate(scene), scene)
          expect(totalFrames(scene.sheets.main!.A!)).toBe(scene.settings.length)
        }
        for (const inverse of inverses.reverse()) scene = applyEdit(scene, editSchema.parse(inverse)).scene
        expectSame(scene, start)
      }),
      { numRuns: 200 },
    )
  })

  test('edits on different drawings never touch the same part', () => {
    const touched = (edit: Edit) => touchedBy(twoKeys, applyEdit(twoKeys, edit).scene, edit)
    expect(touched(stroke('s', 'k1'))).toEqual([])
    expect(touched({ type: 'drawing.set', drawing: 'k1', fields: { note: 'eyes first' } })).toEqual(['drawings/k1'])
    expect(touched({ type: 'exposure.hold', ...where, frame: 1, frames: 3 })).toEqual(['sheets/main/A'])
  })

  test('a chart can be tried before it is laid', () => {
    expect(
      wishedChart(twoKeys, {
        level: 'A',
        from: 'k1',
        to: 'k2',
        spacing: { by: 'halves', slowOut: 1, slowIn: 0 },
        exposure: [2],
      }),
    ).toMatchObject({
      fromFrame: 1,
      toFrame: 9,
      first: 4,
      shared: true,
    })
  })
})
