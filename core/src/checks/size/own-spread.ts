import { mean, median } from './median'

/** A measure of drawings one after the other; undefined where it cannot be told. */
export interface Measure {
  readonly frame: number
  readonly value: number | undefined
}
/** How far one lies off what those beside it in time foretell, as a natural logarithm: 0.1 is about a tenth more. */
export interface OffNeighbours {
  readonly at: number
  readonly off: number
  /** What it may be off by: the level's own unevenness allowed for. */
  readonly limit: number
  /** How uneven the level may be by itself; 0 where too few tell. */
  readonly own: number
  /** Whether those beside it grow or shrink past it at one pace. */
  readonly steady: boolean
}

/** Neighbours this unlike are changing on purpose, as a natural logarithm: by a third. */
const CHANGING = Math.log(4 / 3)
/** But not where the pace before and after is the same but for so much of it: what comes nearer grows all the time. */
const STEADY = 0.6
/** How many times a level's own unevenness in the middle is still its own, and what most of its drawings keep to. */
const TIMES = 3
const MOSTLY = { share: 0.75, times: 2.3 } as const
/** What the two beside one say of it is to be so much of what is said of it at least. */
const BORNE_OUT = 0.5

/**
 * Sizes that are off their neighbours in time by more than they may: ln(value) against what those beside it foretell, in the way that foretells the
 * others of this level best, and what a level may be off by, its own spread allowed for. Limbs that cross a body, smoke
 * that grows and a lid that shuts change size on purpose, and do so over several drawings. Design: arithmetic section 5.
 *
 * @param share - the limit where a level is even, as a share
 */
export function offNeighbours(measures: readonly Measure[], share: number): OffNeighbours[] {
  const logs = logsOf(measures)
  const near = misses(logs, byLine(1))
  const best = leastMissing([near, misses(logs, byCubic), ...[2, 3, 4].map((reach) => misses(logs, byLine(reach)))])
  const least = Math.log(1 + share)
  const spreads = [spreadOfOthers(near), spreadOfOthers(best)]
  return near.flatMap((beside, at) => {
    if (beside === undefined) return []
    const by = best[at] ?? beside
    const isBorneOut = beside * Math.sign(by) > BORNE_OUT * Math.abs(by)
    if (Math.abs(by) <= least || isChanging(logs, at) || !isBorneOut) return []
    // A level is as even as either way to foretell it says.
    const own = Math.min(...spreads.map((spread) => spread(at)))
    const limit = Math.max(least, own)
    return Math.abs(by) > limit ? [{ at, off: by, limit, own, steady: isSteady(logs, at) }] : []
  })
}

/** Where the size is changing fast anyway: there is no telling what one drawing of it should be. */
export function changingAt(measures: readonly Measure[]): number[] {
  const logs = logsOf(measures)
  return [...logs.keys()].filter((at) => isChanging(logs, at))
}

function isChanging(logs: readonly Measure[], at: number): boolean {
  const [before, after] = [logs[at - 1]?.value, logs[at + 1]?.value]
  const apart = before === undefined || after === undefined ? 0 : Math.abs(after - before)
  return apart > CHANGING && !isSteady(logs, at)
}

/** Whether a size grows or shrinks past one drawing at the pace it has before and after. */
function isSteady(logs: readonly Measure[], at: number): boolean {
  const [earlier, before, , after, later] = [-2, -1, 0, 1, 2].map((by) => logs[at + by])
  const pace = paceOf(before, after)
  const beside = [paceOf(earlier, before), paceOf(after, later)]
  return (
    pace !== undefined &&
    beside.every((other) => other !== undefined && Math.abs(other - pace) <= STEADY * Math.abs(pace))
  )
}
function paceOf(a: Measure | undefined, b: Measure | undefined): number | undefined {
  return a?.value === undefined || b?.value === undefined ? undefined : (b.value - a.value) / (b.frame - a.frame)
}

const logsOf = (measures: readonly Measure[]): Measure[] =>
  measures.map(({ frame, value }) => ({ frame, value: value ? Math.log(value) : undefined }))

/** How uneven a level is by itself, told from all but one. */
function spreadOfOthers(way: Misses): (at: number) => number {
  const places = new Map(way.flatMap((by, at) => (by === undefined ? [] : [[at, { at, uneven: Math.abs(by) }]])))
  const own = [...places.values()].filter((each) => !isThrownOff(each, places)).sort((a, b) => a.uneven - b.uneven)
  // One out of its size throws those beside it off as well: they say nothing of how even the others are.
  return (at) => spreadOf(own.filter((each) => Math.abs(each.at - at) > 1).map(({ uneven }) => uneven))
}

interface Uneven {
  readonly at: number
  readonly uneven: number
}
/** Beside the most uneven one about, by so many times, a drawing is uneven because of that one. */
const THROWN = 1.7
function isThrownOff(one: Uneven, places: ReadonlyMap<number, Uneven>): boolean {
  const beside = ({ at }: Uneven) => [places.get(at - 1), places.get(at + 1)].filter((each) => each !== undefined)
  return beside(one).some(
    (peak) => peak.uneven > THROWN * one.uneven && beside(peak).every(({ uneven }) => uneven <= peak.uneven),
  )
}

/** How uneven a level may be by itself, from what it is, the evenest first. */
function spreadOf(sorted: readonly number[]): number {
  if (sorted.length < FEW) return 0
  const at = (share: number) => sorted[Math.floor(share * (sorted.length - 1))]!
  return Math.max(TIMES * at(0.5), MOSTLY.times * at(MOSTLY.share))
}
/** Fewer drawings than this tell nothing of how uneven a level is. */
const FEW = 3

/** What neighbours say a measure should be; undefined where they are lacking. */
type Foretell = (measures: readonly Measure[], at: number) => number | undefined
/** How far each is off what is foretold of it. */
type Misses = readonly (number | undefined)[]

const misses = (measures: readonly Measure[], foretell: Foretell): Misses =>
  measures.map(({ value }, at) => {
    const foretold = value === undefined ? undefined : foretell(measures, at)
    return foretold === undefined ? undefined : value! - foretold
  })

/** Of several ways to foretell the one that is off by least in the middle: a level that keeps its size is foretold by many neighbours, one that swells and sinks by few. */
function leastMissing(ways: readonly Misses[]): Misses {
  const usual = ways.map((way) => median(way.flatMap((by) => (by === undefined ? [] : [Math.abs(by)]))))
  return ways.reduce((best, way, i) => (usual[i]! < usual[ways.indexOf(best)]! ? way : best))
}

/** The straight line through up to so many neighbours on each side, as many on one as on the other, by least squares. */
const byLine =
  (reach: number): Foretell =>
  (measures, at) => {
    const isThere = (by: number) => measures[at - by]?.value !== undefined && measures[at + by]?.value !== undefined
    let far = 0
    while (far < reach && isThere(far + 1)) far++
    if (far === 0) return undefined
    const beside = [...measures.slice(at - far, at), ...measures.slice(at + 1, at + far + 1)]
    const [when, value] = [mean(beside.map(({ frame }) => frame)), mean(beside.map((each) => each.value!))]
    const apart = beside.reduce((sum, { frame }) => sum + (frame - when) ** 2, 0)
    const slope = beside.reduce((sum, each) => sum + (each.frame - when) * (each.value! - value), 0) / apart
    return value + slope * (measures[at]!.frame - when)
  }

/** The cubic through two neighbours on each side, in Lagrange's form. */
const byCubic: Foretell = (measures, at) => {
  const here = measures[at]!.frame
  const beside = [-2, -1, 1, 2].map((by) => measures[at + by])
  if (beside.some((each) => each?.value === undefined)) return undefined
  const known = beside.map((each) => ({ when: each!.frame - here, value: each!.value! }))
  return known.reduce((sum, { when, value }) => {
    const weight = known.reduce(
      (share, other) => (other.when === when ? share : (share * other.when) / (other.when - when)),
      1,
    )
    return sum + weight * value
  }, 0)
}
