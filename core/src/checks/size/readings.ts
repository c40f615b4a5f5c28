import { memo } from '../../base/memo'
import { distance } from '../../motion/arc'
import type { Drawing } from '../../scene/schema'
import type { InkPiece } from '../../ink/ink'
import { courseOf } from '../../ink/select/select'
import { DOT, paintOf, type Measured } from '../measured'

/** Lengths shorter than this say nothing of a size, in pixels. */
const SHORT = 30

/** What tells how large a drawing is, each by its name: natural logarithms of areas, and twice those of lengths. */
export type Readings = ReadonlyMap<string, number>

/**
 * What its ink says: the area of the dark shape and of each colour, how far each colour reaches at the most and at the
 * least; of what is all line how long that is. Of what goes behind another thing a part is hidden, and seldom all of these change.
 */
export const inkReadings = memo((measured: Measured): Readings => {
  const { areas } = measured
  const painted = [...areas].filter(([, area]) => area >= DOT)
  return new Map([
    ...sizeOfAll(measured),
    // Where an outline is open the shape leaks; how far its lines reach is as it was.
    ...(areas.size === 0 ? reachReadings('all lines', measured.pieces) : []),
    ...painted.flatMap(([swatch, area]) => [
      [`area of ${swatch}`, Math.log(area)] as const,
      ...reachReadings(swatch, paintOf(measured, swatch)),
    ]),
  ])
})

function reachReadings(of: string, ink: readonly InkPiece[]): [string, number][] {
  const [least, most] = reachOf(ink)
  if (least <= 0) return []
  return [
    [`length of ${of}`, 2 * Math.log(most)],
    [`breadth of ${of}`, 2 * Math.log(least)],
  ]
}

/** What its pins say: how far they lie apart. */
export function pinReadings(pins: Drawing['pins'] = {}): Readings {
  const all = Object.entries(pins)
  return new Map(
    all.flatMap(([one, place], i) =>
      all.slice(i + 1).flatMap(([other, there]) => {
        const apart = distance(place, there)
        return apart > SHORT ? [[`${one} to ${other}`, 2 * Math.log(apart)] as const] : []
      }),
    ),
  )
}

/** The area of its dark shape; of what is all line the length of that, which says nothing where a shape has lines within. */
function sizeOfAll(measured: Measured): [string, number][] {
  if (measured.shape && !isAllLine(measured)) return [['the shape', Math.log(measured.shape.area)]]
  const long = lineLength(measured)
  return long > SHORT ? [['the line', 2 * Math.log(long)]] : []
}

/** A shape that is less than so many times its own line is all line. */
const ALL_LINE = 2.5

const isAllLine = (measured: Measured): boolean =>
  measured.areas.size === 0 && measured.shape!.area < ALL_LINE * lineLength(measured) * (measured.lineWidth ?? 0)

const lineLength = ({ pieces }: Measured): number =>
  pieces.reduce((sum, piece) => sum + (piece.kind === 'stroke' ? lengthOf(piece.points) : 0), 0)

/** The length of a stroke's points, x, y and pressure each. */
function lengthOf(points: readonly number[]): number {
  let long = 0
  for (let i = 3; i < points.length; i += 3)
    long += distance({ x: points[i - 3]!, y: points[i - 2]! }, { x: points[i]!, y: points[i + 1]! })
  return long
}

const DIRECTIONS = Array.from({ length: 12 }, (_, i) => (Math.PI * i) / 12)

/** How far paint reaches in the direction in which it does least and in which it does most, in pixels. */
export function reachOf(paint: readonly InkPiece[]): [least: number, most: number] {
  const courses = paint.map(courseOf)
  const reaches = DIRECTIONS.map((direction) => {
    const [x, y] = [Math.cos(direction), Math.sin(direction)]
    let [from, to] = [Infinity, -Infinity]
    for (const [flat, stride] of courses)
      for (let i = 0; i < flat.length; i += stride) {
        const at = flat[i]! * x + flat[i + 1]! * y
        from = Math.min(from, at)
        to = Math.max(to, at)
      }
    return to - from
  })
  return [Math.min(...reaches), Math.max(...reaches)]
}
