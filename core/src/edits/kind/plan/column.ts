import { framesFromTo } from '../../../base/counted'
import { totalFrames, exposuresNamed, isCycle } from '../../../scene/columns'
import { refuse } from '../../../scene/refusal'
import { type Exposure, type Column, type Scene } from '../../../scene/schema'
import { joined, writtenOut } from '../../../timing/column'
import { firstFrameOf, exposuresOf, placed } from '../../../timing/sheet'
import { columnOf, levelOf } from '../../lookup'
import { type Laying, shownOnce, startsOf, drawnIn } from './laying'
import { type Seats } from './seats'

/** A frame nothing is said of yet. */
const FREE = undefined
export type Frames = (string | null | typeof FREE)[]

const runs = (frames: readonly (string | null)[]): Exposure[] =>
  joined(frames.map((drawing) => ({ drawing, frames: 1 })))

/** The plan's frames once through, by what sits where: what is settled keeps its own frame. */
export function turnOf(
  { exposures, plan, again }: Laying,
  { seats, fixed, kept }: Seats,
  sheet: readonly Exposure[],
): { frames: Frames; laid: ReadonlySet<string> } {
  const period = totalFrames(exposures as Exposure[])
  if (again || !shownOnce(exposures)) {
    const frames = exposures.flatMap(({ drawing, frames: held }) =>
      new Array<string | null>(held).fill(drawing === null ? null : seats[drawing]!),
    )
    return { frames, laid: new Set(seats) }
  }
  const begins = new Map<number, string | null>()
  let at = 0
  for (const { drawing, frames } of exposures) {
    if (drawing === null || !fixed.has(drawing)) begins.set(at, drawing === null ? null : seats[drawing]!)
    at += frames
  }
  for (const id of [...[...fixed].map((i) => seats[i]!), ...kept]) {
    const own = (firstFrameOf(sheet, id) ?? NaN) - plan.frame
    if (own >= 0 && own < period) begins.set(own, id)
    // On no frame of this take: where the plan has it.
    const planned =
      Number.isNaN(own) && fixed.has(seats.indexOf(id)) ? startsOf(exposures).get(seats.indexOf(id)) : undefined
    if (planned) begins.set(planned.at, id)
  }
  const frames: Frames = []
  let now: string | null | typeof FREE = FREE
  for (let frame = 0; frame < period; frame++) {
    if (begins.has(frame)) now = begins.get(frame)
    frames.push(now)
  }
  return { frames, laid: new Set([...begins.values()].flatMap((id) => id ?? [])) }
}

/**
 * The frames laying a plan writes anew: its own, those of the drawings it laid before, and all of any exposure
 * or cycle it would cut at its end.
 */
function reachOf(
  column: Column,
  { from: first, to: last, own }: { from: number; to: number; own: ReadonlySet<string> },
): [from: number, to: number] {
  let [from, to] = [first, last]
  for (let wider = true; wider;) {
    wider = false
    let start = 1
    for (const entry of column) {
      const end = start + entry.frames - 1
      const laid = exposuresNamed([entry]).some(({ drawing }) => drawing !== null && own.has(drawing))
      const cut = isCycle(entry) ? start <= to && end >= from : start <= last && end > last
      if ((laid || cut) && (end > to || ((laid || isCycle(entry)) && start < from))) {
        if (laid || isCycle(entry)) from = Math.min(from, start)
        to = Math.max(to, end)
        wider = true
      }
      start = end + 1
    }
  }
  return [from, to]
}

/** The frames a laying takes and the level they are on. */
interface Room {
  readonly name: string
  readonly column: Column
  readonly sheet: readonly Exposure[]
  /** The plan's own frames. */
  readonly first: number
  readonly last: number
  /** The frames written anew, which may be more. */
  readonly from: number
  readonly to: number
}

/**
 * The level's column with the plan laid into it, and the empty drawings it covers. Frames the old plan
 * filled and the new one does not are held over by what comes before.
 */
export function columnWith(
  scene: Scene,
  laying: Laying,
  own: ReadonlySet<string>,
  turn: Frames,
): { column: Column; covered: ReadonlySet<string> } {
  const { plan, cycle } = laying
  const room = roomFor(scene, laying, own, turn.length)
  const { first, last, from } = room
  const { before, inside, after, covered } = cutUp(scene, laying, own, room)
  for (let frame = first; frame <= last; frame++) {
    const now = turn[(frame - first) % turn.length]
    if (now !== FREE) inside[frame - from] = now
  }
  keepDrawn(scene, { own, turn, room }, inside)
  const filled: (string | null)[] = []
  inside.forEach((drawing, i) =>
    filled.push(drawing !== FREE ? drawing : i + from > last && cycle ? null : (filled[i - 1] ?? lastOf(before))),
  )
  if (!cycle) return { column: joined([...before, ...runs(filled), ...after]), covered }
  const entry = {
    cycle: runs(turn.map((drawing) => drawing ?? null)),
    turns: plan.turns,
    frames: last - first + 1,
  }
  const [ahead, behind] = [filled.slice(0, first - from), filled.slice(last - from + 1)]
  return { column: joined([...before, ...runs(ahead), entry, ...runs(behind), ...after]), covered }
}

/** Errors: EditRefused where the plan goes beyond the scene. */
function roomFor(scene: Scene, { take, plan, cycle }: Laying, own: ReadonlySet<string>, turn: number): Room {
  const { length } = scene.settings
  const first = plan.frame
  const frames = !cycle ? turn : plan.turns === null ? length - first + 1 : turn * plan.turns
  const last = first + frames - 1
  if (first > length || last > length)
    refuse(`The plan needs ${framesFromTo(first, last)}, and the scene ends at ${length}. Make the scene longer first.`)
  const column = columnOf(scene, take, plan.level)
  const [from, to] = reachOf(column, { from: first, to: last, own })
  const sheet = exposuresOf(scene, plan.level, take)
  return { name: levelOf(scene, plan.level).name, column, sheet, first, last, from, to }
}

interface Cut {
  readonly before: Column[number][]
  /** By frame from the room's first. */
  readonly inside: Frames
  readonly after: Column[number][]
  /** Empty drawings the plan is laid over. */
  readonly covered: Set<string>
}

/** The column cut where the room begins and ends. Errors: EditRefused where ink or somebody's cycle is in the way. */
function cutUp(scene: Scene, laying: Laying, own: ReadonlySet<string>, room: Room): Cut {
  const { column, name, from, to } = room
  const cut: Cut = { before: [], inside: [], after: [], covered: new Set() }
  const joining = new Set(laying.drawings.flatMap(({ existing, id }) => (existing ? [id] : [])))
  let start = 1
  for (const entry of column) {
    const end = start + entry.frames - 1
    if (end < from) cut.before.push(entry)
    else if (start > to) cut.after.push(entry)
    else if (isCycle(entry) && !entry.cycle.every(({ drawing }) => drawing === null || own.has(drawing))) {
      refuse(
        `There is a cycle over ${framesFromTo(start, end)} of level ${name}. Lay the plan elsewhere, or write that cycle out first.`,
      )
    } else {
      if (start < from && !isCycle(entry)) cut.before.push({ drawing: entry.drawing, frames: from - start })
      let frame = start
      for (const exposure of isCycle(entry) ? writtenOut([entry]) : [entry]) {
        layOver(scene, exposure, { frame, own, joining, room }, cut)
        frame += exposure.frames
      }
      if (end > to && !isCycle(entry)) cut.after.push({ drawing: entry.drawing, frames: end - to })
    }
    start = end + 1
  }
  return cut
}

/** Frames of an exposure inside the room: kept, or free where the plan is laid. */
function layOver(
  scene: Scene,
  { drawing, frames }: Exposure,
  {
    frame,
    own,
    joining,
    room: { sheet, first, last, from, to },
  }: { frame: number; own: ReadonlySet<string>; joining: ReadonlySet<string>; room: Room },
  { inside, covered }: Cut,
): void {
  const foreign = drawing !== null && !own.has(drawing) && !joining.has(drawing)
  if (foreign && frame >= first && frame <= last && frame === firstFrameOf(sheet, drawing)) {
    if (drawnIn(scene, drawing))
      refuse(
        `Drawing ${scene.drawings[drawing]!.number} is drawn and begins at frame ${frame}: a plan is never laid over ink. Lay it elsewhere or on another level.`,
      )
    // One that is shown again beyond the plan goes on there.
    if (!placed(sheet).some((each) => each.drawing === drawing && each.frame > last)) covered.add(drawing)
  }
  for (let each = Math.max(frame, from); each < frame + frames && each <= to; each++) {
    const held = each > last && frame <= last && !joining.has(drawing ?? '')
    inside.push((drawing !== null && (own.has(drawing) || covered.has(drawing))) || held ? FREE : drawing)
  }
}

/** Drawn drawings of an old plan that lie outside of the new one keep their frames. Errors: EditRefused for one that would fall out of a cycle. */
function keepDrawn(
  scene: Scene,
  { own, turn, room: { sheet, first, last, from } }: { own: ReadonlySet<string>; turn: Frames; room: Room },
  inside: Frames,
): void {
  for (const id of own) {
    if (!drawnIn(scene, id) || turn.includes(id)) continue
    const begins = firstFrameOf(sheet, id)
    if (begins !== undefined && begins >= first && begins <= last) {
      refuse(
        `Drawing ${scene.drawings[id]!.number} is drawn at frame ${begins} and would fall out of the changed cycle, which is ${turn.length} frames long. Give it at least ${begins - first + 1} frames, or lay the change as a plan of its own.`,
      )
    }
    for (const { drawing, frame, frames } of placed(sheet)) {
      for (let each = frame; each < frame + frames && drawing === id; each++)
        if (each < first || each > last) inside[each - from] = id
    }
  }
}

const lastOf = (column: Column): string | null => {
  const last = column.at(-1)
  return last && !isCycle(last) ? last.drawing : null
}
