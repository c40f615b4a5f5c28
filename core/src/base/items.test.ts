import { beginsWith, sameItems } from './items'

const [a, b] = [{}, {}]

test('lists are the same by their very items, in their order', () => {
  expect(sameItems([a, b], [a, b])).toBe(true)
  expect(sameItems([], [])).toBe(true)
  for (const other of [[a], [a, b, a], [b, a], [a, {}], undefined]) expect(sameItems([a, b], other)).toBe(false)
})

test('a list begins with one that it goes on from', () => {
  for (const start of [[], [a], [a, b]]) expect(beginsWith([a, b], start)).toBe(true)
  for (const start of [[b], [a, {}], [a, b, a]]) expect(beginsWith([a, b], start)).toBe(false)
})
