import { exposureAt, type Placed } from '../timing/sheet'
import { refuse } from '../scene/refusal'
import type { Chart, Drawing, Exposure, Level, Scene } from '../scene/schema'

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

export function sheetOf(scene: Scene, take: string, level: string): readonly Exposure[] {
  if (!scene.takes[take]) refuse('This take is not in the scene any more.')
  levelOf(scene, level)
  return scene.sheets[take]![level]!
}

export function placeOn(scene: Scene, take: string, level: string, frame: number): Placed {
  return (
    exposureAt(sheetOf(scene, take, level), frame) ??
    refuse(`Frame ${frame} is beyond the end: the scene has ${scene.settings.length} frames.`)
  )
}

export function requireFree(taken: unknown, what: string) {
  if (taken) refuse(`This ${what} is in the scene already.`)
}

export function withSheet(scene: Scene, take: string, level: string, exposures: Exposure[]): Scene {
  return { ...scene, sheets: { ...scene.sheets, [take]: { ...scene.sheets[take], [level]: exposures } } }
}
