import { followedBy, movedBy, scaledAbout, type Ink, type Matrix, type Pass, type Swatch } from '@unhurried/core'
import { LRUCache } from 'lru-cache'
import { isLight } from './bitmaps'
import { boxOfPieces, type Box } from './box'
import type { BitmapWanted, InkOf } from './surface'

/** What all small pictures together may take, in bytes. */
const BUDGET = 64e6
/** How many pixels one takes: as many as there is room for with so many of them. */
const MOST_PIXELS = 480 * 270
const LEAST_PIXELS = 128 * 72

interface Small {
  readonly image: ImageBitmap
  readonly ink: Ink
  /** Where it lies on the paper. */
  readonly box: Box
}
export interface SmallOrder extends BitmapWanted {
  readonly box: Box
}

/** A small picture of each pass of each drawing, laid when a drawing is turned to whose own bitmap is not painted yet. */
export class SmallPictures {
  readonly #pictures = new LRUCache<string, Small>({
    maxSize: BUDGET,
    sizeCalculation: ({ image }) => Math.max(1, image.width * image.height * 4),
    dispose: ({ image }) => image.close(),
  })

  constructor(
    private readonly options: {
      readonly inkOf: InkOf
      readonly palette: (drawing: string) => readonly Swatch[]
      /** How many there may be. */
      readonly count: () => number
      readonly cells: boolean
    },
  ) {}

  /** What has to be painted for one; undefined when it is there, or never needed: what is light is painted itself. */
  orderOf(drawing: string, pass: Pass): SmallOrder | undefined {
    const ink = this.options.inkOf(drawing, pass)
    const name = `${drawing}/${pass}`
    if (this.#pictures.peek(name)?.ink === ink || isLight(ink) || ink.some(({ kind }) => kind === 'scan')) return
    const box = boxOfPieces(ink)
    const [width, height] = [Math.max(1, box.right - box.left), Math.max(1, box.bottom - box.top)]
    const room = Math.min(MOST_PIXELS, Math.max(LEAST_PIXELS, BUDGET / 4 / Math.max(1, this.options.count())))
    const scale = Math.min(1, Math.sqrt(room / (width * height)))
    const shrunk = scaledAbout({ x: 0, y: 0 }, { along: scale, across: scale })
    return {
      ...{ name, ink, style: 'ink', tint: '', palette: this.options.palette(drawing), box },
      matrix: followedBy(movedBy(-box.left, -box.top), shrunk),
      ...{ width: Math.max(1, Math.round(width * scale)), height: Math.max(1, Math.round(height * scale)) },
    }
  }

  take({ name, ink, box }: SmallOrder, image: ImageBitmap): void {
    this.#pictures.set(name, { image, ink, box })
  }

  /** Lays one where it lies on the paper, `pixels` from scene pixels to the surface's; false when there is none yet. */
  lay(surface: CanvasRenderingContext2D, pixels: Matrix, drawing: string, pass: Pass): boolean {
    const small = this.#pictures.get(`${drawing}/${pass}`)
    if (!small) return false
    const { left, top, right, bottom } = small.box
    surface.save()
    surface.transform(...pixels)
    if (this.options.cells) surface.imageSmoothingEnabled = false
    surface.drawImage(small.image, left, top, right - left, bottom - top)
    surface.restore()
    return true
  }

  /** What was drawn on since is no longer shown, unless all that was done was to lay more on top. */
  forget(drawing: string, pass: Pass): void {
    this.#pictures.delete(`${drawing}/${pass}`)
  }

  clear(): void {
    this.#pictures.clear()
  }
}
