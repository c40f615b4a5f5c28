import type { Ink, Matrix, Pass, Swatch } from '@unhurried/core'

/** Painting ink on any canvas, in the page or in a worker. Everything is in scene pixels. */
export type Surface = CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D
export type InkOf = (drawing: string, pass: Pass) => Ink
/** A picture by its name, undefined while it is not here; told how many pixels wide it is seen, it need be no wider. */
export type PictureOf = (picture: string, width?: number) => ImageBitmap | undefined
/** As drawn, or for the eye only: earlier drawings in one tint, later ones in another and dotted. */
export type Style = 'ink' | 'earlier' | 'later'

/** A bitmap to be painted: some ink, how it is seen, and how large. */
export interface BitmapWanted {
  /** What the ink is known by; the same list under it while nothing on it changed. */
  readonly name: string
  readonly ink: Ink
  readonly style: Style
  readonly tint: string
  readonly palette: readonly Swatch[]
  readonly matrix: Matrix
  readonly width: number
  readonly height: number
}
