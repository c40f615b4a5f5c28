import type { InkPiece, Matrix, Pass, Swatch } from '@unhurried/core'
import { LRUCache } from 'lru-cache'
import { free } from '../release-canvas'
import { paintInk } from './ink'
import { showsPage } from './scans'
import type { InkOf, Style } from './surface'

/** What all cached bitmaps together may take, in bytes. */
const BUDGET = 150e6

interface Entry {
  canvas: HTMLCanvasElement
  drawing: string
  pass: Pass
  style: Style
  /** Under the light its one tint; as inked the level that follows its own, '' for its own. */
  tint: string
  /** How many of its pieces are painted. */ painted: number
}
/** Pieces painted between two looks at the clock. */
const AT_ONCE = 8
interface BitmapsOptions {
  readonly width: number
  readonly height: number
  readonly cells?: boolean
  readonly inkOf: InkOf
  /** The colours of a drawing, as its own level shows it or one that follows that. */
  readonly palette: (drawing: string, follower: string) => readonly Swatch[]
}

/**
 * One bitmap for each drawing, pass and style as it is seen now, painted once and kept while there is
 * room. A new stroke on top is painted into the bitmaps that are there; anything else paints them anew.
 * Cells are kept one to one, so that they can be shown larger without smoothing.
 */
export class Bitmaps {
  readonly #entries = new LRUCache<string, Entry>({
    maxSize: BUDGET,
    // One that is larger than all the room is still there while it is looked at.
    sizeCalculation: ({ canvas }) => Math.min(BUDGET, canvas.width * canvas.height * 4),
    dispose: ({ canvas }) => free(canvas),
    noDisposeOnSet: true,
  })
  #seen: { matrix: Matrix; width: number; height: number }

  constructor(private readonly options: BitmapsOptions) {
    const { width, height } = options
    this.#seen = { matrix: [1, 0, 0, 1, 0, 0], width, height }
  }

  /** From scene to the pixels of the table's canvas, `width` × `height` of them. */
  lookFrom(matrix: Matrix, width: number, height: number): void {
    const { matrix: before, ...size } = this.#seen
    if (size.width === width && size.height === height && matrix.every((value, i) => value === before[i])) return
    this.#seen = { matrix, width, height }
    if (!this.options.cells) this.clear()
  }

  /** Whether a bitmap could be laid at once. */
  isReady(drawing: string, pass: Pass, style: Style, tint = ''): boolean {
    const ink = this.options.inkOf(drawing, pass)
    return ink.length === 0 || this.#entries.peek(keyOf(drawing, pass, style, tint))?.painted === ink.length
  }

  /** Goes on painting a bitmap until `enough` says so; true once it is whole. */
  paint(drawing: string, pass: Pass, style: Style, tint: string, enough: () => boolean): boolean {
    const ink = this.options.inkOf(drawing, pass)
    const key = keyOf(drawing, pass, style, tint)
    if (ink.length === 0) {
      this.#entries.delete(key)
      return true
    }
    const entry = this.#entries.get(key) ?? { canvas: this.#canvas(), drawing, pass, style, tint, painted: 0 }
    this.#entries.set(key, entry)
    if (entry.painted < ink.length) {
      const surface = this.#surfaceOf(entry.canvas)
      do {
        paintInk(surface, ink.slice(entry.painted, entry.painted + AT_ONCE), this.#paletteOf(entry), style, tint)
        entry.painted = Math.min(ink.length, entry.painted + AT_ONCE)
      } while (entry.painted < ink.length && !enough())
    }
    return entry.painted === ink.length
  }

  /** Undefined when the pass holds no ink. */
  get(drawing: string, pass: Pass, style: Style, tint = ''): HTMLCanvasElement | undefined {
    this.paint(drawing, pass, style, tint, () => false)
    return this.#entries.get(keyOf(drawing, pass, style, tint))?.canvas
  }

  /** Lays a bitmap on the table's canvas. */
  lay(surface: CanvasRenderingContext2D, canvas: HTMLCanvasElement): void {
    if (!this.options.cells) return surface.drawImage(canvas, 0, 0)
    surface.save()
    surface.imageSmoothingEnabled = false
    surface.transform(...this.#seen.matrix)
    surface.drawImage(canvas, 0, 0)
    surface.restore()
  }

  /** Paints more pieces on top of the bitmaps of a pass; they are in its ink already. */
  append(drawing: string, pass: Pass, pieces: readonly InkPiece[]): void {
    const before = this.options.inkOf(drawing, pass).length - pieces.length
    for (const entry of this.#entries.values()) {
      // One that is not whole yet gets them in its turn.
      if (entry.drawing !== drawing || entry.pass !== pass || entry.painted < before) continue
      paintInk(this.#surfaceOf(entry.canvas), pieces, this.#paletteOf(entry), entry.style, entry.tint)
      entry.painted += pieces.length
    }
  }

  /** The surface of a bitmap, in scene pixels, for rubbing in it before the ink itself is changed. */
  surface(drawing: string, pass: Pass): CanvasRenderingContext2D | undefined {
    const canvas = this.get(drawing, pass, 'ink')
    return canvas && this.#surfaceOf(canvas)
  }

  forget(drawing: string, pass?: Pass): void {
    for (const [key, entry] of [...this.#entries])
      if (entry.drawing === drawing && (pass === undefined || entry.pass === pass)) this.#entries.delete(key)
  }

  /** Forgets every bitmap that shows one of these pages of paper. */
  forgetPages(pages: ReadonlySet<string>): void {
    for (const [key, { drawing, pass }] of [...this.#entries])
      if (showsPage(this.options.inkOf(drawing, pass), pages)) this.#entries.delete(key)
  }

  clear(): void {
    this.#entries.clear()
  }

  #paletteOf({ drawing, style, tint }: Entry): readonly Swatch[] {
    return this.options.palette(drawing, style === 'ink' ? tint : '')
  }

  #canvas(): HTMLCanvasElement {
    const canvas = document.createElement('canvas')
    const { cells, width, height } = this.options
    canvas.width = cells ? width : this.#seen.width
    canvas.height = cells ? height : this.#seen.height
    return canvas
  }

  #surfaceOf(canvas: HTMLCanvasElement): CanvasRenderingContext2D {
    const surface = canvas.getContext('2d')!
    if (!this.options.cells) surface.setTransform(...this.#seen.matrix)
    return surface
  }
}

const keyOf = (drawing: string, pass: Pass, style: Style, tint: string) => `${drawing}/${pass}/${style}${tint}`
