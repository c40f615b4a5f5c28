import { z } from 'zod'
import { LIMITS } from '../base/limits'

/**
 * The scene document. Frames count from 1, distances are scene pixels with y growing downward. A field
 * that came later is optional and absent while it says nothing, so that older scenes and edits stay whole.
 */

const between = (what: string, { min, max }: { min: number; max: number }, unit = '') =>
  z
    .int(`${what} must be a whole number.`)
    .min(min, `${what} must be from ${min} to ${max}${unit}.`)
    .max(max, `${what} must be from ${min} to ${max}${unit}.`)

/**
 * Text that every door can hold: PostgreSQL takes no NUL, and neither it nor a file in UTF-8 half a
 * surrogate pair.
 */
const isPlainText = (text: string): boolean => !text.includes('\0') && !/\p{Surrogate}/u.test(text)
const UNKEEPABLE = 'This text holds a character that cannot be kept. Type it again without it.'
/** Any text people or their files bring, at most so many characters long. */
export const textSchema = (most: number, sentence: string) =>
  z.string().max(most, sentence).refine(isPlainText, UNKEEPABLE)

/** Names every object answers to (`constructor` …) are no ids: a look-up by id must never find one. */
export const idSchema = z
  .string()
  .regex(/^[A-Za-z0-9][A-Za-z0-9_-]{0,31}$/, 'An id is 1 to 32 letters, digits, - or _.')
  .refine((id) => !(id in {}), 'This id is reserved.')
export const nameSchema = z
  .string()
  .trim()
  .min(1, 'Give it a name.')
  .max(LIMITS.name, `A name can have at most ${LIMITS.name} characters.`)
  .refine(isPlainText, UNKEEPABLE)
export const noteSchema = textSchema(LIMITS.note, `A note can have at most ${LIMITS.note} characters.`)
const colourSchema = z.string().regex(/^#[0-9a-f]{6}$/i, 'A colour is written # and six hexadecimal digits.')
const placeNumber = () =>
  z
    .number('A place must be a number.')
    .min(-LIMITS.reach, 'This lies too far from the paper.')
    .max(LIMITS.reach, 'This lies too far from the paper.')
const shareSchema = z.number().min(0, 'A strength must be from 0 to 1.').max(1, 'A strength must be from 0 to 1.')
export const frameSchema = between('The frame', LIMITS.length)

const TEMPO = `A tempo is from ${LIMITS.bpm.min} to ${LIMITS.bpm.max} beats a minute.`

const approachSchema = z.enum(['pose-to-pose', 'straight-ahead', 'every-drawing-a-key'])
export type Approach = z.infer<typeof approachSchema>

export const settingsSchema = z.strictObject({
  name: nameSchema,
  width: between('The width', LIMITS.side, ' pixels'),
  height: between('The height', LIMITS.side, ' pixels'),
  fps: between('The rate', LIMITS.fps, ' frames a second'),
  length: between('The length', LIMITS.length, ' frames'),
  paper: colourSchema,
  approach: approachSchema,
  numbering: z.enum(['by-frame', 'in-order']),
  /** Drawn in whole cells, with no smoothing anywhere: for sprites. */
  cells: z.boolean().optional(),
  /** The scene of the production that a move of this one goes on in. */
  handsOnTo: idSchema.nullable().optional(),
  /** How many colours the scene should make do with. */
  colourLimit: between('The limit of colours', { min: 1, max: LIMITS.swatches }).nullable().optional(),
  /** A tempo whose beats are ruled across the sheet; `first` is the frame of the first beat. */
  beats: z
    .strictObject({ bpm: z.number().min(LIMITS.bpm.min, TEMPO).max(LIMITS.bpm.max, TEMPO), first: frameSchema })
    .nullable()
    .optional(),
})
export type Settings = z.infer<typeof settingsSchema>

/** Tones that follow another colour. */
export const TONES = ['lighter', 'darker', 'shadow'] as const
const toneSchema = z.enum(TONES)
export type Tone = z.infer<typeof toneSchema>
export const swatchSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  colour: colourSchema,
  group: nameSchema.optional(),
  /** Follows another colour, in that tone. */
  tone: z.strictObject({ of: idSchema, is: toneSchema }).optional(),
  /** Poured into another colour: whatever was drawn with this one is shown in that. */
  into: idSchema.optional(),
})
export type Swatch = z.infer<typeof swatchSchema>

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

/** How what lies on top meets what lies below it. */
export const BLENDS = ['normal', 'multiply', 'screen', 'overlay'] as const
const blendSchema = z.enum(BLENDS)
export type Blend = z.infer<typeof blendSchema>

/** Pictures are named by the SHA-256 of their bytes. */
export const pictureSchema = z.string().regex(/^[0-9a-f]{64}$/, 'A picture is named by 64 hexadecimal digits.')
const offsetSchema = z.strictObject({
  x: z.number().min(-LIMITS.reach).max(LIMITS.reach),
  y: z.number().min(-LIMITS.reach).max(LIMITS.reach),
})
const scaleSchema = z
  .number('A scale must be a number.')
  .min(0.01, 'A scale is at least 1 %.')
  .max(50, 'A scale is at most 5000 %.')

/** How a move is spread over its time; `spacingLaw` in timing gives each its formula. */
export const SPACING_LAWS = ['even', 'slow-out', 'slow-in', 'slow-out-in', 'fall', 'rise', 'swing'] as const
export type SpacingLaw = (typeof SPACING_LAWS)[number]

export const TEXTURES = ['grain', 'weave', 'wash'] as const
/** What a level has under its drawings: a picture, a texture over it, and how it moves past. */
const groundSchema = z.strictObject({
  /** The picture with its top left corner at x, y; beside itself again and again when it repeats. */
  picture: z
    .strictObject({
      picture: pictureSchema,
      x: placeNumber(),
      y: placeNumber(),
      scale: scaleSchema,
      repeat: z.boolean().optional(),
    })
    .optional(),
  texture: z.strictObject({ is: z.enum(TEXTURES), strength: shareSchema }).optional(),
  /** The whole level moved, from the first frame of the scene to its last. */
  pan: z
    .strictObject({
      from: offsetSchema,
      to: offsetSchema,
      law: z.enum(SPACING_LAWS),
      strength: z.number().min(LIMITS.strength.min).max(LIMITS.strength.max),
    })
    .optional(),
})
export type Ground = z.infer<typeof groundSchema>

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

/** Passes of one drawing, in the order they lie on the paper from the bottom up. */
export const PASSES = ['colour', 'shadow', 'rough', 'tie-down', 'line'] as const
export const passSchema = z.enum(PASSES)
export type Pass = z.infer<typeof passSchema>

/** A picture to look at while drawing, never part of the scene's own pictures. */
export const referenceSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  picture: pictureSchema,
  /** Beside the paper it stays put however the paper is moved; under the paper it lies in scene pixels and moves with it. */
  place: z.enum(['beside', 'under']),
  /** Top left corner: in shares of the table beside the paper, in scene pixels under it. */
  x: placeNumber(),
  y: placeNumber(),
  /** Width: as a share of the table's beside the paper, in scene pixels under it. */
  width: z.number().min(0.02).max(LIMITS.reach),
  strength: shareSchema,
  locked: z.boolean().optional(),
  /** The model sheet of this level. */
  level: idSchema.optional(),
})
export type Reference = z.infer<typeof referenceSchema>

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
})
export type Level = z.infer<typeof levelSchema>

export const roleSchema = z.enum(['key', 'breakdown', 'inbetween'])
export type Role = z.infer<typeof roleSchema>
export const numberSchema = z.string().regex(/^[0-9A-Za-z]{1,8}$/, 'A drawing number is 1 to 8 digits or letters.')
const placeSchema = placeNumber()
/** Where a landmark lies on a drawing. At a corner the path of action turns sharply, as on a bounce. */
export const pinSchema = z.strictObject({ x: placeSchema, y: placeSchema, corner: z.boolean().optional() })
export type Pin = z.infer<typeof pinSchema>

export const drawingSchema = z.strictObject({
  id: idSchema,
  level: idSchema,
  number: numberSchema,
  role: roleSchema,
  note: noteSchema,
  /** Pieces of ink on each pass; a pass without ink is not listed. */
  passes: z.partialRecord(passSchema, z.int().min(1)),
  /** Where the level's landmarks lie, by landmark. */
  pins: z.record(idSchema, pinSchema).optional(),
})
export type Drawing = z.infer<typeof drawingSchema>

export const spacingSchema = z.discriminatedUnion('by', [
  z.strictObject({
    by: z.literal('halves'),
    slowOut: between('Halvings to slow out', LIMITS.halvings),
    slowIn: between('Halvings to slow in', LIMITS.halvings),
  }),
  z.strictObject({
    by: z.literal('thirds'),
    slowOut: between('Halvings to slow out', LIMITS.halvings),
    slowIn: between('Halvings to slow in', LIMITS.halvings),
  }),
  /** Each mark where a hand put it, or where it was measured. */
  z.strictObject({ by: z.literal('hand') }),
  z.strictObject({
    by: z.literal('law'),
    law: z.enum(SPACING_LAWS),
    strength: z.number().min(LIMITS.strength.min).max(LIMITS.strength.max),
  }),
])
export type Spacing = z.infer<typeof spacingSchema>
export const patternSchema = z
  .array(between('An exposure', LIMITS.exposure, ' frames'))
  .min(1, 'Say on how many frames each drawing is held.')
  .max(64, 'A pattern of exposures has at most 64 entries.')

/** One line as it is on one drawing. */
export const lineSchema = z.strictObject({
  drawing: idSchema,
  line: z.string().min(1).max(40).refine(isPlainText, UNKEEPABLE),
})
const markSchema = z.strictObject({
  drawing: idSchema,
  fraction: z
    .number('A mark lies at a number.')
    .min(LIMITS.mark.min, 'A mark lies too far before the first drawing.')
    .max(LIMITS.mark.max, 'A mark lies too far past the second drawing.'),
})
const marksSchema = z
  .array(markSchema)
  .max(
    LIMITS.marks,
    `A chart can have ${LIMITS.marks} marks. Lay a breakdown in between and a chart to each side of it.`,
  )

export const chartSchema = z.strictObject({
  id: idSchema,
  level: idSchema,
  from: idSchema,
  to: idSchema,
  spacing: spacingSchema,
  exposure: patternSchema,
  marks: marksSchema,
  /** How far the path of each landmark bows out between the two drawings, in pixels, to the left of the way. */
  bends: z.record(idSchema, placeSchema).optional(),
  /** Lines put together by hand: each entry is one line as it is on several drawings of the span. */
  same: z
    .array(
      z
        .array(lineSchema)
        .min(2)
        .max(LIMITS.matched, `A line can be put together on ${LIMITS.matched} drawings. Let some of them go first.`),
    )
    .max(LIMITS.matches, `${LIMITS.matches} lines of a span are put together by hand: let some go first.`)
    .optional(),
})
export type Chart = z.infer<typeof chartSchema>

/** `drawing: null` is an empty frame. */
export const exposureSchema = z.strictObject({
  drawing: idSchema.nullable(),
  frames: z.int().min(1, 'An exposure lasts at least one frame.').max(LIMITS.length.max),
})
export type Exposure = z.infer<typeof exposureSchema>

/**
 * A run of exposures that repeats: one thing, whose every turn follows a change to any. `turns` null
 * goes on to the end of the sheet; `frames` is what it fills there, the last turn clipped.
 */
const cycleSchema = z.strictObject({
  cycle: z.array(exposureSchema).min(1).max(LIMITS.length.max),
  turns: z.int().min(1, 'A cycle turns at least once.').max(LIMITS.length.max).nullable(),
  frames: z.int().min(1).max(LIMITS.length.max),
})
export type Cycle = z.infer<typeof cycleSchema>
export const columnSchema = z.array(z.union([exposureSchema, cycleSchema])).max(LIMITS.length.max)
/** What one level shows in one take, top to bottom on the sheet. */
export type Column = readonly (Exposure | Cycle)[]

export const takeSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  /** Put away: not offered among the takes until it is brought back. */
  away: z.boolean().optional(),
  /** Notes beside the sheet, by frame, in order. */
  notes: z
    .array(z.strictObject({ frame: frameSchema, text: noteSchema.min(1) }))
    .max(LIMITS.notes, `A take can have ${LIMITS.notes} notes. Take some away first.`)
    .optional(),
})
export type Take = z.infer<typeof takeSchema>

/** A finding of Second look answered "meant": it stays so until its drawings' ink or pins change. */
export const answerSchema = z.strictObject({
  check: idSchema,
  level: idSchema.optional(),
  drawings: z.array(idSchema).max(LIMITS.drawings),
  reason: z
    .string()
    .trim()
    .min(1, 'Say why it is meant.')
    .max(LIMITS.note, `A reason can have at most ${LIMITS.note} characters.`)
    .refine(isPlainText, UNKEEPABLE),
  /** What those drawings were then. */
  print: textSchema(40, 'This is no print of drawings.'),
})
export type Answer = z.infer<typeof answerSchema>

/** What was asked of a planner, and what it laid: it can be opened again and changed. */
export const planSchema = z.strictObject({
  id: idSchema,
  level: idSchema,
  /** Which planner; one unknown here is kept and left alone. */
  planner: idSchema,
  /** Where it begins on the sheet. */
  frame: frameSchema,
  inputs: z.record(
    textSchema(40, 'The name of an input is too long.'),
    z.union([z.number(), textSchema(4000, 'An input is too long.'), z.boolean()]),
  ),
  /** By place in the plan; one taken out since names no drawing any more. */
  drawings: z.array(idSchema).max(1000),
  /** Drawn for an earlier state of the plan, which asks for them no more. */
  kept: z.array(idSchema).max(1000),
  charts: z.array(idSchema).max(1000),
  /** Turns of a plan that repeats; null goes on to the end of the sheet. */
  turns: z.int().min(1).max(LIMITS.length.max).nullable(),
})
export type LaidPlan = z.infer<typeof planSchema>

/** One line of a guide figure, flat x, y; `far` is behind, `help` is no part of the figure. */
const guideShapeSchema = z.strictObject({
  points: z.array(placeNumber()).min(2).max(2000),
  closed: z.literal(true).optional(),
  tone: z.enum(['far', 'help']).optional(),
})
export type GuideShape = z.infer<typeof guideShapeSchema>
/** What lies under one drawing while it is made: a figure, and where its landmarks should land. */
export const guideSchema = z.strictObject({
  plan: idSchema,
  shapes: z.array(guideShapeSchema).max(LIMITS.guideShapes, `A guide has at most ${LIMITS.guideShapes} lines.`),
  targets: z.record(idSchema, pinSchema),
})
export type Guide = z.infer<typeof guideSchema>

export const paletteSchema = z
  .array(swatchSchema)
  .min(1, 'A scene has at least one colour.')
  .max(LIMITS.swatches, `A scene can have ${LIMITS.swatches} colours; merge two before adding another.`)

export const sceneSchema = z.strictObject({
  format: z.literal(1),
  settings: settingsSchema,
  palette: paletteSchema,
  /** Bottom level first. */
  levelOrder: z.array(idSchema).max(LIMITS.levels, `A scene can have ${LIMITS.levels} levels.`),
  levels: z.record(idSchema, levelSchema),
  drawings: z.record(idSchema, drawingSchema),
  charts: z.record(idSchema, chartSchema),
  takes: z.record(idSchema, takeSchema),
  mainTake: idSchema,
  /** take → level → exposures, which always fill the scene's length exactly. */
  sheets: z.record(idSchema, z.record(idSchema, columnSchema)),
  references: z.record(idSchema, referenceSchema).optional(),
  answers: z.record(idSchema, answerSchema).optional(),
  plans: z.record(idSchema, planSchema).optional(),
  /** By drawing. */
  guides: z.record(idSchema, guideSchema).optional(),
})
export type Scene = z.infer<typeof sceneSchema>
