import { z } from 'zod'

/** Problem details (RFC 9457): what every error of the API looks like. */
export const problemSchema = z.looseObject({
  type: z.string(),
  title: z.string(),
  status: z.int(),
  /** A sentence a person can act on. */
  detail: z.string(),
})
