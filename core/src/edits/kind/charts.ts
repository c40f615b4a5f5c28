import { counted, framesFromTo } from '../../base/counted'
import { z } from 'zod'
import { LIMITS } from '../../base/limits'
import { between, totalFrames } from '../../timing/column'
import { planChart, chooseSeats, type ChartPlan } from '../../timing/chart'
import { numberFor } from '../../timing/numbering'
import { SAME_PLACE } from '../../timing/order'
import { retimed } from '../../timing/range'
import { chartSpan, drawingsShown, exposureAt, exposuresOf, firstFrameOf, placed } from '../../timing/sheet'
import { isDrawn } from '../../timing/work'
import { refuse, refusing } from '../../scene/refusal'
import {
  chartSchema,
  idSchema,
  lineSchema,
  patternSchema,
  spacingSchema,
  type Chart,
  type Drawing,
  type Exposure,
  type Scene,
} from '../../scene/schema'
import { editKind } from '../edit'
import { chartOf, drawingOf, levelOf, requireFree, withFrames } from '../lookup'
import { withoutDrawing } from '../take-out'

type ChartWish = Pick<Chart, 'level' | 'from' | 'to' | 'spacing' | 'exposure'>

const TOO_FEW = 'On these exposures there is no inbetween. Choose a shorter exposure or more halves.'
/** The take a chart is laid in; absent: the main one. */
const take = idSchema.optional()
const fraction = z
  .number('A fraction must be a number.')
  .min(LIMITS.fraction.min, 'This is too far before the first drawing.')
  .max(LIMITS.fraction.max, 'This is too far past the second drawing.')
const frames = z
  .int('An exposure is a whole number of frames.')
  .min(1, 'An exposure lasts at least one frame.')
  .max(LIMITS.length.max)

const endsOf = (chart: Pick<Chart, 'from' | 'to'>) => [chart.from, chart.to]
const ownDrawings = (chart: Chart) => [chart.from, ...chart.marks.map((mark) => mark.drawing), chart.to]

/** A chart between a key and a breakdown lies within the chart that asks for the breakdown. */
const within = (inner: Pick<Chart, 'from' | 'to'>, outer: Chart) =>
  endsOf(inner).every((end) => ownDrawings(outer).includes(end))

function spanOf(scene: Scene, chart: ChartWish | Chart, inTake: string) {
  return chartSpan(scene, chart, inTake) ?? refuse('Both drawings of a chart must be on the sheet of this take.')
}

/**
 * What a chart would lay between two drawings, before it is laid: its frames, fractions and
 * exposures. Errors: EditRefused when the drawings are in the wrong order, another chart or other
 * drawings lie between them, or the span is too short.
 */
export function wishedChart(
  scene: Scene,
  wish: ChartWish,
  inTake = scene.mainTake,
): ChartPlan & { fromFrame: number; toFrame: number } {
  const { level, from, to, spacing, exposure } = wish
  levelOf(scene, level)
  const [first, second] = [drawingOf(scene, from), drawingOf(scene, to)]
  if (first.level !== level || second.level !== level)
    refuse('A chart joins two drawings of one level; these are on different ones.')
  const { fromFrame, toFrame } = spanOf(scene, wish, inTake)
  if (from === to || toFrame <= fromFrame) {
    refuse(`A chart leads forward in time: drawing ${second.number} does not come after drawing ${first.number}.`)
  }
  for (const chart of Object.values(scene.charts)) {
    const other = chart.level === level ? chartSpan(scene, chart, inTake) : undefined
    if (
      other &&
      other.fromFrame < toFrame &&
      fromFrame < other.toFrame &&
      !(within(wish, chart) && !(chart.from === from && chart.to === to))
    ) {
      refuse(
        `There is a chart over ${framesFromTo(other.fromFrame, other.toFrame)} already. Take it out before laying another there.`,
      )
    }
  }
  const lies = placed(exposuresOf(scene, level, inTake)).find(
    (entry) => entry.drawing !== null && entry.drawing !== from && entry.frame > fromFrame && entry.frame < toFrame,
  )
  if (lies) {
    refuse(
      `Drawing ${scene.drawings[lies.drawing!]!.number} lies between these two. Join each pair of neighbours with its own chart.`,
    )
  }
  if (toFrame - fromFrame < 2)
    refuse('These two drawings follow each other at once: there is no frame between them for an inbetween.')
  return { ...refusing(() => planChart({ fromFrame, toFrame, spacing, exposure })), fromFrame, toFrame }
}

/** A new empty inbetween first shown at `frame`, numbered by the scene's own rule. */
function withInbetween(
  scene: Scene,
  { drawing, level, frame }: { drawing: string; level: string; frame: number },
): Scene {
  requireFree(scene.drawings[drawing], 'drawing')
  return withDrawing(scene, {
    id: drawing,
    level,
    number: numberFor(scene, level, frame),
    role: 'inbetween',
    note: '',
    passes: {},
  })
}

const withChart = (scene: Scene, chart: Chart): Scene => ({ ...scene, charts: { ...scene.charts, [chart.id]: chart } })

export const chartAdd = editKind({
  schema: z.strictObject({
    type: z.literal('chart.add'),
    ...chartSchema.omit({ marks: true, bends: true, same: true }).shape,
    take,
    /** Ids for the inbetweens, at least as many as the chart asks for. */
    drawings: z.array(idSchema).max(LIMITS.marks),
  }),
  apply(scene, { id, level, from, to, spacing, exposure, drawings, take: inTake = scene.mainTake }) {
    requireFree(scene.charts[id], 'chart')
    const plan = wishedChart(scene, { level, from, to, spacing, exposure }, inTake)
    if (plan.inbetweens.length === 0) refuse(TOO_FEW)
    if (new Set(drawings).size < plan.inbetweens.length)
      refuse(`This chart needs ids for ${counted(plan.inbetweens.length, 'drawing')}.`)
    const insert: Exposure[] = [{ drawing: from, frames: plan.first }]
    let next = scene
    const marks = plan.inbetweens.map(({ frame, fraction: share, exposure: held }, i) => {
      const drawing = drawings[i]!
      next = withInbetween(next, { drawing, level, frame })
      insert.push({ drawing, frames: held })
      next = withFrames(next, { take: inTake, level, from: plan.fromFrame, remove: totalFrames(insert), insert })
      return { drawing, fraction: share }
    })
    return withChart(next, { id, level, from, to, spacing, exposure, marks })
  },
  words: ({ from, to }, scene) =>
    `the chart from ${scene.drawings[from]?.number ?? ''} to ${scene.drawings[to]?.number ?? ''}`,
})

/** Takes the chart away and with it the inbetweens nobody has drawn yet; drawn ones stay on the sheet. */
export const chartRemove = editKind({
  schema: z.strictObject({ type: z.literal('chart.remove'), chart: idSchema }),
  apply(scene, { chart }) {
    const { marks } = chartOf(scene, chart)
    refuseNested(
      scene,
      chart,
      marks.map((mark) => mark.drawing),
    )
    const charts = Object.fromEntries(Object.entries(scene.charts).filter(([id]) => id !== chart))
    const undrawn = marks.filter(({ drawing }) => scene.drawings[drawing] && !isDrawn(scene.drawings[drawing]))
    return undrawn.reduce<Scene>((next, { drawing }) => withoutDrawing(next, drawing), { ...scene, charts })
  },
  words: () => 'a chart taken out',
})

/** Charts that begin or end on one of these drawings would lose their end. */
function refuseNested(scene: Scene, chart: string, drawings: readonly string[]) {
  const nested = Object.values(scene.charts).find(
    (other) => other.id !== chart && endsOf(other).some((end) => drawings.includes(end)),
  )
  if (!nested) return
  const end = drawings.find((drawing) => endsOf(nested).includes(drawing))!
  refuse(`Drawing ${scene.drawings[end]?.number ?? ''} is an end of another chart. Take that chart out first.`)
}

// ---- a laid chart, piece by piece --------------------------------------------------------------

interface Piece {
  readonly drawing: string
  readonly run: readonly Exposure[]
}

/**
 * What the sheet shows from each drawing of the chart to the next: the drawing itself and whatever
 * follows it there, such as the inbetweens of a nested chart.
 */
function piecesOf(scene: Scene, chart: Chart, inTake: string): { fromFrame: number; toFrame: number; pieces: Piece[] } {
  const { fromFrame, toFrame } = spanOf(scene, chart, inTake)
  const exposures = exposuresOf(scene, chart.level, inTake)
  const starts = [chart.from, ...chart.marks.map((mark) => mark.drawing)]
    .flatMap((drawing) => {
      const frame = firstFrameOf(exposures, drawing)
      return frame !== undefined && frame >= fromFrame && frame < toFrame ? [{ drawing, frame }] : []
    })
    .sort((a, b) => a.frame - b.frame)
  const pieces = starts.map(({ drawing, frame }, i) => ({
    drawing,
    run: between(exposures, frame, (starts[i + 1]?.frame ?? toFrame) - 1),
  }))
  return { fromFrame, toFrame, pieces }
}

/** Each piece made to last the frames wished for it. Errors: EditRefused when what lies in it does not fit. */
function timed(scene: Scene, pieces: readonly Piece[], wished: readonly number[]): Exposure[] {
  return pieces.flatMap(({ drawing, run }, i) => {
    if (run.length > wished[i]!)
      refuse(
        `What follows drawing ${drawingOf(scene, drawing).number} needs ${run.length} frames, and this leaves it ${wished[i]!}.`,
      )
    return retimed(run, wished[i]!)
  })
}

/** The chart spaced anew: its drawings keep their order, drawn ones stay, empty ones come and go as the plan asks. */
export const chartSpace = editKind({
  schema: z.strictObject({
    type: z.literal('chart.space'),
    chart: idSchema,
    take,
    spacing: spacingSchema,
    exposure: patternSchema,
    /** Ids for inbetweens that may be needed, at least as many as the chart asks for. */
    drawings: z.array(idSchema).max(LIMITS.marks),
  }),
  apply(scene, { chart: id, spacing, exposure, drawings, take: inTake = scene.mainTake }) {
    const chart = chartOf(scene, id)
    const { level } = chart
    const { fromFrame, toFrame, pieces } = piecesOf(scene, chart, inTake)
    if (toFrame - fromFrame < 2)
      refuse('These two drawings follow each other at once: there is no frame between them for an inbetween.')
    const plan = planChart({
      fromFrame,
      toFrame,
      spacing,
      exposure,
      fractions: chart.marks.map((mark) => mark.fraction),
    })
    if (plan.inbetweens.length === 0) refuse(TOO_FEW)
    const isEnd = (drawing: string) => Object.values(scene.charts).some((other) => endsOf(other).includes(drawing))
    const were = chart.marks.map((mark) => ({
      ...mark,
      keep: isDrawn(drawingOf(scene, mark.drawing)) || isEnd(mark.drawing),
    }))
    const kept = were.filter((mark) => mark.keep).length
    const seats =
      chooseSeats(
        were,
        plan.inbetweens.map((each) => each.fraction),
      ) ??
      refuse(
        `${kept} inbetweens of this chart are drawn and this spacing asks for ${plan.inbetweens.length}. Choose more, or take a drawing off the chart first.`,
      )
    let next = scene
    were.forEach(({ drawing, keep }, i) => {
      if (!keep && !seats.includes(i)) next = withoutDrawing(next, drawing)
    })
    // Nobody has drawn those that stay either: they are numbered as if they were new.
    const anew =
      scene.settings.numbering === 'by-frame'
        ? seats.flatMap((seat) => (seat === undefined || were[seat]!.keep ? [] : [were[seat]!.drawing]))
        : []
    next = {
      ...next,
      drawings: Object.fromEntries(Object.entries(next.drawings).filter(([drawing]) => !anew.includes(drawing))),
    }
    // Those that are numbered anew are in the scene all the same.
    const spare = drawings.filter((drawing) => !next.drawings[drawing] && !anew.includes(drawing))
    const now: Piece[] = [pieces.find((piece) => piece.drawing === chart.from)!]
    const marks = plan.inbetweens.map(({ frame, fraction: share, exposure: held }, i) => {
      const seat = seats[i]
      const drawing =
        seat === undefined ? (spare.shift() ?? refuse('This chart needs ids for more drawings.')) : were[seat]!.drawing
      if (seat === undefined) next = withInbetween(next, { drawing, level, frame })
      else if (anew.includes(drawing))
        next = withDrawing(next, { ...scene.drawings[drawing]!, number: numberFor(next, level, frame) })
      now.push(pieces.find((piece) => piece.drawing === drawing) ?? { drawing, run: [{ drawing, frames: held }] })
      return { drawing, fraction: share }
    })
    const insert = timed(
      scene,
      now.map((piece) => withoutRuns(piece, scene, next)),
      [plan.first, ...plan.inbetweens.map((each) => each.exposure)],
    )
    next = withFrames(next, { take: inTake, level, from: fromFrame, remove: toFrame - fromFrame, insert })
    return withChart(next, { ...chart, spacing, exposure, marks })
  },
  words: ({ chart }, scene) =>
    `the chart from ${endNumber(scene, chart, 'from')} to ${endNumber(scene, chart, 'to')} spaced anew`,
})

const endNumber = (scene: Scene, chart: string, end: 'from' | 'to') =>
  scene.drawings[scene.charts[chart]?.[end] ?? '']?.number ?? ''

/** A piece without the drawings that are gone from the scene by now. */
function withoutRuns({ drawing, run }: Piece, before: Scene, now: Scene): Piece {
  const left = run.filter(
    (entry) => entry.drawing === null || now.drawings[entry.drawing] || !before.drawings[entry.drawing],
  )
  return { drawing, run: left.length > 0 ? left : [{ drawing, frames: 1 }] }
}

const withDrawing = (scene: Scene, drawing: Drawing): Scene => ({
  ...scene,
  drawings: { ...scene.drawings, [drawing.id]: drawing },
})

/** Puts the marks elsewhere on the ladder; when each drawing is shown does not change. */
export const chartFractions = editKind({
  schema: z.strictObject({
    type: z.literal('chart.fractions'),
    chart: idSchema,
    fractions: z.array(fraction).max(LIMITS.marks),
  }),
  apply(scene, { chart: id, fractions }) {
    const chart = chartOf(scene, id)
    if (fractions.length !== chart.marks.length)
      refuse(`This chart has ${counted(chart.marks.length, 'mark')}; ${fractions.length} places were given.`)
    requireRising(fractions)
    return withChart(scene, {
      ...chart,
      spacing: { by: 'hand' },
      marks: chart.marks.map(({ drawing }, i) => ({ drawing, fraction: fractions[i]! })),
    })
  },
  words: ({ chart }, scene) =>
    `marks of the chart from ${endNumber(scene, chart, 'from')} to ${endNumber(scene, chart, 'to')} moved`,
})

function requireRising(fractions: readonly number[]) {
  fractions.forEach((each, i) => {
    if (i > 0 && each - fractions[i - 1]! < SAME_PLACE)
      refuse('Marks keep their order on the ladder, each at a place of its own.')
    if (Math.abs(each) < SAME_PLACE || Math.abs(each - 1) < SAME_PLACE)
      refuse('This is the place of a key: an inbetween lies elsewhere.')
  })
}

/** A further inbetween at a place on the ladder; it takes half the frames of what is shown just before it. */
export const chartPutIn = editKind({
  schema: z.strictObject({ type: z.literal('chart.put-in'), chart: idSchema, take, drawing: idSchema, fraction }),
  apply(scene, { chart: id, drawing, fraction: share, take: inTake = scene.mainTake }) {
    const chart = chartOf(scene, id)
    const marks = [...chart.marks, { drawing, fraction: share }].sort((a, b) => a.fraction - b.fraction)
    requireRising(marks.map((mark) => mark.fraction))
    const { fromFrame, toFrame } = spanOf(scene, chart, inTake)
    const exposures = exposuresOf(scene, chart.level, inTake)
    const after = marks[marks.findIndex((mark) => mark.drawing === drawing) + 1]?.drawing
    const until = (after === undefined ? undefined : firstFrameOf(exposures, after)) ?? toFrame
    const before =
      exposureAt(exposures, until - 1) ??
      refuse(
        'Before the first frame there is no room for an inbetween. Hold the first drawing later, or choose a place after it.',
      )
    const following = after === undefined ? undefined : exposureAt(exposures, until)
    let insert: { frame: number; frames: number }
    if (before.frames > 1 && before.frame >= fromFrame)
      insert = { frame: before.frame + Math.ceil(before.frames / 2), frames: Math.floor(before.frames / 2) }
    else if (following && following.frames > 1) insert = { frame: until, frames: Math.floor(following.frames / 2) }
    else return refuse('There is no frame free here for another inbetween. Hold a neighbour longer first.')
    const next = withInbetween(scene, { drawing, level: chart.level, frame: insert.frame })
    return withChart(
      withFrames(next, {
        take: inTake,
        level: chart.level,
        from: insert.frame,
        remove: insert.frames,
        insert: [{ drawing, frames: insert.frames }],
      }),
      { ...chart, spacing: { by: 'hand' }, marks },
    )
  },
  words: ({ chart }, scene) =>
    `an inbetween put on the chart from ${endNumber(scene, chart, 'from')} to ${endNumber(scene, chart, 'to')}`,
})

/** Takes a mark off the ladder: an empty inbetween goes with it, a drawn one stays on the sheet. */
export const chartTakeOut = editKind({
  schema: z.strictObject({ type: z.literal('chart.take-out'), chart: idSchema, drawing: idSchema }),
  apply(scene, { chart: id, drawing }) {
    const chart = chartOf(scene, id)
    const entry = drawingOf(scene, drawing)
    if (!chart.marks.some((mark) => mark.drawing === drawing)) refuse(`Drawing ${entry.number} is not on this chart.`)
    refuseNested(scene, id, [drawing])
    const marks = chart.marks.filter((mark) => mark.drawing !== drawing)
    const next = withChart(scene, { ...chart, spacing: { by: 'hand' }, marks })
    return isDrawn(entry) ? next : withoutDrawing(next, drawing)
  },
  words: ({ drawing }, scene) => `drawing ${scene.drawings[drawing]?.number ?? ''} taken off its chart`,
})

/** Holds one drawing of the chart for so many frames; those after it give or take, the chart's ends stay. */
export const chartExpose = editKind({
  schema: z.strictObject({ type: z.literal('chart.expose'), chart: idSchema, take, drawing: idSchema, frames }),
  apply(scene, { chart: id, drawing, frames: wished, take: inTake = scene.mainTake }) {
    const chart = chartOf(scene, id)
    const { fromFrame, toFrame, pieces } = piecesOf(scene, chart, inTake)
    const at = pieces.findIndex((piece) => piece.drawing === drawing)
    if (at < 0) refuse(`Drawing ${drawingOf(scene, drawing).number} is not on this chart.`)
    const held = pieces.map((piece) => totalFrames(piece.run))
    let owed = wished - held[at]!
    held[at] = wished
    // Those after it first, the nearest before the farther, then those before it.
    const order = [...held.keys()].filter((i) => i > at).concat([...held.keys()].filter((i) => i < at).reverse())
    if (owed < 0) held[order[0] ?? refuse('There is only one drawing here: its frames belong to it.')]! -= owed
    for (const i of owed > 0 ? order : []) {
      const given = Math.min(owed, held[i]! - pieces[i]!.run.length)
      held[i]! -= given
      owed -= given
    }
    if (owed > 0)
      refuse(
        `There is no room between frame ${fromFrame} and frame ${toFrame}: every other drawing is down to one frame.`,
      )
    return withFrames(scene, {
      take: inTake,
      level: chart.level,
      from: fromFrame,
      remove: toFrame - fromFrame,
      insert: timed(scene, pieces, held),
    })
  },
  words: ({ drawing, frames: held }, scene) =>
    `drawing ${scene.drawings[drawing]?.number ?? ''} held for ${held} on its chart`,
})

/** Bows the path of a landmark between the chart's two drawings; null takes the bend out. */
export const chartBend = editKind({
  schema: z.strictObject({
    type: z.literal('chart.bend'),
    chart: idSchema,
    landmark: idSchema,
    bend: z.number().min(-LIMITS.reach).max(LIMITS.reach).nullable(),
  }),
  apply(scene, { chart: id, landmark, bend }) {
    const { bends: before, ...chart } = chartOf(scene, id)
    if (!levelOf(scene, chart.level).landmarks?.some((each) => each.id === landmark))
      refuse('This landmark is not on the level any more.')
    const { [landmark]: _, ...others } = before ?? {}
    const bends = bend === null ? others : { ...others, [landmark]: bend }
    return withChart(scene, Object.keys(bends).length > 0 ? { ...chart, bends } : chart)
  },
  words: ({ landmark, bend }, scene) => {
    const name =
      Object.values(scene.levels)
        .flatMap((level) => level.landmarks ?? [])
        .find((each) => each.id === landmark)?.name ?? 'a landmark'
    return bend === null ? `the path of ${name} straightened` : `the path of ${name} bent`
  },
})

type LineOf = z.infer<typeof lineSchema>
const isLine = (a: LineOf) => (b: LineOf) => a.drawing === b.drawing && a.line === b.line

/** Says that two lines are the same one: they stay together through the span. Without a second the first is let go. */
export const chartMatch = editKind({
  schema: z.strictObject({ type: z.literal('chart.match'), chart: idSchema, a: lineSchema, b: lineSchema.nullable() }),
  apply(scene, { chart: id, a, b }) {
    const { same: before = [], ...chart } = chartOf(scene, id)
    for (const { drawing } of [a, ...(b ? [b] : [])])
      if (drawingOf(scene, drawing).level !== chart.level)
        refuse('Lines that are the same are on drawings of one level.')
    if (b && a.drawing === b.drawing)
      refuse('Two lines of one drawing cannot be the same line. Choose one on each drawing.')
    // A line is in one group, and a group has one line of each drawing.
    const without = (lines: readonly LineOf[], line: LineOf) => lines.filter((each) => !isLine(line)(each))
    const groups = before.map((lines) => (b ? without(without(lines, a), b) : without(lines, a)))
    const joined = b
      ? [
          ...(before.find((lines) => lines.some(isLine(a))) ?? []),
          ...(before.find((lines) => lines.some(isLine(b))) ?? []),
        ].filter(({ drawing }) => drawing !== a.drawing && drawing !== b.drawing)
      : []
    const left = groups.map((lines) => lines.filter((line) => !joined.some(isLine(line))))
    const same = [
      ...left,
      ...(b
        ? [[a, b, ...joined.filter((line, i) => joined.findIndex(({ drawing }) => drawing === line.drawing) === i)]]
        : []),
    ].filter((lines) => lines.length > 1)
    return withChart(scene, same.length > 0 ? { ...chart, same } : chart)
  },
  words: ({ b }) => (b ? 'two lines put together by hand' : 'a line let go'),
})

/** Lines of two drawings that were put together by hand, as pairs of their ids. */
export function matchedByHand(chart: Chart, a: string, b: string): (readonly [string, string])[] {
  return (chart.same ?? []).flatMap((lines) => {
    const [first, second] = [lines.find(({ drawing }) => drawing === a), lines.find(({ drawing }) => drawing === b)]
    return first && second ? [[first.line, second.line] as const] : []
  })
}

/** Drawings that are there, as measured, taken over as a chart: nothing on the sheet changes. */
export const chartTakeOver = editKind({
  schema: z.strictObject({
    type: z.literal('chart.take-over'),
    ...chartSchema.pick({ id: true, level: true, from: true, to: true }).shape,
    marks: z
      .array(z.strictObject({ drawing: idSchema, fraction }))
      .min(1, 'There is no drawing between these two to take over.')
      .max(LIMITS.marks),
  }),
  apply(scene, { id, level, from, to, marks }) {
    requireFree(scene.charts[id], 'chart')
    const shown = drawingsShown(exposuresOf(scene, level)).map((each) => each.drawing)
    const order = [from, ...marks.map((mark) => mark.drawing), to].map((drawing) =>
      shown.indexOf(drawingOf(scene, drawing).id),
    )
    const rising = order.every(
      (at, i) =>
        at >= 0 &&
        (i === 0 || at > order[i - 1]! || (i === order.length - 1 && at === 0 && levelOf(scene, level).loop)),
    )
    if (!rising) refuse('These drawings are not in this order on the sheet of the main take.')
    const taken = Object.values(scene.charts).find((chart) =>
      chart.marks.some((mark) => marks.some(({ drawing }) => drawing === mark.drawing)),
    )
    if (taken) refuse('Some of these drawings are on a chart already. Take that chart out first.')
    requireRising(marks.map((mark) => mark.fraction))
    const drawings = { ...scene.drawings }
    for (const { drawing } of marks)
      if (drawings[drawing]!.role === 'key') drawings[drawing] = { ...drawings[drawing]!, role: 'inbetween' }
    const held = exposureAt(exposuresOf(scene, level), firstFrameOf(exposuresOf(scene, level), from)!)!.frames
    const exposure = [Math.min(LIMITS.exposure.max, held)]
    return withChart({ ...scene, drawings }, { id, level, from, to, spacing: { by: 'hand' }, exposure, marks })
  },
  words: ({ marks }) => `the measured spacing of ${counted(marks.length, 'drawing')} taken over as a chart`,
})

/** The chart a drawing belongs to as one of its marks, else the innermost chart whose span covers `frame`. */
export function chartHere(scene: Scene, level: string, frame: number, inTake = scene.mainTake): Chart | undefined {
  const drawing = exposureAt(exposuresOf(scene, level, inTake), frame)?.drawing
  const charts = Object.values(scene.charts).filter((chart) => chart.level === level)
  const covering = charts
    .flatMap((chart) => {
      const span = chartSpan(scene, chart, inTake)
      return span && frame >= span.fromFrame && frame < span.toFrame
        ? [{ chart, frames: span.toFrame - span.fromFrame }]
        : []
    })
    .sort((a, b) => a.frames - b.frames)
  return charts.find(({ marks }) => marks.some((mark) => mark.drawing === drawing)) ?? covering[0]?.chart
}
