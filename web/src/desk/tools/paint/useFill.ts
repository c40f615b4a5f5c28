import { cellFill, runsOf, type Closing, type InkPiece, type Leak } from '@unhurried/core'
import { onUnmounted, shallowRef, watch } from 'vue'
import { freshId } from '../../../api/ids'
import { sayWhy, useScene } from '../../../session/scene'
import { layPaint } from './lay-paint'
import type { PaintInHand } from './usePaintInHand'

/** Closings a fill is held in by, and whether it may run out all the same. */
interface FillChoice {
  readonly closings?: readonly Closing[]
  readonly anyway?: boolean
}
/** Where paint would run out, and how to fill once that is decided. */
interface OpenLeak extends Leak {
  readonly drawing: string
  readonly again: (choice: FillChoice) => void
}

const NOT_FILLED = {
  'on a line': 'There is a line here and no paper to paint. Press between the lines.',
  'too fine': 'The space here is too fine to paint.',
} as const

/** Fills the part under the pen. `onFilled` is given the piece laid down. */
export function useFill(hand: PaintInHand, onFilled: (piece: { drawing: string; id: string }) => void) {
  const store = useScene()
  const { pencil, targets, painter, note } = hand
  const leak = shallowRef<OpenLeak>()
  const leave = () => (leak.value = undefined)
  watch(() => store.drawing, leave)
  readyBeforeTouched(hand)

  async function fill(x: number, y: number, choice: FillChoice = {}) {
    const { drawing, scene } = store
    if (drawing === undefined || !scene) return
    leave()
    const { width, height, cells } = scene.settings
    if (x < 0 || y < 0 || x >= width || y >= height)
      return sayWhy(new Error('Paint goes on the paper. Press inside an outline.'))
    if (cells) return fillCells(hand, x, y)
    const slow = setTimeout(() => (note.value = 'Painting …'), 300)
    try {
      const closings = [...(choice.closings ?? [])]
      const lines = { passes: hand.passesOf(drawing), width, height, gap: pencil.value.gap }
      const { result } = await painter.fill(lines, { x, y, closings, anyway: choice.anyway ?? false })
      if (store.drawing !== drawing) return
      if (result.outcome === 'leak') {
        const again = (next: FillChoice) =>
          void fill(x, y, { ...choice, ...next, closings: [...closings, ...(next.closings ?? [])] })
        leak.value = { ...result.leak, drawing, again }
      } else if (result.outcome !== 'filled') sayWhy(new Error(NOT_FILLED[result.outcome]))
      else {
        const pass = hand.pass.value
        const ink = store.ink!.inkOf(drawing, pass)
        const { piece, change } = layPaint(ink, result, { swatch: hand.swatch(), at: { x, y } })
        const words = () => 'paint'
        if (targets.commit(pass, words, () => change, { drawings: [drawing] })) onFilled({ drawing, id: piece.id })
      }
    } catch (error) {
      sayWhy(error)
    } finally {
      clearTimeout(slow)
      note.value = ''
    }
  }

  return { fill, leak, leave }
}

/** With the paint pot in hand the lines are made ready before a place is touched. */
function readyBeforeTouched({ pencil, painter, passesOf }: PaintInHand): void {
  const store = useScene()
  let handle = 0
  function ready() {
    const { drawing, scene } = store
    if (drawing === undefined || !scene || scene.settings.cells || !store.ink!.isLoaded(drawing)) return
    const { width, height } = scene.settings
    painter.ready({ passes: passesOf(drawing), width, height, gap: pencil.value.gap })
  }
  watch(
    () => [pencil.value.tool, store.drawing, store.scene, pencil.value.gap] as const,
    ([tool]) => {
      cancelIdleCallback(handle)
      if (tool === 'fill') handle = requestIdleCallback(ready, { timeout: 400 })
    },
    { immediate: true },
  )
  onUnmounted(() => cancelIdleCallback(handle))
}

function fillCells({ pencil, targets, swatch }: PaintInHand, x: number, y: number): void {
  const { width, height } = useScene().scene!.settings
  targets.commit(
    pencil.value.pass,
    (drawings) => `cells filled on ${drawings}`,
    (_, ink) => {
      const runs = runsOf(cellFill({ ink, width, height, x, y }))
      const piece: InkPiece = { kind: 'cells', id: freshId(), swatch: swatch(), runs }
      return { remove: [], add: [{ at: ink.length, piece }] }
    },
  )
}
