import { PASSES, transformed, type Matrix } from '@unhurried/core'
import type { Ref } from 'vue'
import { freshId } from '../../../api/ids'
import { sayWhy, useScene } from '../../../session/scene'
import type { Targets } from '../useTargets'
import { ringAround } from './usePick'
import type { SelectedInk } from './useSelected'

/** The selected part again on the next drawing, moved as it was moved last. */
export function useAgain({
  targets,
  ink: { selected, choose },
  lastMove,
}: {
  targets: Targets
  ink: SelectedInk
  lastMove: Ref<Matrix>
}) {
  const store = useScene()

  /** `goNext` leads to the next drawing, which it may put in; where it leads nowhere nothing is done. */
  function again(goNext: () => void): boolean {
    const now = selected.value
    if (!now) {
      sayWhy(new Error('Nothing is selected. Select the part that goes on, then do it again.'))
      return false
    }
    const laid = PASSES.filter((pass) => now.passes.includes(pass)).map((pass) => ({
      pass,
      pieces: store
        .ink!.inkOf(now.drawing, pass)
        .filter(({ id }) => now.ids.has(id))
        .map((piece) => ({ ...transformed(piece, lastMove.value), id: freshId() })),
    }))
    goNext()
    const { drawing } = store
    if (drawing === undefined || drawing === now.drawing) return false
    const done = targets.commit(
      laid.map(({ pass }) => pass),
      () => 'a part again, moved as last time',
      (_, ink, pass) => {
        const { pieces } = laid.find((each) => each.pass === pass)!
        const add = pieces.map((piece, i) => ({ at: ink.length + i, piece }))
        return add.length > 0 ? { remove: [], add } : undefined
      },
      { drawings: [drawing] },
    )
    if (done)
      choose(
        laid.flatMap(({ pieces }) => pieces),
        ringAround(store.scene!.settings),
        now.passes,
      )
    return done
  }
  return { again }
}
