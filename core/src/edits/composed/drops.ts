import { clamp } from '../../base/clamp'
import { nameWith } from '../../base/names'
import { outcomeOf, type Inputs } from '../../planners/planner'
import { spray } from '../../planners/spray'
import { newLevel } from '../../scene/create'
import type { LaidPlan, Scene } from '../../scene/schema'
import { isDrawn } from '../../timing/work'
import { applyEdit } from '../apply'
import { drawingsOfPlan, planFor } from '../kind/plans'
import { simpleEditsOf, type Edit, type SimpleEdit } from '../kinds'
import { drawingOf } from '../lookup'
import { layIn } from './lay'
import { writeOn } from '../../planners/write-on'

/** What flies off where lettering ends, and how much of it. */
export interface Drops {
  readonly kind: 'drops' | 'sparks'
  readonly count: number
}
export const MOST_DROPS = 60

interface Ending {
  readonly scene: Scene
  readonly take: string
  /** The drawing the lettering is on. */
  readonly drawing: string
  readonly freshId: () => string
}

/** What flies off at the end of a drawing's lettering. */
export function dropsOf(scene: Scene, drawing: string): Drops | undefined {
  const inputs = planFor(scene, spray.id, drawing)?.inputs
  return inputs && { kind: inputs['kind'] === 'sparks' ? 'sparks' : 'drops', count: Number(inputs['count']) }
}

/**
 * What lays lettering, and with it the drops or sparks that fly off where the pen ends: guides on a level of their own
 * above it, from the frame on which the last of it is written. They come, are changed (what is drawn of them stays) or,
 * while nothing of them is drawn, go. Errors: EditRefused; RangeError (PlanRefused).
 */
export function withDrops(edit: Edit, drops: Drops | undefined, { scene, take, drawing, freshId }: Ending): Edit {
  const written = applyEdit(scene, edit).scene
  const added = drops ? dropsLaid(written, drops, { take, drawing, freshId }) : dropsGone(written, drawing)
  if (added.length === 0) return edit
  const words = edit.type === 'together' ? edit.words : 'lettering with what flies off it'
  return { type: 'together', words, edits: [...simpleEditsOf(edit), ...added] }
}

function dropsGone(scene: Scene, drawing: string): SimpleEdit[] {
  const plan = planFor(scene, spray.id, drawing)
  if (!plan || drawingsOfPlan(scene, plan).some(isDrawn)) return []
  const alone = Object.values(scene.drawings).every(
    ({ id, level }) => level !== plan.level || plan.drawings.includes(id),
  )
  return alone ? [{ type: 'level.remove', level: plan.level }] : [{ type: 'plan.remove', plan: plan.id }]
}

function dropsLaid(scene: Scene, drops: Drops, { take, drawing, freshId }: Omit<Ending, 'scene'>): SimpleEdit[] {
  const there = planFor(scene, spray.id, drawing)
  const before = there ? [] : [levelAbove(scene, drawing, freshId())]
  const ready = before.reduce((next: Scene, each) => applyEdit(next, each).scene, scene)
  const level = there?.level ?? before[0]!.level.id
  const frame = lastWrittenAt(scene, take, drawing)
  const context = { scene: ready, take, level, frame }
  const inputs = inputsOf(drops, { there, end: endOfPen(scene, drawing), context, drawing })
  const outcome = outcomeOf(spray, inputs, context)
  if ('refused' in outcome) throw new RangeError(outcome.refused)
  const { edit } = layIn({
    ...{ scene: ready, take, level, frame, planner: spray.id, inputs, motion: outcome.motion, freshId },
    ...(there && { plan: there.id }),
  })
  return [...before, ...simpleEditsOf(edit)]
}

function levelAbove(scene: Scene, drawing: string, id: string) {
  const { level } = drawingOf(scene, drawing)
  const name = nameWith(scene.levels[level]!.name, ' · drops')
  const made = newLevel({ id, name, approach: scene.settings.approach })
  return { type: 'level.add' as const, level: made, at: scene.levelOrder.indexOf(level) + 1 }
}

/** The frame on which the pen comes to the end. */
function lastWrittenAt(scene: Scene, take: string, drawing: string): number {
  const plan = planFor(scene, writeOn.id, drawing)!
  const outcome = outcomeOf(writeOn, plan.inputs, {
    scene,
    take,
    level: plan.level,
    frame: plan.frame,
  })
  const exposures = 'motion' in outcome ? outcome.motion.exposures : []
  return plan.frame + exposures.slice(0, -1).reduce((sum, { frames }) => sum + frames, 0)
}

/** Where the pen ends and which way it went there, in degrees from upright. */
function endOfPen(scene: Scene, drawing: string) {
  const points = scene.writings![drawing]!.paths.at(-1)!.points
  const [x, y] = points.slice(-2) as [number, number]
  // A little back along the way: its very last points may turn as the pen lifts.
  const [x0, y0] = points.slice(Math.max(0, points.length - 8)).slice(0, 2) as [number, number]
  const aim = Math.hypot(x - x0, y - y0) < 1 ? 0 : Math.round((Math.atan2(x - x0, y0 - y) * 180) / Math.PI)
  return { x: Math.round(x), y: Math.round(y), aim }
}

/** The fewest drawings that tell of a burst. */
const FEWEST = 3
function inputsOf(
  { kind, count }: Drops,
  {
    there,
    end: { x, y, aim },
    context,
    drawing,
  }: {
    there: LaidPlan | undefined
    end: ReturnType<typeof endOfPen>
    context: Parameters<typeof spray.start>[0]
    drawing: string
  },
): Inputs {
  if (there?.inputs['kind'] === kind) return { ...there.inputs, count, x, y }
  const usual = { ...spray.start(context), ...spray.presets!.find(({ id }) => id === kind)!.inputs(context) }
  const held = Number(usual['exposure'])
  const room = Math.floor((context.scene.settings.length - context.frame + 1) / held)
  const drawings = clamp(room, FEWEST, Number(usual['drawings']))
  const turned: Inputs = kind === 'drops' ? { aim } : {}
  return { ...usual, ...turned, count, drawings, opening: 0, x, y, of: drawing }
}
