import { transformPoint, type Matrix } from '../../../geometry/matrix'
import type { Ink, InkPiece } from '../../../ink/ink'
import { linesAgain } from '../../../lettering/lines'
import { writeOn } from '../../../planners/write-on'
import { PASSES, type Pass, type Scene, type Writing } from '../../../scene/schema'
import { inkAfter, inkKey } from '../../apply'
import { drawingsOfPlan, planFor } from '../../kind/plans'
import { simpleEditsOf, type Edit, type SimpleEdit } from '../../kinds'
import { dropsOf, withDrops } from '../drops'
import { writtenMoved } from './write-on'

interface Moving {
  readonly scene: Scene
  readonly take: string
  /** How the lines of a drawing are moved. */
  readonly matrixOn: (drawing: string) => Matrix
  readonly inkOf: (drawing: string, pass: Pass) => Ink
  /** Whether the ink of a drawing is known here. */
  readonly isHere: (drawing: string) => boolean
  readonly freshId: () => string
}

/**
 * A step that moves lines, and where it moves all lettering of a drawing, with the pen's ways over it, what was written
 * by them, and what flies off where they end. Lettering moved in part is left to be laid anew.
 * Errors: EditRefused; RangeError (PlanRefused) where nothing can fly off any more.
 */
export function withLetteringMoved(edit: Edit, moving: Moving): Edit {
  const { scene, take, freshId } = moving
  const after = new Map(inkAfter(edit, moving.inkOf).map((each) => [inkKey(each.drawing, each.pass), each.ink]))
  const inkThen: Moving['inkOf'] = (drawing, pass) => after.get(inkKey(drawing, pass)) ?? moving.inkOf(drawing, pass)
  const whole = Object.keys(scene.writings ?? {}).filter((drawing) => isMovedWhole(drawing, moving, inkThen))
  if (whole.length === 0) return edit
  const added = whole.flatMap((drawing) => writingMoved(drawing, moving, inkThen))
  const words = edit.type === 'together' ? edit.words : 'lettering moved'
  return whole.reduce<Edit>(
    (moved, drawing) => {
      const drops = dropsOf(scene, drawing)
      return drops ? withDrops(moved, drops, { scene, take, drawing, freshId }) : moved
    },
    { type: 'together', words, edits: [...simpleEditsOf(edit), ...added] },
  )
}

/** Whether every line of the lettering seen on a drawing is another then, and none more or less. */
function isMovedWhole(drawing: string, { scene, inkOf, isHere }: Moving, inkThen: Moving['inkOf']): boolean {
  const passes = PASSES.filter((pass) => !scene.levels[scene.drawings[drawing]!.level]!.passes?.[pass]?.hidden)
  const [was, now] = [inkOf, inkThen].map((ink) => passes.flatMap((pass) => ink(drawing, pass))) as [
    InkPiece[],
    InkPiece[],
  ]
  const pens = pensOf(scene, drawing)
  return (
    was.length > 0 &&
    was.length === now.length &&
    was.every((piece, i) => piece !== now[i] && piece.id === now[i]!.id) &&
    pens.every(isHere)
  )
}

const pensOf = (scene: Scene, drawing: string): readonly string[] => {
  const plan = planFor(scene, writeOn.id, drawing)
  return plan ? drawingsOfPlan(scene, plan).map(({ id }) => id) : []
}

function writingMoved(drawing: string, { scene, matrixOn, inkOf }: Moving, inkThen: Moving['inkOf']): SimpleEdit[] {
  const matrix = matrixOn(drawing)
  const plan = planFor(scene, writeOn.id, drawing)
  const writing = pathsMoved(scene.writings![drawing]!, matrix)
  const put: SimpleEdit = { type: 'writing.put', drawing, writing }
  if (!plan) return [put]
  const inputs = linesAgain(scene, plan, inkThen)
  return [put, ...writtenMoved(scene, plan, matrix, inkOf), { type: 'plan.set', plan: plan.id, inputs }]
}

const pathsMoved = ({ paths }: Writing, matrix: Matrix): Writing => ({
  paths: paths.map((path) => ({
    ...path,
    points: path.points.flatMap((x, i) => {
      if (i % 2 === 1) return []
      const at = transformPoint(matrix, { x, y: path.points[i + 1]! })
      return [at.x, at.y]
    }),
  })),
})
