import { seededRandom } from '../../base/random'
import type { Point } from '../../geometry/matrix'
import { distanceSquared } from '../../geometry/polyline'
import { guideInbetween, type GuidedInbetween } from '../../motion/inbetween'
import type { Pose } from './body'
import { drawnByHand, seenOf, type Drawn } from './drawn'
import { CHARTED_KINDS } from './charted-kinds'
import { FURTHER_KINDS } from './further-kinds'
import { HAND_KINDS, type HandKind } from './kinds'
import { LATER_KINDS } from './later-kinds'
import { MORE_KINDS } from './more-kinds'

/** Two drawings of one motion by one hand, each of its lines split in its own way. */
interface HandPair {
  readonly kind: HandKind
  readonly a: Drawn
  readonly b: Drawn
  /** Pinned on every other pair. */
  readonly landmarks: readonly { readonly a: Point; readonly b: Point }[]
  /** Places along the lines of the true drawing between them, as far as they are seen, by part of the pose. */
  readonly between: ReadonlyMap<string, readonly Point[]>
  /** The same by blending the true partners as the hand drew them, point by point. */
  readonly blended: ReadonlyMap<string, readonly Point[]>
}

/** Kinds that have lines to match on both drawings. */
const withLines = (kinds: readonly HandKind[]) =>
  kinds.filter(({ pose }) => [0.1, 0.3, 0.6].some((t) => pose(t).parts.some(({ bare }) => !bare)))
export const PAIR_KINDS = withLines(HAND_KINDS)
/** Motions thought of after the matching stood. */
export const LATER_PAIR_KINDS = withLines([...MORE_KINDS, ...LATER_KINDS, ...FURTHER_KINDS, ...CHARTED_KINDS])

const pinned = (first: Pose['marks'], last: Pose['marks']) =>
  Object.entries(first).flatMap(([name, a]) => {
    const b = last[name]
    return b ? [{ a, b }] : []
  })

/** Two drawings a few apart, by the seed; a `sure` hand draws each line in one stroke. */
export function handPair(kind: HandKind, seed: number, sure = false): HandPair {
  const random = seededRandom((seed * 7919 + kind.id.length * 104_729) % 2 ** 31)
  for (let n = 0; n < 8; n++) random()
  const apart = (2 + Math.floor(3 * random())) / kind.drawings
  const from = (1 - apart) * random()
  /** Lines come in any order: no hand draws the same parts first each time. */
  const drawn = (t: number, name: string): Drawn => {
    const made = drawnByHand(kind.pose(t), { random, sure, size: 5, name })
    const line = made.line.map((piece) => ({ piece, key: random() })).sort((p, q) => p.key - q.key)
    return { ...made, line: line.map(({ piece }) => piece) }
  }
  const [a, b] = [drawn(from, 'a'), drawn(from + apart, 'b')]
  return {
    kind,
    a,
    b,
    landmarks: seed % 2 === 0 ? [] : pinned(kind.pose(from).marks, kind.pose(from + apart).marks),
    between: seenOf(kind.pose(from + apart / 2).parts),
    blended: new Map(
      [...a.whole].flatMap(([name, line]) => {
        const other = b.whole.get(name)
        if (other?.length !== line.length) return []
        return [[name, line.map(({ x, y }, k) => ({ x: (x + other[k]!.x) / 2, y: (y + other[k]!.y) / 2 }))] as const]
      }),
    ),
  }
}

export interface PairMeasure {
  /** Lines of the first drawing that have a partner on the second, and those of them that were given a right one. */
  readonly lines: number
  readonly right: number
  readonly sure: number
  readonly sureRight: number
  /** Mean distance of the true drawing from what was found, and from what blending the true partners gives; pixels. */
  readonly guided: number
  readonly blend: number
}

/** How well the guide does on a pair. */
export function measuredPair({ a, b, landmarks, between, blended }: HandPair): PairMeasure {
  const guide = guideInbetween({ a: a.line, b: b.line, fraction: 0.5, landmarks })
  const there = new Set(b.partOf.values())
  const asked = a.line.filter(({ id }) => there.has(a.partOf.get(id)!))
  const isRight = (match: { a: string; b: string }) => a.partOf.get(match.a) === b.partOf.get(match.b)
  const matchesOf = (id: string) => guide.matches.filter((match) => match.a === id)
  const right = asked.filter(({ id }) => matchesOf(id).length > 0 && matchesOf(id).every(isRight))
  const sure = guide.matches.filter((match) => match.sure)
  return {
    lines: asked.length,
    right: right.length,
    sure: sure.length,
    sureRight: sure.filter(isRight).length,
    ...distances(guide, between, blended),
  }
}

function distances(
  { lines }: GuidedInbetween,
  between: HandPair['between'],
  blended: HandPair['blended'],
): { guided: number; blend: number } {
  const found = lines.flatMap(({ points }) => segmentsOf(pointsOf(points)))
  const blend = [...blended.values()].flatMap(segmentsOf)
  const truth = [...between].flatMap(([name, line]) => (blended.has(name) ? line : []))
  const mean = (to: readonly Segment[]) =>
    truth.reduce((sum, point) => sum + Math.min(200, ...to.map((segment) => farFrom(point, segment))), 0) / truth.length
  return truth.length === 0 ? { guided: 0, blend: 0 } : { guided: mean(found), blend: mean(blend) }
}

type Segment = readonly [Point, Point]
const segmentsOf = (line: readonly Point[]): Segment[] => line.slice(1).map((to, i) => [line[i]!, to])
/** Flat x, y as places. */
export const pointsOf = (flat: readonly number[]): Point[] =>
  Array.from({ length: flat.length / 2 }, (_, i) => ({ x: flat[2 * i]!, y: flat[2 * i + 1]! }))
const farFrom = ({ x, y }: Point, [p, q]: Segment) => Math.sqrt(distanceSquared(x, y, p.x, p.y, q.x, q.y))
/** How far a place is from a line, in pixels. */
export const farFromLine = (place: Point, line: readonly Point[]): number =>
  Math.min(...segmentsOf(line).map((segment) => farFrom(place, segment)))

/** The same over many pairs: sums of lines, means of distances. */
export function measuredPairs(kind: HandKind, seeds: readonly number[]): PairMeasure {
  const all = seeds.map((seed) => measuredPair(handPair(kind, seed)))
  const sum = (of: keyof PairMeasure) => all.reduce((total, each) => total + each[of], 0)
  return {
    ...{ lines: sum('lines'), right: sum('right'), sure: sum('sure'), sureRight: sum('sureRight') },
    ...{ guided: sum('guided') / all.length, blend: sum('blend') / all.length },
  }
}
