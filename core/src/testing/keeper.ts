import { applyEdit, inkAfter, inkKey } from '../edits/apply'
import { countsOf, requireInk, swatchesTakenOut } from '../edits/ink-counts'
import { editSchema, type Edit } from '../edits/kinds'
import type { Ink } from '../ink/ink'
import { EditRefused, refuse } from '../scene/refusal'
import type { Scene } from '../scene/schema'

export interface Keeper {
  readonly scene: () => Scene
  readonly inkOf: (drawing: string, pass: string) => Ink
  readonly make: (edit: Edit) => { readonly scene: Scene; readonly inverse: Edit }
  readonly attempt: (wished: unknown) => Edit | undefined
  readonly moment: () => { readonly scene: Scene; readonly inkOf: (drawing: string, pass: string) => Ink }
  readonly copy: () => Keeper
}

/** A keeper of a scene with its ink: what the page and the server both do. */
export function keeperOf(opened: Scene, lines: ReadonlyMap<string, Ink> = new Map()): Keeper {
  let scene = opened
  let ink = new Map(lines)
  const inkOf = (drawing: string, pass: string): Ink => ink.get(inkKey(drawing, pass)) ?? []
  /** What is drawn, in the scene or taken out of it, keeps its colour. */
  function requireColours(after: Scene) {
    const gone = new Set(swatchesTakenOut(scene, after))
    if (gone.size > 0 && [...ink.values()].some((pieces) => pieces.some(({ swatch }) => gone.has(swatch))))
      refuse('Lines are drawn in this colour, so it stays.')
  }
  function make(edit: Edit) {
    const applied = applyEdit(scene, edit)
    requireInk(scene, applied.scene, edit, (drawing) => countsOf(inkOf, drawing))
    requireColours(applied.scene)
    const next = new Map(ink)
    for (const { drawing, pass, ink: now } of inkAfter(edit, inkOf)) next.set(inkKey(drawing, pass), now)
    scene = applied.scene
    ink = next
    return applied
  }
  /** Makes what was wished, if the door lets it through and the scene takes it; gives what takes it back. */
  function attempt(wished: unknown): Edit | undefined {
    const { data: edit } = editSchema.safeParse(wished)
    try {
      return edit && make(edit).inverse
    } catch (error) {
      if (!(error instanceof EditRefused)) throw error
      return undefined
    }
  }
  /** The scene with all its ink as they are now, whatever happens next. */
  function moment() {
    const [now, then] = [scene, ink]
    return { scene: now, inkOf: (drawing: string, pass: string): Ink => then.get(inkKey(drawing, pass)) ?? [] }
  }
  /** One that goes its own way from here. */
  const copy = (): Keeper => keeperOf(scene, ink)
  return { scene: () => scene, inkOf, make, attempt, moment, copy }
}
