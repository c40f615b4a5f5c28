import { memo, memoBy, memoLast, memoLists } from './memo'

/** A function that counts how often it is really asked. */
function counted<A extends readonly unknown[], V>(make: (...rest: A) => V) {
  const asked = { times: 0 }
  return { asked, make: (...rest: A) => (asked.times++, make(...rest)) }
}

test('what an object gives is worked out once, also when it is nothing', () => {
  const { asked, make } = counted((list: readonly number[]) => list[5])
  const fifth = memo(make)
  const list = [1, 2]
  expect([fifth(list), fifth(list), asked.times]).toEqual([undefined, undefined, 1])
  expect(fifth([1, 2, 3, 4, 5, 6])).toBe(6)
  expect(asked.times).toBe(2)
})

test('by an object and more, each answer stays; of the last alone, only that one', () => {
  const by = counted((list: readonly number[], at: number) => list[at])
  const last = counted((list: readonly number[], at: number) => list[at])
  const [nth, lastNth] = [memoBy(String, by.make), memoLast(String, last.make)]
  const list = [7, 8]
  expect([0, 1, 0, 1].map((at) => [nth(list, at), lastNth(list, at)])).toEqual([
    [7, 7],
    [8, 8],
    [7, 7],
    [8, 8],
  ])
  expect([by.asked.times, last.asked.times]).toEqual([2, 4])
  expect([lastNth(list, 1), last.asked.times]).toEqual([8, 4])
})

test('lists are the same while each is the same array, an empty one being as good as another', () => {
  const { asked, make } = counted((lists: readonly (readonly number[])[]) => lists.flat().length)
  const count = memoLists(make)
  const [a, b] = [[1], [2, 3]]
  expect([count([a, [], b]), count([a, [], b]), asked.times]).toEqual([3, 3, 1])
  expect([count([a, [], [2, 3]]), asked.times]).toEqual([3, 2])
  expect([count([a, b]), asked.times]).toEqual([3, 3])
  expect([count([[], []]), count([[], []])]).toEqual([0, 0])
})
