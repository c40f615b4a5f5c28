import { sentenceOf } from '../../base/sentence'
import { limitsSchema } from './limits'
import { CHECKS } from '../register'

test('limits of a production: its own within their range, nothing else', () => {
  expect(limitsSchema.parse({ volume: { share: 12 }, 'off-arc': { px: 3 } })).toEqual({
    volume: { share: 12 },
    'off-arc': { px: 3 },
  })
  const wrong = limitsSchema.safeParse({ volume: { share: 1000 } })
  expect(!wrong.success && sentenceOf(wrong.error)).toMatch(
    /Volume: area more or less than the model by can be from 1 to 100 %/,
  )
  expect(limitsSchema.safeParse({ volume: { shares: 3 } }).success).toBe(false)
  expect(limitsSchema.safeParse({ weather: { share: 3 } }).success).toBe(false)
  for (const { limits } of CHECKS)
    for (const { value, min, max } of Object.values(limits)) expect(value >= min && value <= max).toBe(true)
})
