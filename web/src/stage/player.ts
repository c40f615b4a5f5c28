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
import { pictures } from './pictures'
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
  const filmed = ({ frame }: PictureRun) =>
    (under?.(frame) ?? []).map(({ picture }) => (pictureOf(picture) ? picture : ''))
  const nameOf = (run: PictureRun) =>
    `${drawingsOf(run).join(' ')} /${run.shown.map(({ level }) => level).join()}${panned ? ` at ${run.frame}` : ''} ${filmed(run).join()}`
  const most = Math.max(2, Math.floor(BUDGET / (width * height * 4)))
  const kept = new LRUCache<string, HTMLCanvasElement>({ max: most, dispose: free })

  function picture(run: PictureRun): HTMLCanvasElement {
    const name = nameOf(run)
    let canvas = kept.get(name)
    if (canvas) return canvas
    canvas = document.createElement('canvas')
    canvas.width = width
    canvas.height = height
    paintPicture(canvas.getContext('2d')!, {
      scene,
      frame: run.frame,
      shown: run.shown,
      mattes: run.mattes,
      inkOf,
      pictureOf,
      under: under?.(run.frame),
      scale,
      clear,
      only,
      silhouettes,
    })
    kept.set(name, canvas)
    return canvas
  }
  return {
    at(frame: number): HTMLCanvasElement {
      return picture(runs.findLast((run) => run.frame <= frame)!)
    },
    /** What was composed of a drawing that has changed is composed anew. */
    forget(drawing: string) {
      for (const name of [...kept.keys()]) if (name.split(' ').includes(drawing)) kept.delete(name)
    },
    /** Gives the memory of all pictures back; none may be asked for after. */
    end() {
      kept.clear()
    },
    /** Composes the next picture after `frame` that is not ready yet; false when all are. */
    prepareAfter(frame: number): boolean {
      if (kept.size >= most) return false
      const from = runs.findLastIndex((run) => run.frame <= frame)
      for (let i = 1; i < Math.min(runs.length, under ? FILMED_AHEAD : Infinity); i++) {
        const run = runs[(from + i) % runs.length]!
        if (filmed(run).includes('')) continue
        if (!kept.has(nameOf(run))) return picture(run) !== undefined
      }
      return false
    },
  }
}
