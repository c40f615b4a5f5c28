import { sameItems, type Scene } from '@unhurried/core'
import { computed, type Ref } from 'vue'
import { sameFaces } from './cells'
import { columnsInView, type GridMeasures } from './grid-measures'
import type { ShownColumn } from './squares'

interface Columns {
  readonly scene: () => Scene
  readonly take: () => string
  readonly measures: Ref<GridMeasures>
  /** How far it is scrolled to the right, and how wide it is seen. */
  readonly left: Ref<number>
  readonly room: Ref<number>
}

/**
 * The columns of a sheet as far as they are in view. What stays the same object is read by itself, so that what is made
 * of it stays too.
 */
export function useColumns({ scene, take, measures, left, room }: Columns) {
  /** As on paper: the top level stands leftmost. */
  const levels = computed(() => [...scene().levelOrder].reverse().map((id) => scene().levels[id]!))
  const seen = computed(() => columnsInView(measures.value, left.value, room.value, levels.value.length))
  const columns = computed<readonly ShownColumn[]>((was = []) => {
    const sheet = scene().sheets[take()]!
    const { first, beyond } = seen.value
    const now = levels.value.slice(first, beyond).map((level, i) => {
      const index = first + i
      const column = sheet[level.id]!
      const before = was.find((each) => each.level === level && each.column === column && each.index === index)
      return before ?? { level, index, column, style: `left: calc(var(--before) + ${index} * var(--across))` }
    })
    return sameItems(now, was) ? was : now
  })
  /** The drawings: the same object for as long as none looks otherwise on the sheet. */
  const faces = computed<Scene['drawings']>((before) =>
    before && sameFaces(before, scene().drawings) ? before : scene().drawings,
  )
  return { levels, columns, faces }
}
