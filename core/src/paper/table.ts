import { blobsOf, widened, withoutThin } from './blobs'
import { shrunk, type Grey } from './grey'
import { flattened, lightAlong, paperLevels } from './levels'

/** The page is looked at no larger than this, in pixels. */
const LOOKED_AT = 640
/** On a flattened page what is darker than this may be the table. */
const DARK = 150
/** What is nowhere thicker than twice such a share of the longer side is drawn; a margin as wide goes with the table. */
const THIN = 0.006
const MARGIN = 0.006

/**
 * A photographed or badly laid page without what lies around it: everything dark and broad that reaches the edge of
 * the picture becomes paper, lit as the paper beside it is.
 */
export function withoutTable(image: Grey): Grey {
  const factor = Math.ceil(Math.max(image.width, image.height) / LOOKED_AT)
  const small = shrunk(image, factor)
  const levels = paperLevels(small)
  const { data } = flattened(small, levels)
  const side = Math.max(small.width, small.height)
  const dark = data.map((value) => (value < DARK ? 1 : 0))
  const broad = withoutThin(dark, small.width, small.height, Math.max(1, Math.round(THIN * side)))
  const table = new Uint8Array(broad.length)
  for (const { x, y, width, height, pixels } of blobsOf(broad, small.width, small.height)) {
    const atEdge = x <= 1 || y <= 1 || x + width >= small.width - 1 || y + height >= small.height - 1
    if (atEdge) for (const at of pixels) table[at] = 1
  }
  if (!table.includes(1)) return image
  const gone = widened(table, small.width, small.height, Math.max(1, Math.round(MARGIN * side)))
  const cleaned = Uint8Array.from(image.data)
  const row = new Float32Array(image.width)
  for (let y = 0; y < image.height; y++) {
    lightAlong(levels.light, { y: (y + 0.5) / image.height, width: image.width }, row)
    const above = Math.floor(y / factor) * small.width
    for (let x = 0; x < image.width; x++)
      if (gone[above + Math.floor(x / factor)]) cleaned[y * image.width + x] = Math.min(255, row[x]!)
  }
  return { ...image, data: cleaned }
}
