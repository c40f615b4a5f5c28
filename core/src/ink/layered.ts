import { z } from 'zod'
import { blendSchema, passSchema } from '../scene/schema'
import { pieceSchema } from './ink'

/** What comes out of a file of layers, told from a worker to the page. */
const side = z.number().positive()

/** A picture of a layer, its top left corner at x, y, in pixels of the file it came in. */
const layerPictureSchema = z.object({
  png: z.instanceof(Uint8Array),
  x: z.number(),
  y: z.number(),
  width: side,
  height: side,
})
export type LayerPicture = Readonly<z.infer<typeof layerPictureSchema>>

/** Ink of a layer and the colour it is seen in; what it was drawn in here stands in the piece. */
const layerInkSchema = z.object({ piece: pieceSchema, colour: z.string() })
export type LayerInk = Readonly<z.infer<typeof layerInkSchema>>

/** How a layer or a pass of it lies on what is below. */
const lookSchema = z.object({ strength: z.number().min(0).max(1), blend: blendSchema, hidden: z.boolean() })
export type Look = Readonly<z.infer<typeof lookSchema>>

const layerPassSchema = lookSchema.extend({
  pass: passSchema,
  pictures: z.array(layerPictureSchema).readonly(),
  /** Bottom first. */
  ink: z.array(layerInkSchema).readonly(),
})
export type LayerPass = Readonly<z.infer<typeof layerPassSchema>>

/** What becomes a level: one layer of a file, or a group of layers that are named as passes. */
const layerInSchema = lookSchema.extend({ name: z.string(), passes: z.array(layerPassSchema).readonly() })
export type LayerIn = Readonly<z.infer<typeof layerInSchema>>

/** The layers of a file, bottom first, in a picture of so many pixels; `said` is what could not be kept as it was. */
export const layersInSchema = z.object({
  width: side,
  height: side,
  layers: z.array(layerInSchema).readonly(),
  said: z.array(z.string()).readonly(),
})
export type LayersIn = Readonly<z.infer<typeof layersInSchema>>

/** Bytes of a file of layers: what is larger is refused before any of it is read. */
export const LARGEST_LAYERS = 400_000_000

/** A file of layers that cannot be read, with a sentence a person can act on. */
export class LayersRefused extends RangeError {
  override readonly name = 'LayersRefused'
}
export const refuseLayers = (sentence: string): never => {
  throw new LayersRefused(sentence)
}

export const PLAIN_LOOK: Look = { strength: 1, blend: 'normal', hidden: false }
