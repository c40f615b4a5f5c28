import { readFile } from 'node:fs/promises'
import { fileURLToPath } from 'node:url'
import { promisify } from 'node:util'
import { gunzip } from 'node:zlib'
import { idSchema, paletteSchema, settingsSchema, type Edit } from '@unhurried/core'
import { z } from 'zod'

/** The sample film as it is kept beside the server: drawn while that is built, so that a first start need not. */
const bytes = z.base64().transform((text) => Buffer.from(text, 'base64'))
const drawnSchema = z.array(
  z.strictObject({
    id: idSchema,
    settings: settingsSchema,
    palette: paletteSchema,
    /** Held against the scene one by one as they are kept. */
    edits: z.array(z.custom<Edit>()),
    pictures: z.array(z.strictObject({ bytes, width: z.int(), height: z.int() })),
    /** Sounds and films. */
    files: z.array(bytes),
  }),
)
/** As it is written. */
export type DrawnFilm = z.input<typeof drawnSchema>

export const drawnFile = (folder: string) => fileURLToPath(new URL('sample-film.json.gz', folder))

export async function drawnFilm(): Promise<z.output<typeof drawnSchema>> {
  const packed = await readFile(drawnFile(import.meta.url))
  return drawnSchema.parse(JSON.parse((await promisify(gunzip)(packed)).toString()))
}
