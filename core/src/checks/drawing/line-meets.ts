import { clamp } from '../../base/clamp'
import type { Fill, Stroke } from '../../ink/ink'
import type { Point } from '../../geometry/matrix'
import { halfWidth } from '../../ink/outline'
import { judged, type CheckFacts, type Judge } from '../check'
import { liesAt } from '../../ink/select/select'
import { rounded, type Observation } from '../finding'
import { named, type Shot } from '../subject'
import { memoLast } from '../../base/memo'

/** Paint follows a line that lies within this of its edge, beside the line's own half width, in pixels. */
const BESIDE = 4
/** An edge that follows lines for less than this share of its way was not filled but painted. */
const HELD = 0.7
/** Length of the parts an edge is looked at in, in pixels. */
const STEP = 3
const CELL = 24

/** A gap has the end of a line on each side of it, no farther off than this, in pixels. */
const ENDS = 14

/** The end of a line, and half its width there. */
interface End extends Point {
  readonly half: number
}

/**
 * How far the ends of lines on both sides of a gap are from one another, in pixels: where paint lies a little off its line
 * they are nearer than its bare edge is long. None where no two ends are there.
 */
function betweenEnds(ends: readonly End[], before: Point, after: Point): number | undefined {
  const by = (place: Point) => ends.filter((end) => Math.hypot(end.x - place.x, end.y - place.y) <= ENDS)
  const [here, there] = [by(before), by(after)]
  const apart = here.flatMap((one) =>
    there
      .filter((other) => other !== one)
      .map((other) => Math.hypot(one.x - other.x, one.y - other.y) - one.half - other.half),
  )
  return apart.length > 0 ? Math.max(0, Math.min(...apart)) : undefined
}

interface Bit {
  readonly ax: number
  readonly ay: number
  readonly bx: number
  readonly by: number
  readonly half: number
}

/** The pieces of all lines by the squares of the paper they come near. */
function lineBits({ pieces }: Shot['measured']): (x: number, y: number) => readonly Bit[] {
  const squares = new Map<number, Bit[]>()
  const name = (x: number, y: number) => x * 100_003 + y
  for (const piece of pieces) {
    if (piece.kind !== 'stroke') continue
    const { points } = piece as Stroke
    for (let i = points.length > 3 ? 3 : 0; i < points.length; i += 3) {
      const j = Math.max(0, i - 3)
      const half = halfWidth(piece, points[i + 2]!)
      const bit: Bit = { ax: points[j]!, ay: points[j + 1]!, bx: points[i]!, by: points[i + 1]!, half }
      const reach = half + BESIDE
      for (
        let x = Math.floor((Math.min(bit.ax, bit.bx) - reach) / CELL);
        x <= Math.floor((Math.max(bit.ax, bit.bx) + reach) / CELL);
        x++
      ) {
        for (
          let y = Math.floor((Math.min(bit.ay, bit.by) - reach) / CELL);
          y <= Math.floor((Math.max(bit.ay, bit.by) + reach) / CELL);
          y++
        ) {
          const list = squares.get(name(x, y))
          if (list) list.push(bit)
          else squares.set(name(x, y), [bit])
        }
      }
    }
  }
  return (x, y) => squares.get(name(Math.floor(x / CELL), Math.floor(y / CELL))) ?? []
}

function near(x: number, y: number, { ax, ay, bx, by, half }: Bit): boolean {
  const [dx, dy] = [bx - ax, by - ay]
  const t = clamp(((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy || 1), 0, 1)
  const [ox, oy] = [x - ax - dx * t, y - ay - dy * t]
  return ox * ox + oy * oy <= (half + BESIDE) ** 2
}

/** Just beyond an edge, on both sides of it, in pixels. */
const BEYOND = 5

/** The longest stretch of a paint's edge with no line along it, in pixels, when the rest of it follows lines. */
function widestGap(
  fill: Fill,
  bits: ReturnType<typeof lineBits>,
  ends: readonly End[],
  isUnder: (at: Point, sides: readonly Point[]) => boolean,
): { gap: number; at: Point; closing: number[] } | undefined {
  const { outline } = fill
  const places: { x: number; y: number; held: boolean }[] = []
  for (let i = 0, j = outline.length - 2; i < outline.length; j = i, i += 2) {
    const [ax, ay, bx, by] = [outline[j]!, outline[j + 1]!, outline[i]!, outline[i + 1]!]
    const parts = Math.max(1, Math.round(Math.hypot(bx - ax, by - ay) / STEP))
    for (let n = 0; n < parts; n++) {
      const [x, y] = [ax + ((bx - ax) * n) / parts, ay + ((by - ay) * n) / parts]
      places.push({ x, y, held: bits(x, y).some((bit) => near(x, y, bit)) })
    }
  }
  const first = places.findIndex(({ held }) => held)
  if (first < 0 || places.filter(({ held }) => held).length < HELD * places.length) return undefined
  let best: { gap: number; at: Point; closing: number[] } | undefined
  for (let i = first; i < first + places.length;) {
    if (places[i % places.length]!.held) {
      i++
      continue
    }
    const start = i
    let gap = 0
    while (i < first + places.length && !places[i % places.length]!.held) {
      const [a, b] = [places[i % places.length]!, places[(i + 1) % places.length]!]
      gap += Math.hypot(b.x - a.x, b.y - a.y)
      i++
    }
    // A line covers the edge as far as it reaches beyond its end.
    gap += 2 * BESIDE
    const at = (index: number): Point => places[Math.floor(index) % places.length]!
    const middle = at((start + i) / 2)
    // Where a line merely goes another way than the paint, as round a shade, there is no gap.
    const apart = betweenEnds(ends, at(start - 1), at(i))
    if (apart === undefined) continue
    gap = Math.min(gap, apart)
    // An edge that runs on under other paint needs no line; that other paint begins there is no excuse.
    const [before, after] = [at((start + i) / 2 - 1), at((start + i) / 2 + 1)]
    const long = Math.hypot(after.x - before.x, after.y - before.y) || 1
    const across = { x: ((after.y - before.y) / long) * BEYOND, y: (-(after.x - before.x) / long) * BEYOND }
    const sides = [
      { x: middle.x + across.x, y: middle.y + across.y },
      { x: middle.x - across.x, y: middle.y - across.y },
    ]
    if (isUnder(middle, sides)) continue
    if (!best || gap > best.gap) best = { gap, at: { x: middle.x, y: middle.y }, closing: between(at, start - 1, i) }
  }
  return best
}

/** The edge of the paint from one place along it to another: what a stroke that closes the gap would follow. */
const between = (at: (index: number) => Point, from: number, to: number): number[] =>
  Array.from({ length: to - from + 1 }, (_, n) => at(from + n)).flatMap(({ x, y }) => [x, y])

/** The widest gap round each paint of a drawing; undefined for a piece that is none. */
const gapsOf = memoLast(
  (width: number, height: number) => `${width},${height}`,
  (measured: Shot['measured'], width: number, height: number): (ReturnType<typeof widestGap> | undefined)[] => {
    const bits = lineBits(measured)
    const paints = measured.pieces.filter(({ kind }) => kind === 'fill')
    const ends = measured.pieces.flatMap((piece): End[] => {
      if (piece.kind !== 'stroke') return []
      const { points } = piece
      const end = (from: number): End => ({
        ...{ x: points[from]!, y: points[from + 1]! },
        half: halfWidth(piece, points[from + 2]!),
      })
      return [end(0), end(points.length - 3)]
    })
    return measured.pieces.map((piece) =>
      piece.kind === 'fill'
        ? widestGap(
            piece,
            bits,
            ends,
            (at, sides) =>
              at.x < 0 ||
              at.y < 0 ||
              at.x > width ||
              at.y > height ||
              paints.some((other) => other !== piece && sides.every(({ x, y }) => liesAt(other, x, y, 0))),
          )
        : undefined,
    )
  },
)

/**
 * Line does not meet. Paint that follows a line round a part leaves its edge bare where the line has a
 * gap, with the end of a line on each side of it: the form opens there for one drawing, and the next fill may
 * leak. Paint laid freely, without lines along most of its edge, relies on none.
 */
export const lineMeets = {
  id: 'line-meets',
  name: 'Line does not meet',
  group: 'drawing',
  severity: 'mend',
  why: 'Where the line round a painted part has a gap, the form opens for one drawing and paint may leak.',
  limits: {
    px: { words: 'Gap in a line that paint relies on', unit: 'px', value: 8, min: 1, max: 100, loosens: 'up' },
  },
} as const satisfies CheckFacts

export const judgeLineMeets: Judge = {
  level(subject, { scene, limit }) {
    const { width, height } = scene.settings
    const px = limit('px')
    if (subject.level.kind === 'ground') return judged([])
    return judged(
      subject.shots.flatMap((shot): Observation[] => {
        return gapsOf(shot.measured, width, height).flatMap((open): Observation[] =>
          !open || open.gap <= px
            ? []
            : [
                {
                  level: subject.level.id,
                  drawings: [shot.drawing],
                  frames: [shot.frame],
                  value: open.gap,
                  limit: px,
                  unit: 'px',
                  sentence: `${named(subject, shot)}: the line round a painted part is open for about ${rounded(open.gap)} px.`,
                  evidence: [
                    { kind: 'ring', at: open.at, radius: Math.max(10, open.gap / 2), words: `${rounded(open.gap)} px` },
                    { kind: 'guide', lines: [open.closing], closed: false, words: 'closes it' },
                  ],
                },
              ],
        )
      }),
    )
  },
}
