import { encode } from 'fast-png'
import { requireWhole } from '../base/ranges'

export interface Picture {
  readonly width: number
  readonly height: number
  /** Red, green, blue, opacity for every pixel, row by row, not premultiplied. */
  readonly pixels: Uint8Array | Uint8ClampedArray
}

/** A picture as the bytes of a PNG file, 8 bits a channel, with its transparency. */
export function writePng({ width, height, pixels }: Picture): Uint8Array {
  requireWhole('width', width, 1, 16_384)
  requireWhole('height', height, 1, 16_384)
  requireWhole('pixels.length', pixels.length, width * height * 4, width * height * 4)
  return encode({ width, height, data: pixels, channels: 4, depth: 8 }) as Uint8Array
}
