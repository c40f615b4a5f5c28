import { SHORTEST } from './along'
import { mod, pointAt, type Seating, type Seats } from './seats'
import type { Way } from './ways'

/** Points of the two drawings that belong together, one after the other. */
export interface Stretch {
  /** Flat x, y; as many of the one as of the other. */
  readonly a: Float64Array
  readonly b: Float64Array
  readonly closed: boolean
  readonly sure: boolean
  /** Strokes that lie on each other along it, by their ids; the longest first. */
  readonly pairs: readonly (readonly [string, string])[]
  /** The same in order along it. */
  readonly parts: readonly StrokePair[]
}
/** Points of a stretch, `from` among them and `to` not, that are of one stroke of each drawing. */
interface StrokePair {
  readonly from: number
  readonly to: number
  readonly a: string
  readonly b: string
}
export interface Stretches {
  readonly stretches: readonly Stretch[]
  /** What has no partner. */
  readonly alone: { readonly a: readonly Loose[]; readonly b: readonly Loose[] }
}
/** A run of a line by itself. */
export interface Loose {
  readonly id: string
  readonly points: Float64Array
  readonly closed: boolean
  /** Places among the stretches of those that lie on the same line. */
  readonly along: readonly number[]
}

/** What came of it: the stretches that lie on each other, stroke by stroke, and what lies nowhere. */
export function told({ a, b, seats }: Seating, sure: ReadonlySet<number>): Stretches {
  const usedB = b.map((way) => new Uint8Array(way.points.length / 2))
  const laid = a.flatMap((way, i) =>
    runsOf(seats[i]!).map(({ from, to }): Laid => {
      const own = seats[i]!
      const count = to - from
      const second = new Float64Array(2 * count)
      const owners: [string, string][] = []
      for (let k = from; k < to; k++) {
        const lies = own[k]!
        const other = b[lies.way]!
        const at = pointAt(other, lies.at)
        second[2 * (k - from)] = at.x
        second[2 * (k - from) + 1] = at.y
        const place = Math.round(lies.at) % (other.points.length / 2)
        usedB[lies.way]![place] = 1
        owners.push([way.ids[way.owner[k]!]!, other.ids[other.owner[place]!]!])
      }
      const parts = partsOf(owners)
      const whole = from === 0 && to === own.length
      return {
        a: way.points.slice(2 * from, 2 * to),
        b: second,
        closed: whole && way.closed && b[own[from]!.way]!.closed,
        sure: sure.has(i),
        pairs: pairsOf(parts),
        owners,
        parts,
        ways: { a: i, b: own[from]!.way },
      }
    }),
  )
  return {
    stretches: withShort(laid),
    alone: {
      a: a.flatMap((way, i) =>
        looseOf(
          way,
          (k) => seats[i]![k] === undefined,
          () => lyingOn('a', i),
        ),
      ),
      b: b.flatMap((way, w) =>
        looseOf(
          way,
          (k) => !isNear(usedB[w]!, k, way.closed),
          () => lyingOn('b', w),
        ),
      ),
    },
  }

  function lyingOn(side: 'a' | 'b', way: number): number[] {
    return laid.flatMap(({ ways }, place) => (ways[side] === way ? [place] : []))
  }
}
/** Places between two that are used are used too. */
const isNear = (used: Uint8Array, k: number, closed: boolean): boolean => {
  for (let by = -2; by <= 2; by++) {
    const at = closed ? mod(k + by, used.length) : k + by
    if (used[at] === 1) return true
  }
  return false
}

/** A pair of strokes that lie on each other by so few points is a neighbour's edge. */
const EDGE = 3
function partsOf(owners: readonly (readonly [string, string])[]): StrokePair[] {
  const parts: StrokePair[] = []
  owners.forEach(([a, b], k) => {
    const last = parts.at(-1)
    if (last?.a === a && last.b === b) parts[parts.length - 1] = { ...last, to: k + 1 }
    else parts.push({ from: k, to: k + 1, a, b })
  })
  return withoutEdges(parts)
}
function withoutEdges(parts: readonly StrokePair[]): StrokePair[] {
  const kept: StrokePair[] = []
  for (const part of parts) {
    const last = kept.at(-1)
    const isEdge = part.to - part.from < EDGE
    if (last && (isEdge || (last.a === part.a && last.b === part.b))) kept[kept.length - 1] = { ...last, to: part.to }
    else if (last && last.to - last.from < EDGE) kept[kept.length - 1] = { ...part, from: last.from }
    else kept.push(part)
  }
  return kept
}
/** Of strokes that lie on each other by less than this share of either, only the one that lies most is its partner. */
const PARTLY = 0.35
function pairsOf(parts: readonly StrokePair[]): (readonly [string, string])[] {
  const tally = new Map<string, number>()
  for (const { a, b, from, to } of parts) tally.set(`${a}\n${b}`, (tally.get(`${a}\n${b}`) ?? 0) + to - from)
  const long = (side: 0 | 1, id: string) =>
    parts.reduce((sum, { a, b, from, to }) => sum + ([a, b][side] === id ? to - from : 0), 0)
  const seen = new Set<string>()
  return [...tally]
    .sort((p, q) => q[1] - p[1])
    .map(([pair, count]) => ({ pair: pair.split('\n') as [string, string], count }))
    .filter(({ pair: [a, b], count }) => {
      const first = !seen.has(a)
      seen.add(a)
      return first || count > PARTLY * Math.min(long(0, a), long(1, b))
    })
    .map(({ pair }) => pair)
}

/** A stretch, whose strokes its points are, and on which lines of the two drawings it lies. */
interface Laid extends Stretch {
  readonly owners: readonly (readonly [string, string])[]
  readonly ways: { readonly a: number; readonly b: number }
}
/** Strokes too short for a part of any stretch are told by what most of each lies on. */
function withShort(laid: readonly Laid[]): Stretch[] {
  const told = new Set(laid.flatMap(({ pairs }) => pairs.map(([a]) => a)))
  return laid.map(({ owners, ways: _, ...stretch }) => {
    const short = [...new Set(owners.map(([a]) => a))].filter((a) => !told.has(a))
    for (const a of short) told.add(a)
    const pairs = short.map((a) => [a, commonest(owners.flatMap(([own, b]) => (own === a ? [b] : [])))] as const)
    return { ...stretch, pairs: [...stretch.pairs, ...pairs] }
  })
}
function commonest(names: readonly string[]): string {
  const often = (name: string) => names.filter((each) => each === name).length
  return names.reduce((best, name) => (often(name) > often(best) ? name : best))
}

/** Runs of points on one line of the second drawing. */
function runsOf(seats: Seats): { from: number; to: number }[] {
  const runs: { from: number; to: number }[] = []
  for (let i = 0; i < seats.length;) {
    const way = seats[i]?.way
    let end = i + 1
    while (end < seats.length && seats[end]?.way === way) end++
    if (way !== undefined) runs.push({ from: i, to: end })
    i = end
  }
  return runs
}

function looseOf(way: Way, isLoose: (k: number) => boolean, alongOf: () => readonly number[]): Loose[] {
  const count = way.points.length / 2
  const loose: Loose[] = []
  for (let i = 0; i < count;) {
    let end = i
    while (end < count && isLoose(end)) end++
    if (end - i >= SHORTEST)
      loose.push({
        id: way.ids[way.owner[i]!]!,
        points: way.points.slice(2 * i, 2 * end),
        closed: way.closed && end - i === count,
        along: alongOf(),
      })
    i = Math.max(end, i + 1)
  }
  return loose
}
