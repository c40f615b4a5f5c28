import { placeOnArc, type Arc, type chartTargets, type Landmark, type Point, type Target } from '@unhurried/core'

type LandmarkTargets = ReturnType<typeof chartTargets>[number]

/** Scene pixels for one CSS pixel by which what is written on the paper keeps its size. */
type PerPixel = number

/** Steps by which a piece of an arc is drawn. */
const STEPS = 24
/** Numbers nearer to each other than this run into each other; how far a tick reaches, how far its number lies. In CSS pixels. */
const APART = 16
const TICK = 6
const NUMBER = 2.6

/** Where a drawing of a chart is to lie on a path: a line across it, with its number. */
interface Tick {
  readonly drawing: string
  readonly place: Target['place']
  readonly a: Point
  readonly b: Point
  /** Of the drawing on the table. */
  readonly isHere: boolean
  /** Whether its number is written, and where. */
  readonly isWritten: boolean
  readonly label: Point
}

/** The way of a landmark as it is laid over the paper. */
export interface PathOnPaper {
  readonly landmark: Landmark
  /** Of an SVG path, in scene pixels. */
  readonly d: string
  readonly ticks: readonly Tick[]
  readonly ends: readonly Point[]
  /** Where a piece between two neighbouring stations is bent by; others follow their points. */
  readonly handle?: Point | undefined
}

function lineOf(arc: Arc, from: number, to: number): string {
  const count = STEPS * (to - from)
  const points = Array.from({ length: count + 1 }, (_, i) => placeOnArc(arc, from, to, i / count))
  return points.map(({ x, y }, i) => `${i === 0 ? 'M' : 'L'}${x.toFixed(2)} ${y.toFixed(2)}`).join('')
}

/** Of numbers that would run into each other the later are left out; the drawing on the table keeps its own. */
function written(targets: readonly Target[], here: string | undefined, k: PerPixel): ReadonlySet<Target> {
  const kept = new Set(targets.filter(({ drawing }) => drawing === here))
  for (const target of targets) {
    const { x, y } = target.place
    const isFree = [...kept].every(({ place }) => Math.hypot(place.x - x, place.y - y) > APART * k)
    if (isFree) kept.add(target)
  }
  return kept
}

/** The way of a landmark through the span of a chart, with the places its drawings are to have. */
export function chartedPath(
  { path, between: { from, to }, targets }: LandmarkTargets,
  here: string | undefined,
  k: PerPixel,
): PathOnPaper {
  const withNumber = written(targets, here, k)
  const ticks = targets.map((target): Tick => {
    const { drawing, place } = target
    const across = { x: -place.direction.y * TICK * k, y: place.direction.x * TICK * k }
    return {
      ...{ drawing, place, isHere: drawing === here, isWritten: withNumber.has(target) },
      a: { x: place.x - across.x, y: place.y - across.y },
      b: { x: place.x + across.x, y: place.y + across.y },
      label: { x: place.x + across.x * NUMBER, y: place.y + across.y * NUMBER },
    }
  })
  const at = (share: number) => placeOnArc(path.arc, from, to, share)
  return {
    landmark: path.landmark,
    d: lineOf(path.arc, from, to),
    ticks,
    ends: [at(0), at(1)],
    handle: to - from === 1 ? at(0.5) : undefined,
  }
}

/** The whole way of a landmark, where no chart is asked about. */
export const wholePath = ({ landmark, arc }: LandmarkTargets['path']): PathOnPaper => ({
  landmark,
  d: lineOf(arc, 0, arc.segments.length),
  ticks: [],
  ends: arc.points,
})

/** How far a path bows out from the straight way between two places to pass by a third: to the left positive, none within `least`. */
export function bendToward(from: Point, to: Point, at: Point, least: number): number {
  const chord = Math.hypot(to.x - from.x, to.y - from.y) || 1
  const bend = ((at.x - from.x) * (to.y - from.y) - (at.y - from.y) * (to.x - from.x)) / chord
  return Math.abs(bend) < least ? 0 : Math.round(bend * 8) / 8
}
