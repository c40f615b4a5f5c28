import fc from 'fast-check'
import { pictureHead } from '../picture-head'
import { concatenated } from './chunks'
import { joinWebp } from './webp'

const low = (value: number, bytes: number) => Uint8Array.from({ length: bytes }, (_, i) => (value >>> (8 * i)) & 255)
const letters = (text: string) => Uint8Array.from(text, (sign) => sign.charCodeAt(0))
/** A WebP by itself as encoders write it, with what it holds in one lossless chunk. */
function single(width: number, height: number, clear: boolean, data: readonly number[]): Uint8Array {
  const bits = (width - 1) | ((height - 1) << 14) | ((clear ? 1 : 0) << 28)
  const held = concatenated([Uint8Array.of(0x2f), low(bits, 4), Uint8Array.from(data)])
  const chunk = concatenated([letters('VP8L'), low(held.length, 4), held, new Uint8Array(held.length % 2)])
  return concatenated([letters('RIFF'), low(chunk.length + 4, 4), letters('WEBP'), chunk])
}
const at = (bytes: Uint8Array, from: number, many: number) =>
  Array.from({ length: many }, (_, i) => bytes[from + i]! * 256 ** i).reduce((sum, each) => sum + each, 0)

/** What a reader of the container finds in it. */
function read(bytes: Uint8Array) {
  const chunks: { name: string; from: number; size: number }[] = []
  for (let from = 12; from < bytes.length;) {
    const size = at(bytes, from + 4, 4)
    chunks.push({ name: String.fromCharCode(...bytes.subarray(from, from + 4)), from: from + 8, size })
    from += 8 + size + (size % 2)
  }
  return chunks
}

test('every picture is in it, in order and for its time, and whether anything is clear is said', () => {
  const frame = fc.record({
    ms: fc.integer({ min: 1, max: 90_000 }),
    clear: fc.boolean(),
    data: fc.array(fc.nat(255), { maxLength: 9 }),
  })
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 900 }),
      fc.integer({ min: 1, max: 900 }),
      fc.array(frame, { minLength: 1, maxLength: 9 }),
      fc.nat(99),
      (width, height, frames, loops) => {
        const singles = frames.map(({ clear, data }) => single(width, height, clear, data))
        const bytes = joinWebp(
          singles.map((webp, i) => ({ webp, ms: frames[i]!.ms, x: 2 * i, y: 0, width, height })),
          width,
          height,
          loops,
        )
        expect(at(bytes, 4, 4)).toBe(bytes.length - 8)
        expect(pictureHead(bytes)).toEqual({ type: 'image/webp', width, height })
        const chunks = read(bytes)
        expect(chunks.map(({ name }) => name)).toEqual(['VP8X', 'ANIM', ...frames.map(() => 'ANMF')])
        expect(at(bytes, chunks[1]!.from + 4, 2)).toBe(loops)
        expect((at(bytes, chunks[0]!.from, 1) & 16) !== 0).toBe(frames.some(({ clear }) => clear))
        chunks.slice(2).forEach(({ from, size }, i) => {
          expect([at(bytes, from, 3), at(bytes, from + 3, 3)]).toEqual([i, 0])
          expect([at(bytes, from + 6, 3), at(bytes, from + 9, 3)]).toEqual([width - 1, height - 1])
          expect(at(bytes, from + 12, 3)).toBe(frames[i]!.ms)
          expect(bytes.slice(from + 16, from + size)).toEqual(singles[i]!.slice(12))
        })
      },
    ),
  )
})

test('none, or what is no WebP, is refused in words', () => {
  expect(() => joinWebp([], 4, 4)).toThrow(/at least one picture/)
  expect(() => joinWebp([{ webp: new Uint8Array(40), ms: 40, x: 0, y: 0, width: 4, height: 4 }], 4, 4)).toThrow(
    /cannot write WebP/,
  )
})
