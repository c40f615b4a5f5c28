import { settingsOf } from '../testing/build'
import fc from 'fast-check'
import { totalFrames } from '../scene/columns'
import { newLevel, newScene } from '../scene/create'
import { EditRefused } from '../scene/refusal'
import type { Scene, Settings } from '../scene/schema'
import { validate } from '../scene/validate'
import { exposuresOf, mainSheet } from '../timing/sheet'
import { takesDiffer } from '../timing/takes'
import { applyEdit } from './apply'
import { editSchema, type Edit } from './kinds'
import type { RangeAct } from './kind/ranges'

const settings: Settings = settingsOf({ width: 64, height: 64, approach: 'every-drawing-a-key', numbering: 'in-order' })
const make = (scene: Scene, ...edits: Edit[]) =>
  edits.reduce((before, edit) => applyEdit(before, editSchema.parse(edit)).scene, scene)
const key = (id: string, frame: number, level = 'A'): Edit => ({
  type: 'drawing.add',
  take: 'main',
  level,
  frame,
  drawing: { id, role: 'key' },
})
const range = (from: number, to: number, act: RangeAct, levels = ['A']): Edit => ({
  type: 'sheet.range',
  take: 'main',
  levels,
  from,
  to,
  act,
})
const hold = (frame: number, frames: number): Edit => ({
  type: 'exposure.hold',
  take: 'main',
  level: 'A',
  frame,
  frames,
})
const sheet = (scene: Scene, level = 'A', take = 'main') =>
  exposuresOf(scene, level, take)
    .map((entry) => `${entry.drawing ?? 'x'}${entry.frames}`)
    .join(' ')
const two = make(newScene(settings), {
  type: 'level.add',
  level: newLevel({ id: 'B', name: 'B', approach: 'every-drawing-a-key' }),
  at: 1,
})
const four = make(
  two,
  key('a', 1),
  key('b', 3),
  key('c', 5),
  key('d', 9),
  range(13, 24, { do: 'blank' }),
  key('p', 1, 'B'),
  key('q', 13, 'B'),
)

describe('what is done to chosen frames', () => {
  const cases: [string, number, number, RangeAct, string][] = [
    ['on threes, what follows moves along', 1, 8, { do: 'expose', pattern: [3] }, 'a3 b3 c3 d4 x11'],
    ['on a pattern', 1, 12, { do: 'expose', pattern: [2, 1] }, 'a2 b1 c2 d1 x18'],
    ['retimed longer by largest remainder', 1, 12, { do: 'retime', frames: 18 }, 'a3 b3 c6 d6 x6'],
    ['retimed shorter', 1, 12, { do: 'retime', frames: 5 }, 'a1 b1 c2 d1 x19'],
    ['filled with a pattern', 1, 9, { do: 'fill', pattern: [2, 1] }, 'a2 b1 c2 d1 a2 b1 d3 x12'],
    ['reversed', 1, 12, { do: 'reverse' }, 'd4 c4 b2 a2 x12'],
    ['there and back, laid over what follows', 1, 8, { do: 'back-and-forth' }, 'a2 b2 c4 b2 d2 x12'],
    ['left empty', 4, 6, { do: 'blank' }, 'a2 b1 x3 c2 d4 x12'],
    ['shown again', 13, 15, { do: 'show', drawing: 'a' }, 'a2 b2 c4 d4 a3 x9'],
    ['frames put in hold what was shown before', 5, 5, { do: 'put-in', frames: 2 }, 'a2 b4 c4 d4 x10'],
    ['frames taken out: a drawing cut for punch', 3, 4, { do: 'take-out' }, 'a2 c4 d4 x14'],
    [
      'pasted over',
      11,
      11,
      {
        do: 'paste',
        columns: [
          [
            { drawing: 'a', frames: 1 },
            { drawing: 'b', frames: 3 },
          ],
        ],
      },
      'a2 b2 c4 d2 a1 b3 x10',
    ],
    [
      'pasted beyond the end is clipped',
      24,
      24,
      { do: 'paste', columns: [[{ drawing: 'a', frames: 5 }]] },
      'a2 b2 c4 d4 x11 a1',
    ],
    ['a cycle of three turns', 1, 4, { do: 'cycle', turns: 3 }, 'a2 b2 a2 b2 a2 b2 x12'],
    ['a cycle to the end', 3, 8, { do: 'cycle', turns: null }, 'a2 b2 c4 b2 c4 b2 c4 b2 c2'],
  ]
  test.each(cases)('%s', (_, from, to, act, expected) => {
    const { scene, inverse } = applyEdit(four, editSchema.parse(range(from, to, act)))
    expect(sheet(scene)).toBe(expected)
    expect(sheet(scene, 'B')).toBe('p12 q12')
    expect(Object.keys(scene.drawings)).toEqual(Object.keys(four.drawings))
    expect(applyEdit(scene, inverse).scene).toEqual(four)
  })

  test('several levels at once', () =>
    expect(sheet(make(four, range(1, 4, { do: 'blank' }, ['A', 'B'])), 'B')).toBe('x4 p8 q12'))

  const refused: [string, Edit, RegExp][] = [
    ['fewer frames than drawings', range(1, 12, { do: 'retime', frames: 3 }), /4 exposures cannot last 3 frames/],
    ['no room at the end', range(1, 12, { do: 'retime', frames: 25 }), /There is no room on level A/],
    ['a drawing of another level', range(1, 2, { do: 'show', drawing: 'p' }), /only on its own level/],
    [
      'pasting onto another level',
      range(1, 2, { do: 'paste', columns: [[{ drawing: 'p', frames: 2 }]] }),
      /belongs to another level/,
    ],
    ['frames backwards', range(4, 2, { do: 'blank' }), /from the earlier to the later/],
    ['a cycle of nothing', range(14, 16, { do: 'cycle', turns: 2 }), /no drawing in these frames/],
    ['no cycle to write out', range(1, 1, { do: 'uncycle' }), /no cycle at frame 1/],
  ]
  test.each(refused)('%s is refused', (_, edit, sentence) => expect(() => make(four, edit)).toThrow(sentence))
})

describe('a cycle is one thing', () => {
  const walk = make(four, range(3, 8, { do: 'cycle', turns: null }))
  const thrice = make(four, range(1, 4, { do: 'cycle', turns: 3 }))
  test('held longer, shown otherwise or drawn anew in any turn, every turn follows', () => {
    expect(sheet(make(walk, hold(10, 1)))).toBe('a2 b1 c4 b1 c4 b1 c4 b1 c4 b1 c1')
    expect(sheet(make(walk, { type: 'exposure.show', take: 'main', level: 'A', frame: 11, drawing: 'd' }))).toBe(
      'a2 b2 d4 b2 d4 b2 d4 b2 d2',
    )
    expect(sheet(make(walk, key('n', 13)))).toBe('a2 b2 c2 n2 b2 c2 n2 b2 c2 n2 b2 c2')
    expect(sheet(make(walk, { type: 'exposure.move', take: 'main', level: 'A', frame: 11, to: 10 }))).toBe(
      'a2 b1 c5 b1 c5 b1 c5 b1 c3',
    )
    expect(sheet(make(thrice, hold(9, 3)))).toBe('a3 b2 a3 b2 a3 b2 x9')
    expect(sheet(make(thrice, { type: 'drawing.remove', drawing: 'b' }))).toBe('a4 a4 a4 x12')
  })
  test('its turns can be changed, and it can be written out', () => {
    expect(sheet(make(thrice, range(2, 2, { do: 'cycle-turns', turns: 2 })))).toBe('a2 b2 a2 b2 x16')
    expect(sheet(make(thrice, range(2, 2, { do: 'cycle-turns', turns: null })))).toBe('a2 b2 '.repeat(6).trim())
    const plain = make(thrice, range(5, 5, { do: 'uncycle' }))
    expect(sheet(plain)).toBe(sheet(thrice))
    expect(sheet(make(plain, hold(9, 3)))).toBe('a2 b2 a2 b2 a3 b2 x11')
  })
  test('it moves along with what comes before it, and goes on to a later end', () => {
    expect(sheet(make(walk, hold(1, 5)))).toBe('a5 b2 c4 b2 c4 b2 c4 b1')
    expect(sheet(make(walk, { type: 'scene.set', settings: { length: 30 } }))).toBe('a2 b2 c4 b2 c4 b2 c4 b2 c4 b2 c2')
    expect(sheet(make(walk, { type: 'frames.put-in', take: 'main', at: 3, frames: 2 }))).toBe(
      'a4 b2 c4 b2 c4 b2 c4 b2 c2',
    )
    expect(sheet(make(walk, { type: 'frames.put-in', take: 'main', at: 9, frames: 2 }))).toBe(
      'a2 b2 c4 b2 c4 b2 c4 b2 c4',
    )
    expect(sheet(make(walk, { type: 'frames.take-out', take: 'main', from: 12, to: 13 }))).toBe(
      'a2 b2 c4 b2 c4 b2 c4 b2',
    )
  })
})

describe('all levels', () => {
  const noted = make(
    four,
    { type: 'take.note', take: 'main', frame: 5, text: 'look left' },
    { type: 'take.note', take: 'main', frame: 13, text: 'horn' },
  )
  test('frames put in and taken out keep the levels and their notes together', () => {
    const longer = make(noted, { type: 'frames.put-in', take: 'main', at: 5, frames: 3 })
    expect([longer.settings.length, sheet(longer), sheet(longer, 'B')]).toEqual([27, 'a2 b5 c4 d4 x12', 'p15 q12'])
    expect(longer.takes['main']!.notes).toEqual([
      { frame: 8, text: 'look left' },
      { frame: 16, text: 'horn' },
    ])
    const shorter = make(noted, { type: 'frames.take-out', take: 'main', from: 4, to: 6 })
    expect([shorter.settings.length, sheet(shorter), sheet(shorter, 'B')]).toEqual([21, 'a2 b1 c2 d4 x12', 'p9 q12'])
    expect(shorter.takes['main']!.notes).toEqual([
      { frame: 4, text: 'look left' },
      { frame: 10, text: 'horn' },
    ])
  })
  test('the cover goes along with what it shows, and never lies beyond the end', () => {
    const coverAfter = (cover: number, edit: Edit) =>
      make(four, { type: 'scene.set', settings: { cover } }, edit).settings.cover
    const putIn: Edit = { type: 'frames.put-in', take: 'main', at: 5, frames: 3 }
    const takeOut: Edit = { type: 'frames.take-out', take: 'main', from: 4, to: 24 }
    expect([4, 5, 24].map((cover) => coverAfter(cover, putIn))).toEqual([4, 8, 27])
    expect([2, 5, 24].map((cover) => coverAfter(cover, takeOut))).toEqual([2, 3, 3])
  })
  test('other takes gain at their end, and refuse to lose a drawing', () => {
    const taken = make(
      four,
      { type: 'take.add', id: 't', name: 'Slower', from: 'main' },
      { type: 'sheet.range', take: 't', levels: ['B'], from: 24, to: 24, act: { do: 'show', drawing: 'p' } },
    )
    expect(sheet(make(taken, { type: 'frames.put-in', take: 'main', at: 1, frames: 2 }), 'B', 't')).toBe(
      'p12 q11 p1 x2',
    )
    expect(() => make(taken, { type: 'frames.take-out', take: 'main', from: 1, to: 2 })).toThrow(
      /The take Slower needs these frames/,
    )
  })
  test('another rate keeps the frames, or the seconds with every exposure shared out anew', () => {
    expect(make(noted, { type: 'scene.rate', fps: 12, keep: 'frames' }).settings).toMatchObject({ fps: 12, length: 24 })
    const half = make(noted, { type: 'scene.rate', fps: 12, keep: 'seconds' })
    expect([half.settings.length, sheet(half), sheet(half, 'B')]).toEqual([12, 'a1 b1 c2 d2 x6', 'p6 q6'])
    expect(half.takes['main']!.notes).toEqual([
      { frame: 3, text: 'look left' },
      { frame: 7, text: 'horn' },
    ])
    expect(
      sheet(make(four, range(1, 4, { do: 'cycle', turns: 3 }), { type: 'scene.rate', fps: 12, keep: 'seconds' })),
    ).toBe('a1 b1 a1 b1 a1 b1 x6')
    expect(() => make(four, { type: 'scene.rate', fps: 3, keep: 'seconds' })).toThrow(
      /shows 5 exposures and would have only 3 frames/,
    )
    expect(sheet(make(four, { type: 'scene.rate', fps: 30, keep: 'seconds' }))).toBe('a3 b2 c5 d5 x15')
  })
})

test('a locked level is left alone, a hidden one out of the picture; order and lock are edits like any other', () => {
  const locked = make(four, { type: 'level.set', level: 'A', fields: { locked: true } })
  const ink: Edit = {
    type: 'ink.change',
    drawing: 'a',
    pass: 'line',
    remove: [],
    add: [{ at: 0, piece: { kind: 'stroke', id: 's', swatch: 'pencil', size: 4, points: [1, 1, 1] } }],
  }
  for (const edit of [
    hold(1, 4),
    key('n', 4),
    ink,
    range(1, 2, { do: 'blank' }),
    { type: 'drawing.set', drawing: 'a', fields: { note: 'x' } } as Edit,
  ]) {
    expect(() => make(locked, edit)).toThrow(/Level A is locked/)
  }
  expect(make(locked, key('n', 4, 'B')).drawings['n']).toBeDefined()
  expect(make(locked, { type: 'level.set', level: 'A', fields: { locked: false } })).toEqual(four)
  expect(make(four, { type: 'levels.order', order: ['B', 'A'] }).levelOrder).toEqual(['B', 'A'])
  expect(() => make(four, { type: 'levels.order', order: ['B', 'B'] })).toThrow(/every level of the scene once/)
})

describe('takes', () => {
  const taken = make(
    four,
    { type: 'take.add', id: 't', name: 'Slower', from: 'main' },
    { type: 'sheet.range', take: 't', levels: ['A'], from: 1, to: 12, act: { do: 'retime', frames: 20 } },
  )
  test('the same drawings are timed otherwise, and one take is the main one', () => {
    expect([sheet(taken), sheet(taken, 'A', 't')]).toEqual(['a2 b2 c4 d4 x12', 'a3 b3 c7 d7 x4'])
    const away = make(taken, { type: 'take.set', take: 't', fields: { away: true } })
    expect(away.takes['t']).toEqual({ id: 't', name: 'Slower', away: true })
    expect(make(away, { type: 'take.set', take: 't', fields: { away: false } })).toEqual(taken)
    const main = make(away, { type: 'take.main', take: 't' })
    expect([main.mainTake, main.takes['t'], sheet(main, 'A', main.mainTake)]).toEqual([
      't',
      { id: 't', name: 'Slower' },
      'a3 b3 c7 d7 x4',
    ])
    expect(() => make(main, { type: 'take.set', take: 't', fields: { away: true } })).toThrow(/main take stays/)
  })
  test('where two takes differ is told level by level, as counting frame by frame finds it', () => {
    expect(takesDiffer(taken, 'main', 't')).toEqual([
      { level: 'A', from: 3, to: 3 },
      { level: 'A', from: 5, to: 6 },
      { level: 'A', from: 9, to: 20 },
    ])
    const frames = (take: string) =>
      exposuresOf(taken, 'A', take).flatMap(({ drawing, frames: held }) => new Array<string | null>(held).fill(drawing))
    const [a, b] = [frames('main'), frames('t')]
    const marked = new Set(
      takesDiffer(taken, 't', 'main').flatMap(({ from, to }) =>
        Array.from({ length: to - from + 1 }, (_, i) => from + i),
      ),
    )
    a.forEach((drawing, i) => expect(marked.has(i + 1)).toBe(drawing !== b[i]))
  })
  test('a drawing taken off one take is still on the others and in the scene', () => {
    const cut = make(taken, { type: 'sheet.range', take: 't', levels: ['A'], from: 1, to: 24, act: { do: 'blank' } })
    expect([Object.keys(cut.drawings).length, sheet(cut)]).toEqual([6, sheet(four)])
  })
})

/** The same scene always as the same text, whatever the order its keys came in. */
const bytes = (value: unknown): string =>
  JSON.stringify(value, (_, part: unknown) =>
    part && typeof part === 'object' && !Array.isArray(part)
      ? Object.fromEntries(Object.entries(part).sort(([a], [b]) => (a < b ? -1 : 1)))
      : part,
  )

const frame = fc.integer({ min: 1, max: 30 })
const take = fc.constantFrom('main', 't')
const level = fc.constantFrom('A', 'B')
const pattern = fc.array(fc.integer({ min: 1, max: 4 }), { minLength: 1, maxLength: 3 })
const turns = fc.option(fc.integer({ min: 1, max: 5 }))
const act: fc.Arbitrary<RangeAct> = fc.oneof(
  pattern.map((p) => ({ do: 'expose' as const, pattern: p })),
  pattern.map((p) => ({ do: 'fill' as const, pattern: p })),
  fc.integer({ min: 1, max: 30 }).map((frames) => ({ do: 'retime' as const, frames })),
  fc.integer({ min: 1, max: 6 }).map((frames) => ({ do: 'put-in' as const, frames })),
  fc.constantFrom<RangeAct>(
    { do: 'reverse' },
    { do: 'back-and-forth' },
    { do: 'blank' },
    { do: 'take-out' },
    { do: 'uncycle' },
  ),
  fc.constantFrom('a', 'b', 'p').map((drawing) => ({ do: 'show' as const, drawing })),
  fc.constantFrom('a', 'q').map((drawing) => ({
    do: 'paste' as const,
    columns: [
      [
        { drawing, frames: 3 },
        { drawing: null, frames: 1 },
      ],
    ],
  })),
  turns.map((n) => ({ do: 'cycle' as const, turns: n })),
  turns.map((n) => ({ do: 'cycle-turns' as const, turns: n })),
)
const anyEdit: fc.Arbitrary<Edit> = fc.oneof(
  {
    weight: 6,
    arbitrary: fc
      .tuple(take, fc.uniqueArray(level, { minLength: 1, maxLength: 2 }), frame, fc.nat(9), act)
      .map(([t, levels, from, more, does]): Edit => ({
        type: 'sheet.range',
        take: t,
        levels,
        from,
        to: from + more,
        act: does,
      })),
  },
  fc
    .tuple(take, level, frame, fc.integer({ min: 1, max: 12 }))
    .map(([t, l, f, frames]): Edit => ({ type: 'exposure.hold', take: t, level: l, frame: f, frames })),
  fc
    .tuple(take, level, frame, frame)
    .map(([t, l, f, to]): Edit => ({ type: 'exposure.move', take: t, level: l, frame: f, to })),
  fc
    .tuple(take, level, frame, fc.constantFrom('a', 'p', null))
    .map(([t, l, f, drawing]): Edit => ({ type: 'exposure.show', take: t, level: l, frame: f, drawing })),
  fc
    .tuple(take, frame, fc.integer({ min: 1, max: 9 }))
    .map(([t, at, frames]): Edit => ({ type: 'frames.put-in', take: t, at, frames })),
  fc
    .tuple(take, frame, fc.nat(5))
    .map(([t, from, more]): Edit => ({ type: 'frames.take-out', take: t, from, to: from + more })),
  fc
    .tuple(fc.integer({ min: 6, max: 30 }), fc.constantFrom<'frames' | 'seconds'>('frames', 'seconds'))
    .map(([fps, keep]): Edit => ({ type: 'scene.rate', fps, keep })),
  fc.integer({ min: 1, max: 40 }).map((length): Edit => ({ type: 'scene.set', settings: { length } })),
  fc
    .tuple(take, frame, fc.constantFrom('', 'note'))
    .map(([t, f, text]): Edit => ({ type: 'take.note', take: t, frame: f, text })),
  fc.tuple(level, fc.boolean()).map(([l, locked]): Edit => ({ type: 'level.set', level: l, fields: { locked } })),
)

test('any sheet edits keep every column filling its take, lose no drawing, and undo to the byte', () => {
  const start = make(four, { type: 'take.add', id: 't', name: 'Second', from: 'main' })
  let made = 0
  fc.assert(
    fc.property(fc.array(anyEdit, { maxLength: 20 }), (edits) => {
      let scene = start
      const inverses: Edit[] = []
      for (const edit of edits) {
        try {
          const step = applyEdit(scene, editSchema.parse(edit))
          scene = step.scene
          inverses.push(step.inverse)
          made++
        } catch (error) {
          expect(error).toBeInstanceOf(EditRefused)
        }
        for (const columns of Object.values(scene.sheets))
          for (const column of Object.values(columns)) expect(totalFrames(column)).toBe(scene.settings.length)
      }
      expect(bytes(validate(JSON.parse(JSON.stringify(scene))))).toBe(bytes(scene))
      expect(Object.keys(scene.drawings)).toEqual(Object.keys(start.drawings))
      for (const inverse of inverses.reverse()) scene = applyEdit(scene, editSchema.parse(inverse)).scene
      expect(bytes(scene)).toBe(bytes(start))
    }),
    { numRuns: 300 },
  )
  expect(made).toBeGreaterThan(500)
})

test('retiming conserves the order and gives exactly the frames asked for, none below one', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 1, max: 9 }), { minLength: 1, maxLength: 12 }),
      fc.integer({ min: 1, max: 60 }),
      (held, frames) => {
        const length = held.reduce((a, b) => a + b, 0)
        let scene = newScene({ ...settings, length: 200 })
        let at = 1
        held.forEach((n, i) => {
          scene = make(scene, key(`d${i}`, at))
          at += n
        })
        if (length < 200) scene = make(scene, range(length + 1, 200, { do: 'blank' }))
        const before = mainSheet(scene, 'A').filter((entry) => entry.drawing)
        if (frames < held.length)
          return expect(() => make(scene, range(1, length, { do: 'retime', frames }))).toThrow(EditRefused)
        const after = mainSheet(make(scene, range(1, length, { do: 'retime', frames })), 'A').filter(
          (entry) => entry.drawing,
        )
        expect(after.map((entry) => entry.drawing)).toEqual(before.map((entry) => entry.drawing))
        expect(totalFrames(after)).toBe(frames)
        return after.forEach((entry, i) =>
          expect(Math.abs(entry.frames - (before[i]!.frames * frames) / length)).toBeLessThan(
            Math.max(1, before.length / 2),
          ),
        )
      },
    ),
  )
})
