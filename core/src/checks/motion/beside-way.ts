import { turnBetween } from '../../geometry/angle'
import { roundThrough } from '../../geometry/circle'
import { distance, type Point } from '../../motion/arc'
import { upperMedian } from '../size/median'
import { turnsSharply } from '../turns'
import { offFlights } from './flight'
import { offAt, placeThrough, shareOff, standsOut, turnedAbout, type Off, type TimedPlace } from './foretold'
import { arcDeviationAt } from '../../motion/spacing'

/** How far one place lies beside the way of the others. */
export interface Beside {
  /** In pixels. */
  readonly across: number
  /** Where it would lie on the way. */
  readonly back: Point
}

/**
 * How far each place lies beside the way of the others, where they tell of one without it (arithmetic, 8). They do where
 * they go round the gap it leaves without a sharp turn: then by the arc through two of them on each side, and only if it
 * lies off that much more than they do off theirs. They do too where all near it lie on one circle or line, in whatever
 * order they are gone through: a thing that swings or waves comes back the way it went. And they do where each of them
 * lies where the others foretell it over time, and this one by far does not; and where something falls freely.
 */
export function besideWay(points: readonly TimedPlace[]): (Beside | undefined)[] {
  const misses = points.map((_, i) => deviationAt(points, i))
  const shares = points.map((_, i) => (misses[i] ? Math.abs(misses[i].across) / stepAt(points, i) : undefined))
  const flown = offFlights(points)
  return points.map((_, i) => {
    if (i < 1 || i > points.length - 2) return undefined
    return (
      besideArc(points, i, { miss: misses[i] ?? undefined, usual: () => usualShare(points, shares, i) }) ??
      besideRound(points, i) ??
      besideForetold(points, i) ??
      besideFlight(flown.get(i))
    )
  })
}

/** Sharper than this the way goes round a corner, in radians. */
const BENT = 0.8
/** Less than this of the step there is no miss, whatever the limits. */
const NOTHING = 0.05
/** So many times as far, of the step there, as the others in the middle. */
const MUCH = 2

/** How unlike the turns of one bend are at the most, in radians. */
const UNLIKE = 0.8

/** Whether the way goes round the gap that a place leaves in one bend. */
function isOneBend(points: readonly Point[], i: number): boolean {
  const others = [-3, -2, -1, 1, 2, 3].map((by) => points[i + by])
  const turns = [1, 2, 3, 4].map((k) => turnBy(others[k - 1], others[k], others[k + 1]))
  const beside = turns.slice(1, 3)
  const known = turns.filter((turn) => turn !== undefined)
  return (
    beside.every((turn) => turn !== undefined && Math.abs(turn) < BENT) &&
    Math.max(...known) - Math.min(...known) < UNLIKE
  )
}

interface Missed {
  readonly miss: { readonly across: number } | undefined
  /** How far the others lie off their arcs, of the steps there, in the middle of them. */
  readonly usual: () => number
}
function besideArc(points: readonly TimedPlace[], i: number, { miss, usual }: Missed): Beside | undefined {
  if (!miss) return undefined
  if (turnsSharply(points, i) || !isOneBend(points, i)) return undefined
  const across = Math.abs(miss.across)
  const share = across / stepAt(points, i)
  if (share < NOTHING || share <= MUCH * usual()) return undefined
  const [before, here, after] = [points[i - 1]!, points[i]!, points[i + 1]!]
  const way = { x: after.x - before.x, y: after.y - before.y }
  const long = Math.hypot(way.x, way.y) || 1
  return {
    across,
    back: { x: here.x - (miss.across * way.y) / long, y: here.y + (miss.across * way.x) / long },
  }
}

/** Places farther than this from one are judged without it; those as far as that tell how steady the way is there. */
const [APART, REACH] = [2, 24]
/** Fewer than this say nothing. */
const ENOUGH = 5

/** The middle of the shares of those a place has no part in; where they are few, all others anew without it. */
function usualShare(points: readonly TimedPlace[], shares: readonly (number | undefined)[], i: number): number {
  const from = Math.max(0, i - REACH)
  const apart = shares
    .slice(from, i + REACH + 1)
    .filter((share, k): share is number => share !== undefined && Math.abs(from + k - i) > APART)
  if (apart.length >= ENOUGH) return upperMedian(apart)
  const others = points.filter((_, k) => k !== i)
  return upperMedian(
    others.flatMap((_, k) => {
      const miss = deviationAt(others, k)
      return miss ? [Math.abs(miss.across) / stepAt(others, k)] : []
    }),
  )
}

/** Places on each side that must lie on one circle; of a short way all may. */
const [ROUND, SHORT] = [6, 48]
const LEAST_ROUND = 5
/** So many times as far off it as any of them. */
const FURTHER = 3

function besideRound(points: readonly TimedPlace[], i: number): Beside | undefined {
  const near = [...points.slice(Math.max(0, i - ROUND), i), ...points.slice(i + 1, i + 1 + ROUND)]
  const off = besideCircle(near, points[i]!)
  if (off || points.length > SHORT || near.length === points.length - 1) return off
  return besideCircle(
    points.filter((_, k) => k !== i),
    points[i]!,
  )
}

function besideCircle(others: readonly Point[], place: Point): Beside | undefined {
  if (others.length < LEAST_ROUND) return undefined
  const round = roundThrough(others)
  const across = Math.abs(round.off(place))
  const worst = Math.max(...others.map((other) => Math.abs(round.off(other))))
  if (FURTHER * worst >= across || isBetweenSpots(others, across, worst)) return undefined
  return { across, back: round.nearest(place) }
}

/** Fewer spots than this tell no circle: through what stands here and there, as eyes that dart do, many lead. */
const LEAST_SPOTS = 3
/** Spots are farther apart than this, in pixels, and than so many times as far as any place lies off the circle. */
const SPOT = { pixels: 2.5, times: 1.5 } as const

/** Whether some places are at so few spots that a place which is off by less than those are apart may be on its way between them. */
function isBetweenSpots(places: readonly Point[], across: number, worst: number): boolean {
  const apart = Math.max(SPOT.pixels, SPOT.times * worst)
  const spots: Point[] = []
  for (const place of places) if (spots.every((spot) => distance(spot, place) > apart)) spots.push(place)
  return spots.length < LEAST_SPOTS && spots.some((spot) => distance(spot, spots[0]!) > across)
}

/** A way that turns by more than this about a place may go round a corner there, in radians. */
const CORNER = 1.8
const FACTORS = { beside: 2, worst: 1.5 } as const
/** Off by less, of the step there, nothing is looked at further. */
const LEAST_SHARE = 0.1

function besideForetold(points: readonly TimedPlace[], i: number): Beside | undefined {
  const off = offAt(points, i)
  if (!off || off.across < Math.abs(off.along) || off.across < LEAST_SHARE * off.step) return undefined
  // Where corners are marked those are taken at their word, and no others.
  const mayTurn = !points.some(({ corner }) => corner) && (turnsSharply(points, i) || turnedAbout(points, i) > CORNER)
  if ((mayTurn && isLedTo(points, i, off)) || !standsOut(points, i, shareOff(off), FACTORS)) return undefined
  return { across: off.across, back: off.place }
}

/** A corner lies nearer to where the way leads on one of its sides than by this share of how far it is off. */
const NEARER = 0.5

/**
 * Whether the way leads to a place from one of its sides alone, straight on or as its pace changes: it does to a corner,
 * and does not to what lies beside the way. Where a side has too few places it may.
 */
function isLedTo(points: readonly TimedPlace[], i: number, off: Off): boolean {
  const near = NEARER * Math.hypot(off.along, off.across)
  return [-1, 1].some((side) => {
    const led = [2, 3].flatMap((count) => ledOn(points, i, side, count) ?? [])
    return led.length === 0 || led.some((place) => distance(place, points[i]!) < near)
  })
}

/** Where the line or the parabola through the places on one side leads over time. */
function ledOn(points: readonly TimedPlace[], i: number, side: number, count: number): Point | undefined {
  const beside = Array.from({ length: count }, (_, k) => points[i + side * (k + 1)])
  return beside.every((place) => place !== undefined) ? placeThrough(beside, points[i]!.when) : undefined
}

/** What lies beside the hop it flies, and not rather farther on or back on it. */
const besideFlight = (off: Off | undefined): Beside | undefined =>
  off && off.across > Math.abs(off.along) ? { across: off.across, back: off.place } : undefined

/** By how much a way through three places turns at the middle one, in radians; undefined where one is lacking or nothing moves. */
function turnBy(a: Point | undefined, b: Point | undefined, c: Point | undefined): number | undefined {
  if (!a || !b || !c || distance(a, b) < 1e-6 || distance(b, c) < 1e-6) return undefined
  return turnBetween(Math.atan2(b.y - a.y, b.x - a.x), Math.atan2(c.y - b.y, c.x - b.x))
}

/** The mean of the steps to a place and from it, in pixels. */
export const stepAt = (points: readonly Point[], i: number): number =>
  Math.max(1e-6, (distance(points[i - 1]!, points[i]!) + distance(points[i]!, points[i + 1]!)) / 2)

/** Deviations worked out before, by the places they were worked out from: after a stroke all but a few are. */
const known = new Map<string, ReturnType<typeof arcDeviationAt>>()
const MOST_KNOWN = 20_000

/** Of a pixel: ways that differ by less are the same. */
const FINE = 1e4

/** How far a place lies off the arc through its two neighbours on each side: the same wherever all of them lie. */
function deviationAt(points: readonly TimedPlace[], i: number): ReturnType<typeof arcDeviationAt> {
  const from = Math.max(0, i - 2)
  const [first] = points.slice(from)
  const near = (value: number) => Math.round(value * FINE) / FINE
  const around = points
    .slice(from, i + 3)
    .map(({ x, y, corner }) => ({ x: near(x - first!.x), y: near(y - first!.y), corner }))
  const name = `${i - from}/${around.map(({ x, y, corner }) => `${x},${y}${corner ? '!' : ''}`).join(' ')}`
  let found = known.get(name)
  if (found === undefined) {
    if (known.size > MOST_KNOWN) known.clear()
    known.set(name, (found = arcDeviationAt(around, i - from)))
  }
  return found
}
