import { clamp } from '../base/clamp'
import { shrunk, type Grey } from './grey'

/** How a page is lit, and where its paper ends and its line begins. */
export interface PaperLevels {
  /** Brightness of bare paper on a grid of `columns` × `rows` over the page, from its left and top edge to its right and bottom. */
  readonly light: { readonly columns: number; readonly rows: number; readonly values: Float32Array }
  /** On the flattened page, where bare paper is 255: as dark as this is all line, as light as this all paper. */
  readonly black: number
  readonly white: number
}

/** Cells along the longer side of the page, by which its light is known. */
const CELLS = 24
/** Of a cell's pixels so many are darker than what counts as its paper. */
const PAPER_SHARE = 0.85
/** The page is looked at no larger than this, in pixels: light changes slowly. */
const LOOKED_AT = 480
/** Paper darker than so much of the page's brightest is no paper: a hole, the table, a black margin. */
const LEAST_PAPER = 0.45
/** How far below its paper's own spread a pixel is still paper. */
const SPREAD = 3.5
/** The narrowest and widest step from paper to line. */
const NEAREST_WHITE = 8
const LEAST_STEP = 40

/**
 * The light and the levels of a scanned or photographed page, from nothing but the page. Paper is what most of every
 * part of it is; what is much darker than paper is line.
 *
 * @throws RangeError when the page is smaller than 16 × 16
 */
export function paperLevels(image: Grey): PaperLevels {
  if (image.width < 16 || image.height < 16) throw new RangeError('A page must be at least 16 × 16 pixels.')
  const small = shrunk(image, Math.ceil(Math.max(image.width, image.height) / LOOKED_AT))
  const light = lightOf(small)
  const flat = flattened(small, { light })
  const histogram = new Uint32Array(256)
  for (const value of flat.data) histogram[value]!++
  return { light, ...pointsOf(histogram) }
}

/** The page as if evenly lit: bare paper is 255 everywhere. */
export function flattened({ width, height, data }: Grey, { light }: Pick<PaperLevels, 'light'>): Grey {
  const flat = new Uint8Array(data.length)
  const row = new Float32Array(width)
  for (let y = 0; y < height; y++) {
    lightAlong(light, { y: (y + 0.5) / height, width }, row)
    for (let x = 0, at = y * width; x < width; x++, at++) flat[at] = Math.min(255, (255 * data[at]!) / row[x]! + 0.5)
  }
  return { width, height, data: flat }
}

/**
 * A page's line over clear paper.
 *
 * @returns one value a pixel: 0 bare paper … 255 line
 * @throws RangeError when `black` is not below `white`
 */
export const lineArt = (image: Grey, levels: PaperLevels): Grey => lineOf(flattened(image, levels), levels)

/**
 * {@link lineArt} of a page that is evenly lit already.
 *
 * @throws RangeError when `black` is not below `white`
 */
export function lineOf(flat: Grey, { black, white }: Pick<PaperLevels, 'black' | 'white'>): Grey {
  if (!(black < white)) throw new RangeError('The black point must be below the white point.')
  const table = Uint8Array.from({ length: 256 }, (_, value) => clamp((255 * (white - value)) / (white - black), 0, 255))
  const data = new Uint8Array(flat.data.length)
  for (let i = 0; i < data.length; i++) data[i] = table[flat.data[i]!]!
  return { ...flat, data }
}

/** One row of the light, between the middles of its cells along straight lines. */
export function lightAlong(
  { columns, rows, values }: PaperLevels['light'],
  { y, width }: { y: number; width: number },
  row: Float32Array,
) {
  const down = clamp(y * rows - 0.5, 0, rows - 1)
  const top = Math.min(rows - 1, Math.floor(down))
  const bottom = Math.min(rows - 1, top + 1)
  const share = down - top
  for (let x = 0; x < width; x++) {
    const across = clamp(((x + 0.5) / width) * columns - 0.5, 0, columns - 1)
    const left = Math.floor(across)
    const right = Math.min(columns - 1, left + 1)
    const part = across - left
    const above = values[top * columns + left]! * (1 - part) + values[top * columns + right]! * part
    const below = values[bottom * columns + left]! * (1 - part) + values[bottom * columns + right]! * part
    row[x] = above * (1 - share) + below * share
  }
}

function lightOf(image: Grey): PaperLevels['light'] {
  const cell = Math.max(image.width, image.height) / CELLS
  const [columns, rows] = [Math.max(1, Math.round(image.width / cell)), Math.max(1, Math.round(image.height / cell))]
  const found = new Float32Array(columns * rows)
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++)
      found[row * columns + column] = paperIn(image, {
        left: Math.floor((column * image.width) / columns),
        right: Math.floor(((column + 1) * image.width) / columns),
        top: Math.floor((row * image.height) / rows),
        bottom: Math.floor(((row + 1) * image.height) / rows),
      })
  const brightest = [...found].sort((a, b) => a - b)[Math.floor(0.9 * (found.length - 1))]!
  const least = Math.max(24, LEAST_PAPER * brightest)
  return { columns, rows, values: smoothed(withoutDark(found, { columns, rows, least }), columns, rows) }
}

function paperIn(image: Grey, { left, right, top, bottom }: Record<'left' | 'right' | 'top' | 'bottom', number>) {
  const histogram = new Uint32Array(256)
  for (let y = top; y < bottom; y++)
    for (let x = left, at = y * image.width + left; x < right; x++, at++) histogram[image.data[at]!]!++
  return shareOf(histogram, PAPER_SHARE)
}

/** The value below which so much of a histogram lies. */
function shareOf(histogram: Uint32Array, share: number): number {
  const wanted = share * histogram.reduce((sum, count) => sum + count, 0)
  let passed = 0
  for (let value = 0; value < histogram.length; value++) {
    passed += histogram[value]!
    if (passed >= wanted && passed > 0) return value
  }
  return histogram.length - 1
}

interface LightGrid {
  readonly columns: number
  readonly rows: number
}

/** Cells that hold no paper take the light of the nearest that do. */
function withoutDark(found: Float32Array, { columns, rows, least }: LightGrid & { readonly least: number }) {
  const filled = Float32Array.from(found)
  let dark = [...filled.keys()].filter((i) => filled[i]! < least)
  while (dark.length > 0) {
    const known = dark.map((i) => {
      const around = neighboursOf(i, columns, rows).filter((n) => filled[n]! >= least)
      return around.length > 0 ? around.reduce((sum, n) => sum + filled[n]!, 0) / around.length : undefined
    })
    const left = dark.filter((_, n) => known[n] === undefined)
    dark.forEach((i, n) => known[n] !== undefined && (filled[i] = known[n]!))
    if (left.length === dark.length) return filled.map((value) => Math.max(value, least))
    dark = left
  }
  return filled
}

/** Each cell the middle value of itself and those around it, so that one full of line does not darken its paper. */
function smoothed(values: Float32Array, columns: number, rows: number): Float32Array {
  return values.map((value, i) => {
    const around = [value, ...neighboursOf(i, columns, rows).map((n) => values[n]!)].sort((a, b) => a - b)
    return around[Math.floor(around.length / 2)]!
  })
}

function neighboursOf(i: number, columns: number, rows: number): number[] {
  const [x, y] = [i % columns, Math.floor(i / columns)]
  const found: number[] = []
  for (let v = Math.max(0, y - 1); v <= Math.min(rows - 1, y + 1); v++)
    for (let u = Math.max(0, x - 1); u <= Math.min(columns - 1, x + 1); u++)
      if (u !== x || v !== y) found.push(v * columns + u)
  return found
}

/** Where line begins and where it is whole, by how the flattened page's values are spread. */
function pointsOf(histogram: Uint32Array): { black: number; white: number } {
  const middle = shareOf(histogram, 0.5)
  const quarter = shareOf(histogram, 0.25)
  // Of a normal spread a quarter lies 0.674 deviations below the middle.
  const deviation = Math.max(1, (middle - quarter) / 0.674)
  const white = clamp(middle - Math.max(NEAREST_WHITE, SPREAD * deviation), 60, 255 - NEAREST_WHITE)
  const lines = histogram.slice(0, Math.floor(white))
  const darkest = shareOf(lines, 0.12)
  const isLine = lines.some((count) => count > 0)
  return { white: Math.round(white), black: Math.round(isLine ? clamp(darkest, 0, white - LEAST_STEP) : white - 120) }
}
