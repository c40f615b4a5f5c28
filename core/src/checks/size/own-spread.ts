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
  /** What was foretold. */
  readonly foretold: number
  /** How far off the two beside it, which says how even the level is. */
  readonly uneven: number
}

/** Neighbours this unlike are changing on purpose, as a natural logarithm: by a third. */
const CHANGING = Math.log(4 / 3)
/** How many times a level's own unevenness is still its own. */
const TIMES = 3
/** And so many times what this share of its drawings keeps to: one fault throws three of them off. */
const SOMETIMES = { share: 0.65, times: 2.2 } as const

/**
 * Sizes against their neighbours in time: ln(value) against the line between those beside it, and what a level may be
 * off by, its own spread allowed for. Limbs that cross a body, smoke that grows and a lid that shuts change size on
 * purpose, and do so over several drawings. Design: arithmetic section 5.
 *
 * @param share - the limit where a level is even, as a share
 */
export function offNeighbours(measures: readonly Measure[], share: number): { off: OffNeighbours[]; limit: number } {
  const logs = measures.map(({ value }) => (value ? Math.log(value) : undefined))
  const off = measures.flatMap((_, at): OffNeighbours[] => {
    const own = logs[at]
    const near = foretoldAt(measures, logs, at, [-1, 1])
    if (own === undefined || near === undefined) return []
    // Where the size is changing fast anyway there is no telling what one drawing of it should be.
    const changes = Math.abs(logs[at + 1]! - logs[at - 1]!) > CHANGING
    // A size that swells and sinks again is foretold by four neighbours, not by two; a fault is one by either.
    const wide = foretoldAt(measures, logs, at, [-2, -1, 1, 2])
    const offs = [near, ...(wide === undefined ? [] : [wide])].map((foretold) => ({ foretold, off: own - foretold }))
    const least = offs.reduce((best, each) => (Math.abs(each.off) < Math.abs(best.off) ? each : best))
    const agree = offs.every((each) => Math.sign(each.off) === Math.sign(least.off))
    return [
      { at, off: agree && !changes ? least.off : 0, foretold: Math.exp(least.foretold), uneven: Math.abs(own - near) },
    ]
  })
  return { off, limit: Math.max(Math.log(1 + share), spreadOf(off.map(({ uneven }) => uneven))) }
}

/** How uneven a level may be by itself: by its middle drawings, and by those that are less even now and then. */
function spreadOf(uneven: readonly number[]): number {
  if (uneven.length === 0) return 0
  const sorted = [...uneven].sort((a, b) => a - b)
  return Math.max(TIMES * median(sorted), SOMETIMES.times * sorted[Math.floor(SOMETIMES.share * (sorted.length - 1))]!)
}

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
