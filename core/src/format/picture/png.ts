import { encode } from 'fast-png'
import { requireWhole } from '../../base/ranges'

export interface Picture {
  readonly width: number
  readonly height: number
  /** Red, green, blue, opacity for every pixel, row by row, not premultiplied. */
  readonly pixels: Uint8Array | Uint8ClampedArray
}

/** A picture as the bytes of a PNG file, 8 bits a channel; where nothing of it is clear, without opacity. */
export function writePng(picture: Picture, opaque = isOpaque(picture.pixels)): Uint8Array {
  const { width, height, pixels } = picture
  requireWhole('width', width, 1, 16_384)
  requireWhole('height', height, 1, 16_384)
  requireWhole('pixels.length', pixels.length, width * height * 4, width * height * 4)
  const data = opaque ? withoutOpacity(pixels) : pixels
  return encode({ width, height, data, channels: opaque ? 3 : 4, depth: 8 }) as Uint8Array
}

function isOpaque(pixels: Picture['pixels']): boolean {
  for (let at = 3; at < pixels.length; at += 4) if (pixels[at] !== 255) return false
  return true
}

function withoutOpacity(pixels: Picture['pixels']): Uint8Array {
  const data = new Uint8Array((pixels.length / 4) * 3)
  for (let from = 0, to = 0; from < pixels.length; from += 4) {
    data[to++] = pixels[from]!
    data[to++] = pixels[from + 1]!
    data[to++] = pixels[from + 2]!
  }
  return data
}
