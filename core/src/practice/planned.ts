import { ringArea } from '../geometry/trace'
import { newScene } from '../scene/create'
import { completed, outcomeOf, type Inputs, type Motion, type PlanContext, type Planner } from '../planners/planner'
import { PRACTICE_SIZE, type Ideal, type IdealFrame } from './exercise'

interface PlannedOptions {
  readonly inputs?: Inputs
  readonly preset?: string
  /** Marks that are measured; absent: all the planner has. */
  readonly marks?: readonly string[]
  /** The first shape is the body: its size is part of the law, and at corners of its way it meets the ground. */
  readonly sized?: boolean
}

/**
 * What a planner plans, as a law: a drawing on every frame. Errors: RangeError where it plans nothing with these inputs.
 */
export function planned(planner: Planner, { inputs, preset, marks, sized = false }: PlannedOptions): Ideal {
  const context = contextOf()
  const before = planner.presets?.find(({ id }) => id === preset)?.inputs(context) ?? {}
  const asked = { opening: 0, ...before, ...inputs, exposure: '1' }
  const outcome = outcomeOf(planner, completed(planner, asked, context), context)
  if ('refused' in outcome) throw new RangeError(outcome.refused)
  const { motion } = outcome
  return {
    loop: motion.cycle,
    ...(inputs?.['ground'] !== undefined && { ground: Number(inputs['ground']) }),
    frames: motion.exposures.flatMap(({ drawing, frames }) =>
      Array.from({ length: frames }, (_, held) => frameOf(motion, drawing, { marks, sized, held })),
    ),
  }
}

/** A planner is asked on an empty scene of the size exercises have. */
const contextOf = (): PlanContext => ({
  scene: newScene({
    ...PRACTICE_SIZE,
    ...{ name: 'Law', length: 96, paper: '#ffffff', approach: 'pose-to-pose', numbering: 'by-frame' },
  }),
  take: 'main',
  level: 'A',
  frame: 1,
})

function frameOf(
  { drawings }: Motion,
  drawing: number | null,
  { marks, sized, held }: { marks: readonly string[] | undefined; sized: boolean; held: number },
): IdealFrame {
  if (drawing === null) return { marks: {}, shapes: [] }
  const { targets, shapes, role } = drawings[drawing]!
  const named = Object.entries(targets).filter(([name]) => !marks || marks.includes(name))
  return {
    marks: Object.fromEntries(named.map(([name, { x, y }]) => [name, { x, y }])),
    shapes,
    ...(sized && shapes[0] && { area: Math.abs(ringArea(shapes[0].points)) }),
    ...(role !== 'inbetween' && held === 0 && { key: true as const }),
    ...(sized && named.some(([, target]) => target.corner) && { meets: true as const }),
  }
}
