import { z } from 'zod'
import { editSchema, type Edit } from '../edits/kinds'
import { idSchema } from '../scene/schema'
import { editIdSchema } from './edit-id'
import { endpoint, numberInAddress } from './endpoint'

const ofScene = z.object({ scene: idSchema })

export const sentEditSchema = z.strictObject({
  id: editIdSchema,
  edit: editSchema,
})
export interface SentEdit {
  readonly id: string
  readonly edit: Edit
}

const keptEditSchema = z.object({ id: z.string(), version: z.int(), edit: editSchema })
export interface KeptEdit extends SentEdit {
  readonly version: number
}

/** Edits in one request. */
export const EDITS_AT_ONCE = 200
/** Most missed edits an answer carries; a page further behind reads the scene again. */
export const MOST_MISSED = 500

/** What 409 tells beside its sentence: the scene's version, and the edits missed. */
export const conflictSchema = z.object({ version: z.int(), missed: z.array(keptEditSchema) })

export const readEdits = endpoint({
  operation: 'readEdits',
  method: 'get',
  path: '/api/scenes/:scene/edits',
  summary: `Edits kept after a version, oldest first, ${MOST_MISSED} at most`,
  params: ofScene,
  query: z.object({ since: numberInAddress('since') }),
  answer: z.array(keptEditSchema),
  problems: [400, 404, 503],
})

export const keepEdits = endpoint({
  operation: 'keepEdits',
  method: 'post',
  path: '/api/scenes/:scene/edits',
  summary:
    'Keep edits made on a version, all or none; an edit sent again changes nothing. Made on an older version they are laid on the newest where they touch other parts; where they meet others’ on one part, 409 carries the edits missed',
  params: ofScene,
  body: z.strictObject({
    base: z.int().min(0),
    edits: z
      .array(sentEditSchema)
      .min(1, 'Send at least one edit.')
      .max(EDITS_AT_ONCE, `Send at most ${EDITS_AT_ONCE} edits at a time.`),
  }),
  bodyLimit: 12 * 1024 * 1024,
  answer: z.object({ version: z.int() }),
  problems: [400, 403, 404, 409, 413, 415, 422, 503],
})
