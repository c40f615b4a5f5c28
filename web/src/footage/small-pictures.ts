import { LRUCache } from 'lru-cache'
import { KeptPictures } from '../stage/pictures/kept-pictures'
import { addressOfSound } from '../api/address-of-sound'
import { WorkerClient } from '../workers/client'
import { filmReportSchema, type FilmOrder, type FilmReport } from '../workers/film/messages'
import { filmPicture } from './films-under'

/** How wide they are, in pixels, and how many are kept: about 10 kB each. */
const WIDTH = 320
const KEPT = 3000
/** How long making them rests for somebody who waits, in milliseconds. */
const RESTS = 600
/** What those laid out may take, in bytes: some forty of them. */
const BUDGET = 10e6

/**
 * A small picture of each frame of the films under a scene, made by a worker while nothing else is to do: a flip to
 * anywhere shows it at once, until the sharp one is decoded from its key picture on.
 */
export class SmallPictures {
  readonly #client: WorkerClient<FilmOrder, FilmReport>
  readonly #pictures: KeptPictures
  /** Those asked for longest ago are forgotten. */
  readonly #names = new LRUCache<string, true>({ max: KEPT, dispose: (_, name) => this.#pictures.forget(name) })

  constructor(
    start: () => Worker,
    /** One that was asked for is there. */
    onReady: (name: string) => void,
  ) {
    const died = 'The small pictures of a film could not be made.'
    this.#pictures = new KeptPictures(BUDGET, onReady)
    this.#client = new WorkerClient({ start, reportSchema: filmReportSchema, died })
  }

  /** Undefined where there is none, or not yet. */
  of(name: string): ImageBitmap | undefined {
    return this.#names.get(name) && this.#pictures.of(name)
  }

  /** Has those of pictures made that have none yet, in this order; what was being made before is left. */
  async make(names: readonly string[]): Promise<void> {
    this.#client.stop()
    const missing = [...new Set(names)].slice(0, KEPT).filter((name) => !this.#names.has(name))
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

  async #makeOf(file: string, names: readonly string[]) {
    const wanted = names.map((name) => ({ name, second: filmPicture(name).second }))
    await this.#client.ask(
      { kind: 'small', address: addressOfSound(file), width: WIDTH, wanted },
      ({ name, picture }) => {
        this.#pictures.keep(name, picture)
        this.#names.set(name, true)
      },
    )
  }
}
