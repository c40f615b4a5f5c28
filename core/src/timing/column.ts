import { framesFromTo } from '../base/counted'
import { clamp } from '../base/clamp'
import { memo } from '../base/memo'
import { isCycle, totalFrames } from '../scene/columns'
import { refuse } from '../scene/refusal'
import type { Column, Cycle, Exposure } from '../scene/schema'

export { isCycle, totalFrames }

/** A level's column on the sheet: single exposures, and cycles that stand for many. */
type Entry = Column[number]
type Exposures = readonly Exposure[]

/** Neighbouring exposures of the same drawing become one hold; cycles stay apart. */
export function joined<E extends Entry>(column: readonly E[]): E[] {
  const result: E[] = []
  for (const entry of column) {
    const last = result.at(-1)
    if (last && !isCycle(last) && !isCycle(entry) && last.drawing === entry.drawing) {
      result[result.length - 1] = { drawing: last.drawing, frames: last.frames + entry.frames } as E
    } else result.push(isCycle(entry) ? entry : ({ drawing: entry.drawing, frames: entry.frames } as E))
  }
  return result
}

function turnsOf({ cycle, frames }: Cycle): Exposure[] {
  const period = totalFrames(cycle)
  const whole = Math.floor(frames / period)
  return [...Array.from({ length: whole }, () => cycle).flat(), ...between(cycle, 1, frames - whole * period)]
}

/** Every exposure of a column in order, each turn of a cycle written out. */
export function writtenOut(column: Column): Exposures {
  if (!column.some(isCycle)) return column as Exposures
  return withTurns(column)
}
const withTurns = memo((column: Column): Exposures =>
  column.flatMap((entry) => (isCycle(entry) ? turnsOf(entry) : [entry])),
)

/** The exposures from `from` to `to` (both included), clipped at the edges. */
export function between(exposures: Exposures, from: number, to: number): Exposure[] {
  const result: Exposure[] = []
  let start = 1
  for (const { drawing, frames } of exposures) {
    const inside = Math.min(start + frames, to + 1) - Math.max(start, from)
    if (inside > 0) result.push({ drawing, frames: inside })
    start += frames
  }
  return result
}

export interface CyclePlace {
  readonly entry: Cycle
  readonly index: number
  /** Frames where the cycle begins, and of one turn. */
  readonly frame: number
  readonly period: number
}

/** The cycle that covers `frame`, if one does. */
export function cycleAt(column: Column, frame: number): CyclePlace | undefined {
  let start = 1
  for (let index = 0; index < column.length; index++) {
    const entry = column[index]!
    if (frame >= start && frame < start + entry.frames) {
      return isCycle(entry) ? { entry, index, frame: start, period: totalFrames(entry.cycle) } : undefined
    }
    start += entry.frames
  }
  return undefined
}

/** The frame of a cycle's first turn that stands for `frame`; any other frame stands for itself. */
export function inFirstTurn(column: Column, frame: number): number {
  const place = cycleAt(column, frame)
  return place ? place.frame + ((frame - place.frame) % place.period) : frame
}

/** The cycle with another turn; its frames follow when it turns a number of times. */
export function withTurn({ turns, frames }: Cycle, turn: Exposures): Cycle {
  const cycle = joined(turn)
  return { cycle, turns, frames: turns === null ? frames : turns * totalFrames(cycle) }
}

/**
 * The column with `remove` frames from frame `from` on replaced by `insert`; what follows moves along,
 * so that the total may change. Inside a cycle the change is made to its turn, and so to all its turns.
 * Errors: EditRefused when the frames cross the edge of a cycle or of its turn.
 */
export function spliced(
  column: Column,
  { from, remove, insert }: { from: number; remove: number; insert: Column },
): Column {
  const until = from + remove
  const before: Entry[] = []
  const after: Entry[] = []
  let start = 1
  for (let index = 0; index < column.length; index++) {
    const entry = column[index]!
    const end = start + entry.frames
    if (end <= from) before.push(entry)
    else if (start >= until) after.push(entry)
    else if (!isCycle(entry)) {
      if (start < from) before.push({ drawing: entry.drawing, frames: from - start })
      if (end > until) after.push({ drawing: entry.drawing, frames: end - until })
    } else if (from > start || until < end) {
      return [
        ...column.slice(0, index),
        ...splicedTurn(entry, { start, from, remove, insert }),
        ...column.slice(index + 1),
      ]
    }
    start = end
  }
  return joined([...before, ...insert, ...after])
}

function splicedTurn(
  entry: Cycle,
  { start, from, remove, insert }: { start: number; from: number; remove: number; insert: Column },
): Entry[] {
  const period = totalFrames(entry.cycle)
  const local = from - start >= 0 ? ((from - start) % period) + 1 : 0
  if (local === 0 || from + remove > start + entry.frames || local - 1 + remove > period) {
    const whole = framesFromTo(start, start + entry.frames - 1)
    refuse(
      `These frames cross the edge of a cycle or of one of its turns (${whole}, ${period} frames a turn). Stay within one turn, or choose the whole cycle.`,
    )
  }
  if (insert.some(isCycle)) refuse('A cycle cannot lie within another. Undo the outer cycle first.')
  const turn = spliced(entry.cycle, { from: local, remove, insert }) as Exposures
  return turn.length === 0 ? [] : [withTurn(entry, turn)]
}

/**
 * The column made to last `length` frames. Short of it the end gains: a cycle that goes on to the end
 * turns further, the last exposure is held longer. Beyond it the end gives: empty frames and the last
 * hold, but no drawing's last frame, no cycle's only turn and nothing before frame `keep`. Undefined
 * when that is not enough.
 */
export function fitted(column: Column, length: number, keep = 0): Column | undefined {
  const total = totalFrames(column)
  if (total <= length) return total < length ? grown([...column], length - total) : column
  const cut = clipped(column, length)
  const last = cut.at(-1)
  const lost = column.slice(cut.length).some((entry) => isCycle(entry) || entry.drawing !== null)
  const torn =
    last !== undefined &&
    isCycle(last) &&
    last.frames < Math.min(totalFrames(last.cycle), column[cut.length - 1]!.frames)
  return lost || torn || length < keep ? undefined : cut
}

function clipped(column: Column, length: number): Entry[] {
  const result: Entry[] = []
  let left = length
  for (const entry of column) {
    if (left <= 0) break
    result.push({ ...entry, frames: Math.min(entry.frames, left) })
    left -= entry.frames
  }
  return result
}

function grown(column: Entry[], missing: number): Entry[] {
  const end = column.pop()
  if (!end) return [{ drawing: null, frames: missing }]
  if (!isCycle(end)) return [...column, { ...end, frames: end.frames + missing }]
  const more = end.turns === null ? missing : clamp(end.turns * totalFrames(end.cycle) - end.frames, 0, missing)
  const rest = missing - more
  return [...column, { ...end, frames: end.frames + more }, ...(rest > 0 ? [{ drawing: null, frames: rest }] : [])]
}

/** The column clipped at `length`, or filled up to it with cycles' further turns and empty frames. */
export function resizedTo(column: Column, length: number): Column {
  const missing = length - totalFrames(column)
  if (missing > 0)
    return isCycle(column.at(-1)!)
      ? grown([...column], missing)
      : joined([...column, { drawing: null, frames: missing }])
  return clipped(column, length)
}

/** Every drawing of the column passed through `change`, in every turn; a cycle left with nothing to go round is empty frames. */
export function redrawn(
  column: Column,
  change: (drawing: string | null, before: string | null) => string | null,
): Column {
  let before: string | null = null
  const mapped = ({ drawing, frames }: Exposure): Exposure => {
    before = change(drawing, before)
    return { drawing: before, frames }
  }
  const entryThrough = (entry: Entry): Entry => {
    if (!isCycle(entry)) return mapped(entry)
    const cycle = joined(entry.cycle.map(mapped))
    return cycle.every(({ drawing }) => drawing === null)
      ? { drawing: null, frames: entry.frames }
      : { ...entry, cycle }
  }
  return joined(column.map(entryThrough))
}
