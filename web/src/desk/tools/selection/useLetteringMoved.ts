import type { Edit, Matrix } from '@unhurried/core'
import type * as LetteringMoved from '../../../writing/lettering-moved'
import { watch } from 'vue'
import { freshId } from '../../../api/ids'
import { useScene } from '../../../session/scene'

/** Takes along what is written of lettering that is moved: what does so is fetched once a scene has lettering. */
export function useLetteringMoved() {
  const store = useScene()
  let moving: typeof LetteringMoved | undefined
  watch(
    () => store.scene?.writings !== undefined,
    async (writes) => {
      if (writes) moving ??= await import('../../../writing/lettering-moved')
    },
    { immediate: true },
  )
  return (matrixOn: (drawing: string) => Matrix) => (edit: Edit) => {
    const { take, working, ink } = store
    const isHere = (drawing: string) => ink!.isLoaded(drawing)
    const given = { scene: working!, take, matrixOn, inkOf: ink!.inkOf, isHere, freshId }
    return moving ? moving.withLetteringMoved(edit, given) : edit
  }
}
