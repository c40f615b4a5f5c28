import { LRUCache } from 'lru-cache'

/**
 * Pictures kept as files, and laid out as pixels while there is room: the one asked for longest ago goes first, and
 * is laid out anew when it is asked for again. Each may be asked for at several widths.
 */
export class KeptPictures {
  readonly #files = new Map<string, Blob>()
  readonly #laidOut: LRUCache<string, ImageBitmap>
  readonly #layingOut = new Map<string, Promise<void>>()

  constructor(
    /** What those laid out may take, in bytes. */
    budget: number,
    /** One that was asked for is laid out. */
    private readonly onReady: (name: string) => void,
  ) {
    this.#laidOut = new LRUCache({
      maxSize: budget,
      sizeCalculation: ({ width, height }) => Math.min(budget, Math.max(1, width * height * 4)),
      dispose: (bitmap) => bitmap.close(),
    })
  }

  /** Keeps a file, instead of the one that had its name. */
  keep(name: string, file: Blob): void {
    this.#putAway(name)
    this.#files.set(name, file)
  }

  /** Undefined where there is none, or while it is laid out; in pixels, `width` of them across or all it has. */
  of(name: string, width?: number): ImageBitmap | undefined {
    const here = this.#laidOut.get(keyOf(name, width))
    if (!here && this.#files.has(name)) this.layOut(name, width).catch(() => undefined)
    return here
  }

  /** Resolves when it is laid out. Rejects when its file is no picture. */
  layOut(name: string, width?: number): Promise<void> {
    const key = keyOf(name, width)
    if (this.#laidOut.has(key)) return Promise.resolve()
    let job = this.#layingOut.get(key)
    if (!job) {
      job = this.#lay(name, width).finally(() => this.#layingOut.delete(key))
      this.#layingOut.set(key, job)
    }
    return job
  }

  forget(name: string): void {
    this.#files.delete(name)
    this.#putAway(name)
  }
  clear(): void {
    this.#files.clear()
    this.#laidOut.clear()
  }

  #putAway(name: string): void {
    for (const key of [...this.#laidOut.keys()])
      if (key === name || key.startsWith(`${name} `)) this.#laidOut.delete(key)
  }

  async #lay(name: string, width?: number): Promise<void> {
    const file = this.#files.get(name)
    if (!file) throw new Error('There is no such picture.')
    const bitmap = await createImageBitmap(
      file,
      width === undefined ? {} : { resizeWidth: width, resizeQuality: 'high' },
    )
    if (this.#files.get(name) !== file) {
      // Another was kept in its place meanwhile, or none.
      bitmap.close()
      return this.#lay(name, width)
    }
    this.#laidOut.set(keyOf(name, width), bitmap)
    this.onReady(name)
  }
}

const keyOf = (name: string, width: number | undefined) => (width === undefined ? name : `${name} ${width}`)
