import type { Chart, Drawing, Scene } from '../scene/schema'
import { inbetweenOrder, SAME_PLACE, type InbetweenStep } from './order'
import { chartSpan, drawingsShown, exposureAt, exposuresOf, firstFrameOf } from './sheet'

/** One drawing still to make or already made, with how it is found. */
export interface WorkStep {
  readonly drawing: string
  readonly level: string
  /** Where the take first shows it and for how long. */
  readonly frame: number
  readonly exposure: number
  readonly drawn: boolean
  /** Undefined for keys and for drawings on no chart: they are drawn from the idea, not from two others. */
  readonly between?: {
    readonly chart: string
    readonly kind: InbetweenStep['kind']
    readonly parents: readonly [string, string]
    readonly ratio: number
    readonly fraction: number
  }
}

export const isDrawn = (drawing: Drawing): boolean => Object.keys(drawing.passes).length > 0

/**
 * The marks that have a place of their own. A strong law over many frames can bring its first or last
 * drawings so near to the key that no half tells them apart; those are drawn by eye, after the others.
 */
function apart(marks: Chart['marks']): Chart['marks'] {
  let last = -Infinity
  return marks.filter(({ fraction }) => {
    const own = fraction - last > SAME_PLACE && Math.abs(fraction) > SAME_PLACE && Math.abs(fraction - 1) > SAME_PLACE
    if (own) last = fraction
    return own
  })
}

/**
 * Every drawing of the level in the order in which it can be made: keys and breakdowns by frame,
 * then each chart's inbetweens so that both parents come before the drawing found between them.
 */
export function planOfWork(scene: Scene, level: string, take = scene.mainTake): WorkStep[] {
  const exposures = exposuresOf(scene, level, take)
  const step = (drawing: string, between?: WorkStep['between']): WorkStep[] => {
    const frame = firstFrameOf(exposures, drawing)
    const here = frame === undefined ? undefined : exposureAt(exposures, frame)
    const entry = scene.drawings[drawing]
    if (!here || !entry) return []
    return [
      { drawing, level, frame: here.frame, exposure: here.frames, drawn: isDrawn(entry), ...(between && { between }) },
    ]
  }
  const charts = Object.values(scene.charts)
    .filter((chart) => chart.level === level)
    .map((chart) => ({ chart, start: chartSpan(scene, chart, take)?.fromFrame ?? Number.POSITIVE_INFINITY }))
    .sort((a, b) => a.start - b.start)
  const onChart = new Set(charts.flatMap(({ chart }) => chart.marks.map((mark) => mark.drawing)))
  const free = drawingsShown(exposures).flatMap(({ drawing }) => (onChart.has(drawing) ? [] : step(drawing)))
  const found = charts.flatMap(({ chart }) => {
    const marks = apart(chart.marks)
    const drawingAt = new Map([[0, chart.from], [1, chart.to], ...marks.map((m) => [m.fraction, m.drawing] as const)])
    const ordered = inbetweenOrder(marks.map((mark) => mark.fraction)).flatMap(({ fraction, kind, parents, ratio }) =>
      step(drawingAt.get(fraction)!, {
        chart: chart.id,
        kind,
        ratio,
        fraction,
        parents: [drawingAt.get(parents[0])!, drawingAt.get(parents[1])!],
      }),
    )
    const onTop = chart.marks.filter((mark) => !marks.includes(mark))
    return [
      ...ordered,
      ...onTop.flatMap(({ drawing, fraction }) =>
        step(drawing, { chart: chart.id, kind: 'by-eye', ratio: fraction, fraction, parents: [chart.from, chart.to] }),
      ),
    ]
  })
  return [...free, ...found]
}

/** The next drawing to make on a level, or undefined when all are drawn. */
export function nextOnPegs(scene: Scene, level: string): WorkStep | undefined {
  return planOfWork(scene, level).find((step) => !step.drawn)
}

/** How many of the drawings the main take shows are drawn, and how many are not. */
export function progress(scene: Scene): { done: number; toDo: number } {
  let done = 0
  let toDo = 0
  for (const level of scene.levelOrder) {
    for (const { drawing } of drawingsShown(exposuresOf(scene, level))) {
      if (isDrawn(scene.drawings[drawing]!)) done++
      else toDo++
    }
  }
  return { done, toDo }
}

const SMALL = new Map([
  [0.5, '½'],
  [1 / 3, '⅓'],
  [2 / 3, '⅔'],
  [0.25, '¼'],
  [0.75, '¾'],
  [0.125, '⅛'],
  [0.375, '⅜'],
  [0.625, '⅝'],
  [0.875, '⅞'],
])

/** A fraction as an animator writes it: ½ ¼ ⅛ where there is a sign for it, else per cent. */
export function fractionInWords(fraction: number): string {
  for (const [value, sign] of SMALL) if (Math.abs(value - fraction) < 1e-6) return sign
  return `${Math.round(fraction * 100)} %`
}

/** "half of 5 and 9", "a third from 5 to 9", "by eye, 38 % from 5 to 9". */
export function stepInWords(scene: Scene, step: WorkStep): string {
  if (!step.between)
    return scene.drawings[step.drawing]!.role === 'inbetween' ? 'on no chart' : 'from the idea, not from two others'
  const { kind, parents, ratio } = step.between
  const [a, b] = parents.map((id) => scene.drawings[id]!.number)
  if (kind === 'half') return `half of ${a} and ${b}`
  if (kind === 'third') return `${ratio < 0.5 ? 'a third' : 'two thirds'} from ${a} to ${b}`
  return `by eye, ${Math.round(ratio * 100)} % from ${a} to ${b}`
}
