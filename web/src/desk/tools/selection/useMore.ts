import { partsOf, touching, type InkPiece } from '@unhurried/core'
import type { Ref } from 'vue'
import { sayWhy, useScene } from '../../../session/scene'
import type { PencilSettings } from '../pencil'
import type { Targets } from '../useTargets'
import { boxRing, meantOn, type SelectedInk } from './useSelected'

/** How near lines and paint lie that belong together, in scene pixels between their edges. */
const REACH = 4

/** More of what is selected: all of its colour, its part, what touches it; and a level of its own for it. */
export function useMore({ pencil, targets, ink }: { pencil: Ref<PencilSettings>; targets: Targets; ink: SelectedInk }) {
  const store = useScene()
  const { selected, passesShown, inkOn, choose, drop } = ink

  /** All lines and paint in the colours that are selected, or in the one in hand when nothing is. */
  function byColour() {
    const { drawing } = store
    if (drawing === undefined) return
    const swatches = new Set(selected.value?.pieces.map(({ swatch }) => swatch) ?? [pencil.value.swatch])
    const passes = passesShown()
    const pieces = inkOn(drawing, passes).filter(({ swatch }) => swatches.has(swatch))
    if (pieces.length === 0) return sayWhy(new Error('Nothing on this drawing is in that colour.'))
    choose(pieces, boxRing(pieces), passes, swatches)
  }

  /** Takes what `find` finds, from every pass that is shown and not locked. */
  function grow(find: (pieces: readonly InkPiece[], ids: ReadonlySet<string>) => readonly InkPiece[], none: string) {
    const now = selected.value
    if (!now) return
    const passes = passesShown()
    const found = find(inkOn(now.drawing, passes), now.ids)
    if (found.length === 0) return sayWhy(new Error(none))
    choose(found, boxRing(found), passes)
  }
  const byPart = () =>
    grow(
      (pieces, ids) => partsOf(pieces, ids, REACH),
      'A part is known by its paint. Select some paint first: press it with Every pass on.',
    )
  const byTouch = () => grow((pieces, ids) => touching(pieces, ids, REACH), 'Nothing touches it.')

  /** Takes what is selected onto a level of its own, with the exposures it has; a colour from every drawing of the level. */
  async function toOwnLevel(): Promise<void> {
    const now = selected.value
    if (!now) return
    const ofLevel = Object.values(store.scene!.drawings).filter(({ level }) => level === store.level)
    const drawings = now.swatches ? ofLevel.map(({ id }) => id) : targets.all.value
    if (!(await store.allInk())) return
    // Seldom asked for, and more than the desk should wait for.
    const { useLevelActs } = await import('../../levels/useLevelActs')
    const goes = new Set(
      drawings.flatMap((drawing) => {
        const pieces = inkOn(drawing, now.passes)
        const ids = meantOn(now, drawing, pieces)
        return pieces.filter(({ id }) => ids.has(id))
      }),
    )
    if (await useLevelActs().split(store.level, (piece) => goes.has(piece))) drop()
  }

  return { byColour, byPart, byTouch, toOwnLevel }
}
