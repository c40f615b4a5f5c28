import { freeName } from './free-name'

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
