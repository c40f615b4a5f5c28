import { applyEdit, inkAfter, inkKey } from '../edits/apply'
import { countsOf, requireInk } from '../edits/ink-counts'
import { editSchema, type Edit } from '../edits/kinds'
import type { Ink } from '../ink/ink'
import { EditRefused } from '../scene/refusal'
import type { Scene } from '../scene/schema'

/** A keeper of a scene with its ink: what the page and the server both do. */
export function keeperOf(opened: Scene) {
  let scene = opened
  let ink = new Map<string, Ink>()
  const inkOf = (drawing: string, pass: string): Ink => ink.get(inkKey(drawing, pass)) ?? []
  function make(edit: Edit) {
    const applied = applyEdit(scene, edit)
    requireInk(scene, applied.scene, edit, (drawing) => countsOf(inkOf, drawing))
    const next = new Map(ink)
    for (const { drawing, pass, ink: now } of inkAfter(edit, inkOf)) next.set(inkKey(drawing, pass), now)
    scene = applied.scene
    ink = next
    return applied
  }
  /** Makes what was wished, if the door lets it through and the scene takes it. */
  function attempt(wished: unknown): void {
    const { data: edit } = editSchema.safeParse(wished)
    try {
      if (edit) make(edit)
    } catch (error) {
      if (!(error instanceof EditRefused)) throw error
    }
  }
  return { scene: () => scene, inkOf, make, attempt }
}
