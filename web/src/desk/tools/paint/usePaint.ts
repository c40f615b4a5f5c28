import { shallowRef, type Ref } from 'vue'
import type { PencilSettings } from '../pencil'
import type { Targets } from '../useTargets'
import { useFill } from './useFill'
import { usePaintInHand } from './usePaintInHand'
import { usePropagation, type LaidPaint } from './usePropagation'

/** Filling, and carrying one part's paint through every drawing of the level. */
export function usePaint({ pencil, targets }: { pencil: Ref<PencilSettings>; targets: Targets }) {
  const hand = usePaintInHand({ pencil, targets })
  /** The paint laid down last: what is carried on. */
  const last = shallowRef<LaidPaint>()
  const filling = useFill(hand, ({ drawing, id }) => {
    last.value = { drawing, pass: hand.pass.value, piece: id }
  })
  const propagation = usePropagation(hand, last)
  return {
    ...filling,
    ...propagation,
    last,
    note: hand.note,
    pass: hand.pass,
    stop: () => hand.painter.stop(),
  }
}
export type Paint = ReturnType<typeof usePaint>
