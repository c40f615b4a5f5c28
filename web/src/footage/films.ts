import { LRUCache } from 'lru-cache'
import { inWords } from '../api/in-words'
import { addressOfSound } from '../api/address-of-sound'
import { pictures as still } from '../stage/pictures/pictures'
import type { PictureOf } from '../stage/paint/surface'
import { filmPicture, isFilmPicture } from './films-under'
import type { OpenFilm } from './open-film'
import type { SmallPictures } from './small-pictures'

/** What pictures of films may take, in bytes, and how wide one is at most. */
const BUDGET = 48e6
const WIDEST = 1024
/** Pictures waited for at once: those asked for before them are let go, they were flipped past. */
const WAITED_FOR = 8
/** A film that could not be had is tried again after so many milliseconds. */
const LATER = 5000

const pictures = new LRUCache<string, ImageBitmap>({
  maxSize: BUDGET,
  sizeCalculation: ({ width, height }) => Math.max(1, width * height * 4),
  dispose: (bitmap) => bitmap.close(),
})
const opened = new Map<string, Promise<OpenFilm>>()
/** In the order in which they were asked for. */
const asked = new Set<string>()
/** The picture of each film that is decoded now: a decoder that is asked for two places at once begins anew for each. */
const turns = new Map<string, Promise<void>>()
const listeners = new Set<(name: string) => void>()
/** Why a film cannot be seen, by its file. */
const troubles = new Map<string, string>()
const tell = (name: string) => listeners.forEach((listener) => listener(name))
/** Once small pictures were asked for. */
let small: SmallPictures | undefined
let loading: Promise<SmallPictures> | undefined

function open(file: string): Promise<OpenFilm> {
  let film = opened.get(file)
  if (!film) {
    film = import('./open-film').then(({ openFilm }) => openFilm(addressOfSound(file), WIDEST))
    opened.set(file, film)
  }
  return film
}

/** Films were closed while one of its pictures was decoded. */
const wasLetGo = (file: string, opening: Promise<OpenFilm>) => opened.get(file) !== opening
async function smallPictures(): Promise<SmallPictures> {
  const { SmallPictures } = await import('./small-pictures')
  return new SmallPictures(
    () => new Worker(new URL('../workers/film/worker.ts', import.meta.url), { type: 'module' }),
    (name) => pictures.has(name) || tell(name),
  )
}

const isFlippedPast = (name: string) => [...asked].indexOf(name) < asked.size - WAITED_FOR

async function decode(name: string) {
  const { file, second } = filmPicture(name)
  await turns.get(file)
  if (isFlippedPast(name)) return void asked.delete(name)
  const opening = open(file)
  try {
    const picture = await (await opening).at(second)
    if (wasLetGo(file, opening)) return picture?.close()
    if (picture) pictures.set(name, picture)
    troubles.delete(file)
    asked.delete(name)
  } catch (error) {
    if (wasLetGo(file, opening)) return
    troubles.set(file, inWords(error))
    opened.delete(file)
    setTimeout(() => asked.delete(name), LATER)
  }
  tell(name)
}

/** Films under the paper: each of their pictures at hand when it was asked for, and soon after. */
export const films = {
  /** While it is decoded a small one, or undefined; listeners hear when a better one is there. */
  of(name: string): ImageBitmap | undefined {
    const sharp = pictures.get(name)
    if (sharp) return sharp
    if (!asked.has(name)) {
      asked.add(name)
      small?.rest()
      const { file } = filmPicture(name)
      turns.set(file, decode(name))
    }
    return small?.of(name)
  },
  /** Has a small picture made of each of these, in this order. */
  async prepare(names: readonly string[]): Promise<void> {
    loading ??= smallPictures().then((made) => (small = made))
    await (await loading).make(names)
  },
  troubleOf: (file: string): string | undefined => troubles.get(file),
  /** A picture has come, or its film cannot be seen. */
  onChange(listener: (name: string) => void): () => void {
    listeners.add(listener)
    return () => void listeners.delete(listener)
  },
  /** Lets go of all that is open and sharp; what is asked for after is opened anew. */
  close() {
    for (const film of opened.values()) void film.then((each) => each.close()).catch(() => undefined)
    opened.clear()
    pictures.clear()
    void small?.make([])
    asked.clear()
  },
}

/** Any picture of a scene, of a film or not. */
export const pictureOrFilm: PictureOf = (name, width) => (isFilmPicture(name) ? films.of(name) : still.of(name, width))
