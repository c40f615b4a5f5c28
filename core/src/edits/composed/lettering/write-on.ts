import { LIMITS } from '../../../base/limits'
import { nameWith } from '../../../base/names'
import type { Matrix } from '../../../geometry/matrix'
import { quantized, type Ink, type InkPiece } from '../../../ink/ink'
import { replaced, transformed } from '../../../ink/transform'
import { LINES, linesOf } from '../../../lettering/lines'
import type { WrittenShape } from '../../../lettering/written'
import { outcomeOf, PlanRefused, type Inputs, type Motion } from '../../../planners/planner'
import { writeOn } from '../../../planners/write-on'
import { newLevel } from '../../../scene/create'
import { refuse } from '../../../scene/refusal'
import type { LaidPlan, Pass, Scene, Writing } from '../../../scene/schema'
import { applyEdit } from '../../apply'
import { drawingsOfPlan, planFor } from '../../kind/plans'
import { simpleEditsOf, type Edit, type SimpleEdit } from '../../kinds'
import { drawingOf, levelOf } from '../../lookup'
import { layIn } from '../lay'

/** Pieces laid by writing on; what a hand adds beside them stays when it is laid anew. */
const WRITTEN = 'way-'
/** What is written is laid on this pass. */
const PASS = 'colour' satisfies Pass

type InkOf = (drawing: string, pass: Pass) => Ink
const applied = (scene: Scene, edits: readonly SimpleEdit[]) =>
  edits.reduce((next: Scene, edit) => applyEdit(next, edit).scene, scene)

export interface Lettering {
  readonly scene: Scene
  readonly take: string
  /** The drawing the lettering is on. */
  readonly drawing: string
  readonly writing: Writing
  /** Where it begins to be written. */
  readonly frame: number
  readonly inputs: Inputs
  readonly freshId: () => string
}

/** A plan for lettering before what is written is worked out: where the pen is on each drawing. */
export interface WrittenMotion {
  /** What comes first: the way of the pen, and the level that cuts the lettering. */
  readonly before: readonly SimpleEdit[]
  /** The level that cuts the lettering. */
  readonly level: string
  /** The plan that is laid anew; absent: a new one. */
  readonly plan?: string
  readonly inputs: Inputs
  readonly motion: Motion
  readonly ways: readonly number[]
}

/**
 * The motion of lettering that writes itself, and what has to be there for it. Errors: EditRefused where the lettering is
 * cut by something else; RangeError (PlanRefused) for inputs that make no sense.
 */
export function writtenMotion(lettering: Lettering): WrittenMotion {
  const { scene, take, drawing, writing, frame, inputs, freshId } = lettering
  const level = levelOf(scene, drawingOf(scene, drawing).level)
  const before: SimpleEdit[] = [{ type: 'writing.put', drawing, writing }]
  const cut = level.matte?.level
  const pen = cut !== undefined && scene.levels[cut] ? requirePen(scene, cut) : freshId()
  if (pen !== cut) {
    const made = newLevel({ id: pen, name: penName(level.name), approach: scene.settings.approach })
    before.push(
      // What lies under the light would hide the lettering it cuts.
      {
        type: 'level.add',
        level: { ...made, hidden: true, lightTable: { ...made.lightTable, on: false } },
        at: scene.levelOrder.indexOf(level.id) + 1,
      },
      { type: 'level.set', level: level.id, fields: { matte: { level: pen, where: 'ink' } } },
    )
  }
  const laid = planFor(scene, writeOn.id, drawing)
  const plan = laid?.level === pen ? laid.id : undefined
  const full = { ...inputs, of: drawing }
  const ready = applied(scene, before)
  const outcome = outcomeOf(writeOn, full, {
    scene: ready,
    take,
    level: pen,
    frame,
    ...(plan !== undefined && { plan }),
  })
  if ('refused' in outcome) throw new PlanRefused(outcome.refused, outcome.nearest)
  const { motion } = outcome
  const ways = motion.drawings.map(({ way }) => way!)
  return { before, level: pen, ...(plan !== undefined && { plan }), inputs: full, motion, ways }
}

const penName = (name: string) => nameWith(name, ' · pen')

/** A level that cuts lettering already may be written on when nothing but writing lies there. */
function requirePen(scene: Scene, id: string): string {
  const others = new Set(Object.values(scene.drawings).flatMap((each) => (each.level === id ? [each.id] : [])))
  for (const plan of Object.values(scene.plans ?? {}))
    if (plan.level === id && plan.planner === writeOn.id)
      for (const { id: own } of drawingsOfPlan(scene, plan)) others.delete(own)
  if (others.size > 0)
    refuse(`The lettering is shown only where ${scene.levels[id]!.name} has ink. Take that matte off first.`)
  return id
}

/**
 * Lettering laid so that it writes itself, or laid anew: its way, its plan, and on each drawing of the plan what is
 * written by then. Errors: EditRefused.
 *
 * @param shapes - by drawing of the motion, from `writtenShapes`
 */
export function lettersWritten(
  lettering: Lettering,
  { before, level, plan, inputs, motion }: WrittenMotion,
  { shapes, inkOf }: { shapes: readonly (readonly WrittenShape[])[]; inkOf: InkOf },
): { edit: Edit; plan: string; level: string } {
  const { scene, take, drawing, frame, freshId } = lettering
  const rubbed = plan === undefined ? [] : withoutWritten(scene, plan, inkOf)
  const ready = applied(scene, [...before, ...rubbed])
  const laid = layIn({
    ...{ scene: ready, take, level, frame, planner: writeOn.id, motion, freshId },
    inputs: { ...inputs, [LINES]: linesOf(scene, drawing, inkOf) },
    ...(plan !== undefined && { plan }),
  })
  const layed = simpleEditsOf(laid.edit)
  const seats = applied(ready, layed).plans![laid.plan]!.drawings
  const left = new Map(
    rubbed.flatMap((edit) => (edit.type === 'ink.change' ? [[edit.drawing, edit.remove.length]] : [])),
  )
  const inked = seats.map((seat, i): SimpleEdit => {
    const base = inkOf(seat, PASS).length - (left.get(seat) ?? 0)
    const pieces = shapes[i]!.slice(0, LIMITS.piecesPerEdit).map((shape, n) => pieceOf(scene, shape, n))
    return {
      type: 'ink.change',
      drawing: seat,
      pass: PASS,
      remove: [],
      add: pieces.map((piece, n) => ({ at: base + n, piece })),
    }
  })
  const words = `drawing ${scene.drawings[drawing]!.number} writes itself from frame ${frame}`
  const edits = [
    ...before,
    ...rubbed,
    ...layed,
    ...inked.filter((edit) => edit.type === 'ink.change' && edit.add.length > 0),
  ]
  return { edit: { type: 'together', words, edits }, plan: laid.plan, level }
}

/** What was written moved along, piece for piece. */
export function writtenMoved(scene: Scene, plan: LaidPlan, matrix: Matrix, inkOf: InkOf): SimpleEdit[] {
  return drawingsOfPlan(scene, plan).flatMap(({ id }): SimpleEdit[] => {
    const change = replaced(inkOf(id, PASS), (piece) =>
      piece.id.startsWith(WRITTEN) ? transformed(piece, matrix) : undefined,
    )
    if (!change) return []
    return [{ type: 'ink.change', drawing: id, pass: PASS, remove: [...change.remove], add: [...change.add] }]
  })
}

/** What an earlier laying wrote, taken off its drawings. */
function withoutWritten(scene: Scene, plan: string, inkOf: InkOf): SimpleEdit[] {
  const old = scene.plans?.[plan]
  return (old ? drawingsOfPlan(scene, old) : []).flatMap(({ id }): SimpleEdit[] => {
    const remove = inkOf(id, PASS).flatMap((piece, at) => (piece.id.startsWith(WRITTEN) ? [{ at, piece }] : []))
    return remove.length > 0 ? [{ type: 'ink.change', drawing: id, pass: PASS, remove: remove.reverse(), add: [] }] : []
  })
}

const pieceOf = (scene: Scene, { outline, holes }: WrittenShape, n: number): InkPiece =>
  quantized({
    kind: 'fill',
    id: `${WRITTEN}${n}`,
    swatch: scene.palette[0]!.id,
    outline: [...outline],
    ...(holes.length > 0 && { holes: holes.map((hole) => [...hole]) }),
  })
