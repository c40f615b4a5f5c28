import type { Ref } from 'vue'
import type { Table } from '../../../stage/surface'
import type { PencilSettings } from '../pencil'
import type { Targets } from '../useTargets'
import { useAgain } from './useAgain'
import { usePick } from './usePick'
import { useChange } from './useChange'
import { useClipboard } from './useClipboard'
import { useMore } from './useMore'
import { useRearrange } from './useRearrange'
import { useRestyle } from './useRestyle'
import { useSelected } from './useSelected'

/** Ink selected on the drawing on the table: moved, turned, squashed, copied. */
export function useSelection(given: { pencil: Ref<PencilSettings>; targets: Targets; table: Ref<Table | undefined> }) {
  const ink = useSelected(given)
  const change = useChange({ ...given, ink })
  return {
    ...ink,
    ...usePick({ ...given, ink }),
    ...change,
    ...useAgain({ ...given, ink, lastMove: change.lastMove }),
    ...useClipboard({ ...given, ink }),
    ...useRestyle({ ...given, ink }),
    ...useRearrange({ ...given, ink }),
    ...useMore({ ...given, ink }),
    /** Turns the direction of squash and of the mirror line. */
    face: (angle: number) => (ink.axis.value = angle),
  }
}
export type Selection = ReturnType<typeof useSelection>
