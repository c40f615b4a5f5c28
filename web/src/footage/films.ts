import { footageTime, type Footage, type Reference, type Scene } from '@unhurried/core'
import { LRUCache } from 'lru-cache'
import { addressOfSound } from '../session/measured'
import type { OpenFilm } from './open-film'

/** What pictures of films may take, in bytes, and how wide one is at most. */
const BUDGET = 140e6
const WIDEST = 1280
/** Pictures of films are named so, that whoever paints asks for them as for any other. */
const FILM = 'film'
/** A film that could not be had is tried again after so many milliseconds. */
const LATER = 5000

const pictures = new LRUCache<string, ImageBitmap>({
  maxSize: BUDGET,
  sizeCalculation: ({ width, height }) => Math.max(1, width * height * 4),
  dispose: (bitmap) => bitmap.close(),
})
const opened = new Map<string, Promise<OpenFilm>>()
const asked = new Set<string>()
const listeners = new Set<() => void>()
/** Why a film cannot be seen, by its file. */
const troubles = new Map<string, string>()

function open(file: string): Promise<OpenFilm> {
  let film = opened.get(file)
  if (!film) {
    film = import('./open-film').then(({ openFilm }) => openFilm(addressOfSound(file), WIDEST))
    opened.set(file, film)
  }
  return film
}

async function decode(name: string, file: string, second: number) {
  try {
    const film = await open(file)
    const picture = await film.at(second)
    if (picture) pictures.set(name, picture)
    troubles.delete(file)
  } catch (error) {
    troubles.set(file, (error as Error).message)
    opened.delete(file)
    setTimeout(() => asked.delete(name), LATER)
    for (const listener of listeners) listener()
    return
  }
  asked.delete(name)
  for (const listener of listeners) listener()
}

/** Films under the paper: each of their pictures at hand when it was asked for, and soon after. */
export const films = {
  isPicture: (name: string): boolean => name.startsWith(`${FILM}:`),
  /** Undefined while it is decoded; listeners hear when it is there. */
  of(name: string): ImageBitmap | undefined {
    const ready = pictures.get(name)
    if (ready || asked.has(name)) return ready
    asked.add(name)
    const [, file, second] = name.split(':')
    void decode(name, file!, Number(second))
    return undefined
  },
  troubleOf: (file: string): string | undefined => troubles.get(file),
  onChange(listener: () => void): () => void {
    listeners.add(listener)
    return () => void listeners.delete(listener)
  },
  /** Lets go of all that is open; what is asked for after is opened anew. */
  close() {
    for (const film of opened.values()) void film.then((each) => each.close()).catch(() => undefined)
    opened.clear()
    pictures.clear()
    asked.clear()
  },
}

/** The films of a scene as they lie under a frame, as pictures under the paper. */
export function filmsUnder({ footage, settings }: Scene, frame: number): Reference[] {
  return Object.values(footage ?? {}).flatMap((film: Footage): Reference[] => {
    const second = footageTime(frame, { ...film, fps: settings.fps })
    if (second === undefined || film.hidden) return []
    const { id, name, x, y, across, strength, file } = film
    return [
      { id, name, picture: `${FILM}:${file}:${second.toFixed(9)}`, place: 'under', x, y, width: across, strength },
    ]
  })
}
