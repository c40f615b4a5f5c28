import { chartsOf } from '../../planners/charts'
import { framesOf, type Inputs, type Motion } from '../../planners/planner'
import { isDrawn } from '../../timing/work'
import type { Drawing, Scene } from '../../scene/schema'
import { drawingsOfPlan } from '../kind/plans'
import type { Edit, SimpleEdit } from '../kinds'

const eighth = (value: number) => Math.round(value * 8) / 8 + 0

export interface LayInOptions {
  readonly scene: Scene
  readonly take: string
  readonly level: string
  readonly frame: number
  readonly planner: string
  readonly inputs: Inputs
  readonly motion: Motion
  /** Turns of a motion that repeats; null goes on to the end of the sheet. */
  readonly turns?: number | null
  /** The plan that is changed; absent: a new one. */
  readonly plan?: string
  readonly freshId: () => string
}

/**
 * The edit that lays a motion in, with the scene made longer where it needs the room, and the drawings that
 * are drawn already and stay. Whether it can be laid is for `applyEdit` to say.
 */
export function layIn({ scene, take, level, frame, planner, inputs, motion, turns = 1, plan, freshId }: LayInOptions): {
  edit: Edit
  stays: readonly Drawing[]
  plan: string
} {
  const known = scene.levels[level]?.landmarks ?? []
  // The one that spaces the charts first: it is in hand then.
  const names = [
    ...new Set([
      ...(motion.lead === undefined ? [] : [motion.lead]),
      ...motion.drawings.flatMap(({ targets }) => Object.keys(targets)),
    ]),
  ]
  const landmarks = names
    .filter((name) => !known.some((each) => each.name === name))
    .map((name) => ({ id: freshId(), name }))
  const idOf = new Map([...known, ...landmarks].map(({ id, name }) => [name, id]))
  const id = plan ?? freshId()
  const period = framesOf(motion)
  const last = frame - 1 + (motion.cycle && turns !== null ? turns * period : period)
  const edits: SimpleEdit[] = []
  if (last > scene.settings.length) edits.push({ type: 'scene.set', settings: { length: last } })
  const empty = !Object.values(scene.drawings).some((drawing) => drawing.level === level)
  if (motion.cycle && empty && frame === 1 && !scene.levels[level]?.loop)
    edits.push({ type: 'level.set', level, fields: { loop: true } })
  edits.push({
    type: 'plan.lay',
    take,
    cycle: motion.cycle,
    ...(motion.again && { again: true as const }),
    landmarks,
    plan: { id, level, planner, frame, inputs, turns: motion.cycle ? turns : 1 },
    drawings: motion.drawings.map(({ role, note, shapes, targets, existing }) => ({
      id: existing ?? freshId(),
      role,
      ...(note !== undefined && { note }),
      ...(existing !== undefined && { existing: true as const }),
      shapes: [...shapes],
      targets: Object.fromEntries(
        Object.entries(targets).map(([name, { x, y, corner }]) => [
          idOf.get(name)!,
          { x: eighth(x), y: eighth(y), ...(corner && { corner }) },
        ]),
      ),
    })),
    exposures: motion.exposures.map((each) => ({ ...each })),
    charts: chartsOf(motion).map((chart) => ({ id: freshId(), ...chart })),
  })
  const laid = plan === undefined ? undefined : scene.plans?.[plan]
  const words = `a ${planner} ${laid ? 'changed' : 'laid'} at frame ${frame}`
  return {
    edit: edits.length === 1 ? edits[0]! : { type: 'together', words, edits },
    stays: laid ? drawingsOfPlan(scene, laid).filter(isDrawn) : [],
    plan: id,
  }
}
