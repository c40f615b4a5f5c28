import {
  followedBy,
  levelPalette,
  movedBy,
  scaledAbout,
  transformPoint,
  type Matrix,
  type Point,
  type Reference,
  type Scene,
} from '@unhurried/core'
import { paintLayers, panOf, TABLE_COLOUR, type Lifted, type OnTable } from './layers'
import type { BitmapName, Bitmaps } from './paint/bitmaps'
import type { Box } from './paint/box'
import { paintInk } from './paint/ink'
import { PaintQueue } from './paint-queue'
import type { SmallPictures } from './paint/small-pictures'
import type { BitmapWanted, InkOf, PictureOf } from './paint/surface'
import { TablePointer } from './pointer'
import { ReadiedPictures } from './readied'
import type { PenEnd, ToolContext, Tool } from './tools/tool'
import { TopLayer } from './top-layer'
import { FIT, fitted, matrixOf, type View } from './view'

export type { Lifted, OnTable, Slide } from './layers'

/** How the paper lies on the table: from scene pixels to CSS pixels of the table, and the view that makes it so. */
export interface PaperPlacement {
  readonly matrix: Matrix
  readonly zoom: number
  readonly view: View
}

interface TableEvents {
  /** Asked before a tool is put to the paper; false when it can do nothing here. */
  mayDraw: () => boolean
  /** What another end of the pen does; undefined when it can do nothing here. */
  otherEnd: (end: PenEnd) => Tool | 'paper' | undefined
  onPlacement: (placement: PaperPlacement) => void
  /** The canvas lost what it showed, and has it again. */
  onLost?: (lost: boolean) => void
}

interface Given {
  readonly host: HTMLElement
  readonly scene: () => Scene
  readonly bitmaps: Bitmaps
  readonly small: SmallPictures
  /** Has a bitmap painted elsewhere. */
  readonly paint: (wanted: BitmapWanted) => Promise<ImageBitmap>
  readonly inkOf: InkOf
  readonly pictureOf: PictureOf
  /** Pictures under the paper's drawings, at a frame. */
  readonly references: (frame: number) => readonly Reference[]
  readonly events: TableEvents
}

const IDLE: Tool = { cursor: 'default', down: () => false, move: () => {}, up: () => {}, cancel: () => {} }
const NOTHING: OnTable = {
  frame: 1,
  drawing: undefined,
  level: '',
  shown: [],
  mattes: {},
  under: [],
  slid: new Map(),
  silhouettes: false,
  outside: 'shown',
}

function canvasIn(host: HTMLElement): HTMLCanvasElement {
  const canvas = document.createElement('canvas')
  canvas.style.position = 'absolute'
  canvas.style.inset = '0'
  canvas.setAttribute('aria-hidden', 'true')
  host.append(canvas)
  return canvas
}

/**
 * The drawing surface: a canvas for what lies still and one on top for the line being drawn, both as
 * large as the table. A moving pen repaints only the rectangle of its own line.
 */
export class Table {
  readonly #given: Given
  readonly #still: HTMLCanvasElement
  readonly #screen: CanvasRenderingContext2D
  readonly #top: TopLayer
  readonly #pointer: TablePointer
  readonly #readied = new ReadiedPictures()
  /** What is to be painted for what may be shown next. */
  readonly queue: PaintQueue
  readonly #resized: ResizeObserver
  #onTable = NOTHING
  #tool = IDLE
  #view = FIT
  /** From scene pixels to CSS pixels of the table, and to pixels of the canvas. */
  #matrix: Matrix = [1, 0, 0, 1, 0, 0]
  #pixels: Matrix = this.#matrix
  #density = 1
  #playing = false
  #lifted: Lifted | undefined
  #soon = 0
  /** What a tool can do on the table while the pen is down. */
  readonly bench: ToolContext

  constructor(given: Given) {
    const { host, bitmaps, small, paint } = given
    this.#given = given
    this.#still = canvasIn(host)
    const top = canvasIn(host)
    top.style.touchAction = 'none'
    this.#screen = this.#still.getContext('2d', { alpha: false })!
    this.#top = new TopLayer(top, () => this.#toPixels())
    this.queue = new PaintQueue({ bitmaps, small, paint, onSharp: (all) => this.#sharpened(all) })
    this.bench = {
      above: this.#top.paint,
      clearAbove: this.#top.clear,
      zoom: () => this.#view.zoom,
      pan: () => this.#pan(),
      repaint: (box) => this.repaint(box),
    }
    this.#pointer = new TablePointer(top, {
      tool: () => this.#tool,
      otherEnd: (end) => (this.#playing ? undefined : given.events.otherEnd(end)),
      mayDraw: () => !this.#playing && given.events.mayDraw(),
      matrix: () => this.#matrix,
      pan: () => this.#pan(),
      view: () => this.#view,
      look: (view) => this.#lookFrom(view),
      size: () => this.#size(),
    })
    this.#watchLoss(top)
    this.#resized = new ResizeObserver(() => {
      this.layOut()
      this.#layLifted()
    })
    this.#resized.observe(host)
    this.layOut()
  }

  // ---- how it lies ------------------------------------------------------------------------------

  #size(): { width: number; height: number } {
    const { host } = this.#given
    return { width: Math.max(1, host.clientWidth), height: Math.max(1, host.clientHeight) }
  }

  /** Fits canvases and paper to the table as it is now, and paints all of it. */
  layOut(): void {
    const { scene, bitmaps, events } = this.#given
    const size = this.#size()
    this.#density = window.devicePixelRatio || 1
    for (const canvas of [this.#still, this.#top.canvas]) this.#fit(canvas, size)
    this.#view = fitted(this.#view, size, scene().settings)
    this.#matrix = matrixOf(this.#view, size)
    const density = scaledAbout({ x: 0, y: 0 }, { along: this.#density, across: this.#density })
    const exact = followedBy(this.#matrix, density)
    // Upright paper begins at a whole pixel, so that its edges and cells are sharp.
    const [a, b, c, d, e, f] = exact
    this.#pixels = this.#view.turn === 0 ? [a, b, c, d, Math.round(e), Math.round(f)] : exact
    bitmaps.lookFrom(this.#pixels, this.#still.width, this.#still.height)
    this.unready()
    events.onPlacement({ matrix: this.#matrix, zoom: this.#view.zoom, view: this.#view })
    this.repaint()
  }

  #fit(canvas: HTMLCanvasElement, { width, height }: { width: number; height: number }) {
    const [across, down] = [Math.round(width * this.#density), Math.round(height * this.#density)]
    // Setting a canvas's size empties it.
    if (canvas.width !== across) canvas.width = across
    if (canvas.height !== down) canvas.height = down
    canvas.style.width = `${width}px`
    canvas.style.height = `${height}px`
  }

  look(next: (view: View, table: { width: number; height: number }) => View): void {
    this.#lookFrom(next(this.#view, this.#size()))
  }

  #lookFrom(next: View) {
    this.#view = next
    this.#soon ||= requestAnimationFrame(() => {
      this.#soon = 0
      this.layOut()
      this.#layLifted()
    })
  }

  view(): View {
    return this.#view
  }

  /** Canvas pixels for one scene pixel. */
  scale(): number {
    return this.#view.zoom * this.#density
  }

  #pan(): Point | undefined {
    const scene = this.#given.scene()
    const level = scene.levels[this.#onTable.level]
    return level && panOf(scene, level, this.#onTable.frame)
  }

  /** From the drawing on the table to pixels; a panned ground lies elsewhere than it was drawn. */
  #toPixels(): Matrix {
    const pan = this.#pan()
    return pan ? followedBy(movedBy(pan.x, pan.y), this.#pixels) : this.#pixels
  }

  // ---- what lies still --------------------------------------------------------------------------

  /** Puts drawings on the table: at once when they were made ready, else quickly first and sharply a moment later. */
  show(next: OnTable): void {
    this.#onTable = next
    const ready = this.#lifted || this.#playing ? undefined : this.#readied.of(next)
    if (!ready) return this.repaint()
    this.#screen.drawImage(ready, 0, 0)
    this.#lacks([])
  }

  /** Has painted what is missing on the table. */
  #lacks(missing: readonly BitmapName[]) {
    const lines = missing.some(({ style }) => style === 'ink')
    this.#given.host.dataset['sharp'] = missing.length === 0 ? 'yes' : lines ? 'no' : 'lines'
    this.queue.sharpen(missing)
  }

  #sharpened(all: boolean) {
    this.#paint(this.#screen)
    this.#given.host.dataset['sharp'] = all ? 'yes' : 'lines'
  }

  /** The frame whose drawings lie on the table. */
  get frame(): number {
    return this.#onTable.frame
  }

  /** Makes the picture of `next` ready, whose bitmaps are painted. */
  ready(next: OnTable): void {
    if (this.#playing || this.#lifted || !this.#readied.lacks(next)) return
    const canvas = document.createElement('canvas')
    canvas.width = this.#still.width
    canvas.height = this.#still.height
    const now = this.#onTable
    this.#onTable = next
    const missing = this.#paint(canvas.getContext('2d', { alpha: false })!)
    this.#onTable = now
    if (missing.length === 0) this.#readied.put(next, canvas)
  }

  /** What was made ready is no longer true. */
  readonly unready = (): void => this.#readied.clear()

  /** Paints what lies still, all of it or only a box of scene pixels: quickly first, and sharply a moment later. */
  repaint(box?: Box): void {
    if (!this.#playing) this.#lacks(this.#paint(this.#screen, box))
  }

  /** Gives what was not there to be laid. */
  #paint(surface: CanvasRenderingContext2D, box?: Box): BitmapName[] {
    const missing: BitmapName[] = []
    const { scene, bitmaps, small, inkOf, pictureOf, references } = this.#given
    const layers = {
      surface,
      scene: scene(),
      onTable: this.#onTable,
      lifted: this.#lifted,
      pixels: this.#pixels,
      turned: this.#view.turn !== 0,
      mirrored: this.#view.mirror,
      bitmaps,
      small,
      inkOf,
      pictureOf,
      references: references(this.#onTable.frame),
      missing,
    }
    paintLayers(layers, box)
    return missing
  }

  /** What is seen at a place of the scene: red, green, blue, alpha. */
  pixelAt(place: Point): readonly number[] {
    const at = transformPoint(this.#pixels, place)
    return [...this.#screen.getImageData(Math.round(at.x), Math.round(at.y), 1, 1).data]
  }

  // ---- what moves -------------------------------------------------------------------------------

  /** Takes a tool in hand; what is being drawn with another is finished first. */
  take(next: Tool): void {
    this.#pointer.letGo()
    this.#tool = next
    this.#top.canvas.style.cursor = next.cursor
  }

  drawing(): boolean {
    return this.#pointer.isDrawing
  }

  /** The pen as keys lead it. */
  get keyPen(): Pick<TablePointer, 'putDown' | 'lead' | 'letGo' | 'giveUp'> {
    return this.#pointer
  }

  /** Shows pieces taken up from a drawing. */
  lift(next: Lifted | undefined): void {
    const others = next?.drawing !== this.#lifted?.drawing || next?.from !== this.#lifted?.from
    this.#lifted = next
    if (others) this.repaint()
    this.#layLifted()
  }

  #layLifted() {
    const lifted = this.#lifted
    if (!lifted) return this.#top.clear()
    this.#top.paintEverywhere((surface) => {
      surface.transform(...lifted.matrix)
      const scene = this.#given.scene()
      paintInk(surface, lifted.pieces, levelPalette(scene, scene.drawings[lifted.drawing]?.level ?? ''))
    })
  }

  /** While playing, finished pictures are laid on the table as they are. */
  play(picture: CanvasImageSource): void {
    const surface = this.#screen
    const { width, height, cells } = this.#given.scene().settings
    if (!this.#playing) {
      this.#top.clear()
      surface.fillStyle = TABLE_COLOUR
      surface.fillRect(0, 0, this.#still.width, this.#still.height)
    }
    this.#playing = true
    surface.save()
    surface.setTransform(...this.#pixels)
    if (cells) surface.imageSmoothingEnabled = false
    surface.drawImage(picture, 0, 0, width, height)
    surface.restore()
  }

  stop(): void {
    this.#playing = false
    this.repaint()
  }

  // ---- its end ----------------------------------------------------------------------------------

  #watchLoss(top: HTMLCanvasElement) {
    const { events, bitmaps } = this.#given
    for (const canvas of [this.#still, top]) {
      canvas.addEventListener('contextlost', (event) => {
        event.preventDefault()
        events.onLost?.(true)
      })
      canvas.addEventListener('contextrestored', () => {
        bitmaps.clear()
        this.#top.emptied()
        this.layOut()
        events.onLost?.(false)
      })
    }
  }

  destroy(): void {
    this.#resized.disconnect()
    cancelAnimationFrame(this.#soon)
    this.queue.end()
    this.#pointer.end()
    this.unready()
    this.#still.remove()
    this.#top.canvas.remove()
  }
}
