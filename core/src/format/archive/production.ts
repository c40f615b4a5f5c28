import { z } from 'zod'
import { limitsSchema } from '../../checks/limits/limits'
import { productionDocumentSchema } from '../../production/schema'
import { idSchema, nameSchema, pictureSchema } from '../../scene/schema'
import { fileStem } from '../file-stem'

/**
 * The open archive of a production: a zip of `production.json` and, in the order of the shelf, one open archive for each
 * scene, each of which can be brought in alone. docs/formats.md tells it to people.
 */
export const PRODUCTION_FILE = 'production.json'

/** Scenes of one production that go out and come in at once. */
const PRODUCTION_SCENES = 2000

/** Story pictures and model sheets of one production. */
const PRODUCTION_PICTURES = 5000
const fileSchema = z.string().min(1).max(300)

export const productionFileSchema = z.strictObject({
  format: z.literal('unhurried-sketch production'),
  version: z.literal(1),
  name: nameSchema,
  /** Its own limits for Second look; what is not named is as the checks have it. */
  limits: limitsSchema,
  /** In order, the file of each within the zip. */
  scenes: z
    .array(z.strictObject({ file: fileSchema, name: nameSchema, id: idSchema.optional() }))
    .max(PRODUCTION_SCENES, `At most ${PRODUCTION_SCENES} scenes come in at once.`),
  /** Its reels and its library; shots name scenes by the ids they have above. Absent where it has neither. */
  document: productionDocumentSchema.optional(),
  /** The files of the pictures those show. */
  pictures: z
    .array(z.strictObject({ picture: pictureSchema, file: fileSchema }))
    .max(PRODUCTION_PICTURES, `At most ${PRODUCTION_PICTURES} pictures come in at once.`)
    .optional(),
})
export type ProductionFile = z.infer<typeof productionFileSchema>

/** The file of a picture that its reels or its library show. */
export const pictureFile = (picture: string): string => `pictures/${picture}`

/** The file of a scene by its place, counted from 1: in the order of names they stand in that of the shelf. */
export const sceneFile = (place: number, name: string): string =>
  `scenes/${String(place).padStart(4, '0')}-${fileStem(name)}.zip`
