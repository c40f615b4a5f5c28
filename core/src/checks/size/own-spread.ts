import { median } from './median'

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
}

/** Neighbours this unlike are changing on purpose, as a natural logarithm: by a third. */
const CHANGING = Math.log(4 / 3)
/** How many times a level's own unevenness in the middle is still its own, and what most of its drawings keep to. */
const TIMES = 3.5
const MOSTLY = { share: 0.75, times: 2.6 } as const

/**
 * Sizes against their neighbours in time: ln(value) against what those beside it foretell, and what a level may be
 * off by, its own spread allowed for. Limbs that cross a body, smoke that grows and a lid that shuts change size on
 * purpose, and do so over several drawings. Design: arithmetic section 5.
 *
 * @param share - the limit where a level is even, as a share
 */
export function offNeighbours(measures: readonly Measure[], share: number): OffNeighbours[] {
  const logs = measures.map(({ value }) => (value ? Math.log(value) : undefined))
  const off = measures.flatMap((_, at) => {
    const own = logs[at]
    const near = foretoldAt(measures, logs, at, [-1, 1])
    if (own === undefined || near === undefined) return []
    // Where the size is changing fast anyway there is no telling what one drawing of it should be.
    const changes = Math.abs(logs[at + 1]! - logs[at - 1]!) > CHANGING
    // A size that swells and sinks again is foretold by four neighbours, not by two; a fault is one by either.
    const wide = foretoldAt(measures, logs, at, [-2, -1, 1, 2]) ?? near
    const offs = [own - near, own - wide]
    const agree = Math.sign(offs[0]!) === Math.sign(offs[1]!) && !changes
    const least = Math.abs(offs[0]!) < Math.abs(offs[1]!) ? offs[0]! : offs[1]!
    return [{ at, off: agree ? least : 0, uneven: Math.abs(own - near) }]
  })
  const places = new Map(off.map((each) => [each.at, each]))
  const own = off.filter((each) => !isThrownOff(each, places)).sort((a, b) => a.uneven - b.uneven)
  return off.map(({ at, off: by }) => {
    // One out of its size throws those beside it off as well: they say nothing of how even the others are.
    const others = own.filter((each) => Math.abs(each.at - at) > 1).map(({ uneven }) => uneven)
    return { at, off: by, limit: Math.max(Math.log(1 + share), spreadOf(others)) }
  })
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
  return Math.max(TIMES * median(sorted), MOSTLY.times * sorted[Math.floor(MOSTLY.share * (sorted.length - 1))]!)
}
/** Fewer drawings than this tell nothing of how uneven a level is. */
const FEW = 3

/** What the polynomial through some neighbours says a measure should be; undefined where one of them is missing. */
function foretoldAt(
  measures: readonly Measure[],
  logs: readonly (number | undefined)[],
  at: number,
  neighbours: readonly number[],
): number | undefined {
  const here = measures[at]!.frame
  const known = neighbours.map((by) => ({ when: (measures[at + by]?.frame ?? 0) - here, value: logs[at + by] }))
  if (known.some(({ value }) => value === undefined)) return undefined
  return known.reduce((sum, { when, value }) => {
    // Lagrange's form, at 0.
    const weight = known.reduce(
      (share, other) => (other.when === when ? share : (share * other.when) / (other.when - when)),
      1,
    )
    return sum + weight * value!
  }, 0)
}
