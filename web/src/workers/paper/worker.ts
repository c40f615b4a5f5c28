import {
  areaScale,
  cutDrawings,
  cutOut,
  flattened,
  followedBy,
  lineArt,
  lineOf,
  movedBy,
  paperLevels,
  pegHoles,
  PictureRefused,
  registerPage,
  shrunk,
  tracedLines,
  tracedShapes,
  transformPoint,
  withoutPegs,
  withoutTable,
  type Grey,
  type Matrix,
  type PageBox,
  type PaperLevels,
} from '@unhurried/core'
import { LRUCache } from 'lru-cache'
import { paperOrderSchema, type PageOrder, type PaperOrder, type PaperReport } from './messages'
import { countPages, PageTrouble, readColours, readPage } from './read-page'

const BROKEN = 'This page could not be read. Scan or save it again, then bring it in.'
/** Pages kept as they were read: the one in hand and the one it is laid on. */
const pages = new LRUCache<string, { image: Grey; levels: PaperLevels; pegs: ReturnType<typeof pegHoles> }>({ max: 3 })
/** The longest side of a small picture of a page. */
const PREVIEW = 1100
/** Lines are traced on a page so many times as fine as the scene. */
const FINER = 2

const tell = (report: PaperReport, transfer: Transferable[] = []) => self.postMessage(report, { transfer })

async function known(page: PageOrder) {
  const key = `${page.key} ${page.index} ${page.drop ?? ''}`
  let entry = pages.get(key)
  if (!entry) {
    const read = await readPage(page)
    if (read.width < 32 || read.height < 32) throw new PageTrouble('This picture is too small to be a page.')
    const image = withoutTable(read)
    const pegs = pegHoles(image)
    pages.set(key, (entry = { image: withoutPegs(image, pegs), levels: paperLevels(image), pegs }))
  }
  return entry
}

/** The line over nothing, in black, no larger than it is shown. */
function previewOf(image: Grey, levels: PaperLevels): Promise<Blob> {
  const small = shrunk(image, Math.ceil(Math.max(image.width, image.height) / PREVIEW))
  const art = lineArt(small, levels)
  const canvas = new OffscreenCanvas(art.width, art.height)
  const surface = canvas.getContext('2d')!
  const picture = surface.createImageData(art.width, art.height)
  for (let i = 0; i < art.data.length; i++) picture.data[4 * i + 3] = art.data[i]!
  surface.putImageData(picture, 0, 0)
  return canvas.convertToBlob()
}

async function look({ id, page, onto, apart }: Extract<PaperOrder, { kind: 'look' }>) {
  const own = await known(page)
  const other = onto && (await known(onto))
  const lie = other && registerPage(own.image, other.image, { pegs: [own.pegs, other.pegs] })
  const preview = await previewOf(own.image, own.levels)
  const { width, height } = own.image
  const { black, white } = own.levels
  tell({
    ...{ kind: 'looked', id, width, height, levels: { black, white }, preview },
    pegs: own.pegs.edge !== undefined,
    ...(lie && { lie }),
    boxes: apart === undefined ? [] : cutDrawings(own.image, { apart }),
  })
}

interface Part {
  readonly page: PageOrder
  readonly box?: PageBox | undefined
  readonly matrix: Matrix
}
/** A part of a page no finer than it is of use, evenly lit, and from its pixels to the scene. */
async function partOf({ page, box, matrix }: Part) {
  const { image, levels } = await known(page)
  const scale = Math.sqrt(Math.abs(areaScale(matrix)))
  const factor = Math.max(1, Math.floor(1 / (FINER * scale)))
  const own = box ?? { x: 0, y: 0, width: image.width, height: image.height }
  const flat = shrunk(cutOut(flattened(image, levels), own), factor)
  const placed = followedBy(followedBy([factor, 0, 0, factor, 0, 0], movedBy(own.x, own.y)), matrix)
  return { flat, placed, scale: scale * factor }
}

/** A part of a page as it is, every pixel of it. */
async function coloured({ id, page, box, matrix }: Extract<PaperOrder, { kind: 'picture' }>) {
  const { data, width, height } = await readColours(page)
  const { x, y, ...size } = box ?? { x: 0, y: 0, width, height }
  const canvas = new OffscreenCanvas(size.width, size.height)
  const surface = canvas.getContext('2d')!
  surface.putImageData(new ImageData(new Uint8ClampedArray(data), width, height), -x, -y)
  const blob = await canvas.convertToBlob({ type: 'image/png' })
  tell({ kind: 'pictured', id, picture: blob, ...size, matrix: [...followedBy(movedBy(x, y), matrix)] })
}

async function picture(order: Extract<PaperOrder, { kind: 'picture' }>) {
  if (order.colours) return coloured(order)
  const { flat, placed } = await partOf(order)
  const { width, height } = flat
  const canvas = new OffscreenCanvas(width, height)
  const surface = canvas.getContext('2d')!
  const pixels = surface.createImageData(width, height)
  for (let i = 0, at = 0; i < flat.data.length; i++, at += 4) {
    pixels.data[at] = pixels.data[at + 1] = pixels.data[at + 2] = flat.data[i]!
    pixels.data[at + 3] = 255
  }
  surface.putImageData(pixels, 0, 0)
  const blob = await canvas.convertToBlob({ type: 'image/png' })
  tell({ kind: 'pictured', id: order.id, picture: blob, width, height, matrix: [...placed] })
}

async function trace(order: Extract<PaperOrder, { kind: 'trace' }>) {
  const { id, levels, as } = order
  const { flat: part, placed, scale } = await partOf(order)
  const line = lineOf(part, levels)
  const flat = (points: readonly number[], step: 2 | 3) => {
    const out: number[] = []
    for (let i = 0; i < points.length; i += step) {
      const { x, y } = transformPoint(placed, { x: points[i]!, y: points[i + 1]! })
      out.push(x, y, ...(step === 3 ? [points[i + 2]!] : []))
    }
    return out
  }
  tell({
    ...{ kind: 'traced', id },
    lines:
      as === 'lines'
        ? tracedLines(line).map(({ points, size }) => ({ points: flat(points, 3), size: size * scale }))
        : [],
    shapes:
      as === 'shapes'
        ? tracedShapes(line).map(({ outline, holes }) => ({
            outline: flat(outline, 2),
            holes: holes.map((hole) => flat(hole, 2)),
          }))
        : [],
  })
}

self.onmessage = async ({ data }: MessageEvent<unknown>) => {
  const parsed = paperOrderSchema.safeParse(data)
  const id = parsed.success ? parsed.data.id : Number((data as { id?: unknown } | null)?.id) || 0
  try {
    const order = paperOrderSchema.parse(data)
    if (order.kind === 'count') tell({ kind: 'counted', id, pages: await countPages(order.file) })
    else if (order.kind === 'look') await look(order)
    else if (order.kind === 'trace') await trace(order)
    else if (order.kind === 'picture') await picture(order)
    else {
      const { image, levels } = await known(order.page)
      tell({ kind: 'previewed', id, preview: await previewOf(image, { ...levels, ...order.levels }) })
    }
  } catch (error) {
    const said = error instanceof PageTrouble || error instanceof PictureRefused
    tell({ kind: 'failed', id, sentence: said ? error.message : BROKEN })
  }
}
