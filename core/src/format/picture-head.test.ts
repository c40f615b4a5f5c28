import { pictureHead } from './picture-head'
import { writePng } from './picture/png'

const png = writePng({ width: 3, height: 2, pixels: new Uint8ClampedArray(24) })
const bytes = (...parts: (string | number[])[]) =>
  Uint8Array.from(parts.flatMap((part) => (typeof part === 'string' ? [...Buffer.from(part, 'latin1')] : part)))
const jpeg = bytes([0xff, 0xd8, 0xff, 0xe0, 0, 4, 0, 0, 0xff, 0xc0, 0, 11, 8, 0, 90, 0, 160, 1, 1, 0x11, 0, 0xff, 0xd9])
const gif = bytes('GIF89a', [16, 0, 9, 0, 0, 0, 0, 0x3b])
const webp = bytes('RIFF', [22, 0, 0, 0], 'WEBPVP8L', [5, 0, 0, 0, 0x2f, 0x1f, 0xc0, 0x02, 0], [0, 0, 0, 0, 0, 0])

describe('the head of a picture', () => {
  test('tells type and size', () => {
    expect(pictureHead(png, 'image/png')).toEqual({ type: 'image/png', width: 3, height: 2 })
    expect(pictureHead(jpeg)).toEqual({ type: 'image/jpeg', width: 160, height: 90 })
    expect(pictureHead(gif)).toEqual({ type: 'image/gif', width: 16, height: 9 })
    expect(pictureHead(webp)).toEqual({ type: 'image/webp', width: 32, height: 12 })
  })

  test.each([
    ['text', bytes('Hello, this is no picture at all, not in the least.'), '', /no picture that can be read/],
    ['nothing', new Uint8Array(), '', /no picture/],
    ['a PNG cut short', png.slice(0, -9), '', /ends before all of it/],
    ['a PNG cut in its head', png.slice(0, 20), '', /ends before all of it/],
    ['a JPEG cut short', jpeg.slice(0, -4), '', /ends before all of it/],
    ['a WebP cut short', webp.slice(0, 24), '', /ends before all of it/],
    ['a GIF cut short', gif.slice(0, -1), '', /ends before all of it/],
    ['a PNG called a JPEG', png, 'image/jpeg', /says it is JPEG, but it is a PNG/],
  ])('%s is refused with a sentence', (_, data, claimed, sentence) => {
    expect(() => pictureHead(data, claimed)).toThrow(sentence)
  })

  test('30,000 pixels wide is too wide', () => {
    const wide = png.slice()
    new DataView(wide.buffer).setUint32(16, 30_000)
    expect(() => pictureHead(wide)).toThrow(/30,000 × 2 pixels; 8,192/)
  })
})
