import { turnBetween } from '../../geometry/angle'
import type { Point } from '../../geometry/matrix'
import { distance } from '../../motion/arc'
import { upperMedian } from '../size/median'

/** A place and when it is reached, in frames. */
export interface TimedPlace extends Point {
  readonly when: number
  /** Here the way begins anew, as that of a ball does on the ground: what is before tells nothing of what is after. */
  readonly corner?: boolean | undefined
}

/** How far a place lies from where the others foretell it, in pixels. */
export interface Off {
  /** Where they foretell it. */
  readonly place: Point
  /** On along the way from the place before to the place after; beyond it positive. */
  readonly along: number
  /** Across it, either way. */
  readonly across: number
  /** The mean of the steps to where it is foretold and from there. */
  readonly step: number
  /** The way from the place before to the place after, of those two steps: 1 where it goes straight on, 0 where it turns back. */
  readonly straight: number
}

/**
 * Where the two places on each side of one foretell it: the cubic through them over time (Lagrange), at an end the
 * parabola through three. What swings or turns back goes on evenly in time as well. Undefined where fewer are there.
 */
function foretoldPlace(places: readonly TimedPlace[], i: number): Point | undefined {
  const { when } = places[i]!
  const from = farthestOn(places, i, -1)
  const to = farthestOn(places, i, 1)
  if (places[i]!.corner || from === i || to === i || to - from < 3) return undefined
  return placeThrough(
    places.slice(from, to + 1).filter((_, k) => from + k !== i),
    when,
  )
}

/** Where the curve of least degree through some places is at a moment (Lagrange). */
export function placeThrough(places: readonly TimedPlace[], when: number): Point {
  let [x, y] = [0, 0]
  for (const one of places) {
    let share = 1
    for (const other of places) if (other !== one) share *= (when - other.when) / (one.when - other.when)
    x += share * one.x
    y += share * one.y
  }
  return { x, y }
}

/** The farthest of two places to one side of one that still belong to its way: the ends of the way and corners end it. */
function farthestOn(places: readonly TimedPlace[], i: number, side: -1 | 1): number {
  let at = i
  while (Math.abs(at - i) < 2 && places[at + side] && (at === i || !places[at]!.corner)) at += side
  return at
}

export function offAt(places: readonly TimedPlace[], i: number): Off | undefined {
  const place = foretoldPlace(places, i)
  if (!place) return undefined
  const [before, here, after] = [places[i - 1]!, places[i]!, places[i + 1]!]
  const [ex, ey] = [here.x - place.x, here.y - place.y]
  const [dx, dy] = [after.x - before.x, after.y - before.y]
  const chord = Math.hypot(dx, dy)
  const step = Math.max(1e-6, (distance(before, place) + distance(place, after)) / 2)
  const by = chord > 1e-6 ? 1 / chord : 0
  return {
    ...{ place, step },
    along: (ex * dx + ey * dy) * by,
    across: Math.abs(ex * dy - ey * dx) * by,
    straight: chord / (2 * step),
  }
}

/** By how much a place must be off, of its step, to be told from how the others lie, in times of theirs. */
export interface Factors {
  /** Of those beside it, the worst. */
  readonly beside: number
  /** Of all about there, the worst. */
  readonly worst: number
}

/** In times of the middle of the others. */
const MUCH = 4
/** Of a way whose places are off by more than this in the middle, of their steps, nothing is foretold. */
const UNSTEADY = 0.5
const LEAST = 3
/** Places on each side that are beside one, and that tell how steady the way is there. */
const [BESIDE, REACH] = [4, 24]

/** Shorter steps are taken for this long, in pixels: of what all but stands no hand keeps a share. */
const LEAST_STEP = 6

/** How far off a place is, of the step there. */
export const shareOff = ({ along, across, step }: Pick<Off, 'along' | 'across' | 'step'>): number =>
  Math.hypot(along, across) / Math.max(LEAST_STEP, step)

/** Whether a place that is off by so much, of its step, stands out from the others, judged without it. */
export function standsOut(places: readonly TimedPlace[], i: number, share: number, factors: Factors): boolean {
  const near = places.slice(Math.max(0, i - REACH), i + REACH + 1)
  const at = Math.min(i, REACH)
  const others = near.filter((_, k) => k !== at)
  const shares = others.flatMap((_, k) => {
    const off = offAt(others, k)
    return off ? [{ far: Math.abs(k - at + 0.5), share: shareOff(off) }] : []
  })
  if (shares.length < LEAST) return false
  const all = shares.map((each) => each.share)
  const middle = upperMedian(all)
  const beside = Math.max(0, ...shares.filter(({ far }) => far <= BESIDE).map((each) => each.share))
  return (
    middle < UNSTEADY &&
    share > MUCH * middle &&
    share > factors.beside * beside &&
    share > factors.worst * Math.max(...all)
  )
}

/** By how much the way has turned from before a place to after it, in radians; 0 at its ends. */
export function turnedAbout(places: readonly Point[], i: number): number {
  const [a, b, c, d] = [places[i - 2], places[i - 1], places[i + 1], places[i + 2]]
  if (!a || !b || !c || !d) return 0
  return Math.abs(turnBetween(Math.atan2(b.y - a.y, b.x - a.x), Math.atan2(d.y - c.y, d.x - c.x)))
}
