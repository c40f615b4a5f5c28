import type { Ink } from '../shape/ink'
import { changeInk } from '../shape/ink'
import { changesBetween } from './changes'
import { EDIT_KINDS, simpleEditsOf, type Edit, type SimpleEdit } from './register'
import { refuse } from '../scene/refusal'
import { PASSES, type Pass, type Scene } from '../scene/schema'

/**
 * The only way a scene changes. Gives the scene after `edit` and the edit that undoes it; the scene
 * given is left alone and what does not change is shared. Errors: EditRefused with a sentence.
 */
export function applyEdit(scene: Scene, edit: Edit): { scene: Scene; inverse: Edit } {
  if (edit.type !== 'together') return applySimple(scene, edit)
  let next = scene
  const inverses: SimpleEdit[] = []
  for (const each of edit.edits) {
    const step = applySimple(next, each)
    next = step.scene
    inverses.unshift(step.inverse)
  }
  return { scene: next, inverse: { ...edit, edits: inverses } }
}

function applySimple(scene: Scene, edit: SimpleEdit): { scene: Scene; inverse: SimpleEdit } {
  const next = kindOf(edit).apply(scene, edit as never)
  refuseLocked(scene, next, edit)
  return { scene: next, inverse: inverseOf(scene, next, edit) }
}

function inverseOf(before: Scene, after: Scene, edit: SimpleEdit): SimpleEdit {
  if (edit.type === 'ink.change') return { ...edit, remove: edit.add, add: edit.remove }
  const changes = changesBetween(before, after).map(({ at, was, now }) => ({ at, was: now, now: was }))
  return { type: 'restore', changes: changes as Extract<SimpleEdit, { type: 'restore' }>['changes'] }
}

/** What changes a locked level all the same: its own switches, and what is done to the scene or a take as a whole. */
const PAST_LOCKS: ReadonlySet<SimpleEdit['type']> = new Set(['level.set', 'restore', 'scene.set', 'scene.rate', 'frames.put-in', 'frames.take-out', 'take.add', 'level.add', 'reference.put', 'reference.remove'])

function refuseLocked(before: Scene, after: Scene, edit: SimpleEdit) {
  if (PAST_LOCKS.has(edit.type)) return
  const locked = before.levelOrder.filter((level) => before.levels[level]!.locked)
  if (locked.length === 0) return
  for (const { at: [field, first, second] } of changesBetween(before, after)) {
    const part = field === 'plans' ? (after.plans?.[first!] ?? before.plans?.[first!]) : field === 'guides' ? (after.drawings[first!] ?? before.drawings[first!]) : field === 'drawings' ? (after.drawings[first!] ?? before.drawings[first!]) : field === 'charts' ? (after.charts[first!] ?? before.charts[first!]) : undefined
    const level = field === 'sheets' ? second : field === 'levels' ? first : part?.level
    if (level !== undefined && locked.includes(level)) refuse(`Level ${before.levels[level]!.name} is locked. Unlock it at the head of its column first.`)
  }
}

function kindOf(edit: SimpleEdit) {
  const kind = Object.hasOwn(EDIT_KINDS, edit.type) ? EDIT_KINDS[edit.type] : undefined
  return kind ?? refuse(`There is no edit called ${JSON.stringify(edit.type)}.`)
}

/** What an edit does, for the history and for sentences about it. */
export function editInWords(edit: Edit, scene: Scene): string {
  return edit.type === 'together' ? edit.words : kindOf(edit).words(edit as never, scene)
}

/** The parts of the scene an edit touches, as stable names: two edits clash when they share one. */
export function touchedBy(before: Scene, after: Scene, edit: Edit): string[] {
  const erased = simpleEditsOf(edit).flatMap((each) => (each.type === 'ink.change' ? each.remove.map(({ piece }) => `ink/${each.drawing}/${piece.id}`) : []))
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
  return simpleEditsOf(edit).flatMap((each) => (each.type === 'ink.change' ? [each.drawing] : each.type === 'drawing.copy' ? [each.drawing.id] : []))
}

/**
 * What an edit does to the ink: the passes it writes, and from what. A copied drawing takes its
 * ink from its source.
 */
export function inkAfter(edit: Edit, inkOf: (drawing: string, pass: Pass) => Ink): { drawing: string; pass: Pass; ink: Ink }[] {
  const written = new Map<InkKey, { drawing: string; pass: Pass; ink: Ink }>()
  const inkNow = (drawing: string, pass: Pass) => written.get(inkKey(drawing, pass))?.ink ?? inkOf(drawing, pass)
  const write = (drawing: string, pass: Pass, ink: Ink) => written.set(inkKey(drawing, pass), { drawing, pass, ink })
  for (const each of simpleEditsOf(edit)) {
    if (each.type === 'ink.change') write(each.drawing, each.pass, changeInk(inkNow(each.drawing, each.pass), each))
    if (each.type === 'drawing.copy') {
      for (const pass of PASSES) if (inkNow(each.source, pass).length > 0) write(each.drawing.id, pass, inkNow(each.source, pass))
    }
  }
  return [...written.values()]
}
