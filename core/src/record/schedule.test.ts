import fc from 'fast-check'
import { dayAfter, hoursOn, inDueOrder, laidOnDays, mustMake, schedule, weekdayOf, type Week } from './schedule'

const WEEK: Week = [6, 6, 6, 6, 4, 0, 0]
const NONE = new Set<string>()
/** A Monday. */
const from = '2026-11-23'

test('hours fill working days, one after the other; none on days off', () => {
  expect(laidOnDays(20, { week: WEEK, daysOff: new Set(['2026-11-24']), from })).toEqual({
    day: '2026-11-27',
    byDay: [
      { day: '2026-11-23', hours: 6 },
      { day: '2026-11-25', hours: 6 },
      { day: '2026-11-26', hours: 6 },
      { day: '2026-11-27', hours: 2 },
    ],
  })
  expect(laidOnDays(0, { week: WEEK, daysOff: NONE, from }).day).toBe(from)
  expect(laidOnDays(1, { week: [0, 0, 0, 0, 0, 0, 0], daysOff: NONE, from }).day).toBeUndefined()
  expect(laidOnDays(24, { week: WEEK, daysOff: NONE, from, people: 2 }).day).toBe('2026-11-24')
  expect(() => laidOnDays(1, { week: WEEK, daysOff: NONE, from: 'Monday' })).toThrow('is no day')
})

test('any hours, week and days off: hours are conserved, no day has more than its own, days off have none', () => {
  const week = fc.tuple(
    ...Array.from({ length: 7 }, () => fc.integer({ min: 0, max: 12 })),
  ) as unknown as fc.Arbitrary<Week>
  const off = fc.array(fc.integer({ min: 0, max: 60 })).map((days) => new Set(days.map((by) => dayAfter(from, by))))
  fc.assert(
    fc.property(fc.double({ min: 0, max: 400, noNaN: true }), week, off, (hours, each, daysOff) => {
      fc.pre(each.some((own) => own > 0))
      const { day, byDay } = laidOnDays(hours, { week: each, daysOff, from })
      expect(byDay.reduce((sum, own) => sum + own.hours, 0)).toBeCloseTo(hours, 6)
      for (const own of byDay) {
        expect(daysOff.has(own.day)).toBe(false)
        expect(own.hours).toBeLessThanOrEqual(hoursOn({ week: each, daysOff }, own.day))
      }
      expect(day! >= from).toBe(true)
    }),
  )
})

test('over the days on which clocks change days stay days', () => {
  const days = Array.from({ length: 400 }, (_, n) => dayAfter('2026-01-01', n))
  expect(new Set(days).size).toBe(400)
  days.slice(1).forEach((day, n) => expect(weekdayOf(day)).toBe((weekdayOf(days[n]!) + 1) % 7))
})

test('the safe day is no earlier than the likely one; what must be made a day gets all done by then', () => {
  const { likely, safe } = schedule({ hours: { p50: 30, p80: 41 }, week: WEEK, daysOff: NONE, from })
  expect([likely.day, safe.day]).toEqual(['2026-11-30', '2026-12-02'])
  expect(mustMake({ toDo: 28, by: '2026-11-27', week: WEEK, daysOff: NONE, from })).toBeCloseTo(6, 6)
  expect(mustMake({ toDo: 5, by: '2026-11-22', week: WEEK, daysOff: NONE, from })).toBe(Infinity)
  expect(mustMake({ toDo: 0, by: '2026-11-27', week: WEEK, daysOff: NONE, from })).toBe(0)
})

test('in the order of their days no scene is later than the latest must be in any other order', () => {
  const scenes = fc.array(
    fc.record({ hours: fc.integer({ min: 1, max: 20 }), due: fc.option(fc.integer({ min: 0, max: 20 })) }),
    {
      minLength: 1,
      maxLength: 5,
    },
  )
  const calendar = { week: WEEK, daysOff: NONE, from }
  type Due = { hours: number; dueOn?: string }
  const lateness = (order: readonly Due[]) => {
    let done = 0
    return Math.max(
      ...order.map(({ hours, dueOn }) => {
        done += hours
        const { day } = laidOnDays(done, calendar)
        return dueOn === undefined ? -Infinity : Date.parse(day!) - Date.parse(dueOn)
      }),
    )
  }
  const orders = (all: readonly Due[]): Due[][] =>
    all.length === 0 ? [[]] : all.flatMap((each, n) => orders(all.toSpliced(n, 1)).map((rest) => [each, ...rest]))
  fc.assert(
    fc.property(scenes, (all) => {
      const given = all.map(({ hours, due }): Due => ({ hours, ...(due !== null && { dueOn: dayAfter(from, due) }) }))
      expect(lateness(inDueOrder(given))).toBe(Math.min(...orders(given).map(lateness)))
    }),
    { numRuns: 40 },
  )
})
