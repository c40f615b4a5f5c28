import { distance, type Point } from '../../motion/arc'
import type { Off, TimedPlace } from './foretold'
import { upperMedian } from '../size/median'

/**
 * What flies and falls freely goes evenly across and is drawn down evenly more and more: from one contact to the next its
 * places lie on one parabola over time. The others of a hop foretell one that lies beside it even next to a contact, where
 * too few places are on its other side for any arc.
 */

/** Places of one hop that are asked, besides the one that is judged. */
const LEAST = 4
/** Of a longer hop, in places, the arc beside each tells as well. */
const LONGEST = 24
/** A hop bends down by so much at least over its whole time, in pixels: else it is no fall. */
const FALLS = 12
/** Hands miss a fall by so much, in pixels, even where they hit it. */
const HAND = 1.5
/** At a contact it is pushed up by so much at least of how fast it falls there: what swings to and fro turns gently. */
const SHARPLY = 0.5
/** So many times as far off as hands miss it there. */
const OUT = 6

/** From one contact to the next, both left out: a squashed drawing is not where it would have flown. */
interface Hop {
  readonly from: number
  readonly to: number
}

/** Where no contacts are marked they are where it goes down and up again, by this share at least of the greatest of them. */
const LOW = 0.1
/**
 * And where what is mostly drawn down, by so many pixels a frame in the middle, is pushed up by so many times as much, as by the
 * hand that catches or throws it. A drawing that lies off alone is pushed there and back: what is beside it falls by more than
 * this share besides.
 */
const PUSHED = { falls: 1, times: 3, back: 0.3 } as const

/** By how much a way is pushed up at each place, in pixels a frame; below 0 where it falls. */
const pushesOf = (points: readonly TimedPlace[]): number[] => {
  const speeds = points.slice(1).map(({ y, when }, i) => (y - points[i]!.y) / Math.max(1, when - points[i]!.when))
  return points.map((_, i) => (i === 0 || i === speeds.length ? 0 : speeds[i - 1]! - speeds[i]!))
}

/** Whether what flies is in touch with something at each place. */
function contactsOf(points: readonly TimedPlace[]): boolean[] {
  if (points.some(({ corner }) => corner)) return points.map(({ corner }) => corner === true)
  const depths = points.map(({ y }, i) => {
    const [down, up] = [y - (points[i - 1]?.y ?? y), y - (points[i + 1]?.y ?? y)]
    return down >= 0 && up > 0 ? down + up : 0
  })
  const least = LOW * Math.max(...depths)
  const pushes = pushesOf(points)
  const falls = -upperMedian(pushes)
  const isPushed = (push: number, i: number) =>
    falls >= PUSHED.falls &&
    push >= PUSHED.times * falls &&
    [i - 1, i + 1].every((beside) => (pushes[beside] ?? 0) > -falls - PUSHED.back * push)
  return points.map((_, i) => (depths[i]! > 0 && depths[i]! >= least) || isPushed(pushes[i]!, i))
}

function hopsOf(points: readonly TimedPlace[]): Hop[] {
  const contacts = contactsOf(points)
  const hops: Hop[] = []
  let from = 0
  for (let i = 1; i < points.length - 1; i++) {
    if (!contacts[i]) continue
    hops.push({ from, to: i })
    from = i + 1
  }
  hops.push({ from, to: points.length })
  return hops
}

/** A fall as others foretell it: where it is at a moment, and how well they know that. */
interface Fall {
  readonly at: (when: number) => Point
  /** By how many times more than a place misses it in the middle of the others it may miss it at a moment, across and down. */
  readonly doubt: (when: number) => Point
  /** How far the others lie off it, per direction, in pixels. */
  readonly spread: number
}

/** Evenly across and a parabola down over time, by least squares; undefined where nothing falls. */
function fallThrough(places: readonly TimedPlace[]): Fall | undefined {
  const middle = mean(places, ({ when }) => when)
  const at = places.map(({ when, x, y }) => ({ t: when - middle, x, y }))
  const n = at.length
  const s2 = mean(at, ({ t }) => t * t)
  const s3 = mean(at, ({ t }) => t ** 3)
  // Over time, over its square, and over what of the square the first two do not tell: each by itself.
  const bend = (t: number) => t * t - s2 - (s3 / s2) * t
  const b2 = mean(at, ({ t }) => bend(t) ** 2)
  if (b2 < 1e-9) return undefined
  const [x0, y0] = [mean(at, ({ x }) => x), mean(at, ({ y }) => y)]
  const [x1, y1] = [mean(at, ({ t, x }) => t * x) / s2, mean(at, ({ t, y }) => t * y) / s2]
  const y2 = mean(at, ({ t, y }) => bend(t) * y) / b2
  const span = at.at(-1)!.t - at[0]!.t
  if ((y2 * span * span) / 4 < FALLS) return undefined
  const place = (t: number) => ({ x: x0 + x1 * t, y: y0 + y1 * t + y2 * bend(t) })
  const off = at.reduce((sum, { t, x, y }) => sum + (place(t).x - x) ** 2 + (place(t).y - y) ** 2, 0)
  return {
    at: (when) => place(when - middle),
    doubt: (when) => {
      const t = when - middle
      const across = 1 + (1 + (t * t) / s2) / n
      return { x: Math.sqrt(across), y: Math.sqrt(across + bend(t) ** 2 / b2 / n) }
    },
    // Two numbers tell the way across and three the fall.
    spread: Math.sqrt(off / Math.max(1, 2 * n - 5)),
  }
}
const mean = <T>(list: readonly T[], of: (each: T) => number): number =>
  list.reduce((sum, each) => sum + of(each), 0) / list.length

interface Judged {
  readonly hop: Hop
  readonly i: number
  readonly fall: Fall
  /** How far it lies off, in pixels as if in the middle of the others. */
  readonly off: number
}

/** How far each place that stands out from its hop lies off it; none where nothing falls. */
export function offFlights(points: readonly TimedPlace[]): Map<number, Off> {
  const judged = hopsOf(points).flatMap((hop) => judgedIn(points, hop))
  return new Map(
    judged.flatMap((one) => {
      const others = judged.filter(({ hop }) => hop !== one.hop).map(({ off }) => off)
      const usual = Math.max(HAND, one.fall.spread, others.length > 0 ? upperMedian(others) : 0)
      const frames = (points[one.hop.to - 1]!.when - points[one.hop.from]!.when) / (one.hop.to - 1 - one.hop.from)
      return one.off > OUT * usual && isFlown(points, one.hop)
        ? [[one.i, offFall(points[one.i]!, one.fall, frames)] as const]
        : []
    }),
  )
}

/** Whether a hop ends as falls do: at a contact of it at least it comes down fast or goes up so. One drawing off its place can make the other seem gentle. */
function isFlown(points: readonly TimedPlace[], { from, to }: Hop): boolean {
  const fall = fallThrough(points.slice(from, to))
  if (!fall) return false
  const pushes = pushesOf(points)
  const contacts = [from - 1, to].filter((i) => points[i])
  return (
    contacts.length === 0 ||
    contacts.some((i) => {
      const { when, corner } = points[i]!
      return corner || pushes[i]! >= SHARPLY * Math.abs(fall.at(when + 0.5).y - fall.at(when - 0.5).y)
    })
  )
}

function judgedIn(points: readonly TimedPlace[], hop: Hop): Judged[] {
  const judged: Judged[] = []
  if (hop.to - hop.from > LONGEST) return judged
  for (let i = hop.from; i < hop.to; i++) {
    const others = points.slice(hop.from, hop.to).filter((_, k) => hop.from + k !== i)
    const fall = others.length >= LEAST ? fallThrough(others) : undefined
    if (!fall) continue
    const [here, there, doubt] = [points[i]!, fall.at(points[i]!.when), fall.doubt(points[i]!.when)]
    judged.push({ hop, i, fall, off: Math.hypot((here.x - there.x) / doubt.x, (here.y - there.y) / doubt.y) })
  }
  return judged
}

function offFall({ x, y, when }: TimedPlace, { at }: Fall, frames: number): Off {
  const [place, before, after] = [at(when), at(when - frames), at(when + frames)]
  const turns = distance(before, after) < 1e-6
  // At the very top of a hop on the spot it goes the way it came.
  const [dx, dy] = turns ? [place.x - before.x, place.y - before.y] : [after.x - before.x, after.y - before.y]
  const [ex, ey] = [x - place.x, y - place.y]
  const chord = Math.hypot(dx, dy) || 1
  const step = Math.max(1e-6, (distance(before, place) + distance(place, after)) / 2)
  return {
    ...{ place, step },
    along: (ex * dx + ey * dy) / chord,
    across: Math.abs(ex * dy - ey * dx) / chord,
    straight: turns ? 0 : chord / (2 * step),
  }
}
