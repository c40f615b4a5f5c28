import type { Point } from '../../geometry/matrix'
import { ringArea } from '../../geometry/trace'
import { quantized, type Fill, type InkPiece, type Stroke } from '../../ink/ink'
import { within } from '../../ink/select/select'
import { Clipper, FillRule } from 'clipper2-ts'
import { at } from './body'
import type { Part, Pose } from './body'

type Random = () => number
export interface Hand {
  readonly random: Random
  /** Draws each line in one stroke. */
  readonly sure?: boolean
}
const between = (random: Random, from: number, to: number) => from + (to - from) * random()
const flat = (ring: readonly Point[]): number[] => ring.flatMap(({ x, y }) => [x, y])

/** A hand's slow tremble over the paper: two waves a drawing, up to so many pixels. */
function wobbler(random: Random) {
  const reach = between(random, 1, 3)
  const waves = Array.from({ length: 4 }, () => ({
    across: between(random, 0.006, 0.022),
    down: between(random, 0.006, 0.022),
    phase: 6.28 * random(),
    share: between(random, 0.4, 1),
  }))
  return ({ x, y }: Point): Point => {
    const by = (i: number) => {
      const { across, down, phase, share } = waves[i]!
      return share * Math.sin(x * across + y * down + phase)
    }
    return at(x + (reach * (by(0) + by(1))) / 2, y + (reach * (by(2) + by(3))) / 2)
  }
}

/** Lines no longer than this are drawn whole, in points. */
const SHORT = 9

/**
 * Cuts a line into strokes as a hand draws them: here and there, either way round, ends that overshoot or stop short; a sure
 * hand draws each in one go.
 */
function strokesOf(line: readonly Point[], closed: boolean, { random, sure }: Hand): Point[][] {
  const count = sure || line.length < SHORT ? 1 : 1 + Math.floor(random() * Math.min(5, line.length / 7))
  const start = closed ? Math.floor(random() * line.length) : 0
  const whole = closed ? [...line.slice(start), ...line.slice(0, start + 1)] : [...line]
  const cuts = Array.from({ length: count - 1 }, () => Math.round(between(random, 3, whole.length - 4))).sort(
    (a, b) => a - b,
  )
  // Nothing of a line is left out, however near two cuts are.
  const apart = cuts.filter((cut, i) => cut - (cuts[i - 1] ?? 0) >= 2)
  const ends = [0, ...apart, whole.length - 1]
  const strokes = ends.slice(1).map((end, i) => ended(whole.slice(ends[i], end + 1), random))
  const turned = strokes.map((run) => (random() < 0.4 ? [...run].reverse() : run))
  return turned
    .map((run) => ({ run, key: random() }))
    .sort((a, b) => a.key - b.key)
    .map(({ run }) => run)
}

/** Longer by up to 4 pixels at an end, or shorter by up to 2: two ends of one cut leave a gap of up to 4. */
function ended(run: readonly Point[], random: Random): Point[] {
  const stretched = (tip: Point, before: Point) => {
    const long = Math.hypot(tip.x - before.x, tip.y - before.y) || 1
    const by = between(random, -2, 4)
    return at(tip.x + ((tip.x - before.x) / long) * by, tip.y + ((tip.y - before.y) / long) * by)
  }
  return [stretched(run[0]!, run[1]!), ...run.slice(1, -1), stretched(run.at(-1)!, run.at(-2)!)]
}

/** Pixels between the places where it is asked whether a line is hidden, and about between the points it is drawn through. */
const LOOK = 2
const DRAW = 9

function finely(line: readonly Point[], closed: boolean): Point[] {
  const ends = closed ? [...line, line[0]!] : line
  return ends.slice(1).flatMap((to, i) => {
    const from = ends[i]!
    const parts = Math.max(1, Math.ceil(Math.hypot(to.x - from.x, to.y - from.y) / LOOK))
    return Array.from({ length: parts }, (_, k) =>
      at(from.x + ((to.x - from.x) * k) / parts, from.y + ((to.y - from.y) * k) / parts),
    )
  })
}
const thinned = (run: readonly Point[]): Point[] => {
  const every = Math.max(1, Math.round(DRAW / LOOK))
  return run.filter((_, i) => i % every === 0 || i === run.length - 1)
}

/** What hides lines below it, with the box around it. */
interface Cover {
  readonly ring: readonly number[]
  readonly left: number
  readonly right: number
  readonly top: number
  readonly bottom: number
}
function coverOf(ring: readonly Point[]): Cover {
  const [xs, ys] = [ring.map(({ x }) => x), ring.map(({ y }) => y)]
  const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]
  return { ring: flat(ring), left, right, top, bottom }
}
const hides = ({ ring, left, right, top, bottom }: Cover, { x, y }: Point): boolean =>
  x >= left && x <= right && y >= top && y <= bottom && within(x, y, ring)

/** The runs of a line that no part above hides. */
function seenRuns(
  line: readonly Point[],
  closed: boolean,
  above: readonly Cover[],
): { run: Point[]; closed: boolean }[] {
  const fine = [...finely(line, closed), ...(closed ? [] : [line.at(-1)!])]
  const hidden = fine.map((point) => above.some((cover) => hides(cover, point)))
  if (!hidden.some(Boolean)) return [{ run: thinned(fine), closed }]
  const first = closed ? hidden.findIndex(Boolean) : 0
  const runs: Point[][] = [[]]
  fine.forEach((_, n) => {
    const i = (n + first) % fine.length
    if (!hidden[i]) runs.at(-1)!.push(fine[i]!)
    else if (runs.at(-1)!.length > 0) runs.push([])
  })
  return runs.filter((run) => run.length >= 4).map((run) => ({ run: thinned(run), closed: false }))
}

const FINE = 32
/** What of a ring's paint is not under the paint above it. */
function seenPaint(
  ring: readonly Point[],
  above: readonly (readonly Point[])[],
): { outline: number[]; holes: number[][] }[] {
  const paths = (rings: readonly (readonly Point[])[]) =>
    rings.map((each) => each.map(({ x, y }) => ({ x: Math.round(x * FINE), y: Math.round(y * FINE) })))
  const left = above.length === 0 ? paths([ring]) : Clipper.difference(paths([ring]), paths(above), FillRule.NonZero)
  const rings = left
    .map((each) => each.flatMap(({ x, y }) => [x / FINE, y / FINE]))
    .filter((each) => each.length >= 6 && Math.abs(ringArea(each)) > 12)
  const outlines = rings.filter((each) => above.length === 0 || ringArea(each) > 0)
  return outlines.map((outline) => ({
    outline,
    holes: above.length === 0 ? [] : rings.filter((each) => ringArea(each) < 0 && within(each[0]!, each[1]!, outline)),
  }))
}

export interface Drawn {
  readonly line: InkPiece[]
  readonly colour: InkPiece[]
  /** Which part of the pose each line is of. */
  readonly partOf: ReadonlyMap<string, string>
  /** The lines of each part as the hand drew them, whole and with nothing hidden; outlines closed. */
  readonly whole: ReadonlyMap<string, readonly Point[]>
}

/** The lines of a figure's parts by name; outlines closed. */
const linesOf = (parts: readonly Part[]): Map<string, readonly Point[]> =>
  new Map(
    parts.flatMap(({ ring, line, bare, name }, i) => {
      const way = bare ? undefined : ((ring && [...ring, ring[0]!]) ?? line)
      return way ? [[name ?? String(i), way] as const] : []
    }),
  )

const coversOf = (parts: readonly Part[]) =>
  parts.map(({ ring, swatch }) => (ring && swatch ? coverOf(ring) : undefined))
const above = (covers: ReturnType<typeof coversOf>, i: number) =>
  covers.slice(i + 1).filter((cover) => cover !== undefined)

/** The places along each part's lines that no part above hides, by name. */
export function seenOf(parts: readonly Part[]): Map<string, readonly Point[]> {
  const covers = coversOf(parts)
  return new Map(
    parts.flatMap(({ ring, line, bare, name }, i) => {
      const way = bare ? undefined : (ring ?? line)
      if (!way) return []
      const runs = seenRuns(way, ring !== undefined, above(covers, i))
      return [[name ?? String(i), runs.flatMap(({ run }) => run)] as const]
    }),
  )
}

/** A pose as a hand draws it, once: no two drawings of it are alike. */
export function drawnByHand(pose: Pose, { size, name, ...hand }: Hand & { size: number; name: string }): Drawn {
  const { random } = hand
  const wobble = wobbler(random)
  // Areas come out a little larger or smaller, about the middle of the figure.
  const grown = Math.sqrt(between(random, 0.97, 1.03))
  const all = pose.parts.flatMap(({ ring, line }) => ring ?? line ?? [])
  const middle = at(
    all.reduce((sum, { x }) => sum + x, 0) / Math.max(1, all.length),
    all.reduce((sum, { y }) => sum + y, 0) / Math.max(1, all.length),
  )
  const put = (point: Point) =>
    wobble(at(middle.x + (point.x - middle.x) * grown, middle.y + (point.y - middle.y) * grown))
  const parts = pose.parts.map((part): Part => ({
    ...part,
    ...(part.ring && { ring: part.ring.map(put) }),
    ...(part.line && { line: part.line.map(put) }),
  }))
  const partOf = new Map<string, string>()
  const drawn: Drawn = { line: [], colour: [], partOf, whole: linesOf(parts) }
  const heavy = between(random, 0.9, 1.1)
  const covers = coversOf(parts)
  parts.forEach((part, i) => {
    const paintAbove = parts.slice(i + 1).flatMap(({ ring, swatch }) => (ring && swatch ? [ring] : []))
    if (part.ring && part.swatch)
      for (const { outline, holes } of seenPaint(part.ring, paintAbove))
        drawn.colour.push(
          quantized<Fill>({
            ...{ kind: 'fill', id: `${name}f${drawn.colour.length}`, swatch: part.swatch, outline },
            ...(holes.length > 0 && { holes }),
          }),
        )
    if (part.bare) return
    const way = part.ring ?? part.line ?? []
    for (const { run, closed } of seenRuns(way, part.ring !== undefined, above(covers, i)))
      for (const stroke of strokesOf(run, closed, hand)) {
        const press = 0.5 * between(random, 0.85, 1.15)
        const points = stroke.flatMap(({ x, y }, k) => [
          x,
          y,
          press * (0.92 + 0.16 * Math.sin((Math.PI * k) / stroke.length)),
        ])
        partOf.set(`${name}s${drawn.line.length}`, part.name ?? String(i))
        drawn.line.push(
          quantized<Stroke>({
            ...{ kind: 'stroke', id: `${name}s${drawn.line.length}`, swatch: 'ink' },
            ...{ size: size * heavy * between(random, 0.95, 1.05), points },
          }),
        )
      }
  })
  return drawn
}
