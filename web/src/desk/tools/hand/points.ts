import { gripMoved, gripsOf, liesAt, replaced, STAY, type Pass, type Stroke } from '@unhurried/core'
import { shallowRef, watch, type Ref } from 'vue'
import { pressTool } from '../../../stage/tools/press'
import type { Tool } from '../../../stage/tools/tool'
import type { ViewOf } from '../../paper/useView'
import type { PencilSettings } from '../pencil'
import type { Targets } from '../useTargets'
import type { Hands } from './hands'

/** How near to a line it is taken, in CSS pixels, and how far the grips lie apart, in its own widths. */
const REACH = 8
const APART = 3

interface LineInHand {
  readonly drawing: string
  readonly pass: Pass
  readonly stroke: Stroke
  readonly grips: number[]
}

/** The line whose points are shown, and bending it by them. */
export function useLinePoints({
  store,
  pencil,
  targets,
  view,
}: {
  store: Hands['store']
  pencil: Ref<PencilSettings>
  targets: Targets
  view: ViewOf
}) {
  const line = shallowRef<LineInHand>()
  const asShown = (drawing: string, pass: Pass, stroke: Stroke): LineInHand => ({
    drawing,
    pass,
    stroke,
    grips: gripsOf(stroke, APART),
  })
  const strokesOf = (drawing: string, pass: Pass) =>
    store.ink!.inkOf(drawing, pass).filter((piece): piece is Stroke => piece.kind === 'stroke')

  watch(
    () => [store.drawing, pencil.value.tool, pencil.value.pass],
    () => (line.value = undefined),
  )
  watch(
    () => store.scene,
    () => {
      const now = line.value
      if (!now) return
      const stroke = strokesOf(now.drawing, now.pass).find(({ id }) => id === now.stroke.id)
      line.value = stroke && asShown(now.drawing, now.pass, stroke)
    },
  )

  function choose(x: number, y: number) {
    const { drawing } = store
    if (drawing === undefined) return
    const { pass } = pencil.value
    const reach = REACH / view.placement.value.zoom
    const stroke = strokesOf(drawing, pass).findLast((each) => liesAt(each, x, y, reach))
    line.value = stroke && asShown(drawing, pass, stroke)
  }

  /** Bends the line by a grip: shown while it is pulled, made when it is `done`. */
  function moveGrip(grip: number, dx: number, dy: number, done: boolean) {
    const now = line.value
    if (!now) return
    const after = gripMoved(now.stroke, now.grips, grip, dx, dy)
    if (!done) {
      const from = new Set([now.stroke.id])
      const passes = new Set([now.pass])
      return view.table.value!.lift({ drawing: now.drawing, passes, from, pieces: [after], matrix: STAY })
    }
    const bent = (piece: { id: string }) => (piece.id === now.stroke.id ? after : undefined)
    if (dx !== 0 || dy !== 0)
      targets.commit(
        now.pass,
        () => 'a line bent',
        (_, ink) => replaced(ink, bent),
        { drawings: [now.drawing] },
      )
    view.table.value!.lift(undefined)
  }
  return { line, choose, moveGrip }
}
export type LinePoints = ReturnType<typeof useLinePoints>

/** Shows the points of the line under the pen. */
export function pointsTool({ points }: Hands): Tool {
  return pressTool({ cursor: 'pointer', onPress: ({ x, y }) => points.choose(x, y) })
}
