import { distance } from '../motion/arc'
import type { Scene } from '../scene/schema'
import type { Body } from './measured'
import type { Shot, Track } from './subject'

/** Parts smaller than this are dots, in square pixels. */
const DOT = 150
/** A part whose area, or whose way of lying about its middle, changes by more than these shares goes behind others or is another. */
const SAME_AREA = Math.log(1.12)
const SAME_LIE = 0.12

/** Whether a part is one rigid body on two drawings that does not turn. */
export function keepsShape(a: Body | undefined, b: Body | undefined): boolean {
  if (!isAsLarge(a, b)) return false
  const apart = Math.abs(a!.xx - b!.xx) + Math.abs(a!.yy - b!.yy) + 2 * Math.abs(a!.xy - b!.xy)
  return apart <= SAME_LIE * spread(a!, b!)
}

/** Whether a part is one rigid body on two drawings, however it has turned from one to the other. */
function turnsOnly(a: Body | undefined, b: Body | undefined): boolean {
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
function lieOf({ xx, xy, yy }: Body): { long: number; wide: number } {
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
      { ...{ id, name, standIn: true }, at: on(still) },
      ...(turning.size > still.size
        ? [{ ...{ id: `${id} turning`, name, standIn: true, turns: true }, at: on(turning) }]
        : []),
    ]
  }
  return [...new Set(shots.flatMap(({ measured }) => [...measured.parts.keys()]))].flatMap((swatch) =>
    seenOf(swatch, shots, round).flatMap((seen, n) => tracksOf(swatch, seen, n)),
  )
}

function seenOf(swatch: string, shots: readonly Shot[], round: boolean): Seen[] {
  const all = new Map(
    shots.flatMap(({ drawing, measured }) => {
      const body = measured.parts.get(swatch)
      return body ? [[drawing, body] as const] : []
    }),
  )
  const isSeveral = shots.some(({ measured }) => (measured.fills.get(swatch)?.length ?? 0) > 1)
  return isSeveral ? [all, ...fillsFollowed(swatch, shots, round)] : [all]
}

/** The drawings on which a part is as it is on those beside them. */
const steadyIn = (seen: Seen, shots: readonly Shot[], isSame: typeof keepsShape): ReadonlySet<string> =>
  new Set(
    shots.flatMap(({ drawing }, i) => {
      const beside = [i - 1, i + 1].filter((k) => k >= 0 && k < shots.length)
      return beside.every((k) => isSame(seen.get(drawing), seen.get(shots[k]!.drawing))) ? [drawing] : []
    }),
  )

/** The largest so many fills of a colour are followed, and where they are seen on so many drawings. */
const MOST_FILLS = 8
const LEAST_SEEN = 5

/** Each fill of a colour from drawing to drawing, as far as there is no doubt which is which. On a loop one that is not itself again at its end is not followed. */
function fillsFollowed(swatch: string, shots: readonly Shot[], round: boolean): Seen[] {
  const fills = shots.map(({ measured }) =>
    [...(measured.fills.get(swatch) ?? [])]
      .filter(({ area }) => area >= DOT)
      .sort((a, b) => b.area - a.area)
      .slice(0, MOST_FILLS),
  )
  const done: Map<string, Body>[] = []
  let open: { readonly seen: Map<string, Body>; readonly last: Body }[] = []
  fills.forEach((bodies, i) => {
    const { drawing } = shots[i]!
    const goesOn = new Map(
      open.map((chain) => [
        partnerOf(
          chain.last,
          bodies,
          open.map(({ last }) => last),
        ),
        chain,
      ]),
    )
    const next = bodies.map((body) => {
      const seen = goesOn.get(body)?.seen ?? new Map<string, Body>()
      return { seen: seen.set(drawing, body), last: body }
    })
    const kept = new Set(next.map(({ seen }) => seen))
    done.push(...open.map(({ seen }) => seen).filter((seen) => !kept.has(seen)))
    open = next
  })
  const chains = [...done, ...open.map(({ seen }) => seen)]
  return chains.filter((seen) => seen.size >= LEAST_SEEN && (!round || comesRound(seen, fills)))
}

/** On a loop its last place leads to its first; one that is not seen all the way round has no seam. */
function comesRound(seen: Seen, fills: readonly (readonly Body[])[]): boolean {
  const bodies = [...seen.values()]
  const [first, last] = [bodies[0]!, bodies.at(-1)!]
  if (!fills[0]!.includes(first) || !fills.at(-1)!.includes(last)) return true
  return partnerOf(last, fills[0]!, fills.at(-1)!) === first
}

/** The one of the next drawing that a body is: the nearest that keeps its shape, of which it is the nearest too. */
function partnerOf(body: Body, next: readonly Body[], own: readonly Body[]): Body | undefined {
  const nearest = (from: Body, others: readonly Body[]) =>
    others
      .filter((other) => turnsOnly(from, other))
      .reduce<Body | undefined>(
        (best, other) => (best && distance(from, best) <= distance(from, other) ? best : other),
        undefined,
      )
  const found = nearest(body, next)
  return found && nearest(found, own) === body ? found : undefined
}
