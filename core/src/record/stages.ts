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

/** One drawing with what of it is done: drawn, and not to be drawn again. */
export interface DrawingStages {
  readonly drawing: Drawing
  /** The frame a take shows it first. */
  readonly frame: number
  readonly done: ReadonlySet<Pass>
}
const isDone = ({ passes, mend }: Drawing, pass: Pass) => passes[pass] !== undefined && !mend?.includes(pass)

/** Drawings of a level that a take shows, by frame. */
export const stagesDone = (scene: Scene, level: string, take = scene.mainTake): DrawingStages[] =>
  drawingsShown(exposuresOf(scene, level, take)).map(({ drawing, frame }) => {
    const entry = scene.drawings[drawing]!
    return { drawing: entry, frame, done: new Set(STAGES.filter((pass) => isDone(entry, pass))) }
  })

/** Drawings on the sheet of which something is to be drawn again, level by level in the order they are shown. */
export const toMend = (scene: Scene): { drawing: Drawing; frame: number; passes: readonly Pass[] }[] =>
  drawnLevels(scene).flatMap((level) =>
    stagesDone(scene, level).flatMap(({ drawing, frame }) =>
      drawing.mend ? [{ drawing, frame, passes: drawing.mend }] : [],
    ),
  )

interface ToDoOptions {
  /** Passes that are left out count for nothing. */
  readonly without?: readonly Pass[]
  /** Frames for which all that is not begun would be held; absent: as on the sheet. */
  readonly held?: number | undefined
}

/** Levels on which somebody draws drawing by drawing. */
export const drawnLevels = (scene: Scene): string[] =>
  scene.levelOrder.filter((level) => scene.levels[level]!.kind !== 'ground')

/** What is still to do of a scene, pass by pass. */
export function toDoIn(id: string, scene: Scene, { without = [], held }: ToDoOptions = {}): ToDo[] {
  return drawnLevels(scene).flatMap((level) => {
    const all = stagesDone(scene, level)
    const spared = held === undefined ? new Set<string>() : sparedAt(all, { held, end: scene.settings.length + 1 })
    const drawings = all.filter(({ drawing }) => !spared.has(drawing.id))
    return stagesOf(scene, level).flatMap((pass) => {
      const count = without.includes(pass) ? 0 : drawings.filter(({ done }) => !done.has(pass)).length
      return count > 0 ? [{ scene: id, level, pass, count }] : []
    })
  })
}

/** Inbetweens not begun for which there is no room between those that stay, each drawing held for so many frames. */
function sparedAt(
  drawings: readonly DrawingStages[],
  { held, end }: { readonly held: number; readonly end: number },
): Set<string> {
  const stays = ({ drawing }: DrawingStages) => drawing.role !== 'inbetween' || Object.keys(drawing.passes).length > 0
  const spared = new Set<string>()
  let from = 0
  while (from < drawings.length) {
    let to = from + 1
    while (to < drawings.length && !stays(drawings[to]!)) to++
    const frames = (drawings[to]?.frame ?? end) - drawings[from]!.frame
    const room = Math.max(0, Math.ceil(frames / held) - 1)
    for (const { drawing } of drawings.slice(from + 1 + room, to)) spared.add(drawing.id)
    from = to
  }
  return spared
}

/** Drawings of a level with those passes of them that would be done again if all of them were. */
export const drawnAgain = (
  scene: Scene,
  { level, passes }: { level: string; passes: readonly Pass[] },
): { drawing: string; passes: Pass[] }[] =>
  stagesDone(scene, level).flatMap(({ drawing, done }) => {
    const own = passes.filter((pass) => done.has(pass))
    return own.length > 0 ? [{ drawing: drawing.id, passes: own }] : []
  })

/** Drawings to be done again, counted by level and pass. */
export function workIn(
  id: string,
  scene: Scene,
  touched: readonly { readonly drawing: string; readonly passes: readonly Pass[] }[],
): ToDo[] {
  const counts = new Map<string, ToDo>()
  for (const { drawing, passes } of touched) {
    const { level } = scene.drawings[drawing]!
    for (const pass of passes) {
      const name = `${level} ${pass}`
      counts.set(name, { scene: id, level, pass, count: (counts.get(name)?.count ?? 0) + 1 })
    }
  }
  return [...counts.values()]
}

/** Frames of film to the foot. */
const FOOT = 16
/** Length as feet and frames of film: 100 → "6+04". */
export const feetAndFrames = (frames: number): string =>
  `${Math.floor(frames / FOOT)}+${String(frames % FOOT).padStart(2, '0')}`
