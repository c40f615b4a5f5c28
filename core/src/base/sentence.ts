import type { z } from 'zod'

/** Text of at most so many characters, never cut through the middle of one that takes two. */
export const cutShort = (text: string, most: number): string => text.slice(0, most).replace(/\p{Surrogate}$/u, '')

/** The first thing wrong with a value, as one sentence with the place it was found. */
export function sentenceOf(error: z.ZodError): string {
  const issue = error.issues[0]
  if (!issue) return 'It is not in the expected form.'
  const path = issue.path.map(String).join(' › ')
  const message = /[.!?]$/.test(issue.message) ? issue.message : `${issue.message}.`
  return path === '' ? message : `${message} (${path})`
}
