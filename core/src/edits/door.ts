import type { z } from 'zod'
import { cutShort, sentenceOf } from '../base/sentence'
import { refuse } from '../scene/refusal'
import { EDIT_KINDS, MOST_WORDS, wordsSchema, type Edit, type SimpleEdit } from './kinds'

/**
 * An edit as every door takes it, by the shape its kind has: who makes one learns here, and not from the server, that it
 * can never be kept. Ink is as the tools make it and is not looked through: the pen does not wait. Errors: EditRefused.
 */
export function asTheDoorTakes(edit: Edit): Edit {
  if (edit.type !== 'together') return inShape(edit)
  return { ...edit, words: parsed(wordsSchema, cutShort(edit.words, MOST_WORDS)), edits: edit.edits.map(inShape) }
}

function inShape(edit: SimpleEdit): SimpleEdit {
  const schema = EDIT_KINDS.get(edit.type)?.schema
  return edit.type === 'ink.change' || !schema ? edit : parsed(schema, edit)
}

function parsed<T>(schema: z.ZodType<T>, value: T): T {
  const { data, error } = schema.safeParse(value)
  return error ? refuse(sentenceOf(error)) : data
}
