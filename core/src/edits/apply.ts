import { changesBetween, partAt, type PartChange } from '../scene/parts'
import { refuse, refusing } from '../scene/refusal'
import type { Pass, Scene } from '../scene/schema'
import { requireWhole } from '../scene/validate'
import type { Ink } from '../ink/ink'
import type { PassInk } from './edit'
import { refuseLockedLevel } from './lookup'
import { copyOf, EDIT_KINDS, simpleEditsOf, type Edit, type SimpleEdit } from './kinds'

type Kind = NonNullable<ReturnType<typeof EDIT_KINDS.get>>

export interface Applied {
  readonly scene: Scene
  /** The edit that undoes it; worked out when it is asked for. */
  readonly inverse: Edit
}

interface Step extends Applied {
  readonly inverse: SimpleEdit
}

/**
 * The only way a scene changes. Gives the scene after `edit` and the edit that undoes it; the scene
 * given is left alone and what does not change is shared. What it gives is whole when the scene given
 * was. Errors: EditRefused with a sentence.
 */
export function applyEdit(scene: Scene, edit: Edit): Applied {
  if (edit.type !== 'together') return applySimple(scene, edit)
  let next = scene
  const steps: Step[] = []
  for (const each of edit.edits) {
    const step = applySimple(next, each)
    next = step.scene
    steps.push(step)
  }
  return {
    scene: next,
    get inverse() {
      return { ...edit, edits: steps.map((step) => step.inverse).reverse() }
    },
  }
}

function applySimple(scene: Scene, edit: SimpleEdit): Step {
  const kind = kindOf(edit)
  requireNamed(scene, edit)
  const next = refusing(() => kind.apply(scene, edit))
  const changes = changesOf(kind, scene, next, edit)
  if (!kind.pastLocks) refuseLocked(scene, next, changes)
  requireWhole(scene, next, changes)
  return {
    scene: next,
    get inverse() {
      return kind.inverse?.(edit) ?? putBack(changes)
    },
  }
}

/** Fields by which an edit names what must be there already. */
const NAMED = [
  ['take', 'takes', 'This take is not in the scene any more.'],
  ['level', 'levels', 'This level is not in the scene any more.'],
  ['chart', 'charts', 'This chart is not in the scene any more.'],
] as const

function requireNamed(scene: Scene, edit: SimpleEdit) {
  for (const [field, record, sentence] of NAMED) {
    const id = (edit as Record<string, unknown>)[field]
    if (typeof id === 'string' && !Object.hasOwn(scene[record], id)) refuse(sentence)
  }
}

function changesOf(kind: Kind, before: Scene, after: Scene, edit: SimpleEdit): readonly PartChange[] {
  if (!kind.parts) return changesBetween(before, after)
  return kind.parts(edit).map((at) => ({ at, was: partAt(before, at), now: partAt(after, at) }))
}

const putBack = (changes: readonly PartChange[]): SimpleEdit => ({
  type: 'restore',
  changes: changes.map(({ at, was, now }) => ({ at: [...at], was: now, now: was })),
})

function refuseLocked(before: Scene, after: Scene, changes: readonly PartChange[]) {
  const locked = before.levelOrder.filter((level) => before.levels[level]!.locked)
  if (locked.length === 0) return
  for (const { at } of changes) {
    const level = levelOf(after, at) ?? levelOf(before, at)
    if (level !== undefined && locked.includes(level)) refuseLockedLevel(before.levels[level]!)
  }
}

/** The level a part of the scene belongs to, if it belongs to one. */
function levelOf(scene: Scene, [field, first = '', second]: readonly string[]): string | undefined {
  if (field === 'sheets') return second
  if (field === 'levels') return first
  if (field === 'drawings' || field === 'guides') return scene.drawings[first]?.level
  if (field === 'charts' || field === 'plans') return scene[field]?.[first]?.level
  return undefined
}

function kindOf(edit: SimpleEdit): Kind {
  return EDIT_KINDS.get(edit.type) ?? refuse(`There is no edit called ${JSON.stringify(edit.type)}.`)
}

/** What an edit does, for the history and for sentences about it. */
export function editInWords(edit: Edit, scene: Scene): string {
  return edit.type === 'together' ? edit.words : kindOf(edit).words(edit, scene)
}

/** The parts of the scene an edit touches, as stable names: two edits clash when they share one. */
export function touchedBy(before: Scene, after: Scene, edit: Edit): string[] {
  const erased = simpleEditsOf(edit).flatMap((each) =>
    each.type === 'ink.change' ? each.remove.map(({ piece }) => `ink/${each.drawing}/${piece.id}`) : [],
  )
  if (edit.type === 'ink.change') return erased
  // A drawing whose ink alone changed is not touched: lines of two people lie side by side.
  const inked = new Set(inkedBy(edit).map((drawing) => `drawings/${drawing}`))
  const parts = partsBetween(before, after)
  return [...erased, ...(edit.type === 'together' ? parts.filter((part) => !inked.has(part)) : parts)]
}

/** The names of the parts in which two scenes differ. */
export function partsBetween(before: Scene, after: Scene): string[] {
  return changesBetween(before, after).map(({ at }) => at.join('/'))
}

export type InkKey = `${string}/${string}`
export const inkKey = (drawing: string, pass: string): InkKey => `${drawing}/${pass}`

/** The drawings whose ink an edit writes. */
export function inkedBy(edit: Edit): string[] {
  return simpleEditsOf(edit).flatMap((each) => {
    const { ink } = kindOf(each)
    return ink ? [ink.drawing(each)] : []
  })
}

/** The drawings whose ink an edit copies onto others. */
export function inkSourcesOf(edit: Edit): string[] {
  return simpleEditsOf(edit).flatMap((each) => copyOf(each)?.source ?? [])
}

/** What an edit does to the ink: the passes it writes, as they are then. Errors: EditRefused when a line is not there. */
export function inkAfter(edit: Edit, inkOf: (drawing: string, pass: Pass) => Ink): PassInk[] {
  const written = new Map<InkKey, PassInk>()
  const inkNow = (drawing: string, pass: Pass) => written.get(inkKey(drawing, pass))?.ink ?? inkOf(drawing, pass)
  for (const each of simpleEditsOf(edit)) {
    for (const laid of kindOf(each).ink?.lay(each, inkNow) ?? []) written.set(inkKey(laid.drawing, laid.pass), laid)
  }
  return [...written.values()]
}
