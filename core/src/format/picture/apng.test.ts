import fc from 'fast-check'
import UPNG from 'upng-js'
import { openApng } from './apng'
import { writePng } from './png'

const side = { width: 6, height: 4 }
const COUNT = side.width * side.height
/** Few colours, so that pictures have much in common. */
const picture = fc.array(fc.constantFrom([255, 0, 0, 255], [0, 90, 0, 255], [9, 9, 9, 128], [0, 0, 0, 0]), {
  minLength: COUNT,
  maxLength: COUNT,
})
const shown = (pixels: readonly (readonly number[])[], opaque: boolean) =>
  Uint8Array.from(pixels.flatMap(([r, g, b, a]) => [r!, g!, b!, opaque ? 255 : a!]))

test('every pixel of every picture comes back, and each stays for its frames', () => {
  fc.assert(
    fc.property(
      fc.array(fc.record({ pixels: picture, frames: fc.integer({ min: 1, max: 9 }) }), { minLength: 1, maxLength: 6 }),
      fc.boolean(),
      fc.nat(9),
      (film, clear, loops) => {
        const writer = openApng({ ...side, fps: 24, clear })
        for (const { pixels, frames } of film) writer.add(shown(pixels, !clear), frames)
        const back = UPNG.decode(writer.finish(loops).buffer)
        // What is equal to the one before only stays longer.
        const meant: { bytes: number[]; frames: number }[] = []
        for (const { pixels, frames } of film) {
          const bytes = [...shown(pixels, !clear)]
          if (String(meant.at(-1)?.bytes) === String(bytes)) meant.at(-1)!.frames += frames
          else meant.push({ bytes, frames })
        }
        // Read by another hand than ours.
        const pictures = UPNG.toRGBA8(back).map((bytes) => [...new Uint8Array(bytes)])
        expect(pictures).toEqual(meant.map(({ bytes }) => bytes))
        expect(back.tabs.acTL?.num_plays).toBe(loops)
        if (meant.length > 1)
          back.frames.forEach(({ delay }, i) => expect(delay).toBeCloseTo((1000 * meant[i]!.frames) / 24, 0))
      },
    ),
  )
})

test('no picture is no film', () => {
  expect(() => openApng({ ...side, fps: 24, clear: true }).finish()).toThrow(/at least one picture/)
})

test('a still of which nothing is clear is written without opacity', () => {
  const channels = (pixels: Uint8Array) => writePng({ ...side, pixels })[25]
  expect([channels(new Uint8Array(4 * COUNT).fill(255)), channels(new Uint8Array(4 * COUNT))]).toEqual([2, 6])
})
