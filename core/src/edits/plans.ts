import { z } from 'zod'
import { LIMITS } from '../base/limits'
import { isCycle, joined, totalFrames, writtenOut } from '../timing/column'
import { numberFor } from '../timing/numbering'
import { chartSpan, exposuresOf, firstFrameOf, placed } from '../timing/sheet'
import { isDrawn } from '../timing/work'
import { exposuresNamed } from '../scene/columns'
import { refuse } from '../scene/refusal'
import {
  guideSchema,
  idSchema,
  landmarkSchema,
  patternSchema,
  planSchema,
  roleSchema,
  type Column,
  type Drawing,
  type Exposure,
  type LaidPlan,
  type Scene,
} from '../scene/schema'
import { editKind } from './edit'
import { columnOf, levelOf, requireFree, withSheet } from './find'
import { withoutDrawing, withoutGuides } from './take-out'

const place = z.int().min(0).max(999)
const laidDrawing = z.strictObject({
  /** For a drawing that is new. */
  id: idSchema,
  role: roleSchema,
  /** It is there already and takes part as it is. */
  existing: z.literal(true).optional(),
  ...guideSchema.pick({ shapes: true, targets: true }).shape,
})
const laySchema = z.strictObject({
  type: z.literal('plan.lay'),
  take: idSchema,
  plan: planSchema.pick({ id: true, level: true, planner: true, frame: true, inputs: true, turns: true }),
  drawings: z.array(laidDrawing).min(1).max(1000),
  /** Once through, by place among the drawings; null is an empty frame. */
  exposures: z
    .array(z.strictObject({ drawing: place.nullable(), frames: z.int().min(1).max(LIMITS.length.max) }))
    .min(1)
    .max(LIMITS.length.max),
  cycle: z.boolean(),
  charts: z
    .array(
      z.strictObject({
        id: idSchema,
        from: place,
        to: place,
        exposure: patternSchema,
        marks: z
          .array(z.strictObject({ drawing: place, fraction: z.number() }))
          .min(1)
          .max(LIMITS.marks),
      }),
    )
    .max(1000),
  /** New landmarks of the level. */
  landmarks: z.array(landmarkSchema).max(LIMITS.landmarks),
})
type Laying = z.infer<typeof laySchema>

const planOf = (scene: Scene, id: string): LaidPlan =>
  scene.plans?.[id] ?? refuse('This plan is not in the scene any more.')
const drawnIn = (scene: Scene, id: string): boolean => scene.drawings[id] !== undefined && isDrawn(scene.drawings[id])

/** The drawings a plan laid that are still there. */
export const drawingsOfPlan = (scene: Scene, plan: LaidPlan): readonly Drawing[] =>
  [...plan.drawings, ...plan.kept].flatMap((id) => scene.drawings[id] ?? [])

interface Seats {
  /** By place in the plan: the drawing that sits there. */
  readonly seats: readonly string[]
  /** Places whose drawing is drawn or was there before. */
  readonly settled: ReadonlySet<number>
  /** Drawn, and asked for no more. */
  readonly kept: readonly string[]
}

const startsOf = (exposures: Laying['exposures']): Map<number, { at: number; frames: number }> => {
  const starts = new Map<number, { at: number; frames: number }>()
  let at = 0
  for (const { drawing, frames } of exposures) {
    if (drawing !== null && !starts.has(drawing)) starts.set(drawing, { at, frames })
    at += frames
  }
  return starts
}
const shownOnce = (exposures: Laying['exposures']): boolean =>
  new Set(exposures.map(({ drawing }) => drawing)).size === exposures.length

/** Who sits where: what is drawn keeps its frame and takes the place nearest to it; empty drawings of the old plan are used again. */
function seated(scene: Scene, { take, plan, drawings, exposures }: Laying, old: LaidPlan | undefined): Seats {
  const seats = new Map<number, string>()
  const settled = new Set<number>()
  drawings.forEach(({ existing, id }, i) => {
    if (!existing) return
    if (scene.drawings[id]?.level !== plan.level)
      refuse('A drawing this plan goes on from is not on its level any more.')
    seats.set(i, id)
    settled.add(i)
  })
  const sheet = exposuresOf(scene, plan.level, take)
  const before = [...(old?.drawings ?? []), ...(old?.kept ?? [])]
  const drawn = before.filter((id) => drawnIn(scene, id) && ![...seats.values()].includes(id))
  const kept: string[] = []
  const starts = startsOf(exposures)
  let last = -1
  const byFrame = shownOnce(exposures)
  for (const id of byFrame
    ? [...drawn].sort((a, b) => (firstFrameOf(sheet, a) ?? 1e9) - (firstFrameOf(sheet, b) ?? 1e9))
    : drawn) {
    const at = (firstFrameOf(sheet, id) ?? NaN) - plan.frame
    let seat: number | undefined
    if (byFrame) {
      for (const [i, start] of starts) {
        const off = Math.abs(start.at - at)
        if (
          i > last &&
          !seats.has(i) &&
          off <= start.frames * 0.75 &&
          (seat === undefined || off < Math.abs(starts.get(seat)!.at - at))
        )
          seat = i
      }
      if (seat !== undefined) last = seat
    } else {
      const place = before.indexOf(id)
      if (place < drawings.length && !seats.has(place)) seat = place
    }
    if (seat === undefined) kept.push(id)
    else {
      seats.set(seat, id)
      settled.add(seat)
    }
  }
  const empty = before.filter((id) => scene.drawings[id] && !drawnIn(scene, id))
  const spare = new Set(empty)
  drawings.forEach((_, i) => {
    const same = before[i]
    if (!seats.has(i) && same !== undefined && spare.delete(same)) seats.set(i, same)
  })
  drawings.forEach(({ id }, i) => {
    if (seats.has(i)) return
    const [again] = spare
    if (again !== undefined) {
      spare.delete(again)
      return seats.set(i, again)
    }
    requireFree(scene.drawings[id], 'drawing')
    return seats.set(i, id)
  })
  return { seats: drawings.map((_, i) => seats.get(i)!), settled, kept }
}

/** A frame nothing is said of yet. */
const FREE = undefined
type Frames = (string | null | typeof FREE)[]

const runs = (frames: readonly (string | null)[]): Exposure[] =>
  joined(frames.map((drawing) => ({ drawing, frames: 1 })))

/** The plan's frames once through, by what sits where: what is settled keeps its own frame. */
function turnOf(
  { exposures, plan }: Laying,
  { seats, settled, kept }: Seats,
  sheet: readonly Exposure[],
): { frames: Frames; laid: ReadonlySet<string> } {
  const period = totalFrames(exposures as Exposure[])
  if (!shownOnce(exposures)) {
    const frames = exposures.flatMap(({ drawing, frames: held }) =>
      new Array<string | null>(held).fill(drawing === null ? null : seats[drawing]!),
    )
    return { frames, laid: new Set(seats) }
  }
  const begins = new Map<number, string | null>()
  let at = 0
  for (const { drawing, frames } of exposures) {
    if (drawing === null || !settled.has(drawing)) begins.set(at, drawing === null ? null : seats[drawing]!)
    at += frames
  }
  for (const id of [...[...settled].map((i) => seats[i]!), ...kept]) {
    const own = (firstFrameOf(sheet, id) ?? NaN) - plan.frame
    if (own >= 0 && own < period) begins.set(own, id)
    // On no frame of this take: where the plan has it.
    const planned =
      Number.isNaN(own) && settled.has(seats.indexOf(id)) ? startsOf(exposures).get(seats.indexOf(id)) : undefined
    if (planned) begins.set(planned.at, id)
  }
  const frames: Frames = []
  let now: string | null | typeof FREE = FREE
  for (let frame = 0; frame < period; frame++) {
    if (begins.has(frame)) now = begins.get(frame)
    frames.push(now)
  }
  return { frames, laid: new Set([...begins.values()].flatMap((id) => id ?? [])) }
}

/**
 * The frames laying a plan writes anew: its own, those of the drawings it laid before, and all of any exposure
 * or cycle it would cut at its end.
 */
function reachOf(
  column: Column,
  { from: first, to: last, own }: { from: number; to: number; own: ReadonlySet<string> },
): [from: number, to: number] {
  let [from, to] = [first, last]
  for (let wider = true; wider;) {
    wider = false
    let start = 1
    for (const entry of column) {
      const end = start + entry.frames - 1
      const laid = exposuresNamed([entry]).some(({ drawing }) => drawing !== null && own.has(drawing))
      const cut = isCycle(entry) ? start <= to && end >= from : start <= last && end > last
      if ((laid || cut) && (end > to || ((laid || isCycle(entry)) && start < from))) {
        if (laid || isCycle(entry)) from = Math.min(from, start)
        to = Math.max(to, end)
        wider = true
      }
      start = end + 1
    }
  }
  return [from, to]
}

/**
 * The level's column with the plan laid into it, and the empty drawings it covers. Frames the old plan
 * filled and the new one does not are held over by what comes before.
 */
function columnWith(
  scene: Scene,
  laying: Laying,
  own: ReadonlySet<string>,
  turn: Frames,
): { column: Column; covered: ReadonlySet<string> } {
  const { take, plan, cycle } = laying
  const column = columnOf(scene, take, plan.level)
  const { length } = scene.settings
  const { name } = levelOf(scene, plan.level)
  const last =
    plan.frame + (cycle ? (plan.turns === null ? length - plan.frame + 1 : turn.length * plan.turns) : turn.length) - 1
  if (plan.frame > length || last > length)
    refuse(
      `The plan needs frames ${plan.frame} to ${last}, and the scene ends at ${length}. Make the scene longer first.`,
    )
  const [from, to] = reachOf(column, { from: plan.frame, to: last, own })
  const before: Column[number][] = []
  const after: Column[number][] = []
  const inside: Frames = []
  const covered = new Set<string>()
  const joining = new Set(laying.drawings.flatMap(({ existing, id }) => (existing ? [id] : [])))
  const sheet = exposuresOf(scene, plan.level, take)
  let start = 1
  for (const entry of column) {
    const end = start + entry.frames - 1
    if (end < from) before.push(entry)
    else if (start > to) after.push(entry)
    else if (isCycle(entry) && !entry.cycle.every(({ drawing }) => drawing === null || own.has(drawing))) {
      refuse(
        `There is a cycle over frames ${start} to ${end} of level ${name}. Lay the plan elsewhere, or write that cycle out first.`,
      )
    } else {
      if (start < from && !isCycle(entry)) before.push({ drawing: entry.drawing, frames: from - start })
      let frame = start
      for (const { drawing, frames } of isCycle(entry) ? writtenOut([entry]) : [entry]) {
        const drawingLies = drawing !== null && !own.has(drawing) && !joining.has(drawing)
        if (drawingLies && frame >= plan.frame && frame <= last && frame === firstFrameOf(sheet, drawing)) {
          if (drawnIn(scene, drawing))
            refuse(
              `Drawing ${scene.drawings[drawing]!.number} is drawn and begins at frame ${frame}: a plan is never laid over ink. Lay it elsewhere or on another level.`,
            )
          // One that is shown again beyond the plan goes on there.
          if (!placed(sheet).some((each) => each.drawing === drawing && each.frame > last)) covered.add(drawing)
        }
        for (let each = Math.max(frame, from); each < frame + frames && each <= to; each++) {
          const held = each > last && frame <= last && !joining.has(drawing ?? '')
          inside.push((drawing !== null && (own.has(drawing) || covered.has(drawing))) || held ? FREE : drawing)
        }
        frame += frames
      }
      if (end > to && !isCycle(entry)) after.push({ drawing: entry.drawing, frames: end - to })
    }
    start = end + 1
  }
  for (let frame = plan.frame; frame <= last; frame++) {
    const now = turn[(frame - plan.frame) % turn.length]
    if (now !== FREE) inside[frame - from] = now
  }
  // Drawn drawings of an old plan that lie outside of the new one keep their frames.
  for (const id of own) {
    if (!drawnIn(scene, id) || turn.includes(id)) continue
    const begins = firstFrameOf(exposuresOf(scene, plan.level, take), id)
    if (begins !== undefined && begins >= plan.frame && begins <= last) {
      refuse(
        `Drawing ${scene.drawings[id]!.number} is drawn at frame ${begins} and would fall out of the changed cycle, which is ${turn.length} frames long. Give it at least ${begins - plan.frame + 1} frames, or lay the change as a plan of its own.`,
      )
    }
    let frame = 1
    for (const exposure of exposuresOf(scene, plan.level, take)) {
      for (let i = 0; i < exposure.frames && exposure.drawing === id; i++)
        if (frame + i < plan.frame || frame + i > last) inside[frame + i - from] = id
      frame += exposure.frames
    }
  }
  const whole: (string | null)[] = []
  inside.forEach((drawing, i) =>
    whole.push(drawing !== FREE ? drawing : i + from > last && cycle ? null : (whole[i - 1] ?? lastOf(before))),
  )
  if (!cycle) return { column: joined([...before, ...runs(whole), ...after]), covered }
  const entry = {
    cycle: runs(turn.map((drawing) => drawing ?? null)),
    turns: plan.turns,
    frames: last - plan.frame + 1,
  }
  return {
    column: joined([
      ...before,
      ...runs(whole.slice(0, plan.frame - from)),
      entry,
      ...runs(whole.slice(last - from + 1)),
      ...after,
    ]),
    covered,
  }
}

const lastOf = (column: Column): string | null => {
  const last = column.at(-1)
  return last && !isCycle(last) ? last.drawing : null
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
        `There is a chart over frames ${span.fromFrame} to ${span.toFrame}. Take it out before laying a plan there.`,
      )
  }
}

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
    const sitting = seated(scene, laying, old)
    const { seats, settled, kept } = sitting
    const sheet = exposuresOf(scene, plan.level, take)
    const { frames: turn, laid } = turnOf(laying, sitting, sheet)
    const { column, covered } = columnWith(scene, laying, before, turn)
    const shown = (i: number) => settled.has(i) || laid.has(seats[i]!)
    const gone = new Set([
      ...covered,
      ...[...before].filter((id) => !drawnIn(scene, id) && !(seats.includes(id) && shown(seats.indexOf(id)))),
    ])
    const last = plan.frame + turn.length - 1
    refuseCharts(scene, laying, new Set(old?.charts), gone, last)

    // Numbers as if all that is not drawn were new.
    const anew = seats.filter(
      (id, i) => !settled.has(i) && scene.drawings[id] && scene.settings.numbering === 'by-frame',
    )
    const without = (from: Scene, ids: Iterable<string>) =>
      [...ids].reduce((next, id) => (next.drawings[id] ? withoutDrawing(next, id) : next), from)
    let next = without(scene, gone)
    let numbering = without(next, anew)
    const ends = new Set(charts.flatMap(({ from, to }) => [from, to]))
    const records: Record<string, Drawing> = {}
    drawings.forEach(({ role }, i) => {
      const id = seats[i]!
      if (!shown(i)) return
      const was = scene.drawings[id]
      if (settled.has(i)) {
        // An inbetween that has become the end of a chart leads a path of its own.
        if (was!.role === 'inbetween' && ends.has(i)) records[id] = { ...was!, role }
        return
      }
      const at = plan.frame + turn.indexOf(id)
      const number = was && !anew.includes(id) ? was.number : numberFor(numbering, plan.level, at)
      records[id] = { ...(was ?? { note: '', passes: {} }), id, level: plan.level, number, role }
      numbering = { ...numbering, drawings: { ...numbering.drawings, [id]: records[id] } }
    })
    next = withSheet({ ...next, drawings: { ...next.drawings, ...records } }, take, plan.level, column)

    const known = level.landmarks ?? []
    const added = landmarks.filter(({ id, name }) => !known.some((each) => each.id === id || each.name === name))
    if (added.length > 0)
      next = {
        ...next,
        levels: { ...next.levels, [plan.level]: { ...next.levels[plan.level]!, landmarks: [...known, ...added] } },
      }

    const guides = { ...next.guides }
    drawings.forEach(({ shapes, targets }, i) => {
      if (!settled.has(i) && shown(i) && (shapes.length > 0 || Object.keys(targets).length > 0))
        guides[seats[i]!] = { plan: plan.id, shapes, targets }
    })
    const laidCharts = { ...next.charts }
    for (const id of old?.charts ?? []) delete laidCharts[id]
    const chartIds: string[] = []
    for (const { id, from, to, exposure, marks } of charts) {
      if (!shown(from) || !shown(to)) continue
      requireFree(laidCharts[id], 'chart')
      const asked = marks.flatMap(({ drawing, fraction }) =>
        shown(drawing) ? [{ drawing: seats[drawing]!, fraction }] : [],
      )
      laidCharts[id] = {
        id,
        level: plan.level,
        from: seats[from]!,
        to: seats[to]!,
        spacing: { by: 'hand' },
        exposure,
        marks: asked,
      }
      chartIds.push(id)
    }
    const record: LaidPlan = { ...plan, drawings: [...seats], kept: [...kept], charts: chartIds }
    return {
      ...next,
      charts: laidCharts,
      ...(Object.keys(guides).length > 0 && { guides }),
      plans: { ...next.plans, [plan.id]: record },
    }
  },
  words: ({ plan }, scene) => `a ${plan.planner} ${scene.plans?.[plan.id] ? 'changed' : 'laid'} at frame ${plan.frame}`,
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
