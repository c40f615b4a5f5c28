import fc from 'fast-check'
import { beginOf, casesInWords, dateOf, durationInWords, hoursInWords, rangeInWords, weeksUpTo } from './days'
import { momentOf } from '../session/record/moment'

test('a day begins at midnight where one is, the days on which clocks change as well', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 3000 }), (by) => {
      const day = momentOf(beginOf('2026-01-01', by)).day
      expect(momentOf(beginOf(day))).toEqual({ day, time: '00:00' })
      expect(momentOf(beginOf(day, 1) - 1).day).toBe(day)
    }),
  )
})

test('weeks go from Monday to Sunday, the last up to the day itself', () => {
  const weeks = weeksUpTo('2026-11-28', 3)
  expect(weeks.map((week) => week[0])).toEqual(['2026-11-09', '2026-11-16', '2026-11-23'])
  expect(weeks[2]).toEqual([
    '2026-11-23',
    '2026-11-24',
    '2026-11-25',
    '2026-11-26',
    '2026-11-27',
    '2026-11-28',
    undefined,
  ])
})

test('how sure hours are, in words', () => {
  expect(casesInWords({ p20: 0.005, p80: 2 })).toBe('1 min will do in 20 of 100 cases, 2 hours in 80.')
  expect(casesInWords({ p20: 0.005, p80: 0.01 })).toBe('1 min will do in 80 of 100 cases.')
})

test('times in words', () => {
  expect([10, 60, 2100, 7500].map(durationInWords)).toEqual(['under a minute', '1 min', '35 min', '2 h 05 min'])
})

test('days and hours in short', () => {
  expect(dateOf('2026-11-05')).toBe('5 Nov')
  expect([0.001, 0.42, 0.96, 3.44, 12.6].map(hoursInWords)).toEqual([
    '1 min',
    '25 min',
    '1 hour',
    '3.4 hours',
    '13 hours',
  ])
})

test('a range is told where it is more than one figure', () => {
  expect(rangeInWords({ p20: 1.2, p80: 3 })).toBe(', 1.2 hours to 3 hours')
  expect(rangeInWords({ p20: 0.001, p80: 0.016 })).toBe('')
})
