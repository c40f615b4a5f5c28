import { amountInWords, dueInWords, nameOf, round, withUnit } from './amounts'

test('amounts with what they are of, and when something is due', () => {
  expect([round(6.25), round(14.4)]).toEqual(['6.3', '14'])
  expect(withUnit('grew', 6)).toBe('6.0\u00a0% of its area')
  expect(
    amountInWords({
      ...{ kind: 'exercise', id: 'result-1', what: 'hop', at: 1, scene: 'scene-1', seed: 1, px: 9, share: 0.184 },
      ...{ beside: 4, along: 8, drawings: 9, school: 'as a thing thrown' },
    }),
  ).toBe('18 % off its law')
  const day = 86_400_000
  expect([-5, 0.5, 8.2].map((by) => dueInWords(by * day, 0))).toEqual(['due now', 'due tomorrow', 'due in 9 days'])
  expect([nameOf('half'), nameOf('pendulum'), nameOf('gone')]).toEqual(['Where is half?', 'A pendulum', 'gone'])
})
