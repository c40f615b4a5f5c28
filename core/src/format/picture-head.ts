import { inThousands } from '../base/counted'
import { LIMITS } from '../base/limits'

export const PICTURE_TYPES = ['image/png', 'image/jpeg', 'image/webp', 'image/gif'] as const
type PictureType = (typeof PICTURE_TYPES)[number]
export interface PictureHead {
  readonly type: PictureType
  readonly width: number
  readonly height: number
}

/** A picture that cannot be taken, with a sentence the person at the desk can act on. */
export class PictureRefused extends RangeError {
  override readonly name = 'PictureRefused'
}
function refused(sentence: string): never {
  throw new PictureRefused(sentence)
}
const cut = (): never => refused('This picture ends before all of it is there. Fetch or save it again, then put it in.')

const tag = (bytes: Uint8Array, at: number, length = 4) => String.fromCharCode(...bytes.subarray(at, at + length))
const KNOWN: Readonly<Record<PictureType, string>> = {
  'image/png': 'PNG',
  'image/jpeg': 'JPEG',
  'image/webp': 'WebP',
  'image/gif': 'GIF',
}

function readPng(bytes: Uint8Array, view: DataView): PictureHead {
  if (bytes.length < 33) cut()
  const head: PictureHead = { type: 'image/png', width: view.getUint32(16), height: view.getUint32(20) }
  for (let at = 8; ;) {
    if (at + 12 > bytes.length) cut()
    if (tag(bytes, at + 4) === 'IEND') return head
    at += 12 + view.getUint32(at)
  }
}

function readJpeg(bytes: Uint8Array, view: DataView): PictureHead {
  let end = bytes.length
  // Some writers leave zeros after the end mark.
  while (end > 2 && bytes[end - 1] === 0) end--
  if (bytes[end - 2] !== 0xff || bytes[end - 1] !== 0xd9) cut()
  for (let at = 2; at + 9 < bytes.length;) {
    const marker = bytes[at + 1]!
    if (bytes[at] !== 0xff) cut()
    const isFrame = marker >= 0xc0 && marker <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(marker)
    if (isFrame) return { type: 'image/jpeg', width: view.getUint16(at + 7), height: view.getUint16(at + 5) }
    at += 2 + view.getUint16(at + 2)
  }
  return cut()
}

function readWebp(bytes: Uint8Array, view: DataView): PictureHead {
  if (bytes.length < 30 || view.getUint32(4, true) + 8 > bytes.length) cut()
  const kind = tag(bytes, 12)
  const three = (at: number) => bytes[at]! + bytes[at + 1]! * 256 + bytes[at + 2]! * 65536
  if (kind === 'VP8X') return { type: 'image/webp', width: three(24) + 1, height: three(27) + 1 }
  if (kind === 'VP8L') {
    const bits = view.getUint32(21, true)
    return { type: 'image/webp', width: (bits & 0x3fff) + 1, height: ((bits >> 14) & 0x3fff) + 1 }
  }
  return { type: 'image/webp', width: view.getUint16(26, true) & 0x3fff, height: view.getUint16(28, true) & 0x3fff }
}

function readGif(bytes: Uint8Array, view: DataView): PictureHead {
  if (bytes.length < 14 || bytes.at(-1) !== 0x3b) cut()
  return { type: 'image/gif', width: view.getUint16(6, true), height: view.getUint16(8, true) }
}

function headOf(bytes: Uint8Array): PictureHead {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  if (bytes[0] === 0x89 && tag(bytes, 1, 3) === 'PNG') return readPng(bytes, view)
  if (bytes[0] === 0xff && bytes[1] === 0xd8) return readJpeg(bytes, view)
  if (tag(bytes, 0) === 'RIFF' && tag(bytes, 8) === 'WEBP') return readWebp(bytes, view)
  if (tag(bytes, 0, 3) === 'GIF') return readGif(bytes, view)
  return refused('This file is no picture that can be read here. Use a PNG, JPEG, WebP or GIF.')
}

/**
 * What a picture's own bytes say of it, without decoding it. `claimed` is the type it was handed over
 * as. Errors: PictureRefused when it is no picture, is cut short, is another type than claimed, or too large.
 */
export function pictureHead(bytes: Uint8Array, claimed = ''): PictureHead {
  if (bytes.length > LIMITS.pictureBytes)
    refused(
      `This picture takes ${Math.ceil(bytes.length / 1e6)} MB; ${LIMITS.pictureBytes / 1e6} MB are the most. Save it smaller.`,
    )
  let head: PictureHead
  try {
    head = headOf(bytes)
  } catch (error) {
    if (error instanceof PictureRefused) throw error
    // Reading past the end of the bytes.
    return cut()
  }
  if (claimed !== '' && claimed !== head.type)
    refused(
      `This file says it is ${KNOWN[claimed as PictureType] ?? claimed}, but it is a ${KNOWN[head.type]}. Give it its right ending or save it anew.`,
    )
  if (head.width < 1 || head.height < 1) refused('This picture has no size.')
  if (Math.max(head.width, head.height) > LIMITS.pictureSide)
    refused(
      `This picture is ${inThousands(head.width)} × ${inThousands(head.height)} pixels; ${inThousands(LIMITS.pictureSide)} a side are the most. Save it smaller.`,
    )
  return head
}
