import type { Ink } from '../shape/ink'
import { changeInk } from '../shape/ink'
import { changesBetween } from './changes'
import { EDIT_KINDS, type Edit } from './register'
import { refuse } from '../scene/refusal'
import type { Scene } from '../scene/schema'

/**
 * The only way a scene changes. Gives the scene after `edit` and the edit that undoes it; the scene
 * given is left alone and what does not change is shared. Errors: EditRefused with a sentence.
 */
export function applyEdit(scene: Scene, edit: Edit): { scene: Scene; inverse: Edit } {
  const next = kindOf(edit).apply(scene, edit as never)
  return { scene: next, inverse: inverseOf(scene, next, edit) }
}

function inverseOf(before: Scene, after: Scene, edit: Edit): Edit {
  if (edit.type === 'ink.change') return { ...edit, remove: edit.add, add: edit.remove }
  const changes = changesBetween(before, after).map(({ at, was, now }) => ({ at, was: now, now: was }))
  return { type: 'restore', changes: changes as Extract<Edit, { type: 'restore' }>['changes'] }
}

function kindOf(edit: Edit) {
  const kind = Object.hasOwn(EDIT_KINDS, edit.type) ? EDIT_KINDS[edit.type] : undefined
  return kind ?? refuse(`There is no edit called ${JSON.stringify(edit.type)}.`)
}

/** What an edit does, for the history and for sentences about it. */
export function editInWords(edit: Edit, scene: Scene): string {
  return kindOf(edit).words(edit as never, scene)
}

/** The parts of the scene an edit touches, as stable names: two edits clash when they share one. */
export function touchedBy(before: Scene, after: Scene, edit: Edit): string[] {
  if (edit.type === 'ink.change') return edit.remove.map(({ piece }) => `ink/${edit.drawing}/${piece.id}`)
  return partsBetween(before, after)
}

/** The names of the parts in which two scenes differ. */
export function partsBetween(before: Scene, after: Scene): string[] {
  return changesBetween(before, after).map(({ at }) => at.join('/'))
}

export type InkKey = `${string}/${string}`
export const inkKey = (drawing: string, pass: string): InkKey => `${drawing}/${pass}`

/** The drawings whose ink an edit writes. */
export function inkedBy(edit: Edit): string[] {
  if (edit.type === 'ink.change') return [edit.drawing]
  return edit.type === 'drawing.copy' ? [edit.drawing.id] : []
}

/**
 * What an edit does to the ink: the passes it writes, and from what. A copied drawing takes its
 * ink from its source.
 */
export function inkAfter(edit: Edit, scene: Scene, inkOf: (drawing: string, pass: string) => Ink): { drawing: string; pass: string; ink: Ink }[] {
  if (edit.type === 'ink.change') {
    return [{ drawing: edit.drawing, pass: edit.pass, ink: changeInk(inkOf(edit.drawing, edit.pass), edit) }]
  }
  if (edit.type === 'drawing.copy') {
    const passes = Object.keys(scene.drawings[edit.source]?.passes ?? {})
    return passes.map((pass) => ({ drawing: edit.drawing.id, pass, ink: inkOf(edit.source, pass) }))
  }
  return []
}
