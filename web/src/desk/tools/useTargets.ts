import {
  counted,
  drawingsShown,
  spacingLaw,
  type Edit,
  type Ink,
  type InkChange,
  type Pass,
  type SimpleEdit,
} from '@unhurried/core'
import { computed, type Ref } from 'vue'
import { sayWhy, useScene } from '../../session/scene'
import { useChosenDrawings } from '../sheet/useChosenDrawings'
import type { PencilSettings } from './pencil'

export type Change = (drawing: string, ink: Ink, pass: Pass) => InkChange | undefined
interface Committing {
  /** Other drawings than those the tool works on now. */
  readonly drawings?: readonly string[]
  /** The step with what goes along with it. Errors: with a sentence, and nothing is changed. */
  readonly along?: (edit: Edit) => Edit
}

/** Does what a tool does on one drawing, on those chosen on the sheet, or on all of the span, as one step. */
export function useTargets({ pencil, span }: { pencil: Ref<PencilSettings>; span: Ref<readonly string[]> }) {
  const store = useScene()
  const chosen = useChosenDrawings()
  /** The drawings a tool works on now, the one on the table first. */
  const all = computed(() => {
    const here = store.drawing
    if (here === undefined) return []
    const others = pencil.value.on === 'one' ? [] : pencil.value.on === 'chosen' ? chosen.value : span.value
    return [here, ...others.filter((id) => id !== here)]
  })

  /** How much of a change a target gets: all of it, or growing toward the drawing on the table from both sides. */
  function shareOn(drawing: string): number {
    const { grows } = pencil.value
    const here = store.drawing
    if (grows === undefined || drawing === here) return 1
    const order = drawingsShown(store.exposures).map((each) => each.drawing)
    const targets = order.filter((each) => all.value.includes(each))
    const [at, full] = [targets.indexOf(drawing), targets.indexOf(here!)]
    const way = at < full ? (at + 1) / (full + 1) : (targets.length - at) / (targets.length - full)
    return spacingLaw(grows, way)
  }

  /** Makes a change to one or several passes of every target. False: nothing was changed, and if that has a reason it is said. */
  function commit(
    passes: Pass | readonly Pass[],
    words: (drawings: string) => string,
    make: Change,
    { drawings = all.value, along }: Committing = {},
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
    const edits: Extract<SimpleEdit, { type: 'ink.change' }>[] = []
    for (const drawing of drawings) {
      for (const pass of typeof passes === 'string' ? [passes] : passes) {
        const change = make(drawing, store.ink!.inkOf(drawing, pass), pass)
        if (change) edits.push({ type: 'ink.change', drawing, pass, remove: [...change.remove], add: [...change.add] })
      }
    }
    if (edits.length === 0) return false
    const touched = [...new Set(edits.map(({ drawing }) => drawing))]
    const which =
      touched.length === 1
        ? `drawing ${store.scene!.drawings[touched[0]!]!.number}`
        : counted(touched.length, 'drawing')
    const step: Edit = edits.length === 1 ? edits[0]! : { type: 'together', words: words(which), edits }
    try {
      return store.change(along ? along(step) : step)
    } catch (error) {
      sayWhy(error)
      return false
    }
  }
  return { all, chosen, commit, shareOn }
}
export type Targets = ReturnType<typeof useTargets>
