import { z } from 'zod'
import { logEntrySchema } from '../record/log'
import { idSchema } from '../scene/schema'
import { endpoint } from './endpoint'

/** Entries in one request, and in one answer: the newest of them. */
export const LOG_AT_ONCE = 500
export const MOST_LOGGED = 20_000

const ofPerson = z.object({ person: idSchema })
const moment = z.int().min(-8.64e15).max(8.64e15)

export const keepLog = endpoint({
  operation: 'keepLog',
  method: 'post',
  path: '/api/people/:person/log',
  summary: 'Keep what a person worked; an entry sent again takes the place of the one before',
  params: ofPerson,
  body: z.strictObject({
    entries: z
      .array(logEntrySchema)
      .min(1, 'Send at least one entry.')
      .max(LOG_AT_ONCE, `Send at most ${LOG_AT_ONCE} entries at a time.`),
  }),
  bodyLimit: 1024 * 1024,
  answer: z.object({}),
  problems: [400, 403, 413, 415, 422, 503, 507],
})

const personalEntrySchema = logEntrySchema.extend({ person: idSchema })
export type PersonalEntry = z.infer<typeof personalEntrySchema>

export const readLog = endpoint({
  operation: 'readLog',
  method: 'get',
  path: '/api/scenes/:scene/log',
  summary: `What was worked on the scenes of the production a scene is in, by everyone, newest first, ${MOST_LOGGED} entries at most`,
  params: z.object({ scene: idSchema }),
  answer: z.array(personalEntrySchema),
  problems: [400, 404, 503],
})

export const readProductionLog = endpoint({
  operation: 'readProductionLog',
  method: 'get',
  path: '/api/productions/:production/log',
  summary: `What was worked on the scenes of a production, by everyone, newest first, ${MOST_LOGGED} entries at most`,
  params: z.object({ production: idSchema }),
  answer: z.array(personalEntrySchema),
  problems: [400, 404, 503],
})

export const forgetLog = endpoint({
  operation: 'forgetLog',
  method: 'post',
  path: '/api/people/:person/log/forget',
  summary: 'Forget what a person worked, of what began from one moment until before another, or all of it',
  params: ofPerson,
  body: z.strictObject({ from: moment.optional(), until: moment.optional() }),
  answer: z.object({ forgotten: z.int() }),
  problems: [400, 403, 413, 415, 422, 503],
})
