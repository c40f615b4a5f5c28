import { framesFromTo } from '../../base/counted'
import { z } from 'zod'
import { exposuresNamed } from '../../scene/columns'
import { numberFor } from '../../timing/numbering'
import { chartSpan, exposuresOf } from '../../timing/sheet'
import { refuse } from '../../scene/refusal'
import { idSchema, planSchema, type Column, type Drawing, type LaidPlan, type Scene } from '../../scene/schema'
import { editKind } from '../edit'
import { levelOf, requireFree, withSheet } from '../lookup'
import { withoutDrawing, withoutGuides } from '../take-out'
import { turnOf, columnWith, type Frames } from './plan/column'
import { columnAgain } from './plan/again'
import { laySchema, drawnIn, type Laying } from './plan/laying'
import { seatsOf, type Seats } from './plan/seats'

const planOf = (scene: Scene, id: string): LaidPlan =>
  scene.plans?.[id] ?? refuse('This plan is not in the scene any more.')

/** The plan of a planner that goes with the lettering of a drawing. */
export const planFor = (scene: Scene, planner: string, drawing: string): LaidPlan | undefined =>
  Object.values(scene.plans ?? {}).find((plan) => plan.planner === planner && plan.inputs['of'] === drawing)

/** The drawings a plan laid that are still there. */
export const drawingsOfPlan = (scene: Scene, plan: LaidPlan): readonly Drawing[] =>
  [...plan.drawings, ...plan.kept].flatMap((id) => scene.drawings[id] ?? [])

/**
 * Lays what a planner worked out, or lays it anew after a change: new empty drawings with their guides,
 * charts and exposures. What is drawn stays as it is and where it is; nothing is laid over ink.
 */
export const planLay = editKind({
  schema: laySchema,
  apply(scene, laying) {
    const { take, plan, drawings, exposures, charts, landmarks } = laying
    const level = levelOf(scene, plan.level)
    const old = scene.plans?.[plan.id]
    if (old && old.level !== plan.level)
      refuse('A plan stays on the level it was laid on. Take it out there and lay it here anew.')
    if (level.kind === 'ground') refuse('A ground holds still: lay a plan on a level that is animated.')
    const most = Math.max(
      ...exposures.map(({ drawing }) => drawing ?? 0),
      ...charts.flatMap(({ from, to, marks }) => [from, to, ...marks.map(({ drawing }) => drawing)]),
    )
    if (most >= drawings.length) refuse('This plan shows a drawing it does not have.')
    const before = new Set(old ? [...old.drawings, ...old.kept].filter((id) => scene.drawings[id]) : [])
    const sitting = seatsOf(scene, laying, old)
    const { seats, fixed, kept } = sitting
    const { turn, onSheet, column, covered } = laidOut(scene, laying, { sitting, before, old })
    const shown = (i: number) => fixed.has(i) || onSheet.has(seats[i]!)
    const gone = new Set([
      ...covered,
      ...[...before].filter((id) => !drawnIn(scene, id) && !(seats.includes(id) && shown(seats.indexOf(id)))),
    ])
    const last = plan.frame + turn.length - 1
    refuseCharts(scene, laying, new Set(old?.charts), gone, last)

    const laid = { scene: without(scene, gone), seats, fixed, turn, shown }
    const withDrawings = withSheet(withLaidDrawings(laid, laying), take, plan.level, column)
    const guided = withGuides(withLandmarks(withDrawings, plan.level, landmarks), laying, laid)
    const { charts: laidCharts, ids } = chartsWith(scene.charts, laying, { laid, old })
    const record: LaidPlan = {
      ...plan,
      ...{ drawings: [...seats], kept: [...kept], charts: ids },
      ...(laying.again && { laid: { ...old?.laid, [take]: exposures } }),
    }
    return { ...guided, charts: laidCharts, plans: { ...guided.plans, [plan.id]: record } }
  },
  words: ({ plan }, scene) => `a ${plan.planner} ${scene.plans?.[plan.id] ? 'changed' : 'laid'} at frame ${plan.frame}`,
})

/** The level's column with the plan in it, which drawings are on it, and which empty ones it covers. */
function laidOut(
  scene: Scene,
  laying: Laying,
  { sitting, before, old }: { sitting: Seats; before: ReadonlySet<string>; old: LaidPlan | undefined },
): { turn: Frames; onSheet: ReadonlySet<string>; column: Column; covered: ReadonlySet<string> } {
  const { frames: turn, laid } = turnOf(laying, sitting, exposuresOf(scene, laying.plan.level, laying.take))
  if (!laying.again) return { turn, onSheet: laid, ...columnWith(scene, laying, before, turn) }
  const column = columnAgain(scene, laying, sitting.seats, old)
  const onSheet = new Set(exposuresNamed(column).flatMap(({ drawing }) => drawing ?? []))
  return { turn, onSheet, column, covered: new Set() }
}

/** Charts that are not the plan's own must neither span its frames nor lose a drawing to it. */
function refuseCharts(
  scene: Scene,
  { take, plan }: Laying,
  own: ReadonlySet<string>,
  gone: ReadonlySet<string>,
  last: number,
) {
  for (const chart of Object.values(scene.charts)) {
    if (chart.level !== plan.level || own.has(chart.id)) continue
    const span = chartSpan(scene, chart, take)
    const loses = [chart.from, chart.to, ...chart.marks.map(({ drawing }) => drawing)].find((drawing) =>
      gone.has(drawing),
    )
    if (loses) refuse(`Drawing ${scene.drawings[loses]!.number} is on a chart of its own. Take that chart out first.`)
    if (span && span.fromFrame < last && span.toFrame > plan.frame)
      refuse(
        `There is a chart over ${framesFromTo(span.fromFrame, span.toFrame)}. Take it out before laying a plan there.`,
      )
  }
}

/** A plan as it lies: who sits where, and what of it is shown. */
interface Laid {
  /** Without what the plan covers or drops. */
  readonly scene: Scene
  readonly seats: readonly string[]
  readonly fixed: ReadonlySet<number>
  readonly turn: Frames
  readonly shown: (place: number) => boolean
}

const without = (scene: Scene, drawings: Iterable<string>): Scene =>
  [...drawings].reduce((next, id) => (next.drawings[id] ? withoutDrawing(next, id) : next), scene)

/** The scene with the plan's drawings, numbered as if all that is not drawn were new. */
function withLaidDrawings({ scene, seats, fixed, turn, shown }: Laid, { plan, drawings, charts }: Laying): Scene {
  const anew = seats.filter((id, i) => !fixed.has(i) && scene.drawings[id] && scene.settings.numbering === 'by-frame')
  let numbering = without(scene, anew)
  const ends = new Set(charts.flatMap(({ from, to }) => [from, to]))
  const records: Record<string, Drawing> = {}
  drawings.forEach(({ role, note }, i) => {
    const id = seats[i]!
    if (!shown(i)) return
    const was = scene.drawings[id]
    if (fixed.has(i)) {
      // An inbetween that has become the end of a chart leads a path of its own.
      if (was!.role === 'inbetween' && ends.has(i)) records[id] = { ...was!, role }
      return
    }
    const at = plan.frame + Math.max(0, turn.indexOf(id))
    const number = was && !anew.includes(id) ? was.number : numberFor(numbering, plan.level, at)
    records[id] = { ...(was ?? { note: note ?? '', passes: {} }), id, level: plan.level, number, role }
    numbering = { ...numbering, drawings: { ...numbering.drawings, [id]: records[id] } }
  })
  return { ...scene, drawings: { ...scene.drawings, ...records } }
}

function withLandmarks(scene: Scene, id: string, landmarks: Laying['landmarks']): Scene {
  const level = scene.levels[id]!
  const own = level.landmarks ?? []
  const added = landmarks.filter(
    (landmark) => !own.some(({ id, name }) => id === landmark.id || name === landmark.name),
  )
  if (added.length === 0) return scene
  return { ...scene, levels: { ...scene.levels, [id]: { ...level, landmarks: [...own, ...added] } } }
}

function withGuides(scene: Scene, { plan, drawings }: Laying, { seats, fixed, shown }: Laid): Scene {
  const guides = { ...scene.guides }
  drawings.forEach(({ shapes, targets }, i) => {
    if (!fixed.has(i) && shown(i) && (shapes.length > 0 || Object.keys(targets).length > 0))
      guides[seats[i]!] = { plan: plan.id, shapes, targets }
  })
  return { ...scene, ...(Object.keys(guides).length > 0 && { guides }) }
}

/** The scene's charts with the plan's own instead of those it had. */
function chartsWith(
  charts: Scene['charts'],
  { plan, charts: asked }: Laying,
  { laid: { seats, shown }, old }: { laid: Laid; old: LaidPlan | undefined },
): { charts: Scene['charts']; ids: string[] } {
  const next = { ...charts }
  for (const id of old?.charts ?? []) delete next[id]
  const ids: string[] = []
  for (const { id, from, to, exposure, marks } of asked) {
    if (!shown(from) || !shown(to)) continue
    requireFree(next[id], 'chart')
    next[id] = {
      id,
      level: plan.level,
      from: seats[from]!,
      to: seats[to]!,
      spacing: { by: 'hand' },
      exposure,
      marks: marks.flatMap(({ drawing, fraction }) => (shown(drawing) ? [{ drawing: seats[drawing]!, fraction }] : [])),
    }
    ids.push(id)
  }
  return { charts: next, ids }
}

/** Inputs of a plan changed as the paper under it was; nothing is laid anew. */
export const planSet = editKind({
  pastLocks: true,
  schema: z.strictObject({ type: z.literal('plan.set'), plan: idSchema, inputs: planSchema.shape.inputs }),
  apply(scene, { plan: id, inputs }) {
    const plan = planOf(scene, id)
    return { ...scene, plans: { ...scene.plans, [id]: { ...plan, inputs: { ...plan.inputs, ...inputs } } } }
  },
  words: ({ plan }, scene) => `what the ${scene.plans?.[plan]?.planner ?? 'plan'} was asked`,
})

/** Takes a plan out with its charts, its guides and what is not drawn; drawings that are drawn stay. */
export const planRemove = editKind({
  schema: z.strictObject({ type: z.literal('plan.remove'), plan: idSchema }),
  apply(scene, { plan: id }) {
    const plan = planOf(scene, id)
    const all = drawingsOfPlan(scene, plan).map((drawing) => drawing.id)
    const undrawn = all.filter((drawing) => !drawnIn(scene, drawing))
    const charts = Object.fromEntries(Object.entries(scene.charts).filter(([chart]) => !plan.charts.includes(chart)))
    const nested = Object.values(charts).find(({ from, to, marks }) =>
      [from, to, ...marks.map(({ drawing }) => drawing)].some((drawing) => undrawn.includes(drawing)),
    )
    if (nested) refuse('One of its drawings is on a chart of its own. Take that chart out first.')
    const guided = Object.entries(scene.guides ?? {}).flatMap(([drawing, guide]) =>
      guide.plan === id ? [drawing] : [],
    )
    const { [id]: _, ...plans } = scene.plans!
    const { plans: _plans, ...rest } = withoutGuides({ ...scene, charts }, guided)
    const left: Scene = { ...rest, ...(Object.keys(plans).length > 0 && { plans }) }
    return undrawn.reduce(withoutDrawing, left)
  },
  words: ({ plan }, scene) => `the ${scene.plans?.[plan]?.planner ?? 'plan'} taken out`,
})
