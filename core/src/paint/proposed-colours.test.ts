import fc from 'fast-check'
import { colourDifference } from '../base/colour'
import { proposedColours } from './proposed-colours'

/** A picture in stripes, so many pixels of each colour. */
const striped = (...stripes: readonly (readonly [number, number, number, number, number?])[]) =>
  Uint8ClampedArray.from(
    stripes.flatMap(([count, r, g, b, a = 255]) => Array.from({ length: count }, () => [r, g, b, a]).flat()),
  )

test('a picture of three colours has those three, the one that covers most first', () => {
  const found = proposedColours(striped([600, 194, 87, 63], [300, 16, 32, 48], [100, 251, 247, 238]), 3)
  expect(found.map(({ share }) => share)).toEqual([0.6, 0.3, 0.1])
  const wanted = ['#c2573f', '#102030', '#fbf7ee']
  found.forEach(({ colour }, i) => expect(colourDifference(colour, wanted[i]!)).toBeLessThan(0.5))
})

test('no more colours come than there are, and none of what is clear', () => {
  expect(proposedColours(striped([50, 10, 20, 30]), 6)).toEqual([{ colour: '#0a141e', share: 1 }])
  expect(proposedColours(striped([50, 10, 20, 30], [500, 255, 0, 0, 0]), 6)).toHaveLength(1)
  expect(proposedColours(striped([500, 255, 0, 0, 0]), 6)).toEqual([])
})

test('uneven pixels of two colours come to their middles, however many there are', () => {
  const noisy = Array.from({ length: 20_000 }, (_, i): [number, number, number, number] => {
    const off = (i * 7) % 9
    return i % 4 === 0 ? [1, 180 + off, 90, 60] : [1, 30 + off, 60, 110]
  })
  const [most, least] = proposedColours(striped(...noisy), 2)
  expect(most!.share).toBeCloseTo(0.75, 1)
  expect(colourDifference(most!.colour, '#223c6e')).toBeLessThan(2)
  expect(colourDifference(least!.colour, '#b85a3c')).toBeLessThan(2)
})

test('any picture: the same colours each time, whose shares make up all of it', () => {
  const pixel = fc.tuple(...Array.from({ length: 4 }, () => fc.integer({ min: 0, max: 255 })))
  fc.assert(
    fc.property(fc.array(pixel, { maxLength: 60 }), fc.integer({ min: 1, max: 12 }), (pixels, count) => {
      const data = Uint8ClampedArray.from(pixels.flat())
      const found = proposedColours(data, count)
      expect(proposedColours(data, count)).toEqual(found)
      expect(found.length).toBeLessThanOrEqual(count)
      for (const { colour } of found) expect(colour).toMatch(/^#[0-9a-f]{6}$/)
      if (found.length > 0) expect(found.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9)
    }),
  )
})
