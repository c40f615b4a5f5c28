import { editSchema, newScene, simpleEditsOf, type Edit, type SimpleEdit } from '@unhurried/core'
import { EDITS_AT_ONCE } from '@unhurried/core/api'
import { settingsOf } from '../../../../core/src/testing/build'
import { nextBatch, sendable } from './batch'

const line = (points: number, n = 0) => {
  const piece = {
    kind: 'stroke' as const,
    id: `s${n}`,
    swatch: 'pencil',
    size: 3,
    points: Array<number>(points * 3).fill(1),
  }
  const edit: Edit = { type: 'ink.change', drawing: 'k1', pass: 'line', remove: [], add: [{ at: 0, piece }] }
  return { id: `row${n}`, edit }
}

test('a request carries what waits, and no more edits than the server takes at once', () => {
  const some = Array.from({ length: 7 }, (_, n) => line(10, n))
  expect(nextBatch(some)).toEqual(some)
  expect(nextBatch([])).toEqual([])
  const many = Array.from({ length: EDITS_AT_ONCE + 50 }, (_, n) => line(1, n))
  expect(nextBatch(many)).toEqual(many.slice(0, EDITS_AT_ONCE))
})

test('long lines go in smaller requests, one at the least, and none is passed over', () => {
  const waiting = Array.from({ length: 40 }, (_, n) => line(20_000, n))
  const batch = nextBatch(waiting)
  expect(batch.length).toBeGreaterThan(1)
  expect(batch.length).toBeLessThan(40)
  expect(batch).toEqual(waiting.slice(0, batch.length))
  const { edit } = line(20_000)
  const huge = { id: 'huge', edit: { type: 'together' as const, words: 'w', edits: Array(60).fill(edit) } }
  expect(nextBatch([huge, line(1)])).toEqual([huge])
})

const scene = newScene(settingsOf())
const step = (edits: readonly Edit[]): Edit => ({ type: 'together', words: 'w', edits: edits as SimpleEdit[] })
const linesIn = (edits: readonly Edit[]) =>
  edits.flatMap(simpleEditsOf).flatMap((each) => (each.type === 'ink.change' ? each.add : []))

test('what the server takes at once goes as it is', () => {
  const { edit } = line(20_000)
  const dots = Array.from({ length: 4000 }, (_, n) => line(1, n).edit)
  for (const whole of [edit, step(Array(15).fill(edit)), step(dots)]) expect(sendable([whole], scene)).toEqual([whole])
})

test('a step of more than that goes in portions, each as the door wants it, and nothing of it is lost', () => {
  const { edit } = line(20_000)
  const dots = Array.from({ length: 12_000 }, (_, n) => line(1, n).edit)
  const placed = Array.from({ length: 4500 }, (_, at) => ({ at, piece: linesIn([line(2, at).edit])[0]!.piece }))
  const large: Edit[] = [
    step(Array(60).fill(edit)),
    step(dots),
    { type: 'ink.change', drawing: 'k1', pass: 'line', remove: [], add: placed },
  ]
  for (const whole of large) {
    const portions = sendable([whole], scene)
    expect(portions).not.toEqual([whole])
    expect(linesIn(portions)).toEqual(linesIn([whole]))
    expect(portions.filter((portion) => !editSchema.safeParse(portion).success)).toEqual([])
    expect(sendable(portions, scene)).toEqual(portions)
  }
})

test('what no portion could carry is refused before it is made', () => {
  expect(() => sendable([line(500_000).edit], scene)).toThrow(/more ink than one step can carry/)
})

test('what JSON would hold is never more than what is counted', () => {
  let parts = 0
  const dots = Array.from({ length: 500 }, (_, n) => line(1, n).edit)
  JSON.parse(JSON.stringify(step(dots)), (_, value) => (typeof value === 'object' && parts++, value))
  expect(parts).toBeLessThanOrEqual(500 * 10 + 1 + 1)
})
