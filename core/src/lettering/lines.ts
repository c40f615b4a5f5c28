import { quantized, type Ink } from '../ink/ink'
import { printOf } from '../ink/print'
import type { LaidPlan, Pass, Scene } from '../scene/schema'

/** The input of a write-on plan that tells for which lines what is written was worked out. */
export const LINES = 'lines'

/**
 * A mark of the lettering seen on a drawing that changes with its lines, but not with their colours, nor with how finely
 * they are kept.
 */
export function linesOf(scene: Scene, drawing: string, inkOf: (drawing: string, pass: Pass) => Ink): string {
  const level = scene.levels[scene.drawings[drawing]!.level]!
  const seen = (_: string, pass: Pass): Ink =>
    level.passes?.[pass]?.hidden ? [] : inkOf(drawing, pass).map((piece) => quantized({ ...piece, swatch: '' }))
  return printOf([{ id: 'lettering' }], seen)
}

/** What a plan that knows for which lines it was laid is told when they have moved and it with them. */
export function linesAgain(
  scene: Scene,
  { inputs }: LaidPlan,
  inkOf: (drawing: string, pass: Pass) => Ink,
): LaidPlan['inputs'] {
  const drawing = String(inputs['of'])
  return inputs[LINES] === undefined || !scene.drawings[drawing] ? {} : { [LINES]: linesOf(scene, drawing, inkOf) }
}

/** Whether lettering writes itself as its lines were before they were changed; what an older version laid does not tell. */
export function isBehind(scene: Scene, plan: LaidPlan, inkOf: (drawing: string, pass: Pass) => Ink): boolean {
  const [drawing, lines] = [String(plan.inputs['of']), plan.inputs[LINES]]
  return lines !== undefined && scene.drawings[drawing] !== undefined && linesOf(scene, drawing, inkOf) !== lines
}
