import type { Page, Scan, Scene } from '@unhurried/core'
import { LRUCache } from 'lru-cache'
import { pictures } from '../pictures'
import type { PictureOf, Surface } from './surface'

/** What all pages in a colour may take, in bytes. */
const BUDGET = 140e6

/** Pages by their ids, as whoever paints a scene last told of them; ids are never given twice. */
const known = new Map<string, Page>()
let told: Scene['pages']
let pictureOf: PictureOf = pictures.of
const masks = new LRUCache<string, OffscreenCanvas>({
  maxSize: BUDGET,
  sizeCalculation: ({ width, height }) => Math.min(BUDGET, Math.max(1, width * height * 4)),
})

/** Tells of the pages a scene's drawings show, and where their pictures are. */
export function knowPages(pages: Scene['pages'], of: PictureOf): void {
  pictureOf = of
  if (pages === told) return
  told = pages
  for (const page of Object.values(pages ?? {})) known.set(page.id, page)
}

/** Paints a page's line in one colour, where it lies; nothing while its picture is on its way. */
export function paintScan(surface: Surface, { page: id, matrix, width, height }: Scan, colour: string): void {
  const page = known.get(id)
  const mask = page && maskOf(page, colour)
  if (!mask) return
  surface.save()
  surface.transform(...matrix)
  surface.drawImage(mask, 0, 0, width, height)
  surface.restore()
}

/** The line of a page in a colour, by its levels. */
function maskOf(page: Page, colour: string): OffscreenCanvas | undefined {
  const key = `${page.picture} ${page.black} ${page.white} ${colour}`
  const ready = masks.get(key)
  if (ready) return ready
  const bitmap = pictureOf(page.picture)
  if (!bitmap) return undefined
  const canvas = new OffscreenCanvas(bitmap.width, bitmap.height)
  const surface = canvas.getContext('2d', { willReadFrequently: true })!
  surface.drawImage(bitmap, 0, 0)
  const picture = surface.getImageData(0, 0, canvas.width, canvas.height)
  const { black, white } = page
  const table = Uint8ClampedArray.from({ length: 256 }, (_, value) => (255 * (white - value)) / (white - black))
  const { data } = picture
  for (let i = 0; i < data.length; i += 4) data[i + 3] = table[data[i]!]!
  surface.putImageData(picture, 0, 0)
  surface.globalCompositeOperation = 'source-in'
  surface.fillStyle = colour
  surface.fillRect(0, 0, canvas.width, canvas.height)
  masks.set(key, canvas)
  return canvas
}
