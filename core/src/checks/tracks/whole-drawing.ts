import { memo } from '../../base/memo'
import type { Point } from '../../geometry/matrix'
import { boundsOf } from '../../ink/select/select'
import { distance } from '../../motion/arc'
import { plus } from '../../motion/segments'
import { DOT, paintOf, type Measured } from '../measured'
import { weightBySteadiness, weightedMedian, weightOf } from '../size/median'
import { sizesOf } from '../size/sizes'
import type { Shot, Track } from '../subject'
import { driftOf } from './steps'

/** No hand lays a drawing more evenly than this, in pixels. */
const EVEN = 1
/** How uneven the way of something seen on too few drawings is taken to be. */
const UNKNOWN = 30
/** More than this share of all that has a place there is to say that the drawing is off, by half as much at least. */
const MOST = 0.7
const HALF = 0.5
/** A drawing whose size changes by more than this from one to the next is another thing there, as a natural logarithm. */
const CHANGES = 0.15

/** Where things on a drawing are: the middles of its shape and of each colour, by what is seen of them and by how far they reach. */
type Places = ReadonlyMap<string, Point>

const placesOf = memo((measured: Measured): Places => {
  const { shape, parts, pieces } = measured
  const all = boundsOf(pieces)
  return new Map([
    ...(shape ? [['shape', shape.centre] as const] : []),
    ...(all ? [['reach', middleOf(all)] as const] : []),
    ...[...parts].flatMap(([swatch, body]) =>
      body.area < DOT
        ? []
        : [
            [`middle of ${swatch}`, body] as const,
            [`reach of ${swatch}`, middleOf(boundsOf(paintOf(measured, swatch))!)] as const,
          ],
    ),
  ])
})

const middleOf = ({ left, top, right, bottom }: NonNullable<ReturnType<typeof boundsOf>>): Point => ({
  x: (left + right) / 2,
  y: (top + bottom) / 2,
})

/** The place of one thing over the drawings, where they have it, and how much it counts: the steadier its way, the more. */
interface Way {
  readonly places: readonly (Point | undefined)[]
  readonly weight: number
}

/**
 * All of a drawing followed as one, whatever on it moves by itself: from one drawing to the next it goes as most of what
 * is on both went, what goes steadily counting most. What it says holds where most of all that confirms it.
 */
export function wholeDrawing(shots: readonly Shot[], round: boolean): Track {
  const ways = waysOf(shots)
  const steps = shots.map((_, i) =>
    i === 0 && !round ? undefined : stepBetween(ways, i === 0 ? shots.length - 1 : i - 1, i),
  )
  const drift = driftOf(steps, round)
  const places = new Map<string, Point>()
  let here: Point | undefined
  for (const [i, { drawing }] of shots.entries()) {
    const step = steps[i]
    const there = here && step ? plus(plus(here, step), drift, -1) : steadiestPlace(ways, i)
    if (there) places.set(drawing, there)
    here = there
  }
  return {
    ...{ id: 'all', name: 'all of it', part: 'all', standIn: true },
    at: ({ drawing }) => places.get(drawing),
    confirms: confirming(shots, ways, round),
  }
}

function waysOf(shots: readonly Shot[]): Way[] {
  const all = shots.map(({ measured }) => placesOf(measured))
  return [...new Set(all.flatMap((each) => [...each.keys()]))].map((name) => {
    const places = all.map((each) => each.get(name))
    return { places, weight: weightBySteadiness(offMiddles(places), EVEN, UNKNOWN) }
  })
}

/** How far each place lies off the middle of those beside it. */
const offMiddles = (places: Way['places']): number[] =>
  places.flatMap((place, i) => {
    const [before, after] = [places[i - 1], places[i + 1]]
    return place && before && after
      ? [distance(place, { x: (before.x + after.x) / 2, y: (before.y + after.y) / 2 })]
      : []
  })

function stepBetween(ways: readonly Way[], from: number, to: number): Point | undefined {
  const steps = ways.flatMap(({ places, weight }) => {
    const [a, b] = [places[from], places[to]]
    return a && b ? [{ x: b.x - a.x, y: b.y - a.y, weight }] : []
  })
  if (steps.length === 0) return undefined
  const along = (axis: 'x' | 'y') => weightedMedian(steps.map((step) => ({ value: step[axis], weight: step.weight })))
  return { x: along('x'), y: along('y') }
}

/** Where the steadiest thing on a drawing is. */
const steadiestPlace = (ways: readonly Way[], i: number): Point | undefined =>
  ways.filter(({ places }) => places[i]).sort((a, b) => b.weight - a.weight)[0]?.places[i]

/** Whether most of what has a place on a drawing and on those beside it is off there the same way. */
function confirming(shots: readonly Shot[], ways: readonly Way[], round: boolean): NonNullable<Track['confirms']> {
  const { areas } = sizesOf(shots)
  const count = shots.length
  const beside = (i: number, by: number) => (round ? (i + by + count) % count : i + by)
  const changes = (a: number, b: number) =>
    areas[a] !== undefined && areas[b] !== undefined && Math.abs(Math.log(areas[b] / areas[a])) > CHANGES
  return ({ drawing }, by) => {
    const i = shots.findIndex((shot) => shot.drawing === drawing)
    const [before, after] = [beside(i, -1), beside(i, 1)]
    if (changes(before, i) || changes(i, after) || changes(before, after)) return false
    const share = shareOfTime(shots, i)
    const votes = ways.flatMap(({ places, weight }) => {
      const [a, place, b] = [places[before], places[i], places[after]]
      if (!a || !place || !b) return []
      const [x, y] = [place.x - a.x - (b.x - a.x) * share, place.y - a.y - (b.y - a.y) * share]
      return [{ weight, goesAlong: x * by.x + y * by.y >= HALF * (by.x ** 2 + by.y ** 2) }]
    })
    return weightOf(votes.filter(({ goesAlong }) => goesAlong)) > MOST * weightOf(votes)
  }
}

/** When a drawing comes, of the time from the one before it to the one after it. */
function shareOfTime(shots: readonly Shot[], i: number): number {
  const [before, here, after] = [shots[i - 1]?.frame, shots[i]!.frame, shots[i + 1]?.frame]
  return before === undefined || after === undefined ? 0.5 : (here - before) / (after - before)
}
