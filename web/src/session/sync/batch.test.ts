import type { Edit } from '@unhurried/core'
import { EDITS_AT_ONCE } from '@unhurried/core/api'
import { canBeSent, nextBatch } from './batch'

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

test('a step that no request could carry is known before it is made: by its bytes, and by its parts', () => {
  const step = (edits: Edit[]): Edit => ({ type: 'together', words: 'w', edits: edits as never })
  const { edit } = line(20_000)
  expect([canBeSent(step(Array(15).fill(edit))), canBeSent(step(Array(60).fill(edit)))]).toEqual([true, false])
  const dots = (count: number) => step(Array.from({ length: count }, (_, n) => line(1, n).edit))
  expect([canBeSent(dots(5000)), canBeSent(dots(12_000))]).toEqual([true, false])
  // What JSON would hold is never more than what was counted.
  let parts = 0
  JSON.parse(JSON.stringify(dots(500)), (_, value) => (typeof value === 'object' && parts++, value))
  expect(parts).toBeLessThanOrEqual(500 * 10 + 1 + 1)
})
