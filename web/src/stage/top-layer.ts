import type { Matrix } from '@unhurried/core'
import { boxThrough, wholePixels, type Box } from './paint/box'
import type { ToolContext } from './tools/tool'

/** Farther than anything is drawn, in scene pixels. */
const EVERYWHERE: Box = { left: -1e5, top: -1e5, right: 1e5, bottom: 1e5 }

/** The canvas above what lies still: the line being drawn, and what is being moved about. */
export class TopLayer {
  readonly #surface: CanvasRenderingContext2D
  #painted: Box | undefined

  constructor(
    readonly canvas: HTMLCanvasElement,
    /** From the drawing on the table to pixels of the canvas. */
    private readonly toPixels: () => Matrix,
  ) {
    this.#surface = canvas.getContext('2d', { desynchronized: true })!
  }

  readonly clear = (): void => {
    const box = this.#painted
    if (box) this.#surface.clearRect(box.left, box.top, box.right - box.left, box.bottom - box.top)
    this.#painted = undefined
  }

  /** Paints in place of what was painted before; `box` is all it takes, in scene pixels. */
  readonly paint: ToolContext['above'] = (box, paint) => {
    this.clear()
    const matrix = this.toPixels()
    this.#painted = wholePixels(boxThrough(matrix, box))
    this.#surface.save()
    this.#surface.setTransform(...matrix)
    paint(this.#surface)
    this.#surface.restore()
  }

  /** Paints what may reach anywhere. */
  paintEverywhere(paint: (surface: CanvasRenderingContext2D) => void): void {
    this.paint(EVERYWHERE, paint)
    this.#painted = { left: 0, top: 0, right: this.canvas.width, bottom: this.canvas.height }
  }

  /** The canvas was emptied by the browser. */
  emptied(): void {
    this.#painted = undefined
  }
}
