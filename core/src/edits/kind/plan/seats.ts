import { refuse } from '../../../scene/refusal'
import { type Scene, type LaidPlan, type Exposure } from '../../../scene/schema'
import { exposuresOf, firstFrameOf } from '../../../timing/sheet'
import { requireFree } from '../../lookup'
import { type Laying, drawnIn, shownOnce, startsOf } from './laying'

export interface Seats {
  /** By place in the plan: the drawing that sits there. */
  readonly seats: readonly string[]
  /** Places whose drawing is drawn or was there before. */
  readonly fixed: ReadonlySet<number>
  /** Drawn, and asked for no more. */
  readonly kept: readonly string[]
}

/** Who sits where: what is drawn keeps its frame and takes the place nearest to it; empty drawings of the old plan are used again. */
export function seatsOf(
  scene: Scene,
  { take, plan, drawings, exposures, again }: Laying,
  old: LaidPlan | undefined,
): Seats {
  const seats = new Map<number, string>()
  const fixed = new Set<number>()
  drawings.forEach(({ existing, id }, i) => {
    if (!existing) return
    if (scene.drawings[id]?.level !== plan.level)
      refuse('A drawing this plan goes on from is not on its level any more.')
    seats.set(i, id)
    fixed.add(i)
  })
  const sheet = exposuresOf(scene, plan.level, take)
  const before = [...(old?.drawings ?? []), ...(old?.kept ?? [])]
  const drawn = before.filter((id) => drawnIn(scene, id) && ![...seats.values()].includes(id))
  const kept: string[] = []
  const once = !again && shownOnce(exposures)
  const seatOf = once ? nearestSeat(exposures, sheet, plan.frame) : seatByPlace(before, drawings.length)
  for (const id of once ? byFirstFrame(drawn, sheet) : drawn) {
    const seat = seatOf(id, seats)
    if (seat === undefined) kept.push(id)
    else {
      seats.set(seat, id)
      fixed.add(seat)
    }
  }
  const empty = before.filter((id) => scene.drawings[id] && !drawnIn(scene, id))
  const spare = new Set(empty)
  drawings.forEach((_, i) => {
    const same = before[i]
    if (!seats.has(i) && same !== undefined && spare.delete(same)) seats.set(i, same)
  })
  drawings.forEach(({ id }, i) => {
    if (seats.has(i)) return
    const [again] = spare
    if (again !== undefined) {
      spare.delete(again)
      return seats.set(i, again)
    }
    requireFree(scene.drawings[id], 'drawing')
    return seats.set(i, id)
  })
  return { seats: drawings.map((_, i) => seats.get(i)!), fixed, kept }
}

type SeatOf = (drawing: string, taken: ReadonlyMap<number, string>) => number | undefined

const byFirstFrame = (drawings: readonly string[], sheet: readonly Exposure[]): string[] =>
  [...drawings].sort((a, b) => (firstFrameOf(sheet, a) ?? 1e9) - (firstFrameOf(sheet, b) ?? 1e9))

/** The free place that begins nearest to a drawing's own frame; asked in order of frames, so that none goes past another. */
function nearestSeat(exposures: Laying['exposures'], sheet: readonly Exposure[], first: number): SeatOf {
  const starts = startsOf(exposures)
  let last = -1
  return (id, taken) => {
    const at = (firstFrameOf(sheet, id) ?? NaN) - first
    let [seat, least]: [number | undefined, number] = [undefined, Infinity]
    for (const [i, start] of starts) {
      const off = Math.abs(start.at - at)
      if (i > last && !taken.has(i) && off <= start.frames * 0.75 && off < least) [seat, least] = [i, off]
    }
    if (seat !== undefined) last = seat
    return seat
  }
}

/** Where drawings come more than once, each keeps the place it had. */
const seatByPlace =
  (before: readonly string[], count: number): SeatOf =>
  (id, taken) => {
    const place = before.indexOf(id)
    return place < count && !taken.has(place) ? place : undefined
  }
