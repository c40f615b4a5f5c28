import { z } from 'zod'
import { practiceResultSchema } from '../practice/results'
import { idSchema } from '../scene/schema'
import { endpoint } from './endpoint'

/** Results in one request, and in one answer: the newest of them. */
export const PRACTICE_AT_ONCE = 200
export const MOST_PRACTISED = 10_000

const ofPerson = z.object({ person: idSchema })

export const keepPractice = endpoint({
  operation: 'keepPractice',
  method: 'post',
  path: '/api/people/:person/practice',
  summary: 'Keep what came of practising; a result sent again takes the place of the one before',
  params: ofPerson,
  body: z.strictObject({
    results: z
      .array(practiceResultSchema)
      .min(1, 'Send at least one result.')
      .max(PRACTICE_AT_ONCE, `Send at most ${PRACTICE_AT_ONCE} results at a time.`),
  }),
  bodyLimit: 256 * 1024,
  answer: z.object({}),
  problems: [400, 403, 413, 415, 422, 503],
})

export const readPractice = endpoint({
  operation: 'readPractice',
  method: 'get',
  path: '/api/people/:person/practice',
  summary: `What a person practised, newest first, ${MOST_PRACTISED} results at most`,
  params: ofPerson,
  answer: z.array(practiceResultSchema),
  problems: [400, 503],
})

export const forgetPractice = endpoint({
  operation: 'forgetPractice',
  method: 'post',
  path: '/api/people/:person/practice/forget',
  summary: 'Forget all that a person practised, or one result of it',
  params: ofPerson,
  body: z.strictObject({ result: idSchema.optional() }),
  answer: z.object({ forgotten: z.int() }),
  problems: [400, 403, 413, 415, 422, 503],
})
