import { clamp } from '../base/clamp'
import type { Point } from '../geometry/matrix'
import type { Ruler } from '../scene/schema'
import { edgeOf, isClosed, vanishingPoints } from './rulers'

/** A place of a line: x, y in pixels and pressure. */
export type Laid = readonly [x: number, y: number, pressure: number]

/**
 * A pen led by rulers. A line that begins near an edge goes along it, one that begins elsewhere is led toward the
 * vanishing point it sets out for; softly: where the hand draws well away from either, the line goes with the hand.
 */
export interface Guided {
  /** Where the line begins. */
  begin(x: number, y: number, pressure: number): Laid
  /** The places a move lays: none while it is not yet told where the line goes, then those kept back too. */
  move(x: number, y: number, pressure: number): readonly Laid[]
  /** Where `move` would lay the newest of them, without moving. */
  peek(x: number, y: number, pressure: number): Laid | undefined
  /** What is still kept back. */
  lift(): readonly Laid[]
}

/** A place led wholly within `reach`, less and less up to this many times as far, then no more. */
const LETS_GO = 3
/** A line toward a vanishing point is held within this share of its own length. */
const SPREAD = 0.3
/** At most this far from its direction a line is taken to be meant for a vanishing point. */
const MEANT = (24 * Math.PI) / 180
/** Of `reach`: how far the pen goes before its direction is told, and how near a mirror draws to its line. */
const TOLD = 0.8
const BY_MIRROR = 0.5

/** Drawn from a place toward where it is led, the less the farther that is (smoothstep, so that nothing jumps). */
function eased(place: Point, to: Point, reach: number): Point {
  const away = Math.hypot(to.x - place.x, to.y - place.y)
  const t = clamp((away - reach) / (reach * (LETS_GO - 1)), 0, 1)
  const held = 1 - t * t * (3 - 2 * t)
  return { x: place.x + (to.x - place.x) * held, y: place.y + (to.y - place.y) * held }
}

/** The place of a line through `from` that is nearest to another. */
function alongLine({ x, y }: Point, from: Point, [dx, dy]: readonly [number, number]): Point {
  const along = ((x - from.x) * dx + (y - from.y) * dy) / (dx * dx + dy * dy || 1)
  return { x: from.x + along * dx, y: from.y + along * dy }
}

/**
 * The place of an edge nearest to another. `beyond`: its ends go on straight.
 */
function nearestOn(edge: readonly number[], place: Point, beyond: boolean): Point {
  let [nearest, least]: [Point, number] = [{ x: edge[0]!, y: edge[1]! }, Infinity]
  const last = edge.length - 4
  for (let i = 0; i <= last; i += 2) {
    const [ax, ay, dx, dy] = [edge[i]!, edge[i + 1]!, edge[i + 2]! - edge[i]!, edge[i + 3]! - edge[i + 1]!]
    const share = ((place.x - ax) * dx + (place.y - ay) * dy) / (dx * dx + dy * dy || 1)
    const t = clamp(share, beyond && i === 0 ? -Infinity : 0, beyond && i === last ? Infinity : 1)
    const [x, y] = [ax + dx * t, ay + dy * t]
    const away = (x - place.x) ** 2 + (y - place.y) ** 2
    if (away < least) [nearest, least] = [{ x, y }, away]
  }
  return nearest
}

const farFrom = (a: Point, b: Point) => Math.hypot(a.x - b.x, a.y - b.y)

/** The edge a line that begins at a place goes along. */
function edgeAt(rulers: readonly Ruler[], place: Point, reach: number) {
  const near = rulers
    .filter(({ kind }) => kind !== 'mirror')
    .flatMap((ruler) => {
      const edge = edgeOf(ruler)
      if (edge.length < 4) return []
      return [{ ruler, edge, away: farFrom(nearestOn(edge, place, false), place) }]
    })
    .filter(({ away }) => away <= reach)
    .sort((a, b) => a.away - b.away)[0]
  return near && ((p: Point) => eased(p, nearestOn(near.edge, p, !isClosed(near.ruler)), reach))
}

/** Directions a line from a place may be meant for: each vanishing point; upright where there are two, level too where there is one. */
function directionsFrom(place: Point, points: readonly Point[], reach: number): (readonly [number, number])[] {
  const toward = points
    .filter((point) => farFrom(point, place) > reach)
    .map(({ x, y }) => [x - place.x, y - place.y] as const)
  const plain: (readonly [number, number])[] = [
    [0, 1],
    [1, 0],
  ]
  return toward.length === 0 ? [] : [...toward, ...plain.slice(0, Math.max(0, 3 - points.length))]
}

/** The direction a way is meant for, either way along it. */
function meant(way: readonly [number, number], directions: readonly (readonly [number, number])[]) {
  const off = ([dx, dy]: readonly [number, number]) => {
    const turn = Math.abs(Math.atan2(dx * way[1] - dy * way[0], dx * way[0] + dy * way[1]))
    return Math.min(turn, Math.PI - turn)
  }
  const [best] = [...directions].sort((a, b) => off(a) - off(b))
  return best && off(best) <= MEANT ? best : undefined
}

/** The mirrors' own lines draw what comes near onto them, so that both sides meet. */
function byMirrors(rulers: readonly Ruler[], reach: number): (place: Point) => Point {
  const edges = rulers.filter(({ kind }) => kind === 'mirror').map(edgeOf)
  return (place) => edges.reduce((laid, edge) => eased(laid, nearestOn(edge, laid, true), reach * BY_MIRROR), place)
}

type Lead = (place: Point) => Point
const STRAIGHT_ON: Lead = (place) => place

/** Toward a vanishing point from where the line began, the more loosely the longer it is. */
const toward =
  (from: Point, direction: readonly [number, number], reach: number): Lead =>
  (place) =>
    eased(place, alongLine(place, from, direction), Math.max(reach, SPREAD * farFrom(place, from)))

/**
 * A pen led by rulers.
 *
 * @param rulers - those in use, in pixels of the drawing
 * @param reach - pixels within which an edge leads wholly
 */
export function guidedBy(rulers: readonly Ruler[], reach: number): Guided {
  const points = vanishingPoints(rulers)
  const onMirror = byMirrors(rulers, reach)
  let start: Point = { x: 0, y: 0 }
  let directions: readonly (readonly [number, number])[] = []
  let lead: Lead | undefined
  let back: Laid[] = []
  const laid = (by: Lead, [x, y, pressure]: Laid): Laid => {
    const place = onMirror(by({ x, y }))
    return [place.x, place.y, pressure]
  }
  /** Where the line goes, once the pen is far enough from where it began. */
  function told(x: number, y: number): Lead | undefined {
    if (lead) return lead
    const way = [x - start.x, y - start.y] as const
    if (Math.hypot(...way) < reach * TOLD) return undefined
    const direction = meant(way, directions)
    return direction ? toward(start, direction, reach) : STRAIGHT_ON
  }
  return {
    begin(x, y, pressure) {
      start = { x, y }
      back = []
      const edge = edgeAt(rulers, start, reach)
      directions = edge ? [] : directionsFrom(start, points, reach)
      lead = edge ?? (directions.length === 0 ? STRAIGHT_ON : undefined)
      return laid(lead ?? STRAIGHT_ON, [x, y, pressure])
    },
    move(x, y, pressure) {
      back.push([x, y, pressure])
      lead = told(x, y)
      if (!lead) return []
      const by = lead
      const places = back.map((each) => laid(by, each))
      back = []
      return places
    },
    peek(x, y, pressure) {
      const by = told(x, y)
      return by && laid(by, [x, y, pressure])
    },
    lift() {
      const rest = back.map((each) => laid(lead ?? STRAIGHT_ON, each))
      back = []
      return rest
    },
  }
}

/** A straight line pulled out from one place to another as rulers lead it. */
export function pulledBy(rulers: readonly Ruler[], reach: number, from: Point, to: Point): readonly [Point, Point] {
  const guided = guidedBy(rulers, reach)
  const [ax, ay] = guided.begin(from.x, from.y, 1)
  const [bx, by] = guided.move(to.x, to.y, 1).at(-1) ?? [to.x, to.y]
  return [
    { x: ax, y: ay },
    { x: bx, y: by },
  ]
}
