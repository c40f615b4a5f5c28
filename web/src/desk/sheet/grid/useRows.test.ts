import fc from 'fast-check'
import { nextTick, ref } from 'vue'
import { useRows } from './useRows'

function sheet({ length = 100, height = 220 } = {}) {
  const at = { top: ref(0), height: ref(height), length: ref(length) }
  return { ...at, ...useRows({ ...at, rowHeight: 22 }) }
}
const inOrder = (rows: readonly { frame: number }[]) => frames(rows).sort((a, b) => a - b)
const frames = (rows: readonly { frame: number }[]) => rows.map(({ frame }) => frame)

test('what is in view is there, with a little beyond each edge, in order', () => {
  const { rows, top, first } = sheet()
  expect(frames(rows.value)).toEqual(Array.from({ length: 17 }, (_, i) => i + 1))
  top.value = 50 * 22
  expect([first.value, Math.min(...frames(rows.value)), Math.max(...frames(rows.value))]).toEqual([48, 48, 64])
})

test('wherever one scrolls, a row that stays in view stays the row it is, and each frame has one', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 60 }), fc.array(fc.nat(3000), { minLength: 2 }), (length, places) => {
      const { rows, top, count } = sheet({ length })
      let before = new Map<number, number>()
      for (const place of places) {
        top.value = place
        const now = new Map(rows.value.map(({ slot, frame }) => [frame, slot]))
        expect(now.size).toBe(count.value)
        expect(new Set(now.values()).size).toBe(count.value)
        for (const frame of now.keys()) {
          expect(frame >= 1 && frame <= length).toBe(true)
          if (before.has(frame)) expect(now.get(frame)).toBe(before.get(frame))
        }
        before = now
      }
    }),
  )
})

test('while one scrolls no row changes its place in the page; at rest they come in order', async () => {
  jest.useFakeTimers()
  const { rows, top } = sheet()
  const slots = () => rows.value.map(({ slot }) => slot)
  const before = slots()
  top.value = 7 * 22
  await nextTick()
  expect(slots()).toEqual(before)
  expect(frames(rows.value)).not.toEqual(inOrder(rows.value))
  await jest.advanceTimersByTimeAsync(300)
  expect(frames(rows.value)).toEqual(inOrder(rows.value))
  jest.useRealTimers()
})

test('what comes while a sheet goes by fast is written in full once it rests; by a few rows it is at once', async () => {
  jest.useFakeTimers()
  const { rows, top } = sheet()
  const passing = () => rows.value.filter((row) => row.passing).map(({ frame }) => frame)
  top.value = 3 * 22
  await nextTick()
  expect(passing()).toEqual([])
  top.value = 12 * 22
  await nextTick()
  // Those that stood in view already stay as they are.
  expect(passing().every((frame) => frame > 17)).toBe(true)
  expect(passing().length).toBeGreaterThan(5)
  await jest.advanceTimersByTimeAsync(300)
  expect(passing()).toEqual([])
  jest.useRealTimers()
})

test('a sheet made longer, shorter or higher shows what there is', async () => {
  const { rows, length, height, top } = sheet({ length: 12 })
  expect(rows.value).toHaveLength(12)
  length.value = 5
  await nextTick()
  expect(frames(rows.value)).toEqual([1, 2, 3, 4, 5])
  length.value = 40
  height.value = 44
  top.value = 9e5
  await nextTick()
  expect([rows.value.length, Math.max(...frames(rows.value))]).toEqual([9, 40])
})
