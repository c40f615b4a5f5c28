import { z } from 'zod'
import { planChart, type ChartPlan } from '../timing/chart'
import { numberFor } from '../timing/numbering'
import { chartSpan, exposureAt, mainSheet, overwritten, placed } from '../timing/sheet'
import { refuse } from '../scene/refusal'
import { chartSchema, idSchema, type Chart, type Exposure, type Scene } from '../scene/schema'
import { editKind } from './edit'
import { chartOf, drawingOf, levelOf, requireFree, withSheet } from './find'
import { withoutDrawing } from './take-out'

type ChartWish = Pick<Chart, 'level' | 'from' | 'to' | 'spacing' | 'exposure'>

/**
 * What a chart would lay between two drawings, before it is laid: its frames, fractions and
 * exposures. Errors: EditRefused when the drawings are in the wrong order, another chart or other
 * drawings lie between them, or the span is too short.
 */
export function wishedChart(scene: Scene, wish: ChartWish): ChartPlan & { fromFrame: number; toFrame: number } {
  const { level, from, to, spacing, exposure } = wish
  levelOf(scene, level)
  const [first, second] = [drawingOf(scene, from), drawingOf(scene, to)]
  if (first.level !== level || second.level !== level) refuse('A chart joins two drawings of one level; these are on different ones.')
  const span = chartSpan(scene, wish)
  if (!span) refuse('Both drawings of a chart must be on the sheet of the main take.')
  const { fromFrame, toFrame } = span
  if (from === to || toFrame <= fromFrame) {
    refuse(`A chart leads forward in time: drawing ${second.number} does not come after drawing ${first.number}.`)
  }
  for (const chart of Object.values(scene.charts)) {
    const other = chart.level === level ? chartSpan(scene, chart) : undefined
    if (other && other.fromFrame < toFrame && fromFrame < other.toFrame) {
      refuse(`There is a chart over frames ${other.fromFrame} to ${other.toFrame} already. Take it out before laying another there.`)
    }
  }
  const between = placed(mainSheet(scene, level)).find(
    (entry) => entry.drawing !== null && entry.drawing !== from && entry.frame > fromFrame && entry.frame < toFrame,
  )
  if (between) {
    refuse(`Drawing ${scene.drawings[between.drawing!]!.number} lies between these two. Join each pair of neighbours with its own chart.`)
  }
  if (toFrame - fromFrame < 2) refuse('These two drawings follow each other at once: there is no frame between them for an inbetween.')
  return { ...planChart({ fromFrame, toFrame, spacing, exposure }), fromFrame, toFrame }
}

export const chartAdd = editKind({
  schema: z.strictObject({
    type: z.literal('chart.add'),
    ...chartSchema.omit({ marks: true }).shape,
    /** Ids for the inbetweens, at least as many as the chart asks for. */
    drawings: z.array(idSchema).max(300),
  }),
  apply(scene, { id, level, from, to, spacing, exposure, drawings }) {
    requireFree(scene.charts[id], 'chart')
    const plan = wishedChart(scene, { level, from, to, spacing, exposure })
    if (plan.inbetweens.length === 0) refuse('On these exposures there is no inbetween. Choose a shorter exposure or more halves.')
    if (new Set(drawings).size < plan.inbetweens.length) refuse(`This chart needs ids for ${plan.inbetweens.length} drawings.`)
    let next = scene
    const now: Exposure[] = [{ drawing: from, frames: plan.first }]
    const marks = plan.inbetweens.map(({ frame, fraction, exposure: frames }, i) => {
      const drawing = drawings[i]!
      requireFree(next.drawings[drawing], 'drawing')
      const number = numberFor(next, level, frame)
      next = {
        ...next,
        drawings: { ...next.drawings, [drawing]: { id: drawing, level, number, role: 'inbetween', note: '', passes: {} } },
      }
      now.push({ drawing, frames })
      next = withSheet(next, next.mainTake, level, overwritten(mainSheet(scene, level), plan.fromFrame, now))
      return { drawing, fraction }
    })
    return { ...next, charts: { ...next.charts, [id]: { id, level, from, to, spacing, exposure, marks } } }
  },
  words: ({ from, to }, scene) => `the chart from ${scene.drawings[from]?.number ?? ''} to ${scene.drawings[to]?.number ?? ''}`,
})

/** Takes the chart away and with it the inbetweens nobody has drawn yet; drawn ones stay on the sheet. */
export const chartRemove = editKind({
  schema: z.strictObject({ type: z.literal('chart.remove'), chart: idSchema }),
  apply(scene, { chart }) {
    const { marks } = chartOf(scene, chart)
    const charts = Object.fromEntries(Object.entries(scene.charts).filter(([id]) => id !== chart))
    const undrawn = marks.filter(({ drawing }) => Object.keys(scene.drawings[drawing]?.passes ?? { line: 1 }).length === 0)
    return undrawn.reduce<Scene>((next, { drawing }) => withoutDrawing(next, drawing), { ...scene, charts })
  },
  words: () => 'a chart taken out',
})

/** The chart a drawing belongs to as one of its marks, else the chart whose span covers `frame`. */
export function chartHere(scene: Scene, level: string, frame: number): Chart | undefined {
  const drawing = exposureAt(mainSheet(scene, level), frame)?.drawing
  const charts = Object.values(scene.charts).filter((chart) => chart.level === level)
  return (
    charts.find(({ marks }) => marks.some((mark) => mark.drawing === drawing)) ??
    charts.find((chart) => {
      const span = chartSpan(scene, chart)
      return span !== undefined && frame >= span.fromFrame && frame < span.toFrame
    })
  )
}
