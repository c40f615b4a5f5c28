import type { PracticeResult } from '../results'
import { tightened } from '../../checks/limits/tightened'
import { eyeLimits } from './limits'

const eye = (what: string, threshold: number, at = 1000): PracticeResult => ({
  ...{ kind: 'eye', id: `eye-${what}-${at}`, what, at, threshold, answers: 30, right: 24 },
})

test('the last threshold of a kind is its limit, within what the check allows; kinds without a check have none', () => {
  const results = [eye('grew', 9), eye('grew', 6, 2000), eye('arc', 2), eye('even', 30), eye('twos', 3)]
  expect(eyeLimits(results)).toEqual({
    volume: { share: 6 },
    'off-arc': { share: 5 },
    'uneven-spacing': { over: 1.3 },
  })
  expect(eyeLimits([])).toEqual({})
})

test('one’s own limits tighten a production’s and never loosen them', () => {
  const own = { volume: { share: 6 }, 'off-arc': { share: 60 }, gone: { by: 1 } }
  expect(tightened({}, own)).toEqual({ volume: { share: 6 }, 'off-arc': { share: 25 } })
  expect(tightened({ volume: { share: 4 } }, own)).toMatchObject({ volume: { share: 4 } })
})
