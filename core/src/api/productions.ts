import { z } from 'zod'
import { productionEditSchema } from '../production/edits'
import { productionDocumentSchema } from '../production/schema'
import { idSchema, nameSchema } from '../scene/schema'
import { endpoint } from './endpoint'
import { editIdSchema } from './edit-id'

/** Edits of one request. */
const PRODUCTION_EDITS_AT_ONCE = 4000

const inProduction = z.object({ production: idSchema })

export const readProduction = endpoint({
  operation: 'readProduction',
  method: 'get',
  path: '/api/productions/:production',
  summary: 'What a production has beside its scenes: its reels and its library',
  params: inProduction,
  answer: z.object({ id: idSchema, name: nameSchema, version: z.int(), document: productionDocumentSchema }),
  problems: [404, 503],
})

export const keepProduction = endpoint({
  operation: 'keepProduction',
  method: 'post',
  path: '/api/productions/:production/edits',
  summary:
    'Keep edits of what a production has beside its scenes, all or none, on whatever it has by then; an edit sent again changes nothing',
  params: inProduction,
  body: z.strictObject({
    edits: z
      .array(z.strictObject({ id: editIdSchema, edit: productionEditSchema }))
      .min(1, 'Send at least one edit.')
      .max(PRODUCTION_EDITS_AT_ONCE, `Send at most ${PRODUCTION_EDITS_AT_ONCE} edits at a time.`),
  }),
  bodyLimit: 8 * 1024 * 1024,
  answer: z.object({ version: z.int(), document: productionDocumentSchema }),
  problems: [400, 403, 404, 413, 415, 422, 503],
})
