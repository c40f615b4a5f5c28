import { z } from 'zod'
import { isPartPath, partAt, sameValue, withPart, type PartChange } from '../../scene/parts'
import { refuse } from '../../scene/refusal'
import type { Scene } from '../../scene/schema'
import { editKind } from '../edit'

/** Far deeper than any part of a scene is nested. */
const DEEPEST = 24

/** Whether a value is plain JSON, nested no deeper than a part of a scene can be. */
function isPlainJson(value: unknown, left = DEEPEST): boolean {
  if (value === null || typeof value === 'string' || typeof value === 'boolean') return true
  if (typeof value === 'number') return Number.isFinite(value)
  if (typeof value !== 'object' || left === 0) return false
  return Array.isArray(value)
    ? value.every((each) => isPlainJson(each, left - 1))
    : Object.values(value).every((each) => isPlainJson(each, left - 1))
}
const valueSchema = z.unknown().refine((value) => isPlainJson(value), 'This is not a part of a scene.')

/** Changes of parts of the scene; `null` is absent. */
const changesSchema = z
  .array(z.strictObject({ at: z.array(z.string().max(40)).min(1).max(3), was: valueSchema, now: valueSchema }))
  .max(20_000)

/**
 * The scene with each part put to `now`. A drawing that is there keeps the count of its lines: those are
 * counted where they lie. Errors: EditRefused when a part is no longer what it `was`.
 */
function restored(scene: Scene, changes: readonly PartChange[]): Scene {
  let next = scene
  for (const { at, was, now } of changes) {
    if (!isPartPath(at) || at.some((key) => key in {})) refuse('This is not a part of a scene.')
    if (!sameValue(partAt(next, at), was))
      refuse('This step cannot be undone on its own any more: the same thing was changed somewhere else since.')
    if (at[0] === 'drawings' && was !== null && now !== null && !sameValue(passesIn(was), passesIn(now)))
      refuse('The lines of a drawing are counted where they lie; a step cannot be undone by their count.')
    next = withPart(next, at, now)
  }
  return next
}

const passesIn = (drawing: unknown): unknown => (drawing as { passes?: unknown }).passes

/** Puts parts of the scene back to what they were, if they are still what the edit left behind. */
export const restore = editKind({
  schema: z.strictObject({ type: z.literal('restore'), changes: changesSchema }),
  pastLocks: true,
  apply: (scene, { changes }) => restored(scene, changes),
  words: () => 'a step undone or redone',
})
