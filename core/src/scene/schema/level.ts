import { z } from 'zod'
import { LIMITS } from '../../base/limits'
import { adjustmentSchema } from './adjustment'
import { passSchema } from './drawing'
import { effectsSchema } from './effects'
import { between, colourSchema, idSchema, nameSchema, placeNumber, shareSchema } from './fields'
import { groundSchema } from './ground'
import { blendSchema } from './picture'

const lightTableSchema = z.strictObject({
  on: z.boolean(),
  /** `parents`: the two drawings this inbetween is found between, neighbours for anything else. */
  shows: z.enum(['parents', 'around', 'earlier']),
  earlier: between('Earlier drawings', { min: 0, max: 8 }),
  later: between('Later drawings', { min: 0, max: 8 }),
  earlierStrength: shareSchema,
  laterStrength: shareSchema,
  /** Only keys and breakdowns lie under the paper. */
  keysOnly: z.boolean().optional(),
  /** Drawings that always lie under the paper, whatever the counts. */
  pinned: z
    .array(idSchema)
    .max(LIMITS.pinned, `At most ${LIMITS.pinned} drawings can be pinned to the light table.`)
    .optional(),
  /** The first drawing lies beyond the last, the last before the first; absent: when the level is a loop. */
  beyond: z.boolean().optional(),
  /** Other levels are not shown while drawing on this one. */
  alone: z.boolean().optional(),
  tints: z.strictObject({ earlier: colourSchema, later: colourSchema }).optional(),
  /** Figures laid by a planner: not shown, or shown in play too; absent: on the light table only. */
  guides: z.enum(['off', 'play']).optional(),
})
export type LightTable = z.infer<typeof lightTableSchema>

/** A named point of a level, such as a nose or the centre of a ball, found again on each drawing. */
export const landmarkSchema = z.strictObject({ id: idSchema, name: nameSchema })
export type Landmark = z.infer<typeof landmarkSchema>

/** How a pass of every drawing of a level is shown; what says nothing is absent. */
const passStateSchema = z.strictObject({
  /** Left out of the picture, in play and in what is handed over. */
  hidden: z.boolean().optional(),
  /** Pale on the desk, for drawing over it. */
  dim: z.boolean().optional(),
  locked: z.boolean().optional(),
  blend: blendSchema.optional(),
  strength: shareSchema.optional(),
})
export type PassState = z.infer<typeof passStateSchema>

/** Shown only where another level has ink, or only where it has none. */
const matteSchema = z.strictObject({ level: idSchema, where: z.enum(['ink', 'none']) })

/** Shows what another level shows, some frames later or ahead, elsewhere, in other colours. */
const followsSchema = z.strictObject({
  level: idSchema,
  /** Later by so many frames, ahead below 0. */
  frames: between('Frames behind', { min: -LIMITS.length.max, max: LIMITS.length.max }),
  x: placeNumber(),
  y: placeNumber(),
  /** Only these of its drawings. */
  only: z.array(idSchema).min(1).max(LIMITS.drawings).optional(),
  /** All of it in one colour. */
  swatch: idSchema.optional(),
  /** Colours shown in place of others. */
  swatches: z.record(idSchema, idSchema).optional(),
})
export type Follows = z.infer<typeof followsSchema>

export const levelSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  kind: z.enum(['animated', 'ground']),
  loop: z.boolean(),
  lightTable: lightTableSchema,
  landmarks: z
    .array(landmarkSchema)
    .max(LIMITS.landmarks, `A level can have ${LIMITS.landmarks} landmarks.`)
    .optional(),
  /** Left out of the picture, in play and in what is handed over. */
  hidden: z.boolean().optional(),
  /** Nothing on it can be changed. */
  locked: z.boolean().optional(),
  blend: blendSchema.optional(),
  strength: shareSchema.optional(),
  passes: z.partialRecord(passSchema, passStateSchema).optional(),
  /** The drawing that is the model of size and colour. */
  model: idSchema.optional(),
  ground: groundSchema.optional(),
  matte: matteSchema.optional(),
  follows: followsSchema.optional(),
  adjust: adjustmentSchema.optional(),
  effects: effectsSchema.optional(),
  /** Who or what of the production's library is drawn on it. */
  character: idSchema.optional(),
})
export type Level = z.infer<typeof levelSchema>
