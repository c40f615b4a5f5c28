import { blobsOf, widened, type Blob } from './blobs'
import { shrunk, type Grey, type PageBox } from './grey'
import { lineArt, paperLevels } from './levels'

/** Pages are looked at no larger than this, in pixels. */
const LOOKED_AT = 700
/** Line as dark as this counts. */
const LINE = 90
/** What lies nearer than this share of the page's longer side is one drawing. */
const TOGETHER = 0.014
/** A drawing's longer side is at least such a share of the page's, or of the largest drawing's. */
const SMALLEST = { page: 0.03, largest: 0.12 }
/** Room left around a drawing, as a share of the page's longer side. */
const MARGIN = 0.008
/** Two drawings stand in one row when they share so much of the lower one's height. */
const SAME_ROW = 0.4

/**
 * The separate drawings on one sheet.
 *
 * @param apart - share of the page's longer side; what lies nearer than this belongs together
 * @returns their boxes in pixels of the page, in reading order: rows from the top, each from the left
 */
export function cutDrawings(image: Grey, { apart = TOGETHER }: { apart?: number } = {}): PageBox[] {
  const factor = Math.ceil(Math.max(image.width, image.height) / LOOKED_AT)
  const small = shrunk(image, factor)
  const line = lineArt(small, paperLevels(small))
  const side = Math.max(small.width, small.height)
  const mask = line.data.map((value) => (value >= LINE ? 1 : 0))
  const reach = Math.max(1, Math.round((apart * side) / 2))
  const blobs = blobsOf(widened(mask, small.width, small.height, reach), small.width, small.height)
  const boxes = mergedBoxes(blobs.map((blob) => shrunkBy(blob, reach)))
  const largest = Math.max(0, ...boxes.map(longer))
  const margin = MARGIN * side
  return inRows(boxes.filter((box) => longer(box) >= Math.max(SMALLEST.page * side, SMALLEST.largest * largest))).map(
    (box) => onPage(box, { factor, margin, image }),
  )
}

const longer = ({ width, height }: PageBox) => Math.max(width, height)

const shrunkBy = ({ x, y, width, height }: Blob, reach: number): PageBox => ({
  x: x + reach,
  y: y + reach,
  width: Math.max(1, width - 2 * reach),
  height: Math.max(1, height - 2 * reach),
})

/** Boxes that overlap are one: an eye lies within its head. */
function mergedBoxes(boxes: readonly PageBox[]): PageBox[] {
  const merged: PageBox[] = []
  for (let box of boxes) {
    let at: number
    while ((at = merged.findIndex((other) => overlap(box, other))) >= 0) box = around(box, merged.splice(at, 1)[0]!)
    merged.push(box)
  }
  return merged
}
const overlap = (a: PageBox, b: PageBox) =>
  a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height
function around(a: PageBox, b: PageBox): PageBox {
  const [x, y] = [Math.min(a.x, b.x), Math.min(a.y, b.y)]
  return {
    x,
    y,
    width: Math.max(a.x + a.width, b.x + b.width) - x,
    height: Math.max(a.y + a.height, b.y + b.height) - y,
  }
}

function inRows(boxes: readonly PageBox[]): PageBox[] {
  const rows: PageBox[][] = []
  for (const box of [...boxes].sort((a, b) => a.y + a.height / 2 - b.y - b.height / 2)) {
    const row = rows.find(([first]) => sharedHeight(first!, box) > SAME_ROW * Math.min(first!.height, box.height))
    if (row) row.push(box)
    else rows.push([box])
  }
  return rows.flatMap((row) => row.sort((a, b) => a.x - b.x))
}
const sharedHeight = (a: PageBox, b: PageBox) => Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y)

function onPage(
  { x, y, width, height }: PageBox,
  { factor, margin, image }: { factor: number; margin: number; image: Grey },
): PageBox {
  const [left, top] = [Math.max(0, Math.floor((x - margin) * factor)), Math.max(0, Math.floor((y - margin) * factor))]
  return {
    x: left,
    y: top,
    width: Math.min(image.width, Math.ceil((x + width + margin) * factor)) - left,
    height: Math.min(image.height, Math.ceil((y + height + margin) * factor)) - top,
  }
}
