import { isTime } from './rest'

const sat = (minutes: number, since = 5) => ({ since, minutes })

test('a rest is suggested after so many minutes, and after as many again once that was heard; never where that is asked', () => {
  expect([isTime(50, sat(49), undefined), isTime(50, sat(50), undefined)]).toEqual([false, true])
  expect([isTime(50, sat(80), sat(55)), isTime(50, sat(105), sat(55))]).toEqual([false, true])
  expect(isTime(50, sat(51, 9), sat(300, 5))).toBe(true)
  expect([isTime(0, sat(500), undefined), isTime(50, undefined, undefined), isTime(NaN, sat(500), undefined)]).toEqual([
    false,
    false,
    false,
  ])
})
