import type { Point } from '../../geometry/matrix'
import type { Silhouette } from '../../ink/silhouette'
import type { Shot, Track } from '../subject'

/** A shape whose axes differ by less than this has no ends that could be told from its sides. */
const LONG = 1.25
/** An axis that turns by more than this from one drawing to the next may as well have become the other one, in radians. */
const QUARTER = Math.PI / 4

/**
 * The two ends of a body's long axis, half way out, over the drawings on which it has such an axis. Where a body turns
 * as it goes each of its points has a spacing of its own, and the middle's need not be the one that was charted.
 */
export function endsOfBody(shots: readonly Shot[]): Track[] {
  const axes = axesOf(shots)
  return [1, -1].map((side) => ({
    ...{ id: `end ${side}`, name: 'an end of its shape', standIn: true },
    at: ({ drawing }) => {
      const axis = axes.get(drawing)
      return axis && { x: axis.centre.x + side * axis.x, y: axis.centre.y + side * axis.y }
    },
  }))
}

/** From the middle of a shape half way to an end of it, the same end on all drawings that follow one another. */
interface Axis extends Point {
  readonly centre: Point
}

function axesOf(shots: readonly Shot[]): Map<string, Axis> {
  const axes = new Map<string, Axis>()
  let last: number | undefined
  for (const { drawing, measured } of shots) {
    const lean = measured.shape && leanOn(measured.shape, last)
    if (measured.shape && lean !== undefined) {
      const half = measured.shape.axes[0] / 2
      axes.set(drawing, { centre: measured.shape.centre, x: half * Math.cos(lean), y: half * Math.sin(lean) })
    }
    last = lean
  }
  return axes
}

/** Where the long axis points, going on from where it did: an axis has two ends. */
function leanOn({ ratio, lean }: Silhouette, last: number | undefined): number | undefined {
  if (ratio < LONG) return undefined
  if (last === undefined) return lean
  const by = lean - last
  const turned = by - Math.PI * Math.round(by / Math.PI)
  return Math.abs(turned) > QUARTER ? undefined : last + turned
}
