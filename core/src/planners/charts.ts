import { distance } from '../motion/arc'
import { SAME_PLACE } from '../timing/order'
import type { Motion } from './planner'

export interface PlannedChart {
  /** Places among the motion's drawings. */
  readonly from: number
  readonly to: number
  readonly exposure: number[]
  readonly marks: { drawing: number; fraction: number }[]
}

/** A way shorter than this says nothing of its spacing, in pixels. */
const HARDLY = 2

/**
 * The charts a motion asks for: one between each two neighbouring keys and breakdowns with inbetweens, its
 * marks at the shares the motion tells, else where the lead landmark really is, as shares of its way, or of the
 * time where it hardly moves. A cycle has one over its seam.
 */
export function chartsOf(motion: Motion): PlannedChart[] {
  if (motion.noCharts) return []
  const { drawings, exposures, cycle, lead } = motion
  let frame = 0
  const seen = new Set<number>()
  const shown: { drawing: number; frame: number; frames: number }[] = []
  for (const { drawing, frames } of exposures) {
    if (drawing !== null && !seen.has(drawing)) shown.push({ drawing, frame, frames })
    if (drawing !== null) seen.add(drawing)
    frame += frames
  }
  // Shown again out of order, a drawing is no station on the way: only an unbroken run once through can close.
  if (cycle && shown.length > 0 && shown.length === exposures.length)
    shown.push({ drawing: shown[0]!.drawing, frame, frames: 0 })
  const at = (drawing: number) => (lead === undefined ? undefined : drawings[drawing]!.targets[lead])
  const charts: PlannedChart[] = []
  let begin = 0
  for (let i = 1; i < shown.length; i++) {
    if (drawings[shown[i]!.drawing]!.role === 'inbetween') continue
    const stretch = shown.slice(begin, i + 1)
    begin = i
    if (stretch.length < 3) continue
    const way = [0]
    for (let k = 1; k < stretch.length; k++) {
      const [a, b] = [at(stretch[k - 1]!.drawing), at(stretch[k]!.drawing)]
      way.push(way.at(-1)! + (a && b ? distance(a, b) : 0))
    }
    const whole = way.at(-1)!
    const span = stretch.at(-1)!.frame - stretch[0]!.frame
    const inner = stretch.slice(1, -1)
    const timed = inner.map((each) => (each.frame - stretch[0]!.frame) / span)
    const notes = stretch.map(({ drawing }) => drawings[drawing]!.share)
    const [first, last] = [notes[0], notes.at(-1)]
    const shared =
      first !== undefined && last !== undefined && last !== first
        ? notes.slice(1, -1).map((share) => ((share ?? NaN) - first) / (last - first))
        : undefined
    const spaced = shared?.every(Number.isFinite)
      ? shared
      : whole < HARDLY
        ? timed
        : way.slice(1, -1).map((done) => done / whole)
    charts.push({
      from: stretch[0]!.drawing,
      to: stretch.at(-1)!.drawing,
      exposure: stretch
        .slice(0, -1)
        .map(({ frames }) => frames)
        .filter((frames) => frames <= 24),
      marks: rising(spaced).map((fraction, k) => ({ drawing: inner[k]!.drawing, fraction })),
    })
  }
  return charts.map((chart) => ({ ...chart, exposure: chart.exposure.length > 0 ? chart.exposure.slice(0, 64) : [1] }))
}

/** The same in strictly rising order, each apart from the ends: two places that meet are told apart by a hair. */
function rising(fractions: readonly number[]): number[] {
  const gap = 2 * SAME_PLACE
  const result: number[] = []
  fractions.forEach((fraction, i) => {
    const [least, most] = [(result[i - 1] ?? 0) + gap, 1 - gap * (fractions.length - i)]
    result.push(Number(Math.max(least, Math.min(most, fraction)).toFixed(6)))
  })
  return result
}
