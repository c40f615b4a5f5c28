import { STAY, type Point } from '@unhurried/core'
import { followDrag } from '../../../parts/drag'
import type { Selection } from '../../tools/selection/useSelection'
import type { Tools } from '../../tools/useTools'
import { scalesOf, slantOf, type Side } from './frame'

/** What is taken hold of: all of the selection, one of its handles, or a point of a line. */
export type Grip =
  | { readonly what: 'move' | 'turn' | 'pivot' | 'squash' | 'axis' }
  | { readonly what: 'side'; readonly side: Side }
  | { readonly what: 'point'; readonly grip: number }

interface Handles {
  readonly selection: () => Selection
  readonly tools: () => Tools
  /** Scene pixels for one CSS pixel. */
  readonly k: () => number
  readonly onPaper: (event: PointerEvent) => Point
  /** What the pointer is bound to meanwhile: handles move away under it. */
  readonly host: () => Element
}

/** With Shift a turn goes by these steps, in radians. */
const TURN_STEP = Math.PI / 12
/** What was done, as the history tells it. */
const DONE = {
  move: 'lines moved',
  turn: 'lines turned',
  squash: 'lines squashed and stretched',
  side: 'lines scaled',
} as const

const angleFrom = ({ x, y }: Point, p: Point) => Math.atan2(p.y - y, p.x - x)

/** What a pointer does that takes hold of a handle. */
export function useHandleDrag({ selection, tools, k, onPaper, host }: Handles) {
  function move({ shiftKey }: PointerEvent, dx: number, dy: number) {
    const isUpright = Math.abs(dx) < Math.abs(dy)
    selection().move(shiftKey && isUpright ? 0 : dx, shiftKey && !isUpright ? 0 : dy)
  }
  function turn({ shiftKey }: PointerEvent, from: Point, to: Point) {
    const pivot = selection().pivot.value
    const angle = angleFrom(pivot, to) - angleFrom(pivot, from)
    selection().turn(shiftKey ? Math.round(angle / TURN_STEP) * TURN_STEP : angle)
  }
  function squash(from: Point, to: Point) {
    const { pivot, axis } = selection()
    const { x, y } = pivot.value
    const along = (p: Point) => (p.x - x) * Math.cos(axis.value) + (p.y - y) * Math.sin(axis.value)
    selection().squash(along(to) / (along(from) || 1))
  }
  /** A side or corner pulled: larger or smaller from the pivot; Alt slants, Shift keeps the proportions. */
  function pull(side: Side, { altKey, shiftKey }: PointerEvent, from: Point, to: Point) {
    const pulled = { from, to, pivot: selection().pivot.value }
    if (altKey && side.includes(0)) selection().skew(...slantOf(side, pulled))
    else selection().scale(...scalesOf(side, pulled, shiftKey), pulled.pivot)
  }

  function pullBy(grip: Grip, event: PointerEvent, from: Point) {
    const to = onPaper(event)
    const [dx, dy] = [to.x - from.x, to.y - from.y]
    if (grip.what === 'move') move(event, dx, dy)
    else if (grip.what === 'turn') turn(event, from, to)
    else if (grip.what === 'pivot') selection().pivot.value = to
    else if (grip.what === 'axis') selection().axis.value = angleFrom(selection().pivot.value, to)
    else if (grip.what === 'squash') squash(from, to)
    else if (grip.what === 'side') pull(grip.side, event, from, to)
    else if (grip.what === 'point') tools().moveGrip(grip.grip, dx, dy, false)
    return Math.hypot(dx, dy) > k()
  }
  function letGo(grip: Grip, hasMoved: boolean, event: PointerEvent, from: Point) {
    if (grip.what === 'point') {
      const to = onPaper(event)
      return tools().moveGrip(grip.grip, hasMoved ? to.x - from.x : 0, hasMoved ? to.y - from.y : 0, true)
    }
    if (grip.what === 'pivot' || grip.what === 'axis') return
    if (hasMoved) selection().settle(DONE[grip.what])
    else selection().show(STAY)
  }

  return function down(event: PointerEvent, grip: Grip) {
    if (event.button > 0) return
    event.stopPropagation()
    event.preventDefault()
    const from = onPaper(event)
    let hasMoved = false
    followDrag(event, {
      on: host(),
      onMove: (_, moved) => (hasMoved = pullBy(grip, moved, from) || hasMoved),
      onEnd: (_, ended) => letGo(grip, hasMoved, ended, from),
    })
  }
}
