import { z } from 'zod'
import { LIMITS } from '../base/limits'
import {
  between,
  colourSchema,
  frameSchema,
  idSchema,
  nameSchema,
  noteSchema,
  pictureSchema,
  textSchema,
} from '../scene/schema'

/** Frames of a reel that its shots last, hold or fade. */
const framesSchema = between('The length', LIMITS.length, ' frames')

/**
 * One stretch of a reel: frames of a scene, a story picture that stands until the scene is drawn, or black. Its times are
 * in frames of the scene it shows; without one, in frames of the reel.
 */
const shotFields = {
  id: idSchema,
  name: nameSchema.optional(),
  note: noteSchema.optional(),
  scene: idSchema.optional(),
  /** The first and the last frame of the scene that are shown; absent: its own ends, wherever they come to lie. */
  first: frameSchema.optional(),
  last: frameSchema.optional(),
  /** How long it lasts, in frames of the reel, while it shows no scene. */
  frames: framesSchema.optional(),
  /** Frames of the reel over which it comes in, across the end of the shot before. */
  fade: framesSchema.optional(),
  /** The story picture. */
  picture: pictureSchema.optional(),
  /** A move goes on in it from the shot before: what is handed on over the cut is held against the limits. */
  goesOn: z.literal(true).optional(),
}
export const shotSchema = z
  .strictObject(shotFields)
  .refine(
    ({ scene, frames }) => scene !== undefined || frames !== undefined,
    'A shot shows a scene, or says how long it lasts.',
  )
  .refine(
    ({ first = 1, last = LIMITS.length.max }) => first <= last,
    'The first frame of a shot must not lie after its last.',
  )
export type Shot = z.infer<typeof shotSchema>

/** How many parts of each kind lie in one list, and what is said of more. */
export const MOST_PARTS = {
  reel: { most: LIMITS.reels, sentence: `A production can have ${LIMITS.reels} reels. Take one off first.` },
  shot: { most: LIMITS.shots, sentence: `A reel can have ${LIMITS.shots} shots. Make another reel.` },
  character: {
    most: LIMITS.characters,
    sentence: `A library can have ${LIMITS.characters} entries. Take one off first.`,
  },
  colour: { most: LIMITS.swatches, sentence: `A character can have ${LIMITS.swatches} colours. Take some out first.` },
  sheet: { most: LIMITS.modelSheets, sentence: `A character can have ${LIMITS.modelSheets} model sheets.` },
} as const
const listOf = <T extends z.ZodType>(part: T, { most, sentence }: { most: number; sentence: string }) =>
  z.array(part).max(most, sentence)

/** What a reel is without its shots. */
export const reelHeadSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  fps: between('The rate', LIMITS.fps, ' frames a second'),
})
export const reelSchema = reelHeadSchema.extend({
  shots: listOf(shotSchema, MOST_PARTS.shot),
})
export type Reel = z.infer<typeof reelSchema>

/** A colour of the library: swatches of scenes that are linked to it follow it. */
export const libraryColourSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  colour: colourSchema,
  group: nameSchema.optional(),
})
export type LibraryColour = z.infer<typeof libraryColourSchema>

const placeOnPicture = z.number().min(0, 'A place on a picture lies on it.').max(1, 'A place on a picture lies on it.')
/** A picture of a character from one side. Two places give its size wherever it is laid; three or more say its proportions. */
export const modelSheetSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  picture: pictureSchema,
  /** Of the picture, in its pixels. */
  width: between('The width', { min: 1, max: LIMITS.pictureSide }, ' pixels'),
  height: between('The height', { min: 1, max: LIMITS.pictureSide }, ' pixels'),
  /** Turned from the front, clockwise as seen from above, in degrees. */
  angle: between('The angle', { min: -180, max: 180 }, ' degrees'),
  /** Where landmarks of the character lie on the picture: shares of its width and height. */
  places: z
    .array(z.strictObject({ landmark: idSchema, x: placeOnPicture, y: placeOnPicture }))
    .max(LIMITS.landmarks, `A model sheet can have ${LIMITS.landmarks} landmarks.`),
})
export type ModelSheet = z.infer<typeof modelSheetSchema>

const wordSchema = textSchema(60, 'The name of a limit is too long.')
/** Most limits an entry has of its own. */
const MOST_LIMITS = 100

/** What a character is without its colours and model sheets. */
export const characterHeadSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  kind: z.enum(['character', 'prop', 'ground']),
  note: noteSchema.optional(),
  /** How many heads it is high. */
  heads: z.number().min(0.5, 'It is at least half a head high.').max(40, 'It is at most 40 heads high.').optional(),
  /** How wide a line it is drawn with, in pixels of its scenes. */
  lineWidth: z.number().min(0.5, 'A line is at least ½ px wide.').max(200, 'A line is at most 200 px wide.').optional(),
  landmarks: z
    .array(z.strictObject({ id: idSchema, name: nameSchema }))
    .max(LIMITS.landmarks, `A character can have ${LIMITS.landmarks} landmarks.`)
    .refine((all) => new Set(all.map(({ id }) => id)).size === all.length, 'Two landmarks have the same id.')
    .optional(),
  /** Where its mouths are drawn: a plan of mouths of a scene of the production. */
  mouths: z.strictObject({ scene: idSchema, plan: idSchema }).optional(),
  /** Limits of Second look on the levels it is drawn on, by check and name; what no check knows any more says nothing. */
  limits: z
    .record(wordSchema, z.record(wordSchema, z.number()))
    .refine((all) => Object.keys(all).length <= MOST_LIMITS, `An entry can have ${MOST_LIMITS} limits of its own.`)
    .optional(),
})
const characterSchema = characterHeadSchema.extend({
  colours: listOf(libraryColourSchema, MOST_PARTS.colour),
  sheets: listOf(modelSheetSchema, MOST_PARTS.sheet),
})
export type Character = z.infer<typeof characterSchema>
export const CHARACTER_KINDS = characterHeadSchema.shape.kind.options

/** What a production has beside its scenes, each list in its order. */
export const productionDocumentSchema = z.strictObject({
  reels: listOf(reelSchema, MOST_PARTS.reel),
  characters: listOf(characterSchema, MOST_PARTS.character),
})
export type ProductionDocument = z.infer<typeof productionDocumentSchema>

export const NOTHING_YET: ProductionDocument = { reels: [], characters: [] }
