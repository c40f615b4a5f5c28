import { z } from 'zod'
import { checkedScene } from '../timing/whole'
import { refuse } from '../scene/refusal'
import type { Scene } from '../scene/schema'

/**
 * A change of one part of the scene, addressed by its path; `null` is absent. Parts are the smallest
 * things two people can change without meeting: a drawing, a chart, a level, one level's sheet.
 */
export const changesSchema = z
  .array(z.strictObject({ at: z.array(z.string().max(40)).min(1).max(3), was: z.json(), now: z.json() }))
  .max(20_000)
export type Change = { at: string[]; was: unknown; now: unknown }

/** How deep the parts of each field lie below it. */
const DEPTH: Readonly<Record<string, number>> = {
  settings: 0, palette: 0, levelOrder: 0, mainTake: 0, levels: 1, drawings: 1, charts: 1, takes: 1, sheets: 2, references: 1, answers: 1, plans: 1, guides: 1,
}

/** Records that came later: absent while they hold nothing. */
const LATER: ReadonlySet<string> = new Set(['references', 'answers', 'plans', 'guides'])

type Branch = Readonly<Record<string, unknown>>

function compare(was: unknown, now: unknown, depth: number, at: string[], found: Change[]) {
  if (was === now) return
  if (depth === 0) {
    found.push({ at, was: was ?? null, now: now ?? null })
    return
  }
  const [before, after] = [(was ?? {}) as Branch, (now ?? {}) as Branch]
  for (const key of new Set([...Object.keys(before), ...Object.keys(after)])) {
    compare(before[key], after[key], depth - 1, [...at, key], found)
  }
}

/** The parts in which two scenes differ, found by identity: edits share what they leave alone. */
export function changesBetween(before: Scene, after: Scene): Change[] {
  const found: Change[] = []
  for (const [field, depth] of Object.entries(DEPTH)) {
    compare(before[field as keyof Scene], after[field as keyof Scene], depth, [field], found)
  }
  return found.filter(({ was, now }) => !sameValue(was, now))
}

/** Equality of plain JSON values, whatever the order of their keys. */
export function sameValue(a: unknown, b: unknown): boolean {
  if (a === b) return true
  if (typeof a !== 'object' || typeof b !== 'object' || !a || !b || Array.isArray(a) !== Array.isArray(b)) return false
  const [left, right] = [a as Branch, b as Branch]
  const keys = Object.keys(left)
  return keys.length === Object.keys(right).length && keys.every((key) => Object.hasOwn(right, key) && sameValue(left[key], right[key]))
}

function valueAt(scene: Scene, at: readonly string[]): unknown {
  return at.reduce<unknown>((value, key) => (value && Object.hasOwn(value, key) ? (value as Branch)[key] : undefined), scene) ?? null
}

function withValue(branch: Branch, at: readonly string[], now: unknown): Branch {
  const [key, ...rest] = at as [string, ...string[]]
  if (rest.length > 0) return { ...branch, [key]: withValue((branch[key] ?? {}) as Branch, rest, now) }
  if (now !== null) return { ...branch, [key]: now }
  return Object.fromEntries(Object.entries(branch).filter(([other]) => other !== key))
}

/** The scene with each part put to `now`. Errors: EditRefused when a part is no longer what it `was`. */
export function restored(scene: Scene, changes: readonly Change[]): Scene {
  let next: unknown = scene
  for (const { at, was, now } of changes) {
    if (DEPTH[at[0]!] !== at.length - 1 || at.some((key) => key in {})) refuse('This is not a part of a scene.')
    if (!sameValue(valueAt(scene, at), was)) {
      refuse('This step cannot be undone on its own any more: the same thing was changed somewhere else since.')
    }
    next = withValue(next as Branch, at, now)
  }
  return checkedScene(Object.fromEntries(Object.entries(next as Scene).filter(([field, value]) => !(LATER.has(field) && Object.keys(value as object).length === 0))))
}
