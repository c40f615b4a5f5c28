import { z } from 'zod'
import { LIMITS } from '../../base/limits'
import { answerSchema } from './answer'
import { chartSchema } from './chart'
import { drawingSchema } from './drawing'
import { idSchema } from './fields'
import { levelSchema } from './level'
import { pageSchema } from './page'
import { paletteSchema } from './palette'
import { referenceSchema } from './picture'
import { footageSchema } from './footage'
import { writingSchema } from './writing'
import { guideSchema, planSchema } from './plan'
import { rulerSchema } from './ruler'
import { saidSchema } from './said'
import { settingsSchema } from './settings'
import { soundSchema } from './sound'
import { columnSchema, takeSchema } from './take'

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
  sounds: z.record(idSchema, soundSchema).optional(),
  /** What is said, by sound. */
  said: z.record(idSchema, saidSchema).optional(),
  /** Pages of paper that drawings show. */
  pages: z.record(idSchema, pageSchema).optional(),
  /** Films under the paper. */
  footage: z.record(idSchema, footageSchema).optional(),
  /** How lettering is written, by drawing. */
  writings: z.record(idSchema, writingSchema).optional(),
  /** What leads the hand on the paper. */
  rulers: z.record(idSchema, rulerSchema).optional(),
})
export type Scene = z.infer<typeof sceneSchema>
