import type { Box } from './picture/changed-box'
import type { Ink } from '../ink/ink'
import type { Scene } from '../scene/schema'
import type { PictureRun } from '../timing/seen/shown'
import type { SpriteOptions } from './picture/sprites'
import type { PrintFonts } from './print'
import type { FilmContainer, FilmSound, FilmWriter } from './film'

export type PackedType = 'image/png' | 'image/webp'
export interface PackOptions {
  /** Of WebP: 1 keeps every pixel. */
  readonly quality?: number
  readonly part?: Box
}

/** What a format writes from. */
export interface ExportSource {
  readonly scene: Scene
  readonly take: string
  /** The pictures of the take that go out, in order. */
  readonly runs: readonly PictureRun[]
  readonly inkOf: (drawing: string, pass: string) => Ink
  /** Bytes of the pictures the scene names; empty unless the format needs them. */
  readonly pictures: ReadonlyMap<string, Uint8Array>
  /** Bytes of the files with sound it names, in the same way. */
  readonly sounds: ReadonlyMap<string, Uint8Array>
  /** The name of the scene as files take it. */
  readonly stem: string
  readonly paper: 'a4' | 'letter'
  readonly clear: boolean
  /** Of the pictures, in pixels. */
  readonly width: number
  readonly height: number
  /** Paints one picture of the film, for whoever takes it from where it is painted. */
  readonly show: (run: PictureRun) => Promise<void>
  /** The same moment of another scene of the same size, such as this with levels left out; `clear`: over nothing. */
  readonly showOf: (run: PictureRun, scene: Scene, clear: boolean) => Promise<void>
  /** One picture of the film as RGBA bytes; the same bytes are used again for the next. */
  readonly paint: (run: PictureRun) => Promise<Uint8ClampedArray>
  /** The picture that was shown or painted last, or a part of it, as a file of its own, packed by whoever paints it. */
  readonly pack: (type: PackedType, options?: PackOptions) => Promise<Uint8Array>
  /** Every pixel exact, where a format may be smaller without. */
  readonly exact: boolean
  readonly sprites: SpriteOptions
  /** How often what loops goes round; 0 is for ever. */
  readonly loops: number
  /** How often a film lets the scene go by; of a part the last turn breaks off. */
  readonly turns: number
  /** The sound of all turns, for formats that need it; absent: nothing is heard. */
  readonly sound: FilmSound | undefined
  /** Begins a film of the pictures as `show` leaves them. Errors: with a sentence, when it cannot be encoded here. */
  readonly openFilm: (container: FilmContainer, sound: FilmSound | undefined) => Promise<FilmWriter>
  readonly fonts: () => Promise<PrintFonts>
  readonly progress: (done: number, of: number, words: string) => void
}

interface ExportedFile {
  readonly name: string
  /** MIME type. */
  readonly type: string
  readonly parts: readonly Uint8Array[]
}

/** Writes one file of a format. Errors: with a sentence. */
export type Exporter = (source: ExportSource) => ExportedFile | Promise<ExportedFile>
