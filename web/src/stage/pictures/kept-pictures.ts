import { LRUCache } from 'lru-cache'

/**
 * Pictures kept as files, and laid out as pixels while there is room: the one asked for longest ago goes first, and
 * is laid out anew when it is asked for again.
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
    this.#laidOut.delete(name)
    this.#files.set(name, file)
  }

  /** Undefined where there is none, or while it is laid out. */
  of(name: string): ImageBitmap | undefined {
    const here = this.#laidOut.get(name)
    if (!here && this.#files.has(name)) this.layOut(name).catch(() => undefined)
    return here
  }

  /** Resolves when it is laid out. Rejects when its file is no picture. */
  layOut(name: string): Promise<void> {
    if (this.#laidOut.has(name)) return Promise.resolve()
    let job = this.#layingOut.get(name)
    if (!job) {
      job = this.#lay(name).finally(() => this.#layingOut.delete(name))
      this.#layingOut.set(name, job)
    }
    return job
  }

  forget(name: string): void {
    this.#files.delete(name)
    this.#laidOut.delete(name)
  }
  clear(): void {
    this.#files.clear()
    this.#laidOut.clear()
  }

  async #lay(name: string): Promise<void> {
    const file = this.#files.get(name)
    if (!file) throw new Error('There is no such picture.')
    const bitmap = await createImageBitmap(file)
    if (this.#files.get(name) !== file) {
      // Another was kept in its place meanwhile, or none.
      bitmap.close()
      return this.#lay(name)
    }
    this.#laidOut.set(name, bitmap)
    this.onReady(name)
  }
}
