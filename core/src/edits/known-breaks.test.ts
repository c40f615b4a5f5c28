import { drawn as key, settingsOf } from '../testing/build'
import { totalFrames } from '../scene/columns'
import { newLevel, newScene } from '../scene/create'
import { EditRefused } from '../scene/refusal'
import type { Scene, Settings } from '../scene/schema'
import { faultOf, validate } from '../scene/validate'
import { numberFor } from '../timing/numbering'
import { mainSheet } from '../timing/sheet'
import { nextOnPegs, progress } from '../timing/work'
import { applyEdit } from './apply'
import { editSchema, type Edit } from './kinds'
import { cutShort } from '../base/sentence'

const settings: Settings = settingsOf({ width: 64, height: 64, fps: 12, length: 40, numbering: 'in-order' })
const make = (scene: Scene, ...edits: Edit[]) =>
  edits.reduce((before, edit) => applyEdit(before, editSchema.parse(edit)).scene, scene)
const line = (drawing: string, id: string): Edit => ({
  type: 'ink.change',
  drawing,
  pass: 'line',
  remove: [],
  add: [{ at: 0, piece: { kind: 'stroke', id, swatch: 'pencil', size: 4, points: [1, 2, 0.5, 9, 9, 1] } }],
})
const plan = (over: Partial<Extract<Edit, { type: 'plan.lay' }>> = {}): Edit => ({
  type: 'plan.lay',
  take: 'main',
  cycle: false,
  landmarks: [],
  plan: { id: 'p', level: 'A', planner: 'move', frame: 5, inputs: {}, turns: 1 },
  drawings: ['p1', 'p2'].map((id) => ({ id, role: 'key', shapes: [], targets: {} })),
  exposures: [
    { drawing: 0, frames: 2 },
    { drawing: 1, frames: 2 },
  ],
  charts: [],
  ...over,
})
const sheet = (scene: Scene) =>
  mainSheet(scene, 'A')
    .map((entry) => `${entry.drawing ?? 'x'}:${entry.frames}`)
    .join(' ')
const start = newScene(settings)

describe('numbers', () => {
  test('a name of eight letters gives way to the letter of the drawing after it', () => {
    const scene = make(
      start,
      key('a', 1),
      key('z', 30),
      { type: 'drawing.set', drawing: 'a', fields: { number: 'Keypose1' } },
      key('b', 9),
    )
    expect(scene.drawings['b']!.number).toBe('Keyposea')
    expect(faultOf(scene)).toBeUndefined()
  })
  test('after the highest number there is comes one that can be written', () => {
    const scene = make(
      start,
      key('a', 1),
      { type: 'drawing.set', drawing: 'a', fields: { number: '99999999' } },
      key('b', 9),
      key('c', 20),
    )
    expect([scene.drawings['b']!.number, scene.drawings['c']!.number]).toEqual(['1', '2'])
  })
  test('any number of drawings on one frame have numbers of their own', () => {
    const by = make(newScene({ ...settings, numbering: 'by-frame' }), key('a', 1))
    const taken = Array.from({ length: 2000 }).reduce<Scene>((scene, _, n) => {
      const number = numberFor(scene, 'A', 1)
      return {
        ...scene,
        drawings: {
          ...scene.drawings,
          [`n${n}`]: { id: `n${n}`, level: 'A', number, role: 'key', note: '', passes: {} },
        },
      }
    }, by)
    expect(faultOf(taken)).toBeUndefined()
    expect(new Set(Object.values(taken.drawings).map(({ number }) => number)).size).toBe(2001)
  })
})

describe('charts', () => {
  const long = make(newScene({ ...settings, length: 700 }), key('a', 1), key('b', 602))
  const full = make(long, {
    type: 'chart.add',
    id: 'c',
    level: 'A',
    from: 'a',
    to: 'b',
    spacing: { by: 'law', law: 'even', strength: 2 },
    exposure: [2],
    drawings: Array.from({ length: 300 }, (_, i) => `m${i}`),
  })
  test('a full chart takes no more marks and says what to do', () => {
    expect(full.charts['c']!.marks).toHaveLength(300)
    expect(() => make(full, { type: 'chart.put-in', chart: 'c', drawing: 'more', fraction: 0.5001 })).toThrow(
      /can have 300 marks/,
    )
    expect(() =>
      make(full, {
        type: 'chart.space',
        chart: 'c',
        spacing: { by: 'law', law: 'even', strength: 2 },
        exposure: [1],
        drawings: Array.from({ length: 300 }, (_, i) => `n${i}`),
      }),
    ).toThrow(EditRefused)
  })
  test.each([1e308, 50, -50])('a mark at %p is refused from a plan and from outside', (fraction) => {
    const charted = plan({
      drawings: ['p1', 'm', 'p2'].map((id) => ({ id, role: 'key', shapes: [], targets: {} })),
      exposures: [0, 1, 2].map((drawing) => ({ drawing, frames: 2 })),
      charts: [{ id: 'c', from: 0, to: 2, exposure: [2], marks: [{ drawing: 1, fraction }] }],
    })
    expect(() => make(start, charted)).toThrow(/A mark lies too far/)
    const scene = JSON.parse(JSON.stringify(full)) as Scene
    scene.charts['c']!.marks[0]!.fraction = fraction
    expect(() => validate(scene)).toThrow(/A mark lies too far/)
  })
  test('marks that do not rise are worked through all the same', () => {
    const scene = JSON.parse(JSON.stringify(full)) as Scene
    scene.charts['c']!.marks.reverse()
    expect(progress(validate(scene))).toEqual({ done: 0, toDo: 302 })
    expect(nextOnPegs(scene, 'A')!.drawing).toBe('a')
  })
  test('a place before the first frame is refused', () => {
    const two = make(start, key('a', 1), key('b', 9), {
      type: 'chart.add',
      id: 'c',
      level: 'A',
      from: 'a',
      to: 'b',
      spacing: { by: 'halves', slowOut: 1, slowIn: 0 },
      exposure: [4],
      drawings: ['m'],
    })
    const shifted = make(
      two,
      { type: 'exposure.show', take: 'main', level: 'A', frame: 30, drawing: 'm' },
      { type: 'sheet.range', take: 'main', levels: ['A'], from: 1, to: 8, act: { do: 'show', drawing: 'm' } },
    )
    for (const fraction of [-0.5, 0.25, 0.75])
      expect(() => make(shifted, { type: 'chart.put-in', chart: 'c', drawing: 'n', fraction })).toThrow(EditRefused)
  })
  test('a line is put together on 64 drawings at the most', () => {
    const many = make(
      newScene({ ...settings, length: 100 }),
      ...Array.from({ length: 66 }, (_, i) => key(`d${i}`, i + 1)),
      key('end', 80),
    )
    const charted = make(many, {
      type: 'chart.add',
      id: 'c',
      level: 'A',
      from: 'd65',
      to: 'end',
      spacing: { by: 'halves', slowOut: 1, slowIn: 0 },
      exposure: [2],
      drawings: ['mm'],
    })
    const match = (i: number): Edit => ({
      type: 'chart.match',
      chart: 'c',
      a: { drawing: `d${i}`, line: 'x' },
      b: { drawing: `d${i + 1}`, line: 'x' },
    })
    const most = make(charted, ...Array.from({ length: 63 }, (_, i) => match(i)))
    expect(most.charts['c']!.same![0]).toHaveLength(64)
    expect(() => make(most, match(63))).toThrow(/on 64 drawings/)
  })
})

test('a take has 2,000 notes at the most', () => {
  const notes = Array.from({ length: 2000 }, (_, i) => ({ frame: i + 1, text: 'n' }))
  const noted = make(newScene({ ...settings, length: 2400 }), { type: 'sheet.lay', take: 'main', columns: {}, notes })
  expect(() => make(noted, { type: 'take.note', take: 'main', frame: 2200, text: 'one more' })).toThrow(
    /can have 2000 notes/,
  )
})

describe('plans', () => {
  test('laid over an empty drawing that is shown again later, it leaves that drawing there', () => {
    const scene = make(start, key('k1', 1), key('e', 5), key('k2', 13), {
      type: 'exposure.show',
      take: 'main',
      level: 'A',
      frame: 18,
      drawing: 'e',
    })
    const { scene: laid, inverse } = applyEdit(scene, plan())
    expect(sheet(laid)).toBe('k1:4 p1:2 p2:6 k2:5 e:23')
    expect(faultOf(laid)).toBeUndefined()
    expect(applyEdit(laid, inverse).scene).toEqual(scene)
  })
  const turning = (id: string, frame: number, turns: number | null, drawings: string[]) =>
    plan({
      cycle: true,
      plan: { id, level: 'A', planner: 'swing', frame, inputs: {}, turns },
      drawings: drawings.map((each) => ({ id: each, role: 'key', shapes: [], targets: {} })),
      exposures: drawings.map((_, i) => ({ drawing: i, frames: 2 })),
    })
  test('laid where a looping plan was taken out, it leaves the rest of the column', () => {
    const scene = make(start, turning('p', 1, null, ['a', 'b', 'c', 'd']), { type: 'plan.remove', plan: 'p' })
    expect(sheet(scene)).toBe('x:40')
    const again = make(scene, turning('q', 9, 1, ['e', 'f', 'g', 'h']))
    expect(totalFrames(again.sheets['main']!['A']!)).toBe(40)
    expect(sheet(again)).toBe('x:8 e:2 f:2 g:2 h:2 x:24')
  })
  test('laid across the edge of a cycle of empty frames it writes that out', () => {
    const cycled: Scene = {
      ...start,
      sheets: {
        main: {
          A: [
            { drawing: null, frames: 4 },
            { cycle: [{ drawing: null, frames: 3 }], turns: null, frames: 36 },
          ],
        },
      },
    }
    const laid = make(cycled, plan())
    expect(sheet(laid)).toBe('x:4 p1:2 p2:4 x:30')
  })
})

test('a new take is undone, with its sheet', () => {
  const { scene, inverse } = applyEdit(start, { type: 'take.add', id: 'two', name: 'Two', from: 'main' })
  expect(applyEdit(scene, inverse).scene).toEqual(start)
})

describe('lines and their counts', () => {
  const drawn = make(start, key('a', 1), line('a', 'x'))
  test('a step put back cannot claim lines', () => {
    const was = drawn.drawings['a']!
    expect(() =>
      make(drawn, { type: 'restore', changes: [{ at: ['drawings', 'a'], was, now: { ...was, passes: { line: 9 } } }] }),
    ).toThrow(/counted where they lie/)
  })
  test('no line is taken off or put on twice in one change', () => {
    const { add } = line('a', 'y') as Extract<Edit, { type: 'ink.change' }>
    const two = make(drawn, line('a', 'y'))
    expect(() =>
      make(two, { type: 'ink.change', drawing: 'a', pass: 'line', remove: [add[0]!, add[0]!], add: [] }),
    ).toThrow(/named twice/)
    expect(() =>
      make(drawn, { type: 'ink.change', drawing: 'a', pass: 'line', remove: [], add: [add[0]!, add[0]!] }),
    ).toThrow(/named twice/)
  })
})

describe('text', () => {
  test.each([
    ['NUL', 'a\u0000b'],
    ['half an emoji', 'a\ud83c'],
    ['the other half', '\udf0ab'],
  ])('%s is turned away at every door', (_, text) => {
    const refused: Edit[] = [
      { type: 'take.note', take: 'main', frame: 1, text },
      { type: 'scene.set', settings: { name: text } },
      { type: 'drawing.set', drawing: 'a', fields: { note: text } },
      { type: 'together', words: text, edits: [key('a', 1) as never] },
    ]
    for (const edit of refused) expect(editSchema.safeParse(edit).error?.issues[0]!.message).toMatch(/cannot be kept/)
    const reason = editSchema.safeParse({
      type: 'answer.put',
      id: 'q',
      answer: { check: 'volume', drawings: [], reason: text, print: '' },
    })
    expect(reason.success).toBe(false)
  })
  test('notes that are joined are never cut through the middle of a character', () => {
    expect(cutShort('ab🌊', 3)).toBe('ab')
    const gull = '🌊'.repeat(1000)
    const noted = make(
      start,
      { type: 'take.note', take: 'main', frame: 3, text: `a${gull.slice(0, 1998)}` },
      { type: 'take.note', take: 'main', frame: 4, text: gull },
    )
    expect(faultOf(make(noted, { type: 'frames.take-out', take: 'main', from: 3, to: 3 }))).toBeUndefined()
    expect(faultOf(make(noted, { type: 'scene.rate', fps: 6, keep: 'seconds' }))).toBeUndefined()
  })
})

describe('what names nothing is refused with a sentence', () => {
  const scene = make(
    start,
    { type: 'level.add', level: newLevel({ id: 'B', name: 'B', approach: 'pose-to-pose' }), at: 1 },
    key('a', 1),
    key('b', 9),
  )
  const edits: Edit[] = [
    { type: 'sheet.range', take: 'gone', levels: ['A'], from: 1, to: 2, act: { do: 'blank' } },
    { type: 'sheet.range', take: 'main', levels: ['gone'], from: 1, to: 2, act: { do: 'reverse' } },
    { type: 'frames.put-in', take: 'gone', at: 1, frames: 1 },
    { type: 'frames.take-out', take: 'gone', from: 1, to: 1 },
    plan({ take: 'gone' }),
    { type: 'chart.take-over', id: 'c', level: 'gone', from: 'a', to: 'b', marks: [{ drawing: 'b', fraction: 0.5 }] },
    {
      type: 'chart.add',
      id: 'c',
      level: 'A',
      from: 'a',
      to: 'b',
      spacing: { by: 'halves', slowOut: 1, slowIn: 0 },
      exposure: [2],
      drawings: ['m'],
      take: 'gone',
    },
  ]
  test.each(edits)('$type', (edit) => expect(() => make(scene, edit)).toThrow(/not in the scene any more/))
  test('a value nested too deeply is no part of a scene', () => {
    const deep = JSON.parse('['.repeat(2000) + ']'.repeat(2000))
    expect(
      editSchema.safeParse({ type: 'restore', changes: [{ at: ['settings'], was: deep, now: deep }] }).success,
    ).toBe(false)
  })
})
