import { LRUCache } from 'lru-cache'
import { addressOfSound } from '../api/address-of-sound'
import { WorkerClient } from '../workers/client'
import { filmReportSchema, type FilmOrder, type FilmReport } from '../workers/film/messages'
import { filmPicture } from './films-under'

/** How wide they are, in pixels, and how many are kept: about 10 kB each. */
const WIDTH = 320
const KEPT = 3000
/** How long making them rests for somebody who waits, in milliseconds. */
const RESTS = 600
/** How many are laid out as pixels, some 230 kB each. */
const LAID_OUT = 40

/**
 * A small picture of each frame of the films under a scene, made by a worker while nothing else is to do: a flip to
 * anywhere shows it at once, until the sharp one is decoded from its key picture on.
 */
export class SmallPictures {
  readonly #client: WorkerClient<FilmOrder, FilmReport>
  readonly #kept = new LRUCache<string, Blob>({ max: KEPT })
  readonly #laidOut = new LRUCache<string, ImageBitmap>({ max: LAID_OUT, dispose: (bitmap) => bitmap.close() })
  readonly #layingOut = new Set<string>()

  constructor(
    start: () => Worker,
    /** One that was asked for is there. */
    private readonly onReady: (name: string) => void,
  ) {
    const died = 'The small pictures of a film could not be made.'
    this.#client = new WorkerClient({ start, reportSchema: filmReportSchema, died })
  }

  /** Undefined where there is none, or not yet. */
  of(name: string): ImageBitmap | undefined {
    const ready = this.#laidOut.get(name)
    const kept = this.#kept.get(name)
    if (!ready && kept && !this.#layingOut.has(name)) void this.#layOut(name, kept)
    return ready
  }

  /** Has those of pictures made that have none yet, in this order; what was being made before is left. */
  async make(names: readonly string[]): Promise<void> {
    this.#client.stop()
    const missing = [...new Set(names)].slice(0, KEPT).filter((name) => !this.#kept.has(name))
    try {
      const fileOf = (name: string) => filmPicture(name).file
      for (const file of new Set(missing.map(fileOf)))
        await this.#makeOf(
          file,
          missing.filter((name) => fileOf(name) === file),
        )
      // A worker that waits keeps its decoder.
      if (missing.length > 0) this.#client.stop()
    } catch {
      // They are a help only: what is wrong with a film is said where its sharp pictures are asked for.
    }
  }

  /** Somebody waits for a sharp picture: what is being made waits until no more are asked for. */
  rest(): void {
    if (this.#client.isRunning) this.#client.tell({ kind: 'rest', id: 0, ms: RESTS })
  }

  close(): void {
    this.#client.stop()
    this.#kept.clear()
    this.#laidOut.clear()
  }

  async #makeOf(file: string, names: readonly string[]) {
    const wanted = names.map((name) => ({ name, second: filmPicture(name).second }))
    await this.#client.ask(
      { kind: 'small', address: addressOfSound(file), width: WIDTH, wanted },
      ({ name, picture }) => this.#kept.set(name, picture),
    )
  }

  async #layOut(name: string, kept: Blob) {
    this.#layingOut.add(name)
    try {
      this.#laidOut.set(name, await createImageBitmap(kept))
      this.onReady(name)
    } finally {
      this.#layingOut.delete(name)
    }
  }
}
