import fc from 'fast-check'
import { GifReader } from 'omggif'
import { openGif } from './gif'
import { packed } from './lzw'

/** A GIF of one frame with data as it was packed. */
function gifOf(data: Uint8Array, width: number, height: number, depth: number): Uint8Array {
  const low = (value: number) => [value & 255, value >> 8]
  const head = [...'GIF89a'].map((letter) => letter.charCodeAt(0))
  const screen = [...low(width), ...low(height), 0xf0 | (depth - 1), 0, 0]
  const colours = Array.from({ length: 1 << depth }, (_, i) => [i, i, i]).flat()
  const frame = [0x2c, 0, 0, 0, 0, ...low(width), ...low(height), 0, depth]
  return Uint8Array.from([...head, ...screen, ...colours, ...frame, ...data, 0x3b])
}
function read(data: Uint8Array, width: number, height: number, depth: number): number[] {
  const pixels = new Uint8Array(width * height * 4)
  new GifReader(gifOf(data, width, height, depth)).decodeAndBlitFrameRGBA(0, pixels)
  return [...pixels].filter((_, i) => i % 4 === 0)
}

test('another reader finds every index again, however long and whatever they are, patient or not', () => {
  const run = fc.tuple(fc.nat(255), fc.integer({ min: 1, max: 400 }))
  fc.assert(
    fc.property(
      fc.integer({ min: 2, max: 8 }),
      fc.array(run, { minLength: 1, maxLength: 60 }),
      fc.nat(),
      fc.boolean(),
      (depth, runs, seed, patient) => {
        // Runs and noise: both fill the table, one slowly and one fast.
        let random = seed
        const noise = Array.from(
          { length: 9000 },
          () => (random = (random * 48271 + 11) % 2147483647) & ((1 << depth) - 1),
        )
        const indexes = Uint8Array.from([
          ...runs.flatMap(([index, many]) => new Array<number>(many).fill(index & ((1 << depth) - 1))),
          ...(seed % 3 === 0 ? noise : []),
        ])
        expect(read(packed(indexes, depth, patient).bytes, indexes.length, 1, depth)).toEqual([...indexes])
      },
    ),
    { numRuns: 80 },
  )
})

test('what stays clear or the same in a picture over nothing is not stored again', () => {
  const [width, height] = [200, 120]
  /** A still figure, and a dot that goes across. */
  const picture = (x: number) =>
    Uint8Array.from({ length: width * height * 4 }, (_, i) => {
      const [at, channel] = [i >> 2, i & 3]
      const [px, py] = [at % width, Math.floor(at / width)]
      const figure = Math.hypot(px - 150, py - 60) < 45
      const dot = Math.hypot(px - x, py - 20) < 4
      const texture = (px * 7 + py * 13) % 90
      return channel === 3 ? (figure || dot ? 255 : 0) : dot ? 10 : figure ? 60 + texture : 0
    })
  const sizeOf = (transparent: boolean, pictures: readonly Uint8Array[]) => {
    const gif = openGif({ width, height, transparent })
    pictures.forEach((pixels) => gif.add(pixels, 5))
    return gif.finish().length
  }
  const clear = Array.from({ length: 12 }, (_, i) => picture(10 + 8 * i))
  const over = clear.map((pixels) => pixels.map((value, i) => (pixels[i | 3] === 0 ? 255 : value)))
  expect(sizeOf(true, clear) / sizeOf(false, over)).toBeLessThan(1.3)
})
