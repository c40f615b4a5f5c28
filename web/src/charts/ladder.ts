import { clamp, type Chart, type MeasuredMark } from '@unhurried/core'

/** A line of a ladder: where it stands, and where its label does. */
export interface Rung {
  readonly y: number
  label: number
}

/** Sets labels apart by at least `gap` and none below `bottom`, each as near to its own line as that allows. Lines go from the top down. */
export function spread<T extends Rung>(rungs: T[], gap: number, bottom: number): T[] {
  rungs.forEach((rung, i) => (rung.label = Math.max(rung.y, i === 0 ? 0 : rungs[i - 1]!.label + gap)))
  for (let i = rungs.length - 1, limit = bottom; i >= 0; i--, limit = rungs[i + 1]!.label - gap)
    rungs[i]!.label = Math.min(rungs[i]!.label, limit)
  return rungs
}

/** A drawing of a chart on its ladder: one of its ends or a mark between or beyond them. */
export interface MarkRung extends Rung {
  readonly drawing: string
  readonly fraction: number
}

/** The ladder's picture, in units of its own. */
export const LADDER = { top: 18, height: 210, centre: 88, foot: 257, wide: 182, high: 262 } as const
const BOTTOM = LADDER.top + LADDER.height
const LABEL = 17
/** WCAG 2.2, 2.5.8, with the edge of the picture's scale. */
const TARGET = 28
/** Closer than this labels run into each other: every so many of them is written, the others stand as lines. */
const LEGIBLE = 11

/** The gap between labels of so many lines: as wide as is easily read, or as all of them leave. */
const labelGap = (count: number) => Math.min(LABEL, (BOTTOM - LABEL / 2) / Math.max(1, count - 1))

/** How far a ladder reaches beyond its ends, for anticipation and overshoot, and where a share of the way stands on it. */
export function reachOf({ marks }: Pick<Chart, 'marks'>) {
  const fractions = marks.map((mark) => mark.fraction)
  const least = Math.min(0, ...fractions)
  const most = Math.max(1, ...fractions)
  /** Share of the way for each unit of the picture. */
  const perUnit = (most - least) / LADDER.height
  return { least, most, perUnit, yOf: (fraction: number) => LADDER.top + (fraction - least) / perUnit }
}

/** The rungs of a chart from the top down: its ends and marks as far as they are in the scene. */
export function rungsOf(chart: Pick<Chart, 'from' | 'to' | 'marks'>, isHere: (drawing: string) => boolean): MarkRung[] {
  const { yOf } = reachOf(chart)
  const all = [{ drawing: chart.from, fraction: 0 }, ...chart.marks, { drawing: chart.to, fraction: 1 }]
  const rungs = all
    .filter(({ drawing }) => isHere(drawing))
    .sort((a, b) => a.fraction - b.fraction)
    .map((mark) => ({ ...mark, y: yOf(mark.fraction), label: 0 }))
  return spread(rungs, labelGap(chart.marks.length + 2), BOTTOM)
}

/** Measured drawings beside the ladder of a chart. */
export function measuredRungs(chart: Pick<Chart, 'marks'>, marks: readonly MeasuredMark[]): (MeasuredMark & Rung)[] {
  const { yOf } = reachOf(chart)
  return spread(
    marks.map((mark) => ({ ...mark, y: yOf(mark.fraction), label: 0 })),
    labelGap(marks.length),
    BOTTOM,
  )
}

/** Every how many of the rungs have their number written. */
export const writtenEvery = (count: number): number => Math.ceil(LEGIBLE / labelGap(count))

/** How high a rung answers to the pointer: as high as there is room between labels, at most what any hand hits. */
export function targetHeight(rungs: readonly Rung[]): number {
  const apart = rungs.slice(1).map(({ label }, i) => label - rungs[i]!.label)
  return clamp(Math.min(TARGET, ...apart), LABEL, TARGET)
}
