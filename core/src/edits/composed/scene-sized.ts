import { clamp } from '../../base/clamp'
import { LIMITS } from '../../base/limits'
import type { Ink } from '../../ink/ink'
import { replaced, transformed } from '../../ink/transform'
import type { Matrix } from '../../geometry/matrix'
import { linesAgain } from '../../lettering/lines'
import type { NumberField } from '../../planners/planner'
import { plannerOf } from '../../planners/register'
import { PASSES, type LaidPlan, type Pass, type Scene, type Settings } from '../../scene/schema'
import type { Placing } from '../kind/size'
import type { Edit, SimpleEdit } from '../kinds'
import { inPortions } from './portions'

/** What becomes of the drawings on paper of another size: they keep their size and lie at an edge or in the middle, or grow with it. */
export interface Sizing {
  readonly width: number
  readonly height: number
  /** `scale`: as large as fits; `keep`: their own size, whatever lies beyond the edge stays there. */
  readonly drawings: 'scale' | 'keep'
  /** Where the old paper lies on the new one: 0 left or top, ½ in the middle, 1 right or bottom. */
  readonly across: number
  readonly down: number
}

export function placingOf({ width, height, cells }: Settings, to: Sizing): Placing {
  const fits = clamp(Math.min(to.width / width, to.height / height), LIMITS.scale.min, LIMITS.scale.max)
  const scale = to.drawings === 'scale' && !cells ? fits : 1
  const [x, y] = [(to.width - width * scale) * to.across, (to.height - height * scale) * to.down]
  // A place in eighths of a pixel is one the ink grid holds; a sprite lies on whole pixels.
  const grid = cells ? 1 : 8
  return { scale, x: Math.round(x * grid) / grid, y: Math.round(y * grid) / grid }
}

/** A scene on paper of another size, with its ink and its plans placed: edits to be made in this order, as one step. */
export function sceneSized(scene: Scene, sizing: Sizing, inkOf: InkOf): Edit[] {
  const { width, height } = sizing
  const placing = placingOf(scene.settings, sizing)
  const stays = placing.scale === 1 && placing.x === 0 && placing.y === 0
  const placed = stays ? [] : [...plansPlaced(scene, placing, inkOf), ...inkPlaced(scene, placing, inkOf)]
  return inPortions(`the paper made ${width} × ${height}`, [{ type: 'scene.size', width, height, placing }, ...placed])
}

type InkOf = (drawing: string, pass: Pass) => Ink
const matrixOf = ({ scale, x, y }: Placing): Matrix => [scale, 0, 0, scale, x, y]

function inkPlaced(scene: Scene, placing: Placing, inkOf: InkOf): readonly SimpleEdit[] {
  const matrix = matrixOf(placing)
  return Object.keys(scene.drawings).flatMap((drawing) =>
    PASSES.flatMap((pass): SimpleEdit[] => {
      const change = replaced(inkOf(drawing, pass), (piece) => transformed(piece, matrix))
      if (!change) return []
      return [{ type: 'ink.change', drawing, pass, remove: [...change.remove], add: [...change.add] }]
    }),
  )
}

/** What plans were asked, for the paper they lie on now: opened again they ask for what their guides show. */
function plansPlaced(scene: Scene, placing: Placing, inkOf: InkOf): readonly SimpleEdit[] {
  const placed: InkOf = (drawing, pass) => inkOf(drawing, pass).map((piece) => transformed(piece, matrixOf(placing)))
  return Object.values(scene.plans ?? {}).flatMap((plan): SimpleEdit[] => {
    const inputs = { ...inputsPlaced(scene, plan, placing), ...linesAgain(scene, plan, placed) }
    return Object.keys(inputs).length > 0 ? [{ type: 'plan.set', plan: plan.id, inputs }] : []
  })
}

function inputsPlaced(scene: Scene, plan: LaidPlan, placing: Placing): LaidPlan['inputs'] {
  const fields =
    plannerOf(plan.planner)?.fields({ scene, take: scene.mainTake, level: plan.level, frame: plan.frame }) ?? []
  return Object.fromEntries(
    fields.flatMap((field) => {
      const value = plan.inputs[field.id]
      if (field.kind !== 'number' || typeof value !== 'number') return []
      const placed = valuePlaced(field, value, placing)
      return placed === value ? [] : [[field.id, placed]]
    }),
  )
}

/** To a hundredth, within the field's range. */
function valuePlaced({ unit, along, min, max }: NumberField, value: number, { scale, x, y }: Placing): number {
  // Lengths, speeds and accelerations grow alike; times and shares stay.
  if (!unit.startsWith('px')) return value
  const offset = along === 'across' ? x : along === 'down' ? y : 0
  return clamp(Math.round((value * scale + offset) * 100) / 100, min, max)
}
