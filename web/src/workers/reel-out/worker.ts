import {
  drawingsOf,
  fileStem,
  pictureRuns,
  reelFormat,
  reelTimes,
  seenAt,
  type FilmContainer,
  type FilmSound,
  type PictureRun,
  type Scene,
  type ShotSeen,
} from '@unhurried/core'
import { BlobWriter, Uint8ArrayReader, ZipWriter } from '@zip.js/zip.js'
import { LRUCache } from 'lru-cache'
import { inWords } from '../../api/in-words'
import { api } from '../../api/api'
import { createInkStore } from '../../session/ink-store'
import { paintPicture } from '../../stage/paint/picture'
import { fitted, layMoment, type Layer } from '../../stage/reel/moment'
import type { PicturesByNeed } from '../handover/pictures-by-need'
import { printFonts } from '../handover/print-fonts'
import { pictureFile, scenePictures } from '../handover/scene-pictures'
import { reelOutOrderSchema, type ReelOutOrder, type ReelOutReport } from './messages'

const tell = (report: ReelOutReport) => self.postMessage(report)
/** Scenes at hand while the reel goes by. */
const MOST_SCENES = 4
/** Pictures of one scene at hand: two, where it fades into itself. */
const AT_HAND = 3
/** Pixels across a picture of a contact sheet. */
const SMALL = 640

interface Played {
  readonly scene: Scene
  readonly runs: readonly PictureRun[]
  readonly ink: ReturnType<typeof createInkStore>
  readonly pictures: PicturesByNeed
  /** What was painted last, by its frame and width: a picture that is held is painted once. */
  readonly painted: LRUCache<string, ImageBitmap>
}

async function readScene(id: string, version: number): Promise<Played> {
  const { scene } = await api.readPlayed(id, version)
  const runs = pictureRuns(scene)
  const ink = createInkStore(id)
  await ink.ensure(runs.flatMap(drawingsOf))
  const painted = new LRUCache<string, ImageBitmap>({ max: AT_HAND, dispose: (image) => image.close() })
  return { scene, runs, ink, painted, pictures: await scenePictures(scene) }
}

/** Paints frames of the scenes of a reel. */
class ReelPainter {
  readonly #played = new LRUCache<string, Promise<Played>>({
    max: MOST_SCENES,
    dispose: (played) => void played.then(({ painted }) => painted.clear()).catch(() => undefined),
  })
  readonly #stories = new Map<string, Promise<ImageBitmap>>()

  constructor(private readonly scenes: ReelOutOrder['scenes']) {}

  entryOf = (scene: string | undefined) => this.scenes.find(({ id }) => id === scene)

  story(picture: string): Promise<ImageBitmap> {
    const story = this.#stories.get(picture) ?? pictureFile(picture).then((file) => createImageBitmap(file))
    this.#stories.set(picture, story)
    return story
  }

  async scene(id: string): Promise<Played> {
    const entry = this.entryOf(id)
    if (!entry)
      throw new Error('A scene of this reel is not on the shelf any more. Take its shot out, or bring it back.')
    const played = this.#played.get(id) ?? readScene(id, entry.version)
    this.#played.set(id, played)
    return played
  }

  /** A frame of a scene, so many pixels wide. It holds for the next two of that scene. */
  async picture(id: string, frame: number, width: number): Promise<ImageBitmap> {
    const played = await this.scene(id)
    const run = played.runs.findLast((each) => each.frame <= frame)!
    const name = `${run.frame} ${width}`
    const there = played.painted.get(name)
    if (there) return there
    const { settings } = played.scene
    const canvas = new OffscreenCanvas(width, Math.max(1, Math.round((settings.height * width) / settings.width)))
    const [scale, pictureOf] = [width / settings.width, played.pictures.of]
    await played.pictures.painted(() =>
      paintPicture(canvas.getContext('2d')!, {
        ...{ scene: played.scene, ...run, inkOf: played.ink.inkOf, scale, clear: false, pictureOf },
      }),
    )
    const image = canvas.transferToImageBitmap()
    played.painted.set(name, image)
    return image
  }
}

async function pngOf(image: ImageBitmap): Promise<Uint8Array> {
  const canvas = new OffscreenCanvas(image.width, image.height)
  canvas.getContext('2d')!.drawImage(image, 0, 0)
  return new Uint8Array(await (await canvas.convertToBlob({ type: 'image/png' })).arrayBuffer())
}

/** The surface a film is made of, and what lies on it. */
function filmSurface(order: ReelOutOrder, painter: ReelPainter, shots: ReturnType<typeof reelTimes>['shots']) {
  const canvas = new OffscreenCanvas(order.width, order.height)
  const layerOf = async ({ at, frame, strength }: ShotSeen): Promise<Layer> => {
    const { shot } = shots[at]!
    const entry = painter.entryOf(shot.scene)
    if (shot.picture && (!entry || entry.done === 0)) return { image: await painter.story(shot.picture), strength }
    if (!entry) return { image: 'black', strength }
    return { image: await painter.picture(entry.id, frame, fitted(entry, order).width), strength }
  }
  async function lay(seen: readonly ShotSeen[]) {
    const layers: Layer[] = []
    for (const each of seen) layers.push(await layerOf(each))
    layMoment(canvas.getContext('2d')!, layers)
  }
  return { canvas, lay }
}

async function make(order: ReelOutOrder): Promise<{ file: Blob; name: string }> {
  const { id, as, reel, scenes, sound, paper } = order
  const painter = new ReelPainter(scenes)
  const lengthOf = (scene: string) => painter.entryOf(scene)?.length
  const times = reelTimes(reel, painter.entryOf)
  const { canvas, lay } = filmSurface(order, painter, times.shots)
  const zip = new ZipWriter(new BlobWriter('application/zip'), { level: 0, useWebWorkers: false })
  const write = await reelFormat(as).load()
  const film = async (container: FilmContainer, heard: FilmSound | undefined) =>
    // Encoders are fetched when a film is made.
    (await import('../handover/film')).openFilm({ container, canvas, fps: reel.fps, clear: false, sound: heard })
  const made = await write({
    ...{ name: reel.name, stem: fileStem(reel.name), times, lengthOf, paper, sound },
    nameOf: (scene) => painter.entryOf(scene)?.name,
    fonts: printFonts,
    sceneOf: async (scene) => (await api.readScene(scene)).scene,
    smallOf: async (shot) => {
      const { first, missing, shot: own } = times.shots[shot]!
      const entry = painter.entryOf(own.scene)
      if (own.picture && (!entry || entry.done === 0)) return pngOf(await painter.story(own.picture))
      return missing || !entry ? undefined : pngOf(await painter.picture(entry.id, first, SMALL))
    },
    stillOf: async (scene, frame) => pngOf(await painter.picture(scene, frame, painter.entryOf(scene)!.width)),
    pictureBytes: async (picture) => pngOf(await painter.story(picture)),
    show: (frame) => lay(seenAt(times, frame)),
    openFilm: film,
    pack: async (name, bytes) => void (await zip.add(name, new Uint8ArrayReader(bytes))),
    progress: (done, of, words) => tell({ kind: 'progress', id, done, of, words }),
  })
  const file =
    made.parts === 'packed' ? await zip.close() : new Blob([...made.parts] as BlobPart[], { type: made.type })
  return { file, name: made.name }
}

self.onmessage = ({ data }: MessageEvent<unknown>) => {
  const order = reelOutOrderSchema.parse(data)
  void make(order).then(
    (made) => tell({ kind: 'done', id: order.id, ...made }),
    (error: unknown) => tell({ kind: 'failed', id: order.id, sentence: inWords(error) }),
  )
}
