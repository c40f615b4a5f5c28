import { refuse } from '../scene/refusal'
import { PASSES, type Drawing, type Pass, type Scene } from '../scene/schema'
import type { Ink } from '../ink/ink'
import { copyOf, simpleEditsOf, type Edit } from './kinds'

/** Pieces that lie on each pass of a drawing, whether the drawing is in the scene or was taken out of it. */
export type InkCounts = Readonly<Partial<Record<Pass, number>>>

export const countsOf = (inkOf: (drawing: string, pass: Pass) => Ink, drawing: string): InkCounts =>
  Object.fromEntries(
    PASSES.flatMap((pass) => (inkOf(drawing, pass).length > 0 ? [[pass, inkOf(drawing, pass).length]] : [])),
  )

export const sameCounts = (a: InkCounts, b: InkCounts): boolean =>
  PASSES.every((pass) => (a[pass] ?? 0) === (b[pass] ?? 0))

/**
 * The drawings an edit brings into a scene, whose lines nobody but the keeper of the ink can count: one taken
 * out before still has the lines it had. Those copied take their lines from their source and may have none.
 */
export function drawingsBrought(
  before: Scene,
  after: Scene,
  edit: Edit,
): { readonly drawing: Drawing; readonly lines: InkCounts }[] {
  if (before.drawings === after.drawings || edit.type === 'ink.change') return []
  const changed = new Map<string, Partial<Record<Pass, number>>>()
  const copied = new Set<string>()
  for (const each of simpleEditsOf(edit)) {
    const copy = copyOf(each)
    if (copy) copied.add(copy.drawing)
    if (each.type !== 'ink.change') continue
    const counts = changed.get(each.drawing) ?? {}
    counts[each.pass] = (counts[each.pass] ?? 0) + each.add.length - each.remove.length
    changed.set(each.drawing, counts)
  }
  const brought: { drawing: Drawing; lines: InkCounts }[] = []
  for (const id in after.drawings) {
    if (Object.hasOwn(before.drawings, id)) continue
    const drawing = after.drawings[id]!
    // What lay there before this edit: what it says there is now, without the lines it put on itself.
    const lines = copied.has(id)
      ? {}
      : Object.fromEntries(PASSES.map((pass) => [pass, (drawing.passes[pass] ?? 0) - (changed.get(id)?.[pass] ?? 0)]))
    brought.push({ drawing, lines })
  }
  return brought
}

/**
 * Holds the drawings an edit brings in against the ink that lies there. Errors: EditRefused when a drawing
 * would claim lines it does not have, or lines of an earlier drawing of its id would come back unasked.
 */
export function requireInk(before: Scene, after: Scene, edit: Edit, inkThere: (drawing: string) => InkCounts): void {
  for (const { drawing, lines } of drawingsBrought(before, after, edit)) {
    if (!sameCounts(lines, inkThere(drawing.id)))
      refuse(
        `Drawing ${drawing.number} was in the scene before, with other lines. Bring that one back, or put in a new one.`,
      )
  }
}

/** Colours an edit takes out of the scene: no line may be drawn in one. */
export function swatchesTakenOut(before: Scene, after: Scene): string[] {
  if (before.palette === after.palette) return []
  const left = new Set(after.palette.map(({ id }) => id))
  return before.palette.flatMap(({ id }) => (left.has(id) ? [] : [id]))
}
