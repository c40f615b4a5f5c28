import type { ReelTimes } from '../../production/reel-times'
import type { Scene } from '../../scene/schema'
import type { FilmContainer, FilmSound, FilmWriter } from '../film'
import type { Paper } from '../papers'
import type { PrintFonts } from '../print'
import type { SceneName } from './cut-list'

/** A reel that goes out, and who paints, prints and packs it. */
export interface ReelSource {
  readonly name: string
  /** What its files are named by. */
  readonly stem: string
  readonly times: ReelTimes
  readonly nameOf: SceneName
  readonly lengthOf: (scene: string) => number | undefined
  readonly paper: Paper
  /** All that is heard, as long as the reel; undefined: nothing is. */
  readonly sound: FilmSound | undefined
  readonly fonts: () => Promise<PrintFonts>
  readonly sceneOf: (scene: string) => Promise<Scene>
  /** The first picture of a shot as PNG, small; undefined where there is none. */
  readonly smallOf: (shot: number) => Promise<Uint8Array | undefined>
  /** A frame of a scene as PNG, in the scene's own size. */
  readonly stillOf: (scene: string, frame: number) => Promise<Uint8Array>
  readonly pictureBytes: (picture: string) => Promise<Uint8Array>
  /** Lays a frame of the reel on the surface the film is made of; frames that look alike are laid once. */
  readonly show: (frame: number) => Promise<void>
  readonly openFilm: (container: FilmContainer, sound: FilmSound | undefined) => Promise<FilmWriter>
  /** Puts a file into the zip that goes out. */
  readonly pack: (name: string, bytes: Uint8Array) => Promise<void>
  readonly progress: (done: number, of: number, words: string) => void
}

/** What came of it; without bytes of its own it is the zip that was packed. */
interface ReelFile {
  readonly name: string
  readonly type: string
  readonly parts: readonly Uint8Array[] | 'packed'
}
export type ReelExporter = (source: ReelSource) => Promise<ReelFile>

interface ReelFormat {
  readonly id: string
  readonly word: string
  readonly note: string
  /** The sounds of its scenes, mixed. */
  readonly sound?: true
  readonly paper?: true
  /** It is made of pictures in a size. */
  readonly painted?: true
  readonly load: () => Promise<ReelExporter>
}

/** Every format a reel goes out in, once. A new one is its own file and an entry here. */
const FORMATS = [
  {
    id: 'webm',
    word: 'Film as WebM',
    note: 'all shots with sound, for pages',
    ...{ sound: true, painted: true },
    load: async () => (await import('./reel-film')).reelWebm,
  },
  {
    id: 'mp4',
    word: 'Film as MP4',
    note: 'all shots with sound, for editors',
    ...{ sound: true, painted: true },
    load: async () => (await import('./reel-film')).reelMp4,
  },
  {
    id: 'stills',
    word: 'Stills of each scene',
    note: 'numbered PNG in a zip, with sound and both lists of cuts',
    sound: true,
    load: async () => (await import('./reel-stills')).reelStills,
  },
  {
    id: 'otio',
    word: 'OpenTimelineIO',
    note: 'shots and cross-fades as JSON, for editors',
    load: async () => (await import('./reel-lists')).reelOtio,
  },
  {
    id: 'edl',
    word: 'Edit list',
    note: 'EDL after CMX 3600, at 24, 25 or 30 a second',
    load: async () => (await import('./reel-lists')).reelEdl,
  },
  {
    id: 'contact',
    word: 'Contact sheet to print',
    note: 'PDF, one picture a shot, with lengths and notes',
    paper: true,
    load: async () => (await import('./reel-prints')).reelContactSheet,
  },
  {
    id: 'sheets',
    word: 'Exposure sheets of all scenes',
    note: 'one PDF to print',
    paper: true,
    load: async () => (await import('./reel-prints')).reelSheets,
  },
] as const satisfies readonly ReelFormat[]

export type ReelFormatId = (typeof FORMATS)[number]['id']
export const REEL_FORMATS: readonly (ReelFormat & { readonly id: ReelFormatId })[] = FORMATS
export const REEL_FORMAT_IDS = FORMATS.map(({ id }) => id) as [ReelFormatId, ...ReelFormatId[]]
export const reelFormat = (id: ReelFormatId): ReelFormat => REEL_FORMATS.find((format) => format.id === id)!
