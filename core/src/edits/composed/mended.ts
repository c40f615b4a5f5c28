import { LIMITS } from '../../base/limits'
import type { Pass, Scene } from '../../scene/schema'
import { editInWords } from '../apply'
import { simpleEditsOf, type Edit, type SimpleEdit } from '../kinds'

/**
 * The edit, and with it all that a change of lines says by itself: a pass that was to be mended is no longer, and a
 * drawing that was looked over is to be looked at again. Undone as one with it.
 */
export function withMended(scene: Scene, edit: Edit): Edit {
  const changed = new Map<string, Set<Pass>>()
  for (const each of simpleEditsOf(edit)) {
    if (each.type !== 'ink.change') continue
    const { mend, checked } = scene.drawings[each.drawing] ?? {}
    if (!mend && !checked) continue
    changed.set(each.drawing, (changed.get(each.drawing) ?? new Set()).add(each.pass))
  }
  if (changed.size === 0) return edit
  const sets = [...changed].map(([drawing, passes]): SimpleEdit => {
    const { mend, checked } = scene.drawings[drawing]!
    return {
      type: 'drawing.set',
      drawing,
      fields: {
        ...(mend && { mend: mend.filter((pass) => !passes.has(pass)) }),
        ...(checked && { checked: false }),
      },
    }
  })
  const edits = [...simpleEditsOf(edit), ...sets]
  if (edits.length > LIMITS.editsTogether) return edit
  return { type: 'together', words: editInWords(edit, scene), edits }
}

/** Puts passes of a drawing on the list of what is to be mended, or takes them off it; nothing to say is undefined. */
export function mendEdit(
  scene: Scene,
  { drawing, passes, on = true }: { drawing: string; passes: readonly Pass[]; on?: boolean },
): SimpleEdit | undefined {
  const entry = scene.drawings[drawing]
  const before = entry?.mend ?? []
  // What is not drawn yet is to be drawn anyway.
  const own = passes.filter((pass) => entry?.passes[pass] !== undefined)
  const mend = on ? [...new Set([...before, ...own])] : before.filter((pass) => !passes.includes(pass))
  return mend.length === before.length ? undefined : { type: 'drawing.set', drawing, fields: { mend } }
}
