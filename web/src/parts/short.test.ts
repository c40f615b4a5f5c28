import { short } from './short'

test.each([
  ['Corrie', 6, 'Corrie'],
  ['The left hand', 8, 'The lef…'],
  ['The left hand', 5, 'The…'],
  ['🦀🦀🦀🦀', 3, '🦀🦀…'],
])('%s in %d letters is %s', (name, letters, read) => {
  expect(short(name, letters)).toBe(read)
})
