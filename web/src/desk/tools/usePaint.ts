import {
  cellFill,
  liesAt,
  LINE_PASSES,
  ringArea,
  runsOf,
  settled,
  type Closing,
  type Fill,
  type Ink,
  type InkPiece,
  type Leak,
  type Pass,
  type SimpleEdit,
} from '@unhurried/core'
import { computed, onUnmounted, ref, shallowRef, watch, type Ref } from 'vue'
import { freshId } from '../../api/ids'
import { sayWhy, useScene } from '../../session/scene'
import { createPainter } from '../../workers/paint/client'
import type { PencilCase } from './pencil'
import type { Through } from './useThrough'

export interface Unsure {
  readonly drawing: string
  readonly why: string
  readonly piece?: string
}

/** Filling, and carrying one part's paint through every drawing of the level. */
export function usePaint({ pencil, through }: { pencil: Ref<PencilCase>; through: Through }) {
  const store = useScene()
  const painter = createPainter(
    () => new Worker(new URL('../../workers/paint/worker.ts', import.meta.url), { type: 'module' }),
  )
  /** Where paint would run out, and what to do once that is decided. */
  const leak = shallowRef<
    Leak & { again: (more: { closings?: Closing[]; anyway?: boolean }) => void; drawing: string }
  >()
  /** The paint laid down last: what goes through. */
  const last = shallowRef<{ drawing: string; pass: Pass; piece: string }>()
  const unsure = shallowRef<readonly Unsure[]>([])
  const progress = ref<{ done: number; of: number }>()
  const told = ref('')
  watch(
    () => store.drawing,
    () => (leak.value = undefined),
  )

  /** Paint goes below the lines, whatever pass the lines are on. */
  const pass = computed<Pass>(() => (pencil.value.pass === 'shadow' ? 'shadow' : 'colour'))
  const passesOf = (drawing: string) => LINE_PASSES.map((each) => store.ink!.inkOf(drawing, each))
  const linesOf = (drawing: string): Ink => passesOf(drawing).flat()
  const fresh = () => freshId()
  /** The pot in hand, or the first of the scene where it has no such pot. */
  const swatch = () =>
    store.scene!.palette.find(({ id }) => id === pencil.value.swatch)?.id ?? store.scene!.palette[0]!.id

  function laid(
    drawing: string,
    paint: { outline: readonly number[]; holes: readonly (readonly number[])[] },
    at?: { x: number; y: number },
  ) {
    const piece: Fill = settled({
      kind: 'fill',
      id: fresh(),
      swatch: swatch(),
      outline: [...paint.outline],
      ...(paint.holes.length > 0 && { holes: paint.holes.map((ring) => [...ring]) }),
    })
    const ink = store.ink!.inkOf(drawing, pass.value)
    // Paint on paint changes its colour instead of lying on it.
    const old =
      at && ink.findLastIndex((each) => each.kind === 'fill' && liesAt(each, at.x, at.y, 0) && alike(each, piece))
    const change =
      old !== undefined && old >= 0
        ? { remove: [{ at: old, piece: ink[old]! }], add: [{ at: old, piece }] }
        : { remove: [], add: [{ at: ink.length, piece }] }
    return { piece, change }
  }

  // With the paint pot in hand the lines are made ready before a place is touched.
  let waiting = 0
  watch(
    () => [pencil.value.tool, store.drawing, store.scene, pencil.value.gap] as const,
    ([tool]) => {
      cancelIdleCallback(waiting)
      if (tool !== 'fill') return
      waiting = requestIdleCallback(
        () => {
          const { drawing, scene } = store
          if (drawing === undefined || !scene || scene.settings.cells || !store.ink!.isLoaded(drawing)) return
          painter.ready({
            passes: passesOf(drawing),
            width: scene.settings.width,
            height: scene.settings.height,
            gap: pencil.value.gap,
          })
        },
        { timeout: 400 },
      )
    },
    { immediate: true },
  )

  async function fill(x: number, y: number, more: { closings?: Closing[]; anyway?: boolean } = {}) {
    const { drawing, scene } = store
    if (drawing === undefined || !scene) return
    leak.value = undefined
    const { width, height, cells } = scene.settings
    if (x < 0 || y < 0 || x >= width || y >= height)
      return sayWhy(new Error('Paint goes on the paper. Press inside an outline.'))
    if (cells) return fillCells(x, y)
    const slow = setTimeout(() => (told.value = 'Painting …'), 300)
    try {
      const { result } = await painter.fill(
        { passes: passesOf(drawing), width, height, gap: pencil.value.gap },
        { x, y, closings: more.closings ?? [], anyway: more.anyway ?? false },
      )
      if (store.drawing !== drawing) return
      if (result.outcome === 'leak')
        leak.value = {
          ...result.leak,
          drawing,
          again: (next) =>
            void fill(x, y, { ...more, ...next, closings: [...(more.closings ?? []), ...(next.closings ?? [])] }),
        }
      else if (result.outcome === 'filled') {
        const { piece, change } = laid(drawing, result, { x, y })
        if (
          through.commit(
            pass.value,
            () => 'paint',
            () => change,
            [drawing],
          )
        )
          last.value = { drawing, pass: pass.value, piece: piece.id }
      } else
        sayWhy(
          new Error(
            result.outcome === 'on a line'
              ? 'There is a line here and no paper to paint. Press between the lines.'
              : 'The space here is too fine to paint.',
          ),
        )
    } catch (error) {
      sayWhy(error)
    } finally {
      clearTimeout(slow)
      told.value = ''
    }
  }

  function fillCells(x: number, y: number) {
    const { width, height } = store.scene!.settings
    through.commit(
      pencil.value.pass,
      (count) => `cells filled on ${count} drawings`,
      (_, ink) => {
        const piece: InkPiece = {
          kind: 'cells',
          id: fresh(),
          swatch: swatch(),
          runs: runsOf(cellFill({ ink, width, height, x, y })),
        }
        return { remove: [], add: [{ at: ink.length, piece }] }
      },
    )
  }

  /** Lays the last paint in every drawing of the level where its part is found again. */
  async function paintThrough() {
    const scene = store.scene
    const from = last.value
    if (!scene || !from || progress.value) return
    const source = store.ink!.inkOf(from.drawing, from.pass).find(({ id }) => id === from.piece)
    if (source?.kind !== 'fill')
      return sayWhy(new Error('Fill a part first, then carry its paint through the drawings.'))
    const order = [...new Set(store.exposures.flatMap((exposure) => exposure.drawing ?? []))]
    if (!order.includes(from.drawing)) order.unshift(from.drawing)
    unsure.value = []
    progress.value = { done: 0, of: order.length - 1 }
    try {
      await store.loadInk()
      const { width, height } = scene.settings
      const { result } = await painter.through(
        {
          source: { outline: source.outline, holes: source.holes ?? [] },
          from: from.drawing,
          drawings: order.map((drawing) => ({ drawing, ink: [...linesOf(drawing)] })),
          width,
          height,
          gap: pencil.value.gap,
        },
        (done, of) => (progress.value = { done, of }),
      )
      const edits: SimpleEdit[] = []
      const doubts: Unsure[] = []
      for (const { drawing, paint, sure, why } of result) {
        let piece: string | undefined
        if (paint) {
          const middle = middleOf(paint.outline)
          const made = laid(drawing, paint, middle)
          piece = made.piece.id
          edits.push({
            type: 'ink.change',
            drawing,
            pass: from.pass,
            remove: [...made.change.remove],
            add: [...made.change.add].map((each) => ({ ...each, piece: { ...each.piece, swatch: source.swatch } })),
          })
        }
        if (!sure) doubts.push({ drawing, why: why ?? '', ...(piece !== undefined && { piece }) })
      }
      if (edits.length > 0)
        store.change({ type: 'together', words: `paint carried through ${edits.length} drawings`, edits })
      unsure.value = doubts
      told.value = `Painted in ${edits.length} of ${result.length} drawings${doubts.length > 0 ? `, unsure of ${doubts.length}` : ''}.`
    } catch (error) {
      if (!(error instanceof Error && error.message === 'Stopped.')) sayWhy(error)
    } finally {
      progress.value = undefined
    }
  }
  /** Takes paint it was unsure of out again. */
  function takeOut({ drawing, piece }: Unsure) {
    const at = last.value?.pass ?? pass.value
    const ink = store.ink!.inkOf(drawing, at)
    const index = ink.findIndex(({ id }) => id === piece)
    if (index >= 0)
      through.commit(
        at,
        () => 'paint taken out',
        () => ({ remove: [{ at: index, piece: ink[index]! }], add: [] }),
        [drawing],
      )
    settle(drawing)
  }
  const settle = (drawing: string) => (unsure.value = unsure.value.filter((each) => each.drawing !== drawing))
  onUnmounted(() => {
    cancelIdleCallback(waiting)
    painter.stop()
  })
  return {
    fill,
    leak,
    leave: () => (leak.value = undefined),
    allSeen: () => (unsure.value = []),
    last,
    unsure,
    progress,
    told,
    paintThrough,
    takeOut,
    settle,
    pass,
    stop: () => painter.stop(),
  }
}
export type Paint = ReturnType<typeof usePaint>

/** A place within an outline, near its middle. */
function middleOf(outline: readonly number[]): { x: number; y: number } {
  let [x, y] = [0, 0]
  for (let i = 0; i < outline.length; i += 2) {
    x += outline[i]!
    y += outline[i + 1]!
  }
  return { x: (x * 2) / outline.length, y: (y * 2) / outline.length }
}
/** Paint over the same part: about as large as what lies there. */
const alike = (a: Fill, b: Fill) => Math.abs(Math.abs(ringArea(a.outline) / ringArea(b.outline)) - 1) < 0.25
