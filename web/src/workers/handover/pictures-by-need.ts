/** What pictures laid out may take beyond those of the picture that is painted, in bytes. */
const BUDGET = 128e6

/** The files of pictures, laid out as what is painted needs them. */
export class PicturesByNeed {
  readonly #laidOut = new Map<string, ImageBitmap>()
  readonly #asked = new Set<string>()

  constructor(private readonly files: ReadonlyMap<string, Blob>) {}

  /** Undefined until it was asked for once and laid out. */
  readonly of = (name: string): ImageBitmap | undefined => {
    this.#asked.add(name)
    return this.#laidOut.get(name)
  }

  /** Paints, and paints again until every picture that is asked for was there. Rejects with a sentence when a file is no picture. */
  async painted(paint: () => void): Promise<void> {
    for (;;) {
      this.#asked.clear()
      paint()
      const missing = [...this.#asked].filter((name) => this.files.has(name) && !this.#laidOut.has(name))
      if (missing.length === 0) break
      for (const name of missing) this.#laidOut.set(name, await laidOut(this.files.get(name)!))
    }
    this.#sweep()
  }

  /** Beyond the budget only those of the last picture stay. */
  #sweep() {
    const bytes = [...this.#laidOut.values()].reduce((sum, { width, height }) => sum + width * height * 4, 0)
    if (bytes <= BUDGET) return
    for (const [name, bitmap] of this.#laidOut)
      if (!this.#asked.has(name)) {
        bitmap.close()
        this.#laidOut.delete(name)
      }
  }
}

const laidOut = (file: Blob): Promise<ImageBitmap> =>
  createImageBitmap(file).catch(() => {
    throw new Error('A picture this scene shows is damaged. Take it out or bring it in again, then hand over.')
  })
