import { LINE_PASSES, type Ink, type Pass } from '@unhurried/core'
import { computed, onUnmounted, ref, type Ref } from 'vue'
import { useScene } from '../../../session/scene'
import { Painter } from '../../../workers/paint/client'
import type { PencilSettings } from '../pencil'
import type { Targets } from '../useTargets'

/** What filling and its propagation both need: the pot, the pass, the lines that hold paint, the worker. */
export function usePaintInHand({ pencil, targets }: { pencil: Ref<PencilSettings>; targets: Targets }) {
  const store = useScene()
  const painter = new Painter(
    () => new Worker(new URL('../../../workers/paint/worker.ts', import.meta.url), { type: 'module' }),
  )
  onUnmounted(() => painter.stop())
  return {
    pencil,
    targets,
    painter,
    /** What filling says of itself. */
    note: ref(''),
    /** Paint goes below the lines, whatever pass the lines are on. */
    pass: computed<Pass>(() => (pencil.value.pass === 'shadow' ? 'shadow' : 'colour')),
    /** The pot in hand, or the first of the scene where it has no such pot. */
    swatch: (): string =>
      store.scene!.palette.find(({ id }) => id === pencil.value.swatch)?.id ?? store.scene!.palette[0]!.id,
    passesOf: (drawing: string): Ink[] => LINE_PASSES.map((each) => store.ink!.inkOf(drawing, each)),
  }
}
export type PaintInHand = ReturnType<typeof usePaintInHand>
