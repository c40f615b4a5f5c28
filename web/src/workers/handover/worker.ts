import {
  exportFormat,
  framesGoingBy,
  inkKey,
  Making,
  makingRuns,
  pictureRuns,
  runsOverFilms,
  runsWithin,
  fileStem,
  type FilmContainer,
  type FilmSound,
  type Ink,
  type PictureRun,
  type PackedType,
  type PackOptions,
  type Scene,
} from '@unhurried/core'
import { inWords } from '../../api/in-words'
import { filmReader } from '../../footage/reader'
import { paintPicture } from '../../stage/paint/picture'
import type { InkOf } from '../../stage/paint/surface'
import { printFonts } from './print-fonts'
import { PicturesByNeed } from './pictures-by-need'
import { handoverOrderSchema, type HandoverOrder, type HandoverReport } from './messages'

const tell = (report: HandoverReport) => self.postMessage(report)

/** Paints pictures of the film, one after the other on the same surface. */
function painter({ scene, files, scale, clear, as, making, footage }: HandoverOrder, inkOf: InkOf) {
  // Films are encoded in squares of two pixels: of an odd side the last row is left out.
  const even = exportFormat(as).needs.turns === true
  const sideOf = (side: number) => (even ? 2 * Math.max(1, Math.floor(side / 2)) : Math.max(1, side))
  const width = sideOf(Math.round(scene.settings.width * scale))
  const height = sideOf(Math.round(scene.settings.height * scale))
  let canvas: OffscreenCanvas | undefined
  const theCanvas = () => (canvas ??= new OffscreenCanvas(width, height))
  const surfaceOf = () => {
    const surface = theCanvas().getContext('2d', { willReadFrequently: true })
    if (!surface) throw new Error('This browser has no room for a picture of this size. Hand over at a smaller size.')
    return surface
  }
  const pictures = new PicturesByNeed(files)
  const made = making && new Making(making.first, making.edits, makingRuns(making.seconds, scene.settings.fps).length)
  /** A picture of the making is the scene as it was then, on the frame that was worked on. */
  const showMade = (made: Making, { frame, frames }: PictureRun) => {
    const moment = made.at((frame - 1) / frames)
    return pictures.painted(() => {
      surfaceOf().clearRect(0, 0, width, height)
      paintPicture(surfaceOf(), { ...moment, inkOf: made.inkOf, scale, clear, pictureOf: pictures.of })
    })
  }
  const films = footage ? filmReader(scene, width) : undefined
  const showOf = (run: PictureRun, of: Scene, bare: boolean) =>
    pictures.painted(() => {
      surfaceOf().clearRect(0, 0, width, height)
      paintPicture(surfaceOf(), { scene: of, ...run, inkOf, scale, clear: bare, pictureOf: pictures.of })
    })
  async function show(run: PictureRun) {
    if (made) return showMade(made, run)
    const under = await films?.under(run.frame)
    const pictureOf = (name: string) => under?.pictures.get(name) ?? pictures.of(name)
    const references = under?.references
    await pictures.painted(() =>
      paintPicture(surfaceOf(), { scene, ...run, inkOf, under: references, scale, clear, pictureOf }),
    )
    for (const picture of under?.pictures.values() ?? []) picture.close()
  }
  async function paint(run: PictureRun): Promise<Uint8ClampedArray> {
    await show(run)
    return surfaceOf().getImageData(0, 0, width, height).data
  }
  async function pack(type: PackedType, { quality, part }: PackOptions = {}): Promise<Uint8Array> {
    let from = theCanvas()
    if (part) {
      from = new OffscreenCanvas(part.width, part.height)
      from.getContext('2d')!.drawImage(theCanvas(), -part.x, -part.y)
    }
    const blob = await from.convertToBlob({ type, ...(quality !== undefined && { quality }) })
    if (blob.type !== type) throw new Error(`This browser cannot write ${type === 'image/webp' ? 'WebP' : 'PNG'}.`)
    return new Uint8Array(await blob.arrayBuffer())
  }
  const film = async (container: FilmContainer, sound: FilmSound | undefined) =>
    // Encoders are fetched when a film is made.
    (await import('./film')).openFilm({ container, canvas: theCanvas(), fps: scene.settings.fps, clear, sound })
  return { width, height, show, showOf, paint, pack, openFilm: film }
}

/** A sound over and over, for as long as so many frames of a film; once through lasts `once` frames. */
function repeated({ rate, channels }: FilmSound, once: number, frames: number): FilmSound {
  const over = (channel: Float32Array) => {
    const all = new Float32Array(Math.round((channel.length * frames) / once))
    for (let at = 0; at < all.length; at += channel.length) all.set(channel.subarray(0, all.length - at), at)
    return all
  }
  return frames === once ? { rate, channels } : { rate, channels: channels.map(over) }
}

function runsOf({ scene, take, footage, as }: HandoverOrder): PictureRun[] {
  const plain = pictureRuns(scene, take)
  const runs = footage ? runsOverFilms(scene, plain) : plain
  // Sprites are cut out of the paper as it lies.
  return exportFormat(as).needs.sprites ? runs.map((run) => ({ ...run, field: undefined })) : runs
}

async function make(order: HandoverOrder) {
  const began = performance.now()
  const {
    scene,
    take,
    first,
    last,
    ink,
    pictures,
    sounds,
    sound,
    turns,
    sprites,
    as,
    paper,
    clear,
    exact,
    loops,
    making,
  } = order
  const inkOf = (drawing: string, pass: string): Ink => ink.get(inkKey(drawing, pass)) ?? []
  const write = await exportFormat(as).load()
  const { name, type, parts } = await write({
    scene,
    take,
    runs: making ? makingRuns(making.seconds, scene.settings.fps) : runsWithin(runsOf(order), first, last),
    inkOf,
    pictures,
    sounds,
    turns,
    sprites,
    sound: sound && repeated(sound, last - first + 1, framesGoingBy(last - first + 1, turns)),
    paper,
    clear,
    exact,
    loops,
    ...painter(order, inkOf),
    stem: fileStem(scene.settings.name),
    fonts: printFonts,
    progress: (done, of, words) => tell({ kind: 'progress', done, of, words }),
  })
  tell({ kind: 'done', file: new Blob([...parts] as BlobPart[], { type }), name, ms: performance.now() - began })
}

self.onmessage = (event: MessageEvent<unknown>) => {
  void Promise.resolve(event.data)
    .then((order) => make(handoverOrderSchema.parse(order)))
    .catch((error: unknown) => {
      tell({ kind: 'failed', sentence: inWords(error) })
    })
}
