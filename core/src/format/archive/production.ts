import { z } from 'zod'
import { limitsSchema } from '../../checks/limits/limits'
import { nameSchema } from '../../scene/schema'
import { fileStem } from '../file-stem'

/**
 * The open archive of a production: a zip of `production.json` and, in the order of the shelf, one open archive for each
 * scene, each of which can be brought in alone. docs/formats.md tells it to people.
 */
export const PRODUCTION_FILE = 'production.json'

/** Scenes of one production that go out and come in at once. */
const PRODUCTION_SCENES = 2000

export const productionFileSchema = z.strictObject({
  format: z.literal('unhurried-sketch production'),
  version: z.literal(1),
  name: nameSchema,
  /** Its own limits for Second look; what is not named is as the checks have it. */
  limits: limitsSchema,
  /** In order, the file of each within the zip. */
  scenes: z
    .array(z.strictObject({ file: z.string().min(1).max(300), name: nameSchema }))
    .max(PRODUCTION_SCENES, `At most ${PRODUCTION_SCENES} scenes come in at once.`),
})
export type ProductionFile = z.infer<typeof productionFileSchema>

/** The file of a scene by its place, counted from 1: in the order of names they stand in that of the shelf. */
export const sceneFile = (place: number, name: string): string =>
  `scenes/${String(place).padStart(4, '0')}-${fileStem(name)}.zip`
