import type { MissingBitmap } from './layers'
import type { Bitmaps } from './paint/bitmaps'

/** Milliseconds spent on sharpening at a time; what was painted in them is put to pixels in about as many more. */
const SLICE = 4
/** Sharpening begins once nothing was flipped for so many milliseconds: a quick run of flips is not held up by it. */
const CALM = 45

/** Paints the bitmaps that were missing when a picture had to be quick, a little in each frame of the screen. */
export class Sharpening {
  #missing: MissingBitmap[] = []
  #frame = 0
  #calm: ReturnType<typeof setTimeout> | undefined

  constructor(
    private readonly bitmaps: Bitmaps,
    private readonly onSharp: () => void,
  ) {}

  /** Begins once the hand is calm. */
  begin(missing: MissingBitmap[]): void {
    this.stop()
    this.#missing = missing
    if (missing.length > 0) this.#calm = setTimeout(() => this.#soon(), CALM)
  }

  stop(): void {
    clearTimeout(this.#calm)
    cancelAnimationFrame(this.#frame)
    this.#missing = []
  }

  #soon() {
    this.#frame = requestAnimationFrame(() => this.#work())
  }

  #work() {
    const began = performance.now()
    const enough = () => performance.now() - began > SLICE
    do {
      const { drawing, pass, style, tint } = this.#missing[0]!
      if (this.bitmaps.paint(drawing, pass, style, tint, enough)) this.#missing.shift()
    } while (this.#missing.length > 0 && !enough())
    if (this.#missing.length > 0) this.#soon()
    else this.onSharp()
  }
}
