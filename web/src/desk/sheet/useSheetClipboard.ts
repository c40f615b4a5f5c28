import { between, exposuresOf, type Exposure, type RangeAct } from '@unhurried/core'
import { computed, shallowRef } from 'vue'
import { sayWhy, useScene, type Chosen } from '../../session/scene'
import type { SheetRange } from './useRange'

/** What was last copied from a sheet: a column for each level, left to right. */
const copied = shallowRef<{ scene: string; columns: Exposure[][] }>()

/** Exposures copied and pasted. */
export function useSheetClipboard({ range, columns }: SheetRange, act: (act: RangeAct, chosen?: Chosen) => boolean) {
  const store = useScene()
  function copy(): boolean {
    const { levels, from, to } = range.value
    copied.value = {
      scene: store.id,
      columns: levels.map((level) => between(exposuresOf(store.scene!, level, store.take), from, to)),
    }
    return true
  }
  function paste() {
    const clip = copied.value
    if (clip?.scene !== store.id)
      return sayWhy(new Error('Nothing was copied from this scene’s sheet yet. Choose frames and copy them first.'))
    const order = columns()
    const first = order.indexOf(range.value.levels[0]!)
    const levels = order.slice(first, first + clip.columns.length)
    if (levels.length < clip.columns.length)
      return sayWhy(
        new Error(
          `${clip.columns.length} columns were copied and only ${levels.length} lie from here to the right. Go further left to paste.`,
        ),
      )
    const from = store.chosen?.from ?? store.frame
    return act({ do: 'paste', columns: clip.columns }, { levels, from, to: from })
  }
  return {
    copy,
    paste,
    cut: () => copy() && act({ do: 'blank' }),
    canPaste: computed(() => copied.value?.scene === store.id),
  }
}
