import type { z } from 'zod'

/** The first thing wrong with a value, as one sentence with the place it was found. */
export function sentenceOf(error: z.ZodError): string {
  const issue = error.issues[0]
  if (!issue) return 'It is not in the expected form.'
  const path = issue.path.map(String).join(' › ')
  const message = /[.!?]$/.test(issue.message) ? issue.message : `${issue.message}.`
  return path === '' ? message : `${message} (${path})`
}
