import {
  newLevel,
  simpleEditsOf,
  type Edit,
  type Inputs,
  type Level,
  type Scene,
  type SimpleEdit,
} from '@unhurried/core'

/** A copy of the lettering in another colour, beneath it and some drawings ahead. */
export interface Runner {
  readonly swatch: string
  readonly ahead: number
}

/** Frames the first drawing of the plan is held. */
const heldFor = (inputs: Inputs): number => Math.max(1, Number.parseInt(String(inputs['exposure'] ?? '1'), 10) || 1)

/** The level that runs ahead of another. */
const runningAhead = (scene: Scene, level: string): Level | undefined =>
  Object.values(scene.levels).find(({ follows }) => follows?.level === level && follows.frames < 0 && follows.swatch)

/** The runner a level has. */
export function runnerOf(scene: Scene, level: string, inputs: Inputs): Runner | undefined {
  const follows = runningAhead(scene, level)?.follows
  return follows && { swatch: follows.swatch!, ahead: Math.max(1, Math.round(-follows.frames / heldFor(inputs))) }
}

/** What is asked for with the runner that goes with it: put in, changed, or taken out. */
export function withRunner(
  edit: Edit,
  wish: { scene: Scene; level: string; runner: Runner | undefined; inputs: Inputs; freshId: () => string },
): Edit {
  const added = runnerEdits(wish)
  if (added.length === 0) return edit
  const words = edit.type === 'together' ? edit.words : 'lettering with its runner'
  return { type: 'together', words, edits: [...simpleEditsOf(edit), ...added] }
}

function runnerEdits({ scene, level, runner, inputs, freshId }: Parameters<typeof withRunner>[1]): SimpleEdit[] {
  const there = runningAhead(scene, level)
  if (!runner) return there ? [{ type: 'level.remove', level: there.id }] : []
  const follows = { level, frames: -runner.ahead * heldFor(inputs), x: 0, y: 0, swatch: runner.swatch }
  if (there) return [{ type: 'level.set', level: there.id, fields: { follows } }]
  const { name } = scene.levels[level]!
  const made = newLevel({ id: freshId(), name: `${name.slice(0, 100)} · runner`, approach: scene.settings.approach })
  return [{ type: 'level.add', level: { ...made, follows }, at: scene.levelOrder.indexOf(level) }]
}
