import { guidedBy, mirrorsOf, pulledBy, type Point, type Ruler } from '@unhurried/core'
import type { Led } from '../../../stage/tools/tool'

/** CSS pixels within which an edge leads the hand wholly. */
const REACH = 11

interface Lying {
  /** CSS pixels for one scene pixel. */
  readonly zoom: number
  /** Where the ground of the drawing on the table is panned to; rulers lie on the paper. */
  readonly pan: Point | undefined
}

/** What rulers do to the pen, in pixels of the drawing. Fetched where a scene has rulers. */
export function ledBy(rulers: readonly Ruler[], { zoom, pan }: Lying): Led {
  const here = pan
    ? rulers.map((ruler) => ({ ...ruler, points: ruler.points.map((value, i) => value - (i % 2 ? pan.y : pan.x)) }))
    : rulers
  const reach = REACH / zoom
  return {
    guided: guidedBy(here, reach),
    pulled: (from, to) => pulledBy(here, reach, from, to),
    copies: mirrorsOf(here),
  }
}
