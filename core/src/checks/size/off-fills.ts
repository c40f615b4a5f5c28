import { distance } from '../../motion/arc'
import type { Body } from '../measured'
import { lieOf, partnersBefore, turnsOnly } from '../tracks/painted-parts'

/** Bodies whose moments, each over its own area, differ by less than this share have one shape. */
const ALIKE = 0.1
/** A fill lies so near the middle between where it was and where it will be, in roots of its area. */
const NEAR = 0.25

interface OffFill<B extends Body> {
  readonly fill: B
  /** How far it lies off what it is beside, as a natural logarithm of its area. */
  readonly off: number
}

/**
 * Fills of a drawing that are the same before and after and of the same shape between, but larger or smaller by more than a limit. What
 * goes behind another thing loses some of its shape, or is another shape before and after: of such no word is said.
 *
 * @param drawings - the fills of one colour on each drawing, one after the other
 * @param limit - natural logarithm of the share by which an area may be off
 */
export function offFills<B extends Body>(drawings: readonly (readonly B[])[], at: number, limit: number): OffFill<B>[] {
  const on = (by: number) => drawings[at + by] ?? NONE
  const here = on(0)
  return [...partnersBefore(on(-1))(on(1))].flatMap(([next, last]) => {
    // Where it is as large as beside it nothing is off.
    if (here.some((fill) => turnsOnly(fill, last) && turnsOnly(fill, next))) return []
    // One that is seen but twice as it is says little of how large it should be.
    const isSeenThrice =
      partnersBefore(on(-2))(on(-1)).has(last) || [...partnersBefore(on(1))(on(2)).values()].includes(next)
    if (!isSeenThrice) return []
    const middle = { x: (last.x + next.x) / 2, y: (last.y + next.y) / 2 }
    const fill = nearest(
      here.filter((each) => isAlike(each, last) && isAlike(each, next)),
      middle,
    )
    // What is as large as another thing beside it is that thing.
    if (!fill || [...on(-1), ...on(1)].some((other) => turnsOnly(fill, other))) return []
    if (distance(fill, middle) > NEAR * Math.sqrt(fill.area)) return []
    const off = Math.log(fill.area) - Math.log(last.area * next.area) / 2
    return Math.abs(off) > limit ? [{ fill, off }] : []
  })
}
const NONE: readonly never[] = []

const nearest = <B extends Body>(bodies: readonly B[], place: { x: number; y: number }): B | undefined =>
  bodies.reduce<B | undefined>(
    (best, body) => (best && distance(best, place) <= distance(body, place) ? best : body),
    undefined,
  )

/** Whether two bodies have one shape, whatever their sizes and turns. */
function isAlike(a: Body, b: Body): boolean {
  const [ofA, ofB] = [shapeOf(a), shapeOf(b)]
  const apart = Math.abs(ofA.long - ofB.long) + Math.abs(ofA.wide - ofB.wide)
  return apart <= (ALIKE / 2) * (ofA.long + ofA.wide + ofB.long + ofB.wide)
}
function shapeOf(body: Body): { long: number; wide: number } {
  const { long, wide } = lieOf(body)
  return { long: long / body.area, wide: wide / body.area }
}
