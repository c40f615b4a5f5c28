import type { Pass } from '@unhurried/core'
import { keyOf, type BitmapName, type Bitmaps } from './paint/bitmaps'
import type { SmallOrder, SmallPictures } from './paint/small-pictures'
import type { BitmapWanted } from './paint/surface'

/** So many are asked for at a time of what the table lacks, so that whoever paints never waits for the page. */
const ASKED = 2
/** Milliseconds the page paints at a time, where nobody else can. */
const SLICE = 4
/** Pauses may fail to come for long: then a small picture is asked for all the same, after so many milliseconds. */
const PATIENCE = 400

interface PaintQueueOptions {
  readonly bitmaps: Bitmaps
  readonly small: SmallPictures
  /** Has a bitmap painted elsewhere. */
  readonly paint: (wanted: BitmapWanted) => Promise<ImageBitmap>
  /** What was missing on the table is there: all of it, or as yet only the drawings' own lines. */
  readonly onSharp: (all: boolean) => void
}
interface PassName {
  readonly drawing: string
  readonly pass: Pass
}

/** What is to be painted and is not yet: first what is on the table, then what a flip needs, then small pictures. */
export class PaintQueue {
  /** What the table lacks, asked for or not. */
  readonly #lacking = new Map<string, BitmapName>()
  readonly #asked = new Set<string>()
  #now: BitmapName[] = []
  #soon: BitmapName[] = []
  #small: Iterator<PassName> | undefined
  #onWarm: (() => void) | undefined
  #begins: ReturnType<typeof setTimeout> | undefined
  #idle = 0
  #ended = false

  constructor(private readonly options: PaintQueueOptions) {}

  /** Paints what the table lacks before anything else, the drawings' own lines before what lies under the light. */
  sharpen(missing: readonly BitmapName[]): void {
    this.#now = [...missing].sort((a, b) => Number(b.style === 'ink') - Number(a.style === 'ink'))
    this.#lacking.clear()
    for (const name of this.#now) this.#lacking.set(keyOf(name), name)
    // Telling of ink takes a moment: the picture laid just now is seen first.
    clearTimeout(this.#begins)
    if (missing.length > 0) this.#begins = setTimeout(() => this.#pump())
  }

  /** Paints what a flip may need next; `onWarm` once all of it is there. */
  warm(names: readonly BitmapName[], onWarm: () => void): void {
    this.#soon = [...names]
    this.#onWarm = onWarm
    this.#pump()
  }

  /** Has small pictures painted when nothing else is to be done, in the order given. */
  paintSmall(passes: Iterable<PassName>): void {
    this.#small = passes[Symbol.iterator]()
    this.#pump()
  }

  /** What a flip may need, and small pictures, are wanted no more. */
  rest(): void {
    this.#soon = []
    this.#onWarm = undefined
    this.#small = undefined
  }

  end(): void {
    this.rest()
    this.sharpen([])
    cancelIdleCallback(this.#idle)
    this.#ended = true
  }

  #pump(): void {
    for (let name; this.#asked.size < ASKED && !this.#ended && (name = this.#next());) {
      this.#asked.add(keyOf(name))
      void this.#paint(name).finally(this.#painted.bind(this, name))
    }
    if (this.#asked.size > 0 || this.#ended) return
    const onWarm = this.#onWarm
    this.#onWarm = undefined
    onWarm?.()
    if (this.#small) this.#idle ||= requestIdleCallback(() => void this.#paintNextSmall(), { timeout: PATIENCE })
  }

  /** The next that is neither there nor on its way. */
  #next(): BitmapName | undefined {
    // Of what may be wanted later one at a time: what is wanted now never waits for two.
    for (const list of this.#asked.size === 0 ? [this.#now, this.#soon] : [this.#now])
      for (let name; (name = list.shift());)
        if (!this.#asked.has(keyOf(name)) && !this.options.bitmaps.isReady(name)) return name
    return undefined
  }

  async #paint(name: BitmapName): Promise<void> {
    const { bitmaps, paint } = this.options
    const order = bitmaps.orderOf(name)
    if (!order) return this.#paintHere(name)
    try {
      bitmaps.take(name, order, await paint(order))
    } catch {
      await this.#paintHere(name)
    }
  }

  /** A little in each frame of the screen. */
  async #paintHere(name: BitmapName): Promise<void> {
    for (let done = false; !done && !this.#ended;) {
      await new Promise(requestAnimationFrame)
      const began = performance.now()
      done = this.options.bitmaps.paint(name, () => performance.now() - began > SLICE)
    }
  }

  #painted(name: BitmapName): void {
    this.#asked.delete(keyOf(name))
    if (this.#ended) return
    if (this.#lacking.has(keyOf(name))) {
      // What was painted may be of what it was a moment ago.
      if (this.options.bitmaps.isReady(name)) this.#lacksNoMore(name)
      else this.#now.push(name)
    }
    this.#pump()
  }

  #lacksNoMore(name: BitmapName): void {
    this.#lacking.delete(keyOf(name))
    const left = [...this.#lacking.values()]
    const isLastLine = name.style === 'ink' && left.every(({ style }) => style !== 'ink')
    if (left.length === 0 || isLastLine) this.options.onSharp(left.length === 0)
  }

  async #paintNextSmall(): Promise<void> {
    this.#idle = 0
    const { small, paint } = this.options
    const order = this.#nextSmall()
    if (!order) return
    try {
      small.take(order, await paint(order))
    } catch {
      // Without it the drawing is laid plainly for a moment.
    }
    this.#pump()
  }

  #nextSmall(): SmallOrder | undefined {
    for (let next; (next = this.#small?.next()) && !next.done;) {
      const order = this.options.small.orderOf(next.value.drawing, next.value.pass)
      if (order) return order
    }
    this.#small = undefined
    return undefined
  }
}
