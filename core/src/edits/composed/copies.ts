import { freeName } from '../../base/names'
import type { Chart, Scene, Spacing } from '../../scene/schema'
import { wishedChart } from '../kind/charts'
import type { Edit, SimpleEdit } from '../kinds'
import { levelOf } from '../lookup'
import { refuse } from '../../scene/refusal'

/** A landmark once more under a name of its own, pinned where the first is. */
export function landmarkCopied(scene: Scene, level: string, landmark: string, id: string): Edit {
  const { landmarks = [] } = levelOf(scene, level)
  const source = landmarks.find((each) => each.id === landmark) ?? refuse('This landmark is not on the level any more.')
  const name = freeName(source.name, new Set(landmarks.map((each) => each.name)))
  const pins = Object.values(scene.drawings).flatMap(({ id: drawing, pins }): SimpleEdit[] =>
    pins?.[landmark] ? [{ type: 'pin.set', drawing, landmark: id, pin: pins[landmark] }] : [],
  )
  return {
    type: 'together',
    words: `the landmark ${source.name} copied`,
    edits: [{ type: 'landmark.put', level, landmark: { id, name } }, ...pins],
  }
}

/** What a chart says of any span: its spacing, its exposures, and where a hand put its marks. */
export type CopiedChart = Pick<Chart, 'id' | 'spacing' | 'exposure' | 'marks'>
interface Span {
  readonly id: string
  readonly take: string
  readonly level: string
  readonly from: string
  readonly to: string
  readonly freshId: () => string
}

/**
 * A chart laid like another between two drawings. Marks put by hand lie where they lay; a span that holds more or
 * fewer of them has them at the places between. Errors: EditRefused where no chart can be laid.
 */
export function chartLaidLike(scene: Scene, { spacing, exposure, marks }: CopiedChart, span: Span): Edit {
  const { id, take, level, from, to, freshId } = span
  const even: Spacing = { by: 'law', law: 'even', strength: 1 }
  const wish = { level, from, to, exposure, spacing: spacing.by === 'hand' ? even : spacing }
  const { inbetweens } = wishedChart(scene, wish, take)
  const laid: SimpleEdit = { type: 'chart.add', ...wish, id, take, drawings: inbetweens.map(() => freshId()) }
  if (spacing.by !== 'hand') return laid
  const fractions = spreadOver(
    marks.map(({ fraction }) => fraction),
    inbetweens.length,
  )
  return {
    type: 'together',
    words: 'a chart laid like another',
    edits: [laid, { type: 'chart.fractions', chart: id, fractions }],
  }
}

/** As many places as asked for along a row of places between 0 and 1. */
function spreadOver(places: readonly number[], count: number): number[] {
  const row = [0, ...places, 1]
  return Array.from({ length: count }, (_, i) => {
    const at = ((i + 1) * (row.length - 1)) / (count + 1)
    const [before, after] = [row[Math.floor(at)]!, row[Math.ceil(at)]!]
    return before + (after - before) * (at - Math.floor(at))
  })
}
