import { applyEdit, inkAfter, inkKey } from '../edits/apply'
import { countsOf, requireInk } from '../edits/ink-counts'
import type { Edit } from '../edits/kinds'
import type { Ink } from '../ink/ink'
import type { Scene } from '../scene/schema'

/** A keeper of a scene with its ink: what the page and the server both do. */
export function keeperOf(opened: Scene) {
  let scene = opened
  let ink = new Map<string, Ink>()
  const inkOf = (drawing: string, pass: string): Ink => ink.get(inkKey(drawing, pass)) ?? []
  return {
    scene: () => scene,
    inkOf,
    make(edit: Edit) {
      const applied = applyEdit(scene, edit)
      requireInk(scene, applied.scene, edit, (drawing) => countsOf(inkOf, drawing))
      const next = new Map(ink)
      for (const { drawing, pass, ink: now } of inkAfter(edit, inkOf)) next.set(inkKey(drawing, pass), now)
      scene = applied.scene
      ink = next
      return applied
    },
  }
}
