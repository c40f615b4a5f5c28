import { memo } from '../../base/memo'
import { distance } from '../../motion/arc'
import type { Scene } from '../../scene/schema'
import { DOT, type Body } from '../measured'
import type { Shot, Track } from '../subject'

/** A part whose area, or whose way of lying about its middle, changes by more than these shares goes behind others or is another. */
const SAME_AREA = Math.log(1.12)
const SAME_LIE = 0.12

/** Whether a part is one rigid body on two drawings that does not turn. */
function keepsShape(a: Body | undefined, b: Body | undefined): boolean {
  if (!isAsLarge(a, b)) return false
  const apart = Math.abs(a!.xx - b!.xx) + Math.abs(a!.yy - b!.yy) + 2 * Math.abs(a!.xy - b!.xy)
  return apart <= SAME_LIE * spread(a!, b!)
}

/** Whether a part is one rigid body on two drawings, however it has turned from one to the other. */
export function turnsOnly(a: Body | undefined, b: Body | undefined): boolean {
  if (!isAsLarge(a, b)) return false
  const [ofA, ofB] = [lieOf(a!), lieOf(b!)]
  return Math.abs(ofA.long - ofB.long) + Math.abs(ofA.wide - ofB.wide) <= SAME_LIE * spread(a!, b!)
}

const isAsLarge = (a: Body | undefined, b: Body | undefined): boolean =>
  a !== undefined &&
  b !== undefined &&
  Math.min(a.area, b.area) >= DOT &&
  Math.abs(Math.log(a.area / b.area)) <= SAME_AREA
const spread = (a: Body, b: Body) => a.xx + a.yy + b.xx + b.yy

/** Its moments along and across it, in square pixels: the same however it is turned. */
export function lieOf({ xx, xy, yy }: Body): { long: number; wide: number } {
  const half = Math.hypot((xx - yy) / 2, xy)
  return { long: (xx + yy) / 2 + half, wide: (xx + yy) / 2 - half }
}

/** Where a part is on each drawing it is seen on. */
type Seen = ReadonlyMap<string, Body>

/**
 * Painted parts followed from drawing to drawing, on those on which they keep their shape: all of a colour as one, and
 * each fill of it by itself. Those that turn as limbs do are followed as well, and say so.
 */
export function paintedParts(scene: Scene, shots: readonly Shot[], round: boolean): Track[] {
  const names = new Map(scene.palette.map(({ id, name }) => [id, name]))
  const tracksOf = (swatch: string, seen: Seen, n: number): Track[] => {
    const name = `what is painted ${names.get(swatch) ?? swatch}`
    const id = n === 0 ? swatch : `${swatch}/${n}`
    const [still, turning] = [steadyIn(seen, shots, keepsShape), steadyIn(seen, shots, turnsOnly)]
    const on =
      (drawings: ReadonlySet<string>): Track['at'] =>
      ({ drawing }) =>
        drawings.has(drawing) ? seen.get(drawing) : undefined
    return [
      { ...{ id, name, part: id, standIn: true }, at: on(still) },
      ...(turning.size > still.size
        ? [
            {
              ...{ id: `${id} turning`, name, part: id, standIn: true, confirms: 'other parts' as const },
              at: on(turning),
            },
          ]
        : []),
    ]
  }
  return [...new Set(shots.flatMap(({ measured }) => [...measured.parts.keys()]))].flatMap((swatch) =>
    seenOf(swatch, shots, round).flatMap((seen, n) => tracksOf(swatch, seen, n)),
  )
}

/** On so many of its drawings. */
const MOSTLY = 0.8

function seenOf(swatch: string, shots: readonly Shot[], round: boolean): Seen[] {
  const all = new Map(
    shots.flatMap(({ drawing, measured }) => {
      const body = measured.parts.get(swatch)
      return body ? [[drawing, body] as const] : []
    }),
  )
  const isSeveral = shots.some(({ measured }) => (measured.fills.get(swatch)?.length ?? 0) > 1)
  // Where all of a colour keeps its shape its fills tell nothing more.
  const isOne = steadyIn(all, shots, keepsShape).size >= MOSTLY * all.size
  return isSeveral && !isOne ? [all, ...fillsFollowed(swatch, shots, round)] : [all]
}

/** The drawings on which a part is as it is on those beside them. */
function steadyIn(seen: Seen, shots: readonly Shot[], isSame: typeof keepsShape): ReadonlySet<string> {
  const bodies = shots.map(({ drawing }) => seen.get(drawing))
  const goesOn = bodies.map((body, i) => body !== undefined && i + 1 < bodies.length && isSame(body, bodies[i + 1]))
  const isSteady = (i: number) => (i === 0 || goesOn[i - 1]!) && (i === bodies.length - 1 || goesOn[i]!)
  return new Set(shots.flatMap(({ drawing }, i) => (bodies[i] && isSteady(i) ? [drawing] : [])))
}

/** The largest so many fills of a colour are followed, and where they are seen on so many drawings. */
const MOST_FILLS = 5
const LEAST_SEEN = 5

/** The largest fills of a colour that are no dots, the largest first. */
export const largestFills = <B extends Body>(fills: readonly B[]): readonly B[] =>
  fills
    .filter(({ area }) => area >= DOT)
    .sort((a, b) => b.area - a.area)
    .slice(0, MOST_FILLS)
const largest = memo((fills: readonly Body[]) => largestFills(fills))
const NONE: readonly Body[] = []

/** Each fill of a colour from drawing to drawing, as far as there is no doubt which is which. On a loop one that is not itself again at its end is not followed. */
function fillsFollowed(swatch: string, shots: readonly Shot[], round: boolean): Seen[] {
  const fills = shots.map(({ measured }) => largest(measured.fills.get(swatch) ?? NONE))
  const chains: Map<string, Body>[] = []
  let open = new Map<Body, Map<string, Body>>()
  fills.forEach((bodies, i) => {
    const before = i === 0 ? undefined : partnersBefore(fills[i - 1]!)(bodies)
    open = new Map(
      bodies.map((body) => {
        const partner = certainPartner(body, before?.get(body), fills[i - 1] ?? NONE, bodies)
        let chain = partner && open.get(partner)
        if (!chain) chains.push((chain = new Map()))
        return [body, chain.set(shots[i]!.drawing, body)]
      }),
    )
  })
  return chains.filter((seen) => seen.size >= LEAST_SEEN && (!round || comesRound(seen, fills)))
}

/**
 * Its partner on the drawing before, where neither has another of the colour nearer: of two eyes that both go far one may lie
 * where the other was.
 */
function certainPartner(
  body: Body,
  partner: Body | undefined,
  before: readonly Body[],
  beside: readonly Body[],
): Body | undefined {
  if (!partner) return undefined
  const apart = distance(body, partner)
  const isNearest = (from: Body, others: readonly Body[]) => others.every((other) => distance(from, other) >= apart)
  return isNearest(body, before) && isNearest(partner, beside) ? partner : undefined
}

/** On a loop its last place leads to its first; one that is not seen all the way round has no seam. */
function comesRound(seen: Seen, fills: readonly (readonly Body[])[]): boolean {
  const bodies = [...seen.values()]
  const [first, last] = [bodies[0]!, bodies.at(-1)!]
  if (!fills[0]!.includes(first) || !fills.at(-1)!.includes(last)) return true
  return partnersBefore(fills.at(-1)!)(fills[0]!).get(first) === last
}

/** Of the bodies of a drawing those of the one before that they are: the nearest that keeps its shape, of which it is the nearest too. */
export const partnersBefore = memo((own: readonly Body[]) =>
  memo((next: readonly Body[]): ReadonlyMap<Body, Body> => {
    const nearest = (from: Body, others: readonly Body[]) => {
      let best: Body | undefined
      for (const other of others)
        if (turnsOnly(from, other) && (!best || distance(from, other) < distance(from, best))) best = other
      return best
    }
    return new Map(
      next.flatMap((body) => {
        const found = nearest(body, own)
        return found && nearest(found, next) === body ? [[body, found] as const] : []
      }),
    )
  }),
)
