import { liesAt, picked, type InkPiece } from '@unhurried/core'
import type { Ref } from 'vue'
import { freshId } from '../../../api/ids'
import { useScene } from '../../../session/scene'
import type { Table } from '../../../stage/surface'
import type { PencilSettings } from '../pencil'
import type { Targets } from '../useTargets'
import type { SelectedInk } from './useSelected'

/** Selecting by a ring drawn around ink, by a touch, or all there is. */
export function usePick({
  pencil,
  targets,
  table,
  ink,
}: {
  pencil: Ref<PencilSettings>
  targets: Targets
  table: Ref<Table | undefined>
  ink: SelectedInk
}) {
  const store = useScene()
  const { cells, passesMeant, inkOn, choose } = ink

  /** The piece at a place. */
  function touch(x: number, y: number) {
    const reach = 7 / (table.value?.view().zoom ?? 1)
    const around = [x - reach, y - reach, x + reach, y - reach, x + reach, y + reach, x - reach, y + reach]
    const passes = passesMeant()
    const hit = inkOn(store.drawing!, passes)
      .toReversed()
      .find((piece) => liesAt(piece, x, y, reach))
    choose(hit ? [hit] : [], around, passes)
  }

  /** What lies within a ring; a place alone takes the piece there. */
  function pick(ring: number[]) {
    const here = store.drawing
    if (here === undefined) return
    ink.drop()
    if (ring.length <= 2) return touch(ring[0]!, ring[1]!)
    const passes = passesMeant()
    const cut = pencil.value.cut && !cells.value
    const taken = new Map(
      passes.map((pass) => [pass, picked({ ink: store.ink!.inkOf(here, pass), lasso: ring, cut, freshId })]),
    )
    const cuts = passes.filter((pass) => taken.get(pass)!.remove.length > 0)
    const words = () => 'lines cut'
    if (cuts.length > 0) {
      if (!targets.commit(cuts, words, (_, __, pass) => taken.get(pass), { drawings: [here] })) return
      ink.wasCut(store.takingBack())
    }
    const pieces: InkPiece[] = [...taken.values()].flatMap((each) => each.pieces)
    choose(pieces, ring, passes)
  }

  function all() {
    const passes = passesMeant()
    const pieces = store.drawing === undefined ? [] : inkOn(store.drawing, passes)
    choose(pieces, store.scene ? ringAround(store.scene.settings) : [], passes)
  }

  return { pick, all }
}

/** A ring well around the whole paper. */
export const ringAround = ({ width, height }: { width: number; height: number }): number[] => [
  -width,
  -height,
  2 * width,
  -height,
  2 * width,
  2 * height,
  -width,
  2 * height,
]
