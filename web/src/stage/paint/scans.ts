import { clamp, type Ink, type Page, type Scan, type Scene } from '@unhurried/core'
import { LRUCache } from 'lru-cache'
import { pictures } from '../pictures/pictures'
import { free } from '../release-canvas'
import type { PictureOf, Surface } from './surface'

/** What all pages in a colour may take, in bytes: what was painted with them is kept elsewhere. */
const BUDGET = 32e6
/** The smallest a page is kept is its width halved so often. */
const HALVINGS = 4

/** Pages by their ids, as whoever paints a scene last told of them; ids are never given twice. */
const known = new Map<string, Page>()
let told: Scene['pages']
let pictureOf: PictureOf = pictures.of
const masks = new LRUCache<string, OffscreenCanvas>({
  maxSize: BUDGET,
  sizeCalculation: ({ width, height }) => Math.min(BUDGET, Math.max(1, width * height * 4)),
  dispose: free,
})

/** Tells of the pages a scene's drawings show, and where their pictures are. */
export function knowPages(pages: Scene['pages'], of: PictureOf): void {
  pictureOf = of
  if (pages === told) return
  told = pages
  for (const page of Object.values(pages ?? {})) known.set(page.id, page)
}

/** The pages of a scene that are of one picture. */
export const pagesOf = (pages: Scene['pages'], picture: string): ReadonlySet<string> =>
  new Set(Object.values(pages ?? {}).flatMap((page) => (page.picture === picture ? [page.id] : [])))

/** Whether ink shows one of some pages. */
export const showsPage = (ink: Ink, pages: ReadonlySet<string>): boolean =>
  pages.size > 0 && ink.some((piece) => piece.kind === 'scan' && pages.has(piece.page))

/**
 * Paints a page's line in one colour, where it lies, or all its colours where it has some and is not `tinted`; nothing
 * while its picture is on its way.
 */
export function paintScan(
  surface: Surface,
  { page: id, matrix, width, height }: Scan,
  colour: string,
  tinted = false,
): void {
  const page = known.get(id)
  if (!page) return
  surface.save()
  surface.transform(...matrix)
  const halvings = halvingsSeen(surface, page.width / width)
  const picture = page.colours && !tinted ? pictureAt(page, halvings) : maskOf(page, colour, halvings)
  if (picture) surface.drawImage(picture, 0, 0, width, height)
  surface.restore()
}

/** How often a page's width can be halved and still be no smaller than it is seen, `finer` pixels of it to one of the scene's. */
function halvingsSeen(surface: Surface, finer: number): number {
  const { a, b } = surface.getTransform()
  return clamp(Math.floor(Math.log2(finer / Math.hypot(a, b))), 0, HALVINGS)
}

const halved = (side: number, halvings: number) => Math.max(1, Math.round(side / 2 ** halvings))
const pictureAt = (page: Page, halvings: number) => pictureOf(page.picture, halved(page.width, halvings))

/** The line of a page in a colour, by its levels or by how strong it is, its width halved so often. */
function maskOf(page: Page, colour: string, halvings: number): OffscreenCanvas | undefined {
  const levels = page.colours ? 'colours' : `${page.black} ${page.white}`
  const key = `${page.picture} ${levels} ${colour} ${halvings}`
  const ready = masks.get(key)
  if (ready) return ready
  const [width, height] = [halved(page.width, halvings), halved(page.height, halvings)]
  const bitmap = pictureAt(page, halvings)
  if (!bitmap) return undefined
  const canvas = new OffscreenCanvas(width, height)
  const surface = canvas.getContext('2d', { willReadFrequently: true })!
  surface.imageSmoothingQuality = 'high'
  surface.drawImage(bitmap, 0, 0, width, height)
  if (page.colours) darkOnly(surface)
  else lineOnly(surface, page)
  surface.globalCompositeOperation = 'source-in'
  surface.fillStyle = colour
  surface.fillRect(0, 0, canvas.width, canvas.height)
  masks.set(key, canvas)
  return canvas
}

/** Leaves of a picture that covers all of its paper what is dark: one that lies over nothing shows its own shape. */
function darkOnly(surface: OffscreenCanvasRenderingContext2D) {
  const { width, height } = surface.canvas
  const picture = surface.getImageData(0, 0, width, height)
  const { data } = picture
  for (let i = 3; i < data.length; i += 4) if (data[i] !== 255) return
  for (let i = 0; i < data.length; i += 4)
    data[i + 3] = 255 - (0.2126 * data[i]! + 0.7152 * data[i + 1]! + 0.0722 * data[i + 2]!)
  surface.putImageData(picture, 0, 0)
}

/** Leaves of a picture what its levels say is line. */
function lineOnly(surface: OffscreenCanvasRenderingContext2D, { black, white }: Page) {
  const { width, height } = surface.canvas
  const picture = surface.getImageData(0, 0, width, height)
  const table = Uint8ClampedArray.from({ length: 256 }, (_, value) => (255 * (white - value)) / (white - black))
  const { data } = picture
  for (let i = 0; i < data.length; i += 4) data[i + 3] = table[data[i]!]!
  surface.putImageData(picture, 0, 0)
}
