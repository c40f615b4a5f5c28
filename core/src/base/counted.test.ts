import fc from 'fast-check'
import { counted, inThousands } from './counted'

test('a number goes with its noun', () => {
  expect(counted(1, 'drawing')).toBe('1 drawing')
  expect(counted(0, 'drawing')).toBe('0 drawings')
  expect(counted(2, 'copy', 'copies')).toBe('2 copies')
})

test('thousands are set apart as English sets them', () => {
  fc.assert(
    fc.property(fc.nat(10_000_000), (count) => {
      expect(inThousands(count)).toBe(count.toLocaleString('en'))
    }),
  )
})
