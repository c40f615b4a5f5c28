import fc from 'fast-check'
import { totalFrames } from '../scene/columns'
import type { Column, Exposure } from '../scene/schema'
import { cycleAt, fitted, resizedTo, spliced, withTurn, writtenOut } from './column'

const run = (text: string): Exposure[] =>
  text.split(' ').map((part) => ({ drawing: part[0] === 'x' ? null : part[0]!, frames: Number(part.slice(1)) }))
const told = (column: Column) =>
  writtenOut(column)
    .map(({ drawing, frames }) => `${drawing ?? 'x'}${frames}`)
    .join(' ')
const cycle = (text: string, turns: number | null, frames: number) =>
  withTurn({ cycle: run(text), turns, frames }, run(text))
const walk: Column = [...run('a2'), cycle('b2 c1', 3, 0), ...run('d4')]

describe('a cycle', () => {
  test('stands for its turns, the last clipped', () => {
    expect(told(walk)).toBe('a2 b2 c1 b2 c1 b2 c1 d4')
    expect(told([cycle('b2 c1', null, 7)])).toBe('b2 c1 b2 c1 b1')
    expect(cycleAt(walk, 7)).toMatchObject({ frame: 3, period: 3, index: 1 })
    expect(cycleAt(walk, 2)).toBeUndefined()
  })

  test('a change in any turn is a change in every turn', () => {
    expect(told(spliced(walk, { from: 8, remove: 1, insert: run('e2') }))).toBe('a2 b2 e2 b2 e2 b2 e2 d4')
    expect(told(spliced(walk, { from: 3, remove: 0, insert: run('f1') }))).toBe('a2 f1 b2 c1 b2 c1 b2 c1 d4')
    expect(told(spliced(walk, { from: 6, remove: 0, insert: run('f1') }))).toBe('a2 f1 b2 c1 f1 b2 c1 f1 b2 c1 d4')
  })

  test('frames across its edge are refused; the whole of it can be replaced', () => {
    expect(() => spliced(walk, { from: 2, remove: 3, insert: [] })).toThrow(
      /cross the edge of a cycle.*frames 3 to 11, 3 frames a turn/,
    )
    expect(() => spliced(walk, { from: 5, remove: 2, insert: [] })).toThrow(/Stay within one turn/)
    expect(told(spliced(walk, { from: 2, remove: 11, insert: run('z1') }))).toBe('a1 z1 d3')
    expect(told(spliced(walk, { from: 3, remove: 9, insert: [] }))).toBe('a2 d4')
  })

  test('the end gives and gains without losing a drawing', () => {
    expect(told(fitted(walk, 12)!)).toBe('a2 b2 c1 b2 c1 b2 c1 d1')
    expect(fitted(walk, 11)).toBeUndefined()
    expect(told(fitted([...walk, ...run('x5')], 16)!)).toBe('a2 b2 c1 b2 c1 b2 c1 d4 x1')
    expect(told(fitted(walk, 17)!)).toBe('a2 b2 c1 b2 c1 b2 c1 d6')
    const toEnd: Column = [...run('a2'), cycle('b2 c1', null, 9)]
    expect(told(fitted(toEnd, 13)!)).toBe('a2 b2 c1 b2 c1 b2 c1 b2')
    expect(told(fitted(toEnd, 6)!)).toBe('a2 b2 c1 b1')
    expect(fitted(toEnd, 4)).toBeUndefined()
    expect(told(resizedTo(walk, 16))).toBe('a2 b2 c1 b2 c1 b2 c1 d4 x1')
    // Clipped by a shorter scene it turns on again in a longer one.
    expect(told(resizedTo(resizedTo([...run('a2'), cycle('b2 c1', 3, 0)], 6), 13))).toBe('a2 b2 c1 b2 c1 b2 c1 x2')
  })
})

const exposure = fc.record({ drawing: fc.constantFrom('a', 'b', 'c', null), frames: fc.integer({ min: 1, max: 4 }) })
const entry = fc.oneof(
  { weight: 3, arbitrary: exposure },
  fc
    .tuple(fc.array(exposure, { minLength: 1, maxLength: 3 }), fc.integer({ min: 1, max: 3 }))
    .map(([turn, turns]) => withTurn({ cycle: turn, turns, frames: 1 }, turn)),
)
const frames = (column: Column) =>
  writtenOut(column).flatMap(({ drawing, frames: held }) => new Array<string | null>(held).fill(drawing))

test('outside cycles a splice is a splice of single frames; inside, of one turn', () => {
  fc.assert(
    fc.property(
      fc.array(entry, { minLength: 1, maxLength: 6 }),
      fc.nat(40),
      fc.nat(6),
      fc.array(exposure, { maxLength: 3 }),
      (column, at, remove, insert) => {
        const before = frames(column)
        expect(totalFrames(column)).toBe(before.length)
        const from = 1 + (at % before.length)
        const gone = Math.min(remove, before.length - from + 1)
        let after: Column
        try {
          after = spliced(column, { from, remove: gone, insert })
        } catch (error) {
          expect((error as Error).message).toMatch(/edge of a cycle/)
          return
        }
        const inside = cycleAt(column, from)
        const whole = inside && from <= inside.frame && from + gone >= inside.frame + inside.entry.frames
        if (inside && !whole && !(gone === 0 && from === inside.frame)) {
          const turn = inside.entry.cycle.flatMap(({ drawing, frames: held }) =>
            new Array<string | null>(held).fill(drawing),
          )
          turn.splice((from - inside.frame) % inside.period, gone, ...frames(insert))
          const turns = Array.from({ length: inside.entry.turns! }, () => turn).flat()
          expect(frames(after)).toEqual([
            ...before.slice(0, inside.frame - 1),
            ...turns,
            ...before.slice(inside.frame - 1 + inside.entry.frames),
          ])
        } else expect(frames(after)).toEqual(before.toSpliced(from - 1, gone, ...frames(insert)))
      },
    ),
  )
})
