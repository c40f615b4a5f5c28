import type { Scene } from './schema'

/**
 * The parts of a scene: the smallest things two people can change without meeting, such as a drawing, a
 * chart, a level or one level's sheet. Each is addressed by its path.
 */
export type PartPath = readonly string[]

/** One part that differs between two scenes; `null` is absent. */
export interface PartChange {
  readonly at: PartPath
  readonly was: unknown
  readonly now: unknown
}

/** How deep the parts of each field lie below it. */
export const PART_DEPTH = {
  settings: 0,
  palette: 0,
  levelOrder: 0,
  mainTake: 0,
  levels: 1,
  drawings: 1,
  charts: 1,
  takes: 1,
  sheets: 2,
  references: 1,
  answers: 1,
  plans: 1,
  guides: 1,
  sounds: 1,
  said: 1,
  pages: 1,
  footage: 1,
  writings: 1,
  rulers: 1,
} as const satisfies Partial<Record<keyof Scene, number>>
export type PartField = keyof typeof PART_DEPTH

/** Records that came later: absent while they hold nothing. */
const LATER: ReadonlySet<string> = new Set([
  'references',
  'answers',
  'plans',
  'guides',
  'sounds',
  'said',
  'pages',
  'footage',
  'writings',
  'rulers',
])

export const isPartPath = (at: PartPath): boolean =>
  Object.hasOwn(PART_DEPTH, at[0] ?? '') && PART_DEPTH[at[0] as PartField] === at.length - 1

type Branch = Readonly<Record<string, unknown>>
const NOTHING: Branch = {}

function compare(was: unknown, now: unknown, depth: number, at: PartPath, found: PartChange[]) {
  if (was === now) return
  if (depth === 0) {
    if (!sameValue(was ?? null, now ?? null)) found.push({ at, was: was ?? null, now: now ?? null })
    return
  }
  const before = (was ?? NOTHING) as Branch
  const after = (now ?? NOTHING) as Branch
  for (const key in after)
    if (after[key] !== before[key]) compare(before[key], after[key], depth - 1, [...at, key], found)
  for (const key in before)
    if (!Object.hasOwn(after, key)) compare(before[key], undefined, depth - 1, [...at, key], found)
}

/** The parts in which two scenes differ, found by identity: edits share what they leave alone. */
export function changesBetween(before: Scene, after: Scene): PartChange[] {
  const found: PartChange[] = []
  for (const field in PART_DEPTH)
    compare(before[field as PartField], after[field as PartField], PART_DEPTH[field as PartField], [field], found)
  return found
}

/** Equality of plain JSON values, whatever the order of their keys. */
export function sameValue(a: unknown, b: unknown): boolean {
  if (a === b) return true
  if (typeof a !== 'object' || typeof b !== 'object' || !a || !b || Array.isArray(a) !== Array.isArray(b)) return false
  const [left, right] = [a as Branch, b as Branch]
  const keys = Object.keys(left)
  return (
    keys.length === Object.keys(right).length &&
    keys.every((key) => Object.hasOwn(right, key) && sameValue(left[key], right[key]))
  )
}

/** What a part holds; null when it is absent. */
export function partAt(scene: Scene, at: PartPath): unknown {
  const found = at.reduce<unknown>(
    (value, key) => (value && Object.hasOwn(value, key) ? (value as Branch)[key] : undefined),
    scene,
  )
  return found ?? null
}

/** A branch with a value put at a path. A branch below it that is left empty goes too. */
function put(branch: Branch, at: PartPath, now: unknown): Branch {
  const [key, ...rest] = at as [string, ...string[]]
  const value = rest.length === 0 ? now : put((branch[key] ?? NOTHING) as Branch, rest, now)
  const emptied = rest.length > 0 && Object.keys(value as Branch).length === 0
  if (value !== null && !emptied) return { ...branch, [key]: value }
  const { [key]: _, ...others } = branch
  return others
}

/** The scene with one part put to `now`, or taken out when that is null. */
export function withPart(scene: Scene, [field, ...rest]: PartPath, now: unknown): Scene {
  const key = field as PartField
  if (rest.length === 0) return { ...scene, [key]: now }
  const record = put((scene[key] ?? NOTHING) as Branch, rest, now)
  if (!LATER.has(key) || Object.keys(record).length > 0) return { ...scene, [key]: record }
  const { [key]: _, ...others } = scene
  return others as Scene
}
