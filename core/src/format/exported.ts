import type { Ink } from '../ink/ink'
import type { Scene } from '../scene/schema'
import type { PictureRun } from '../timing/sheet'

/** Fonts of a printed sheet: of each kind several files, the first that has a letter writes it. */
interface SheetFonts {
  readonly plain: readonly Uint8Array[]
  readonly bold: readonly Uint8Array[]
}

/** What a format writes from. */
interface ExportSource {
  readonly scene: Scene
  readonly take: string
  readonly inkOf: (drawing: string, pass: string) => Ink
  /** Bytes of the pictures the scene names; empty unless the format needs them. */
  readonly pictures: ReadonlyMap<string, Uint8Array>
  /** The name of the scene as files take it. */
  readonly stem: string
  readonly paper: 'a4' | 'letter'
  readonly clear: boolean
  /** Of the pictures, in pixels. */
  readonly width: number
  readonly height: number
  /** One picture of the film as RGBA bytes; the same bytes are used again for the next. */
  readonly paint: (run: PictureRun) => Uint8ClampedArray
  readonly fonts: () => Promise<SheetFonts>
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
