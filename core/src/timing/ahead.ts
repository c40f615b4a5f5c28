import { LIMITS } from '../base/limits'
import { isCycle, totalFrames } from '../scene/columns'
import { refuse } from '../scene/refusal'
import type { Column, Scene, Settings } from '../scene/schema'
import { cycleAt, writtenOut } from './column'
import { exposureAt, placed } from './sheet'

/** Straight ahead: where the next drawing comes to lie, for how long, and what it moves. */

/** From this rate on a drawing is usually held for two frames. */
const TWOS_FROM = 20

/** Frames a new drawing is shown for, unless it is said otherwise: twos, at slow rates ones. */
export const usualExposure = ({ exposure, fps }: Pick<Settings, 'exposure' | 'fps'>): number =>
  exposure ?? (fps >= TWOS_FROM ? 2 : 1)

/** Whether the scene ends where its drawings do. */
export const followsDrawings = ({ lengthFollows }: Pick<Settings, 'lengthFollows'>): boolean => lengthFollows === true

export interface NextPlace {
  readonly take: string
  readonly level: string
  /** The frame it is first shown at. */
  readonly frame: number
  /** How many frames it is shown for. */
  readonly frames: number
  /** Empty frames there that it takes. */
  readonly takes: number
  /** Drawings of the level shown later, which move along by `moves` frames; 0 when none has to. */
  readonly later: number
  readonly moves: number
}

/** The empty frames from `frame` on, as far as `most`. */
function emptyFrom(column: Column, frame: number, most: number): number {
  const here = exposureAt(writtenOut(column), frame)
  if (!here || here.drawing !== null || cycleAt(column, frame)) return 0
  return Math.min(most, here.frame + here.frames - frame)
}

/**
 * Where the drawing after the one at `frame` comes to lie: on an empty frame right there, else after the
 * exposure there ends. It takes empty frames; where there are too few what follows moves along.
 * Errors: EditRefused within a cycle, beyond the end, and for a take or level that is not there.
 */
export function nextPlace(
  scene: Scene,
  { take, level, frame, frames }: { take: string; level: string; frame: number; frames: number },
): NextPlace {
  const sheet = scene.sheets[take] ?? refuse('This take is not in the scene any more.')
  const column = sheet[level] ?? refuse('This level is not in the scene any more.')
  const { length } = scene.settings
  if (frame > length) refuse(`Frame ${frame} is beyond the end: the scene has ${length} frames.`)
  const cycle = cycleAt(column, frame)
  if (cycle)
    refuse(
      `Frame ${frame} lies in a cycle. Write the cycle out first, or go on after frame ${cycle.frame + cycle.entry.frames - 1}.`,
    )
  const here = exposureAt(writtenOut(column), frame)!
  const from = here.drawing === null ? frame : here.frame + here.frames
  const takes = emptyFrom(column, from, frames)
  const later = new Set(
    placed(writtenOut(column)).flatMap((each) => (each.frame >= from && each.drawing !== null ? [each.drawing] : [])),
  ).size
  const moves = later > 0 ? frames - takes : 0
  return { take, level, frame: from, frames, takes, later, moves }
}

/** One drawing, or nothing, from end to end. */
export const isHeldThroughout = (column: Column): boolean => column.length === 1 && !isCycle(column[0]!)

/** A level that lies under or over the whole scene is as long as the scene: it does not say how long that is. */
function goesAlong(column: Column): boolean {
  const last = column.at(-1)
  return isHeldThroughout(column) || (last !== undefined && isCycle(last) && last.turns === null)
}

/** The frame a column shows its last drawing on. */
function lastShown(column: Column): number {
  const last = column.at(-1)
  const tail = last && !isCycle(last) && last.drawing === null ? last.frames : 0
  return totalFrames(column) - tail
}

/** How long a scene is that ends where its drawings do; notes beside the sheet stay on it. */
export function lengthOfDrawings({ sheets, takes }: Scene): number {
  const shown = Object.values(sheets).flatMap((columns) =>
    Object.values(columns).flatMap((column) => (goesAlong(column) ? [] : [lastShown(column)])),
  )
  const noted = Object.values(takes).flatMap(({ notes = [] }) => notes.map(({ frame }) => frame))
  return Math.max(LIMITS.length.min, ...shown, ...noted)
}
