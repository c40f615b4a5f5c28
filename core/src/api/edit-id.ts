import { z } from 'zod'

/** The id its maker gave an edit, so that sending it twice changes nothing. */
export const editIdSchema = z.string().regex(/^[A-Za-z0-9_-]{6,40}$/, 'An edit id is 6 to 40 letters, digits, - or _.')
