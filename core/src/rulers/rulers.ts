import { memo } from '../base/memo'
import { mirroredAbout, STAY, followedBy, type Matrix, type Point } from '../geometry/matrix'
import { arcThrough, placeOnArc } from '../motion/arc'
import type { Ruler, RulerKind } from '../scene/schema'

/** How far apart places of a round edge lie at the most, in pixels, and how few there are. */
const APART = 3
const FEWEST = 48
const MOST = 1440
/** Places between two of a curve's own. */
const BETWEEN = 24

type Places = readonly number[]
const at = (points: Places, i: number): Point => ({ x: points[2 * i]!, y: points[2 * i + 1]! })
const far = (a: Point, b: Point) => Math.hypot(b.x - a.x, b.y - a.y)

function ellipse(middle: Point, end: Point, across: number): number[] {
  const along = far(middle, end)
  const turn = Math.atan2(end.y - middle.y, end.x - middle.x)
  const count = Math.min(MOST, Math.max(FEWEST, Math.ceil((2 * Math.PI * Math.max(along, across)) / APART)))
  return Array.from({ length: count + 1 }, (_, i) => {
    const angle = (2 * Math.PI * i) / count
    const [u, v] = [along * Math.cos(angle), across * Math.sin(angle)]
    return [middle.x + u * Math.cos(turn) - v * Math.sin(turn), middle.y + u * Math.sin(turn) + v * Math.cos(turn)]
  }).flat()
}

/** How far a place lies from the line through two others. */
function offLine(place: Point, a: Point, b: Point): number {
  const length = far(a, b)
  if (length === 0) return far(place, a)
  return Math.abs((place.x - a.x) * (b.y - a.y) - (place.y - a.y) * (b.x - a.x)) / length
}

function curve(points: Places): number[] {
  const through = Array.from({ length: points.length / 2 }, (_, i) => at(points, i))
  // Two taps on one spot are one place.
  const apart = through.filter((place, i) => i === 0 || far(place, through[i - 1]!) > 0.5)
  if (apart.length < 2) return [apart[0]!.x, apart[0]!.y]
  const arc = arcThrough(apart)
  const last = apart.length - 1
  return Array.from({ length: BETWEEN * last + 1 }, (_, i) => {
    const from = Math.min(last - 1, Math.floor(i / BETWEEN))
    const { x, y } = placeOnArc(arc, from, from + 1, i / BETWEEN - from)
    return [x, y]
  }).flat()
}

/** The edge one draws along, flat x, y; a kind without one is not here. */
const EDGES: Readonly<Partial<Record<RulerKind, (points: Places) => number[]>>> = {
  straight: (points) => [...points],
  mirror: (points) => [...points],
  circle: (points) => ellipse(at(points, 0), at(points, 1), far(at(points, 0), at(points, 1))),
  ellipse: (points) => ellipse(at(points, 0), at(points, 1), offLine(at(points, 2), at(points, 0), at(points, 1))),
  curve,
}

/**
 * The edge of a ruler as a path of places, flat x, y in pixels; closed ones end where they begin. Empty for vanishing
 * points, which have none. A round edge is nowhere a twentieth of a pixel off.
 */
export const edgeOf = memo((ruler: Ruler): readonly number[] => EDGES[ruler.kind]?.(ruler.points) ?? [])

/** Whether an edge has no ends beyond which it goes on straight. */
export const isClosed = ({ kind }: Ruler): boolean => kind === 'circle' || kind === 'ellipse'

/** Vanishing points as they are used together. */
export const vanishingPoints = (rulers: readonly Ruler[]): Point[] =>
  rulers.flatMap(({ kind, points }) =>
    kind === 'vanishing' ? Array.from({ length: points.length / 2 }, (_, i) => at(points, i)) : [],
  )

/** Mirrors used at once: two lay four lines, more would lay eight. */
const MIRRORS = 2

/** Where else a line is laid: its copies by every mirror, and by both of two. Empty where there is no mirror. */
export function mirrorsOf(rulers: readonly Ruler[]): Matrix[] {
  const mirrors = rulers
    .filter(({ kind, points }) => kind === 'mirror' && far(at(points, 0), at(points, 1)) > 0)
    .slice(0, MIRRORS)
    .map(({ points }) => {
      const [a, b] = [at(points, 0), at(points, 1)]
      return mirroredAbout(a, Math.atan2(b.y - a.y, b.x - a.x))
    })
  const all = mirrors.reduce<Matrix[]>(
    (laid, mirror) => [...laid, ...laid.map((each) => followedBy(each, mirror))],
    [STAY],
  )
  return all.slice(1)
}
