import { counted, type Fill, type Pass, type SimpleEdit } from '@unhurried/core'
import { ref, shallowRef, type Ref } from 'vue'
import { sayWhy, useScene } from '../../../session/scene'
import { WorkerStopped } from '../../../workers/client'
import type { PaintAnswer } from '../../../workers/paint/client'
import { layPaint, middleOf } from './lay-paint'
import type { PaintInHand } from './usePaintInHand'

/** Paint laid down: what is carried to the other drawings. */
export interface LaidPaint {
  readonly drawing: string
  readonly pass: Pass
  readonly piece: string
}
/** A drawing whose part was found but is for the eye to judge. */
export interface Unsure {
  readonly drawing: string
  readonly why: string
  readonly piece?: string
}
type PartsFound = PaintAnswer<'propagated'>['result']

/** Lays the last paint in every drawing of the level where its part is found again. */
export function usePropagation(hand: PaintInHand, last: Ref<LaidPaint | undefined>) {
  const store = useScene()
  const unsure = shallowRef<readonly Unsure[]>([])
  const progress = ref<{ done: number; of: number }>()

  async function propagate() {
    const from = last.value
    if (!store.scene || !from || progress.value) return
    const source = store.ink!.inkOf(from.drawing, from.pass).find(({ id }) => id === from.piece)
    if (source?.kind !== 'fill')
      return sayWhy(new Error('Fill a part first, then carry its paint through the drawings.'))
    unsure.value = []
    const here = store.thisScene()
    try {
      const parts = await partsLike(source, from)
      if (!here.isOpen()) return
      const { edits, doubts } = editsFrom(parts, { pass: from.pass, swatch: source.swatch })
      if (edits.length > 0)
        here.change({ type: 'together', words: `paint carried through ${counted(edits.length, 'drawing')}`, edits })
      unsure.value = doubts
      hand.note.value = `Painted in ${edits.length} of ${counted(parts.length, 'drawing')}${doubts.length > 0 ? `, unsure of ${doubts.length}` : ''}.`
    } catch (error) {
      if (!(error instanceof WorkerStopped)) sayWhy(error)
    } finally {
      progress.value = undefined
    }
  }

  async function partsLike(source: Fill, from: LaidPaint): Promise<PartsFound> {
    const order = [...new Set(store.exposures.flatMap((exposure) => exposure.drawing ?? []))]
    if (!order.includes(from.drawing)) order.unshift(from.drawing)
    progress.value = { done: 0, of: order.length - 1 }
    const { width, height } = store.scene!.settings
    await store.needInk()
    const { result } = await hand.painter.propagate(
      {
        source: { outline: source.outline, holes: source.holes ?? [] },
        from: from.drawing,
        drawings: order.map((drawing) => ({ drawing, ink: hand.passesOf(drawing).flat() })),
        width,
        height,
        gap: hand.pencil.value.gap,
      },
      (done, of) => (progress.value = { done, of }),
    )
    return result
  }

  function editsFrom(parts: PartsFound, { pass, swatch }: { pass: Pass; swatch: string }) {
    const edits: SimpleEdit[] = []
    const doubts: Unsure[] = []
    for (const { drawing, paint, sure, why } of parts) {
      const laid = paint && layPaint(store.ink!.inkOf(drawing, pass), paint, { swatch, at: middleOf(paint.outline) })
      if (laid)
        edits.push({ type: 'ink.change', drawing, pass, remove: [...laid.change.remove], add: [...laid.change.add] })
      if (!sure) doubts.push({ drawing, why: why ?? '', ...(laid && { piece: laid.piece.id }) })
    }
    return { edits, doubts }
  }

  const settle = (drawing: string) => (unsure.value = unsure.value.filter((each) => each.drawing !== drawing))

  /** Takes paint it was unsure of out again. */
  function takeOut({ drawing, piece }: Unsure) {
    const pass = last.value?.pass ?? hand.pass.value
    const ink = store.ink!.inkOf(drawing, pass)
    const at = ink.findIndex(({ id }) => id === piece)
    const words = () => 'paint taken out'
    if (at >= 0)
      hand.targets.commit(pass, words, () => ({ remove: [{ at, piece: ink[at]! }], add: [] }), { drawings: [drawing] })
    settle(drawing)
  }

  return { propagate, unsure, progress, settle, takeOut, allSeen: () => (unsure.value = []) }
}
