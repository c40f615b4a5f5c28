import {
  beginsWith,
  followedBy,
  inverted,
  movedBy,
  sameItems,
  STAY,
  type Ink,
  type InkChange,
  type InkPiece,
  type Matrix,
  type Pass,
  type Stroke,
  type Swatch,
} from '@unhurried/core'
import { LRUCache } from 'lru-cache'
import { free } from '../release-canvas'
import { boxOfPieces, boxThrough, overlap, wholePixels, within, type Box } from './box'
import { paintInk } from './ink'
import { showsPage } from './scans'
import type { BitmapWanted, InkOf, Style } from './surface'

/** Pixels painted around a place that is mended. */
const SPARE = 4
/** What all cached bitmaps together may take, in bytes. */
const BUDGET = 150e6
/** Pieces painted between two looks at the clock. */
const AT_ONCE = 8
/** Plain lines of so many points are painted on the spot sooner than anybody could be asked to. */
const LIGHT_POINTS = 400
/** And so many while the rest of the bitmap is there: their outlines are known, and what lies beyond the place is left out. */
const MENDED_POINTS = 4000

/** Which bitmap: a pass of a drawing, as drawn or as it lies under the light. */
export interface BitmapName {
  readonly drawing: string
  readonly pass: Pass
  readonly style: Style
  /** Under the light its one tint; as inked the level that follows its own, '' for its own. */
  readonly tint: string
}

/** From scene pixels to those of the table's canvas, `width` × `height` of them. */
interface Seen {
  readonly matrix: Matrix
  readonly width: number
  readonly height: number
}
interface Entry extends BitmapName {
  image: HTMLCanvasElement | ImageBitmap
  /** Where its first pixel lies among those of the table as it was seen then. */
  left: number
  top: number
  seen: Seen
  /** How many of its pieces are painted. */
  painted: number
  /** Its ink has changed since, and not only by what was laid on top. */
  old: boolean
}
interface BitmapsOptions {
  readonly width: number
  readonly height: number
  readonly cells?: boolean
  readonly inkOf: InkOf
  /** The colours of a drawing, as its own level shows it or one that follows that. */
  readonly palette: (drawing: string, follower: string) => readonly Swatch[]
}

/** A bitmap to be painted elsewhere, and where it will lie. */
export interface BitmapOrder extends BitmapWanted {
  readonly left: number
  readonly top: number
  readonly seen: Seen
}

/**
 * One bitmap for each drawing, pass and style, painted once and kept while there is room. A new stroke on top is
 * painted into the bitmaps that are there; anything else paints them anew. Seen from elsewhere, what was painted is
 * laid as it would look from there until it is painted anew. Cells are kept one to one, so that they can be shown
 * larger without smoothing.
 */
export class Bitmaps {
  readonly #entries = new LRUCache<string, Entry>({
    maxSize: BUDGET,
    // One that is larger than all the room is still there while it is looked at.
    sizeCalculation: ({ image }) => Math.min(BUDGET, Math.max(1, image.width * image.height * 4)),
    dispose: ({ image }) => letGo(image),
    noDisposeOnSet: true,
  })
  #seen: Seen

  constructor(private readonly options: BitmapsOptions) {
    const { width, height } = options
    this.#seen = { matrix: STAY, width, height }
  }

  lookFrom(matrix: Matrix, width: number, height: number): void {
    const { matrix: before, ...size } = this.#seen
    if (size.width === width && size.height === height && sameItems(matrix, before)) return
    this.#seen = { matrix, width, height }
  }

  /** Whether a bitmap could be laid at once, as sharp as can be. */
  isReady(name: BitmapName): boolean {
    const ink = this.#inkOf(name)
    if (ink.length === 0) return true
    const entry = this.#entries.peek(keyOf(name))
    return entry !== undefined && this.#isNow(entry, ink)
  }

  /** The same, when need be by painting what takes no time. */
  readyAtOnce(name: BitmapName): boolean {
    if (this.isReady(name)) return true
    if (!isLight(this.#inkOf(name))) return false
    this.#wipe(name)
    return this.paint(name, () => false)
  }

  /** A canvas that is painted anew at once is used again: another would cost more than what is painted on it. */
  #wipe(name: BitmapName): void {
    const entry = this.#entries.peek(keyOf(name))
    if (!entry?.old || !this.#isFrom(entry) || !('getContext' in entry.image)) return
    const { image } = entry
    const surface = image.getContext('2d')!
    surface.setTransform(1, 0, 0, 1, 0, 0)
    surface.clearRect(0, 0, image.width, image.height)
    Object.assign(entry, { painted: 0, old: false })
  }

  /** Goes on painting a bitmap until `enough` says so; true once it is whole. */
  paint(name: BitmapName, enough: () => boolean): boolean {
    const ink = this.#inkOf(name)
    if (ink.length === 0) {
      this.#entries.delete(keyOf(name))
      return true
    }
    const known = this.#entries.get(keyOf(name))
    if (known && this.#isNow(known, ink)) return true
    const entry = known && !known.old && this.#isFrom(known) ? known : this.#begun(name)
    const surface = this.#surfaceOf(entry)
    do {
      paintInk(surface, ink.slice(entry.painted, entry.painted + AT_ONCE), this.#paletteOf(name), name.style, name.tint)
      entry.painted = Math.min(ink.length, entry.painted + AT_ONCE)
    } while (entry.painted < ink.length && !enough())
    return entry.painted === ink.length
  }

  /** What somebody else would have to be told to paint it; undefined where that takes what only the page has. */
  orderOf(name: BitmapName): BitmapOrder | undefined {
    const ink = this.#inkOf(name)
    if (ink.some(({ kind }) => kind === 'scan')) return undefined
    const seen = this.#seen
    const [matrix, width, height] = this.options.cells
      ? [STAY, this.options.width, this.options.height]
      : [seen.matrix, seen.width, seen.height]
    // No larger than what is painted: laying it is the quicker, and there is room for more of them.
    const box = boxThrough(matrix, boxOfPieces(ink))
    const [left, top] = [Math.max(0, Math.floor(box.left) - 2), Math.max(0, Math.floor(box.top) - 2)]
    const [right, bottom] = [Math.min(width, Math.ceil(box.right) + 2), Math.min(height, Math.ceil(box.bottom) + 2)]
    const { drawing, pass, style, tint } = name
    return {
      ...{ name: `${drawing}/${pass}`, ink, style, tint, palette: this.#paletteOf(name) },
      matrix: followedBy(matrix, movedBy(-left, -top)),
      ...{ width: Math.max(1, right - left), height: Math.max(1, bottom - top), left, top, seen },
    }
  }

  /** Takes in what was painted elsewhere, unless it is no longer what was ordered. */
  take(name: BitmapName, { ink, left, top, seen }: BitmapOrder, image: ImageBitmap): void {
    const isStill = beginsWith(this.#inkOf(name), ink)
    if (!isStill || !this.#isFrom({ seen }) || this.isReady(name)) return image.close()
    const entry = { ...name, image, left, top, seen, painted: ink.length, old: false }
    this.#put(entry)
    // What was laid on top meanwhile is painted here.
    if (this.#inkOf(name).length > ink.length) this.paint(name, () => false)
  }

  /** Lays a bitmap on the table's canvas, the old one until the new is there; false where there is neither. */
  lay(surface: CanvasRenderingContext2D, name: BitmapName): boolean {
    const { length } = this.#inkOf(name)
    const entry = this.#entries.get(keyOf(name))
    if (length === 0 || !entry || !(entry.old || entry.painted === length)) return length === 0
    const { image, left, top, seen } = entry
    if (this.options.cells) {
      surface.save()
      surface.imageSmoothingEnabled = false
      surface.transform(...this.#seen.matrix)
      surface.drawImage(image, left, top)
      surface.restore()
    } else if (this.#isFrom(entry)) surface.drawImage(image, left, top)
    else {
      surface.save()
      surface.transform(...followedBy(inverted(seen.matrix), this.#seen.matrix))
      surface.drawImage(image, left, top)
      surface.restore()
    }
    return true
  }

  /** Paints more pieces on top of the bitmaps of a pass; they are in its ink already. */
  append(drawing: string, pass: Pass, pieces: readonly InkPiece[]): void {
    const before = this.options.inkOf(drawing, pass).length - pieces.length
    for (const entry of [...this.#entries.values()]) {
      // One that is not whole yet gets them in its turn.
      if (entry.drawing !== drawing || entry.pass !== pass || entry.old || entry.painted < before) continue
      if (entry.style !== 'ink' && !('getContext' in entry.image)) {
        // Painted elsewhere for another drawing's light: so it is again, when it is wanted.
        this.#entries.delete(keyOf(entry))
        continue
      }
      paintInk(this.#surfaceOf(entry), pieces, this.#paletteOf(entry), entry.style, entry.tint)
      entry.painted += pieces.length
    }
  }

  /**
   * Pieces came and went among the ink, which is changed already. Where they are the bitmaps are painted anew; those
   * that are not whole, or would take long, are outdated.
   */
  mend(drawing: string, pass: Pass, { remove, add }: InkChange): void {
    const ink = this.options.inkOf(drawing, pass)
    const before = ink.length - add.length + remove.length
    const box = boxOfPieces([...remove, ...add].map(({ piece }) => piece))
    for (const entry of [...this.#entries.values()]) {
      if (entry.drawing !== drawing || entry.pass !== pass) continue
      const isWhole = !entry.old && entry.painted === before && this.#isFrom(entry)
      const canBe = isWhole && (entry.style === 'ink' || 'getContext' in entry.image)
      if (canBe && this.#mendAt(entry, box, ink)) entry.painted = ink.length
      else entry.old = true
    }
  }

  /** Paints what lies in a box of scene pixels anew; false where that would take long. */
  #mendAt(entry: Entry, box: Box, ink: Ink): boolean {
    const matrix = this.options.cells ? STAY : entry.seen.matrix
    const place = wholePixels(boxThrough(matrix, box))
    const there = ink.filter((piece) => overlap(place, boxThrough(matrix, boxOfPieces([piece]))))
    if (!isLight(there, MENDED_POINTS)) return false
    const surface = this.#surfaceOf(entry)
    const { left, top, right, bottom } = within(place, surface.canvas)
    const [width, height] = [right - left, bottom - top]
    if (width <= 0 || height <= 0) return true
    // Beside the place and a little more of it: a line is not quite the same right where it is cut off.
    const patch = patchOf(width + 2 * SPARE, height + 2 * SPARE)
    patch.setTransform(...followedBy(matrix, movedBy(SPARE - left, SPARE - top)))
    paintInk(patch, there, this.#paletteOf(entry), entry.style, entry.tint)
    surface.setTransform(1, 0, 0, 1, 0, 0)
    surface.clearRect(left, top, width, height)
    surface.drawImage(patch.canvas, SPARE, SPARE, width, height, left, top, width, height)
    return true
  }

  /** The surface of a bitmap, in scene pixels, for rubbing in it before the ink itself is changed. */
  surface(drawing: string, pass: Pass): CanvasRenderingContext2D | undefined {
    const name = { drawing, pass, style: 'ink', tint: '' } as const
    this.paint(name, () => false)
    const entry = this.#entries.get(keyOf(name))
    return entry && this.#surfaceOf(entry)
  }

  /** A drawing's ink has changed: its bitmaps are shown until it is painted anew. */
  outdate(drawing: string, pass: Pass): void {
    for (const entry of this.#entries.values()) if (entry.drawing === drawing && entry.pass === pass) entry.old = true
  }

  /** Forgets every bitmap that shows one of these pages of paper. */
  forgetPages(pages: ReadonlySet<string>): void {
    for (const [key, entry] of [...this.#entries]) if (showsPage(this.#inkOf(entry), pages)) this.#entries.delete(key)
  }

  clear(): void {
    this.#entries.clear()
  }

  readonly #inkOf = ({ drawing, pass }: BitmapName): Ink => this.options.inkOf(drawing, pass)

  #paletteOf({ drawing, style, tint }: BitmapName): readonly Swatch[] {
    return this.options.palette(drawing, style === 'ink' ? tint : '')
  }

  #isNow(entry: Entry, ink: Ink): boolean {
    return !entry.old && entry.painted === ink.length && this.#isFrom(entry)
  }

  /** Whether it was painted as the table is seen now. */
  #isFrom({ seen }: Pick<Entry, 'seen'>): boolean {
    return seen === this.#seen || this.options.cells === true
  }

  #put(entry: Entry): Entry {
    const before = this.#entries.peek(keyOf(entry))
    this.#entries.set(keyOf(entry), entry)
    if (before && before.image !== entry.image) letGo(before.image)
    return entry
  }

  #begun(name: BitmapName): Entry {
    return this.#put({
      ...name,
      image: this.#canvas(this.#seen),
      left: 0,
      top: 0,
      seen: this.#seen,
      painted: 0,
      old: false,
    })
  }

  #canvas(seen: Seen): HTMLCanvasElement {
    const canvas = document.createElement('canvas')
    const { width, height } = this.options.cells ? this.options : seen
    canvas.width = width
    canvas.height = height
    return canvas
  }

  /** For painting on, in scene pixels; what was painted elsewhere becomes a canvas as large as the table. */
  #surfaceOf(entry: Entry): CanvasRenderingContext2D {
    const { image, seen } = entry
    if (!('getContext' in image)) {
      const canvas = this.#canvas(seen)
      canvas.getContext('2d')!.drawImage(image, entry.left, entry.top)
      this.#put(Object.assign(entry, { image: canvas, left: 0, top: 0 }))
      image.close()
    }
    const surface = (entry.image as HTMLCanvasElement).getContext('2d')!
    if (!this.options.cells) surface.setTransform(...seen.matrix)
    return surface
  }
}

let patch: CanvasRenderingContext2D | undefined
/** An empty sheet to mend on, used again. */
function patchOf(width: number, height: number): CanvasRenderingContext2D {
  patch ??= document.createElement('canvas').getContext('2d')!
  // A canvas's size set again empties it.
  patch.canvas.width = width
  patch.canvas.height = height
  return patch
}

export const keyOf = ({ drawing, pass, style, tint }: BitmapName) => `${drawing}/${pass}/${style}${tint}`
const letGo = (image: Entry['image']) => ('getContext' in image ? free(image) : image.close())

/** Brushes whose lines take long to paint. */
const isWet = ({ brush }: Stroke) => brush === 'wash' || brush === 'watery'

/** Whether ink is painted in less time than it takes to ask for it: plain, and of no more than `most` points. */
export function isLight(ink: Ink, most = LIGHT_POINTS): boolean {
  let points = 0
  for (const piece of ink) {
    if (piece.kind === 'scan') return false
    points += piece.kind === 'stroke' ? piece.points.length / 3 : 20
    if (points > most || (piece.kind === 'stroke' && isWet(piece))) return false
  }
  return true
}
