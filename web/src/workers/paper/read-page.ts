import { greyOf, inThousands, pictureHead, PictureRefused, type Grey } from '@unhurried/core'
import { free } from '../../stage/release-canvas'
import type { PageOrder } from './messages'

/** Why a page cannot be read, in a sentence. */
export class PageTrouble extends Error {
  override readonly name = 'PageTrouble'
}

/** Pages longer than this are read smaller; wider than that, or of more pixels, not at all. */
const READ_AT = 4096
const LONGEST = 12_000
const MOST_PIXELS = 90_000_000
const TIFF_HEADS = ['49492a00', '4d4d002a']

const isTiff = (bytes: Uint8Array) =>
  TIFF_HEADS.includes([...bytes.subarray(0, 4)].map((byte) => byte.toString(16).padStart(2, '0')).join(''))

/** Any page as a grey picture, a pencil's colour dropped. Errors: PageTrouble. */
export const readPage = async (page: PageOrder): Promise<Grey> => greyOf(await readColours(page), page.drop)

/** Any page in all its colours, red, green, blue and strength. Errors: PageTrouble. */
export async function readColours({ file, index }: PageOrder) {
  const bytes = new Uint8Array(await file.arrayBuffer())
  return isTiff(bytes) ? readTiff(bytes, index) : readPicture(bytes, file.type)
}

export async function countPages(file: Blob): Promise<number> {
  const bytes = new Uint8Array(await file.arrayBuffer())
  return isTiff(bytes) ? (await tiffPages(bytes)).pages.length : 1
}

function refuseTooLarge(width: number, height: number) {
  if (Math.max(width, height) > LONGEST || width * height > MOST_PIXELS)
    throw new PageTrouble(
      `This page is ${width} × ${height} pixels. Scan it coarser (300 dots an inch are plenty) or save it smaller, to ${inThousands(LONGEST)} pixels at most.`,
    )
}

async function readPicture(bytes: Uint8Array<ArrayBuffer>, claimed: string) {
  try {
    const { type, width, height } = pictureHead(bytes, claimed.startsWith('image/') ? claimed : '')
    refuseTooLarge(width, height)
    const scale = Math.min(1, READ_AT / Math.max(width, height))
    const size = scale < 1 && { resizeWidth: Math.round(width * scale), resizeHeight: Math.round(height * scale) }
    const bitmap = await createImageBitmap(new Blob([bytes], { type }), { ...size, resizeQuality: 'high' })
    const surface = new OffscreenCanvas(bitmap.width, bitmap.height).getContext('2d', { willReadFrequently: true })!
    surface.drawImage(bitmap, 0, 0)
    bitmap.close()
    const pixels = surface.getImageData(0, 0, surface.canvas.width, surface.canvas.height)
    free(surface.canvas)
    return pixels
  } catch (error) {
    if (error instanceof PageTrouble || error instanceof PictureRefused) throw error
    throw new PageTrouble('This picture is damaged and cannot be read. Scan or save it again.')
  }
}

/** Read only when there is one to read. */
async function tiffPages(bytes: Uint8Array<ArrayBuffer>) {
  const { default: utif } = await import('utif2')
  try {
    const pages = utif.decode(bytes.buffer).filter(({ t256 }) => t256 !== undefined)
    if (pages.length === 0) throw new Error('none')
    return { utif, pages }
  } catch {
    throw new PageTrouble('This TIFF is damaged and cannot be read. Scan or save it again, as PNG if you can.')
  }
}

async function readTiff(bytes: Uint8Array<ArrayBuffer>, index: number) {
  const { utif, pages } = await tiffPages(bytes)
  const page = pages[index]
  if (!page) throw new PageTrouble(`This TIFF has ${pages.length} pages.`)
  const side = (tag: unknown) => Number((tag as ArrayLike<number>)[0])
  refuseTooLarge(side(page.t256), side(page.t257))
  try {
    utif.decodeImage(bytes.buffer, page)
    return { width: page.width, height: page.height, data: utif.toRGBA8(page) }
  } catch {
    throw new PageTrouble('This TIFF is kept in a way that cannot be read here. Save it as PNG, then bring it in.')
  }
}
