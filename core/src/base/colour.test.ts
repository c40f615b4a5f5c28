import fc from 'fast-check'
import { channelsOf, hexOf, nearestColour } from './colour'

const channel = fc.integer({ min: 0, max: 255 })
const colour = fc.tuple(channel, channel, channel)

test('a colour there and back is the same', () => {
  expect(channelsOf('#c24e2a')).toEqual([194, 78, 42])
  fc.assert(fc.property(colour, (rgb) => expect(channelsOf(hexOf(rgb))).toEqual(rgb)))
})

test('the nearest of some colours is as near as any, and none when all are too far', () => {
  fc.assert(
    fc.property(fc.array(colour, { maxLength: 8 }), colour, channel, (all, seen, reach) => {
      const far = (rgb: readonly number[]) => Math.hypot(...rgb.map((value, i) => value - seen[i]!))
      const least = Math.min(...all.map(far))
      const found = nearestColour(all.map(hexOf), seen, reach)
      if (least > reach + 1e-3) expect(found).toBe(-1)
      else if (least <= reach) expect(far(all[found]!)).toBeCloseTo(least, 9)
    }),
  )
})
