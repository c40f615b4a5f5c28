import {
  drawingsOf,
  hasPan,
  pictureRuns,
  runsOverFilms,
  type PictureRun,
  type Reference,
  type Scene,
} from '@unhurried/core'
import { LRUCache } from 'lru-cache'
import { free } from './release-canvas'
import { pictures } from './pictures/pictures'
import { paintPicture } from './paint/picture'
import type { InkOf, PictureOf } from './paint/surface'

/** What all composed pictures of one player may take, in bytes. */
const BUDGET = 150e6
/** So many pictures ahead are asked for of films that lie under: more would come too late for the next. */
const FILMED_AHEAD = 4

/** The pictures of a take, composed once each and kept while there is room. */
export function composedPictures({
  scene,
  inkOf,
  pictureOf = pictures.of,
  under,
  scale,
  take,
  only,
  whole = false,
  clear = false,
  silhouettes = false,
}: {
  scene: Scene
  inkOf: InkOf
  pictureOf?: PictureOf
  /** Pictures of films under the paper at a frame, which `pictureOf` knows; absent: none are seen. */
  under?: ((frame: number) => readonly Reference[]) | undefined
  scale: number
  take?: string
  /** One level shown by itself. */
  only?: string
  /** All of the paper, whatever the camera sees. */
  whole?: boolean
  clear?: boolean
  silhouettes?: boolean
}) {
  const plain = pictureRuns(scene, take)
  const all = under ? runsOverFilms(scene, plain) : plain
  const runs =
    only === undefined ? all : all.map((run) => ({ ...run, shown: run.shown.filter((entry) => entry.level === only) }))
  const width = Math.max(1, Math.round(scene.settings.width * scale))
  const height = Math.max(1, Math.round(scene.settings.height * scale))
  const panned = hasPan(scene)
  /** A film's picture that comes late makes another picture of it. */
  const fieldOf = ({ field }: PictureRun) => (whole ? undefined : field)
  const filmed = ({ frame }: PictureRun) =>
    (under?.(frame) ?? []).map(({ picture }) => {
      const found = pictureOf(picture)
      return found ? `${picture}@${found.width}` : ''
    })
  const nameOf = (run: PictureRun) =>
    [
      ...drawingsOf(run),
      `/${run.shown.map(({ level }) => level).join()}`,
      ...(panned ? [`at ${run.frame}`] : []),
      filmed(run).join(),
      Object.values(fieldOf(run) ?? {}).join(),
      ...(run.ways ? [JSON.stringify(run.ways)] : []),
    ].join(' ')
  const most = Math.max(2, Math.floor(BUDGET / (width * height * 4)))
  const kept = new Composed(most, { width, height })
  const picture = (run: PictureRun) =>
    kept.picture(nameOf(run), pictureOf, (surface, found) =>
      paintPicture(surface, {
        ...{ scene, frame: run.frame, shown: run.shown, mattes: run.mattes, ways: run.ways, inkOf, pictureOf: found },
        ...{ field: fieldOf(run), under: under?.(run.frame), scale, clear, only, silhouettes },
      }),
    )
  const runAt = (frame: number) => runs.findLast((run) => run.frame <= frame)!
  return {
    at(frame: number): HTMLCanvasElement {
      return picture(runAt(frame))
    },
    /** Whether the picture of a frame is composed, and of all that it shows. */
    isWhole(frame: number): boolean {
      return kept.isWhole(nameOf(runAt(frame)))
    },
    /** What was composed of a drawing that has changed is composed anew. */
    forget(drawing: string) {
      kept.forget((name) => name.split(' ').includes(drawing))
    },
    /** Gives the memory of all pictures back; none may be asked for after. */
    end() {
      kept.clear()
    },
    /** Composes the next picture after `frame` that is not ready yet; false when all are. */
    prepareAfter(frame: number): boolean {
      if (kept.isFull) return false
      const from = runs.findLastIndex((run) => run.frame <= frame)
      for (let i = 1; i < Math.min(runs.length, under ? FILMED_AHEAD : Infinity); i++) {
        const run = runs[(from + i) % runs.length]!
        if (filmed(run).includes('')) continue
        if (!kept.isWhole(nameOf(run))) return picture(run) !== undefined
      }
      return false
    },
  }
}

/** Composed pictures by what they show. One composed before all it shows was there is composed again when it is asked for. */
class Composed {
  readonly #kept: LRUCache<string, HTMLCanvasElement>
  readonly #lacking = new Set<string>()

  constructor(
    private readonly most: number,
    private readonly size: { readonly width: number; readonly height: number },
  ) {
    this.#kept = new LRUCache<string, HTMLCanvasElement>({ max: most, dispose: free, noDisposeOnSet: true })
  }

  picture(
    name: string,
    pictureOf: PictureOf,
    paint: (surface: CanvasRenderingContext2D, pictureOf: PictureOf) => void,
  ): HTMLCanvasElement {
    const ready = this.#kept.get(name)
    if (ready && !this.#lacking.delete(name)) return ready
    const canvas = Object.assign(ready ?? document.createElement('canvas'), this.size)
    paint(canvas.getContext('2d')!, (wanted, wide) => {
      const found = pictureOf(wanted, wide)
      if (!found) this.#lacking.add(name)
      return found
    })
    this.#kept.set(name, canvas)
    return canvas
  }

  isWhole(name: string): boolean {
    return this.#kept.has(name) && !this.#lacking.has(name)
  }
  get isFull(): boolean {
    return this.#kept.size >= this.most
  }
  forget(which: (name: string) => boolean): void {
    for (const name of [...this.#kept.keys()]) if (which(name)) this.#kept.delete(name)
  }
  clear(): void {
    this.#kept.clear()
  }
}
