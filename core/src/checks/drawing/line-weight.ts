import { judged, type CheckFacts, type Judge } from '../check'
import { rounded, type Observation } from '../finding'
import { median } from '../size/median'

/** Line weight jumps. A line that is heavier or finer on one drawing than on its level flickers. */
export const lineWeight = {
  id: 'line-weight',
  name: 'Line weight jumps',
  group: 'drawing',
  severity: 'mend',
  why: 'A line heavier on one drawing than on the others flickers.',
  limits: {
    share: { words: 'Median line width off the level by', unit: '%', value: 25, min: 5, max: 200, loosens: 'up' },
  },
} as const satisfies CheckFacts

export const judgeLineWeight: Judge = {
  level(subject, { limit }) {
    const share = limit('share')
    const widths = subject.shots.flatMap(({ measured }) => measured.lineWidth ?? [])
    if (widths.length < 3 || subject.level.kind === 'ground') return judged([])
    const usual = median(widths)
    return judged(
      subject.shots.flatMap((shot): Observation[] => {
        const { lineWidth, shape } = shot.measured
        const value = lineWidth === undefined ? 0 : 100 * (lineWidth / usual - 1)
        if (Math.abs(value) <= share) return []
        return [
          {
            level: subject.level.id,
            drawings: [shot.drawing],
            frames: [shot.frame],
            value,
            limit: share,
            unit: '%',
            sentence: `The line of drawing ${shot.entry.number} of ${subject.level.name} is ${rounded(lineWidth!)} px wide, ${rounded(Math.abs(value))} % ${value > 0 ? 'heavier' : 'finer'} than its level's ${rounded(usual)} px.`,
            evidence: shape ? [{ kind: 'shape', rings: shape.rings, words: `${rounded(lineWidth!)} px` }] : [],
          },
        ]
      }),
    )
  },
}
