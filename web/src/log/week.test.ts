import { readWeek, USUAL_WEEK } from './useWorkingWeek'

test('a week that was kept is read; one that is none is the usual one', () => {
  const own = { week: [0, 8, 8, 8, 0, 0, 4], daysOff: ['2026-12-24'], people: 2 }
  expect(readWeek(JSON.stringify(own))).toEqual(own)
  for (const kept of ['', '{}', JSON.stringify({ ...own, week: [1, 2] }), JSON.stringify({ ...own, people: 0 })])
    expect(readWeek(kept)).toEqual(USUAL_WEEK)
})
