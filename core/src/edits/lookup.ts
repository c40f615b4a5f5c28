import { counted } from '../base/counted'
import { cycleAt, fitted, inFirstTurn, spliced, totalFrames, writtenOut } from '../timing/column'
import { exposureAt, type Placed } from '../timing/sheet'
import { refuse } from '../scene/refusal'
import type { Chart, Column, Drawing, Level, Scene, Take } from '../scene/schema'

/** Look-ups that answer with a sentence when the thing is not there. */

export function levelOf(scene: Scene, id: string): Level {
  return scene.levels[id] ?? refuse('This level is not in the scene any more.')
}

export function drawingOf(scene: Scene, id: string): Drawing {
  return scene.drawings[id] ?? refuse('This drawing is not in the scene any more.')
}

export function chartOf(scene: Scene, id: string): Chart {
  return scene.charts[id] ?? refuse('This chart is not in the scene any more.')
}

export function takeOf(scene: Scene, id: string): Take {
  return scene.takes[id] ?? refuse('This take is not in the scene any more.')
}

export function columnOf(scene: Scene, take: string, level: string): Column {
  takeOf(scene, take)
  levelOf(scene, level)
  return scene.sheets[take]![level]!
}

const beyondEnd = (scene: Scene, frame: number) =>
  refuse(`Frame ${frame} is beyond the end: the scene has ${counted(scene.settings.length, 'frame')}.`)

/** The exposure at a frame; inside a cycle that of its first turn, which stands for all turns. */
export function placeOn(scene: Scene, take: string, level: string, frame: number): Placed {
  const column = columnOf(scene, take, level)
  const cycle = cycleAt(column, frame)
  if (!cycle) return exposureAt(writtenOut(column), frame) ?? beyondEnd(scene, frame)
  const here = exposureAt(cycle.entry.cycle, inFirstTurn(column, frame) - cycle.frame + 1)!
  return { ...here, frame: here.frame + cycle.frame - 1 }
}

export const refuseLockedLevel = ({ name }: Level): never =>
  refuse(`Level ${name} is locked. Unlock it at the head of its column first.`)

export function requireFree(taken: unknown, what: string) {
  if (taken) refuse(`This ${what} is in the scene already.`)
}

export function withSheet(scene: Scene, take: string, level: string, column: Column): Scene {
  return { ...scene, sheets: { ...scene.sheets, [take]: { ...scene.sheets[take], [level]: [...column] } } }
}

/** The scene with `remove` frames of a level replaced, and the end of its column made to fit. */
export function withFrames(
  scene: Scene,
  { take, level, from, remove, insert }: { take: string; level: string; from: number; remove: number; insert: Column },
): Scene {
  const column = columnOf(scene, take, level)
  const { length } = scene.settings
  if (from > length + 1) beyondEnd(scene, from)
  const cycle = cycleAt(column, from)
  const keep =
    cycle && !(from <= cycle.frame && from + remove >= cycle.frame + cycle.entry.frames)
      ? 0
      : from + totalFrames(insert) - 1
  const fit = fitted(spliced(column, { from, remove, insert }), length, keep)
  return fit
    ? withSheet(scene, take, level, fit)
    : refuse(
        `There is no room on level ${levelOf(scene, level).name}: at the end a drawing would be left with less than one frame. Make the scene longer or shorten a hold.`,
      )
}
