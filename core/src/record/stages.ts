import type { Drawing, Pass, Scene } from '../scene/schema'
import { drawingsShown, exposuresOf } from '../timing/sheet'
import type { ToDo } from './estimate'

/** Passes in the order in which a drawing goes through them. */
export const STAGES: readonly Pass[] = ['rough', 'tie-down', 'line', 'colour', 'shadow']
/** Where nothing is drawn yet. */
const USUAL: readonly Pass[] = ['rough', 'line', 'colour']

/** The passes that drawings of a level go through: those that any of them has; of an empty level those of its scene. */
export function stagesOf(scene: Scene, level: string): readonly Pass[] {
  const passesOf = (drawings: readonly Drawing[]) =>
    STAGES.filter((pass) => drawings.some(({ passes }) => passes[pass] !== undefined))
  const all = Object.values(scene.drawings)
  const own = passesOf(all.filter((drawing) => drawing.level === level))
  if (own.length > 0) return own
  const others = passesOf(all)
  return others.length > 0 ? others : USUAL
}

/** One drawing with what of it is done. */
export interface DrawingStages {
  readonly drawing: Drawing
  /** The frame a take shows it first. */
  readonly frame: number
  readonly done: ReadonlySet<Pass>
}

/** Drawings of a level that a take shows, by frame. */
export const stagesDone = (scene: Scene, level: string, take = scene.mainTake): DrawingStages[] =>
  drawingsShown(exposuresOf(scene, level, take)).map(({ drawing, frame }) => {
    const entry = scene.drawings[drawing]!
    return { drawing: entry, frame, done: new Set(STAGES.filter((pass) => entry.passes[pass] !== undefined)) }
  })

/** What is still to do of a scene, pass by pass; passes left out count for nothing. */
export function toDoIn(id: string, scene: Scene, { without = [] as readonly Pass[] } = {}): ToDo[] {
  return scene.levelOrder.flatMap((level) => {
    if (scene.levels[level]!.kind === 'ground') return []
    const drawings = stagesDone(scene, level)
    return stagesOf(scene, level).flatMap((pass) => {
      const count = without.includes(pass) ? 0 : drawings.filter(({ done }) => !done.has(pass)).length
      return count > 0 ? [{ scene: id, level, pass, count }] : []
    })
  })
}

/** What is done again where a level's passes are: the drawings that have them. */
export const costOfChange = (
  id: string,
  scene: Scene,
  { level, passes }: { level: string; passes: readonly Pass[] },
): ToDo[] =>
  passes.flatMap((pass) => {
    const count = Object.values(scene.drawings).filter(
      (drawing) => drawing.level === level && drawing.passes[pass] !== undefined,
    ).length
    return count > 0 ? [{ scene: id, level, pass, count }] : []
  })

/** Frames of film to the foot. */
const FOOT = 16
/** Length as feet and frames of film: 100 → "6+04". */
export const feetAndFrames = (frames: number): string =>
  `${Math.floor(frames / FOOT)}+${String(frames % FOOT).padStart(2, '0')}`
