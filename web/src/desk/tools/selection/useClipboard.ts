import { mirroredAbout, PASSES, STAY, transformed, type InkPiece } from '@unhurried/core'
import { computed, type Ref } from 'vue'
import { freshId } from '../../../api/ids'
import { useScene } from '../../../session/scene'
import { clipboard, copied } from '../clipboard'
import type { PencilSettings } from '../pencil'
import type { Targets } from '../useTargets'
import { ringAround } from './usePick'
import { meantOn, type SelectedInk } from './useSelected'

/** Copying, cutting, taking out and pasting what is selected. */
export function useClipboard({
  pencil,
  targets,
  ink: { selected, pivot, axis, drop, choose },
}: {
  pencil: Ref<PencilSettings>
  targets: Targets
  ink: SelectedInk
}) {
  const store = useScene()

  /** In the colours of this scene. */
  function inPalette(piece: InkPiece): InkPiece {
    const { palette } = store.scene!
    return palette.some(({ id }) => id === piece.swatch) ? piece : { ...piece, swatch: palette[0]!.id }
  }
  function copy(): boolean {
    if (!selected.value) return false
    const { drawing, passes, ids } = selected.value
    clipboard.value = passes.flatMap((pass) =>
      store
        .ink!.inkOf(drawing, pass)
        .filter(({ id }) => ids.has(id))
        .map((piece) => ({ pass, piece })),
    )
    copied.value = 'ink'
    return true
  }
  function remove(words = 'lines taken out') {
    const now = selected.value
    if (!now) return false
    targets.commit(
      now.passes,
      (drawings) => `${words} of ${drawings}`,
      (drawing, ink) => {
        const gone = meantOn(now, drawing, ink)
        const taken = ink.flatMap((piece, index) => (gone.has(piece.id) ? [{ at: index, piece }] : []))
        return taken.length > 0 ? { remove: taken, add: [] } : undefined
      },
    )
    drop()
    return true
  }
  /** Lays what was copied where it was, or mirrored, on this drawing or through the drawings. */
  function paste(mirrored = false) {
    if (clipboard.value.length === 0 || store.drawing === undefined) return
    const { width, height } = store.scene!.settings
    const line = selected.value ? pivot.value : { x: width / 2, y: height / 2 }
    const change = mirrored ? mirroredAbout(line, axis.value) : STAY
    // What came from several passes goes back to them; what came from one, to the one in hand.
    const several = new Set(clipboard.value.map(({ pass }) => pass)).size > 1
    const laid = clipboard.value.map(({ pass, piece }) => ({
      pass: several ? pass : pencil.value.pass,
      piece: transformed(inPalette(piece), change),
    }))
    const passes = PASSES.filter((pass) => laid.some((each) => each.pass === pass))
    const here = store.drawing
    const mine: InkPiece[] = []
    const done = targets.commit(
      passes,
      (drawings) => `lines pasted into ${drawings}`,
      (drawing, ink, pass) => {
        const fresh = laid.flatMap((each) => (each.pass === pass ? [{ ...each.piece, id: freshId() }] : []))
        if (drawing === here) mine.push(...fresh)
        return { remove: [], add: fresh.map((piece, i) => ({ at: ink.length + i, piece })) }
      },
    )
    if (done) choose(mine, ringAround({ width, height }), passes)
  }

  return {
    copy,
    paste,
    remove,
    hasCopy: computed(() => clipboard.value.length > 0),
    cut: () => copy() && remove('lines cut out'),
  }
}
