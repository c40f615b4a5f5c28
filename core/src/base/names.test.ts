import { LIMITS } from './limits'
import { freeName, nameWith } from './names'

test.each([
  ['Nose', [], 'Nose'],
  ['Nose', ['Nose'], 'Nose 2'],
  ['Nose', ['Nose', 'Nose 2', 'Nose 3'], 'Nose 4'],
  ['Scene 1', ['Scene 1', 'Scene 3'], 'Scene 2'],
  ['Scene 3', ['Scene 3'], 'Scene 4'],
  ['2', ['2'], '2 2'],
])('%s beside %j is %s', (name, taken, free) => {
  expect(freeName(name, new Set(taken))).toBe(free)
})

test('a name is never longer than names may be, and never ends in half a character', () => {
  const long = '\u{1f30a}'.repeat(LIMITS.name / 2)
  expect(freeName(long, new Set([long]))).toBe(`${'\u{1f30a}'.repeat(LIMITS.name / 2 - 1)} 2`)
  expect(nameWith('Gull', ' · pen')).toBe('Gull · pen')
  expect(nameWith(`x${long}`)).toBe(`x${'\u{1f30a}'.repeat(LIMITS.name / 2 - 1)}`)
})
