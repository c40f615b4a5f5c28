import type { Ink, InkChange, Pass, SimpleEdit } from '@unhurried/core'
import { computed, type Ref } from 'vue'
import { sayWhy, useScene } from '../../session/scene'
import type { PencilCase } from './pencil'

export type Change = (drawing: string, ink: Ink, pass: Pass) => InkChange | undefined

/** Does what a tool does on one drawing, on those chosen on the sheet, or on all of the span, as one step. */
export function useThrough({ pencil, span }: { pencil: Ref<PencilCase>; span: Ref<readonly string[]> }) {
  const store = useScene()
  const chosen = computed(() => {
    const { chosen: frames, exposures } = store
    if (!frames || !frames.levels.includes(store.level)) return []
    let frame = 1
    const found = new Set<string>()
    for (const exposure of exposures) {
      if (exposure.drawing !== null && frame <= frames.to && frame + exposure.frames - 1 >= frames.from)
        found.add(exposure.drawing)
      frame += exposure.frames
    }
    return [...found]
  })
  /** The drawings a tool works on now, the one on the table first. */
  const targets = computed(() => {
    const here = store.drawing
    if (here === undefined) return []
    const others = pencil.value.through === 'one' ? [] : pencil.value.through === 'chosen' ? chosen.value : span.value
    return [here, ...others.filter((id) => id !== here)]
  })

  /** Makes a change to one or several passes of every target. False: nothing was changed, and if that has a reason it is said. */
  function commit(
    passes: Pass | readonly Pass[],
    words: (drawings: number) => string,
    make: Change,
    drawings = targets.value,
  ): boolean {
    const waiting = drawings.filter(
      (id) => !store.ink!.isLoaded(id) && Object.keys(store.scene!.drawings[id]!.passes).length > 0,
    )
    if (waiting.length > 0) {
      sayWhy(
        new Error(
          `${waiting.length === 1 ? 'A drawing is' : `${waiting.length} drawings are`} still being fetched. Wait a moment, then do it again.`,
        ),
      )
      return false
    }
    const edits: SimpleEdit[] = []
    for (const drawing of drawings) {
      for (const pass of typeof passes === 'string' ? [passes] : passes) {
        const change = make(drawing, store.ink!.inkOf(drawing, pass), pass)
        if (change) edits.push({ type: 'ink.change', drawing, pass, remove: [...change.remove], add: [...change.add] })
      }
    }
    if (edits.length === 0) return false
    const touched = new Set(edits.map((edit) => ('drawing' in edit ? edit.drawing : ''))).size
    return store.change(
      edits.length === 1
        ? edits[0]!
        : {
            type: 'together',
            words:
              touched === 1
                ? words(1).replace('1 drawings', `drawing ${store.scene!.drawings[drawings[0]!]!.number}`)
                : words(touched),
            edits,
          },
    )
  }
  return { targets, chosen, commit }
}
export type Through = ReturnType<typeof useThrough>
