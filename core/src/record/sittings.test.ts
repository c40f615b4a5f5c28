import fc from 'fast-check'
import { compacted, PAUSE, sittings, type WorkEvent } from './sittings'

const START = Date.UTC(2026, 9, 24, 21)
const at = (seconds: number) => START + 1000 * seconds
const worked = (seconds: number, drawing = 'a', lasted = 0): WorkEvent => ({
  ...{ at: at(seconds), what: 'worked', drawing, pass: 'line', lasted: 1000 * lasted },
})
const seen = (seconds: number, what: 'hidden' | 'shown', page = ''): WorkEvent => ({ at: at(seconds), what, page })
const secondsOf = (events: readonly WorkEvent[]) =>
  sittings(events).map((sitting) => sitting.worked.map(({ drawing, seconds }) => [drawing, seconds]))

test('the time up to a stroke is that stroke’s; a gap over three minutes is a pause', () => {
  expect(secondsOf([worked(10, 'a', 2), worked(40, 'a'), worked(70, 'b'), worked(70 + PAUSE + 1, 'b')])).toEqual([
    [
      ['a', 32],
      ['b', 30],
    ],
    [['b', 0]],
  ])
})

test('nothing is counted while the page is hidden, but what another page saw meanwhile is', () => {
  expect(secondsOf([worked(0), seen(10, 'hidden'), seen(100, 'shown'), worked(120)])).toEqual([[['a', 30]]])
  const two = [worked(0), seen(9, 'shown', 'two'), seen(10, 'hidden')]
  expect(secondsOf([...two, { ...worked(120, 'b'), page: 'two' }])).toEqual([
    [
      ['a', 0],
      ['b', 120],
    ],
  ])
})

test('summer time ends and nothing happens: hours are counted as they pass', () => {
  const night = Array.from({ length: 481 }, (_, i) => worked(60 * i))
  const [all] = sittings(night)
  expect(all!.worked[0]!.seconds).toBe(8 * 3600)
})

const event: fc.Arbitrary<WorkEvent> = fc.oneof(
  {
    weight: 5,
    arbitrary: fc
      .record({
        s: fc.integer({ min: 0, max: 4000 }),
        drawing: fc.constantFrom('a', 'b', 'c'),
        lasted: fc.integer({ min: 0, max: 90 }),
      })
      .map(({ s, drawing, lasted }) => worked(s, drawing, lasted)),
  },
  {
    weight: 1,
    arbitrary: fc
      .record({
        s: fc.integer({ min: 0, max: 4000 }),
        what: fc.constantFrom('hidden' as const, 'shown' as const),
        page: fc.constantFrom('', 'two'),
      })
      .map(({ s, what, page }) => seen(s, what, page)),
  },
)

test('any events in any order: runs apart by a pause, no time counted twice nor more than passed', () => {
  fc.assert(
    fc.property(fc.array(event, { maxLength: 60 }), fc.nat(), (events, by) => {
      const found = sittings(events)
      const turned = events.map((_, i) => events[(i + by) % events.length]!)
      expect(sittings(turned.reverse())).toEqual(found)
      found.forEach(({ from, to, worked: parts }, i) => {
        const sum = parts.reduce((all, { seconds }) => all + seconds, 0)
        expect(sum).toBeLessThanOrEqual((to - from) / 1000 + 1e-6)
        expect(parts.every(({ seconds }) => seconds >= 0)).toBe(true)
        if (i > 0) expect(from).toBeGreaterThanOrEqual(found[i - 1]!.to)
      })
      const doubled = sittings([...events, ...events.map((each) => ({ ...each, page: each.page ? 'three' : 'four' }))])
      const total = (all: typeof found) =>
        all.flatMap((each) => each.worked).reduce((sum, { seconds }) => sum + seconds, 0)
      const last = Math.max(0, ...found.map(({ to }) => to))
      expect(total(doubled)).toBeLessThanOrEqual(
        Math.max(0, (last - Math.min(...found.map(({ from }) => from), last)) / 1000) + 1e-6,
      )
    }),
  )
})

test('a clock set back or forward costs at most what it jumped, and counts nothing twice', () => {
  const before = Array.from({ length: 30 }, (_, i) => worked(20 * i, 'a'))
  const back = Array.from({ length: 30 }, (_, i) => worked(20 * i - 300, 'b'))
  const all = sittings([...before, ...back]).flatMap(({ worked: parts }) => parts)
  expect(all.reduce((sum, { seconds }) => sum + seconds, 0)).toBe(20 * 29 + 300)
  const on = sittings([...before, ...before.map((each) => ({ ...each, at: each.at + 86_400_000 }))])
  expect(on.map(({ worked: parts }) => parts[0]!.seconds)).toEqual([580, 580])
})

test('events that tell nothing more can be left out: hours of strokes on one drawing are a handful', () => {
  const hours = Array.from({ length: 3000 }, (_, i) => worked(4 * i))
  expect(compacted(hours).length).toBeLessThan(80)
  fc.assert(
    fc.property(fc.array(event, { maxLength: 60 }), (events) => {
      const plain = events.map((each) => (each.what === 'worked' ? { ...each, lasted: 0 } : each))
      const [all, few] = [sittings(plain), sittings(compacted(plain))]
      expect(few.map(({ from, to }) => [from, to])).toEqual(all.map(({ from, to }) => [from, to]))
      const seconds = (each: (typeof all)[number]) =>
        Object.fromEntries(each.worked.map(({ drawing, seconds: own }) => [drawing, Math.round(own)]))
      expect(few.map(seconds)).toEqual(all.map(seconds))
    }),
  )
})
