import { found, type Check } from './check'
import { told, type Finding } from './finding'
import { median } from './volume'

/** Line weight jumps. A line that is heavier or finer on one drawing than on its level flickers. */
export const lineWeight: Check = {
  id: 'line-weight',
  name: 'Line weight jumps',
  group: 'drawing',
  severity: 'mend',
  why: 'A line heavier on one drawing than on the others flickers.',
  limits: { share: { words: 'Median line width off the level by', unit: '%', value: 25, min: 5, max: 200 } },
  level(subject, { limit }) {
    const share = limit('line-weight', 'share')
    const widths = subject.shots.flatMap(({ measured }) => measured.lineWidth ?? [])
    if (widths.length < 3 || subject.level.kind === 'ground') return found([])
    const usual = median(widths)
    return found(
      subject.shots.flatMap((shot): Finding[] => {
        const { lineWidth, shape } = shot.measured
        const value = lineWidth === undefined ? 0 : 100 * (lineWidth / usual - 1)
        if (Math.abs(value) <= share) return []
        return [
          {
            check: 'line-weight',
            level: subject.level.id,
            drawings: [shot.drawing],
            frames: [shot.frame],
            value,
            limit: share,
            unit: '%',
            severity: 'mend',
            sentence: `The line of drawing ${shot.entry.number} of ${subject.level.name} is ${told(lineWidth!)} px wide, ${told(Math.abs(value))} % ${value > 0 ? 'heavier' : 'finer'} than its level's ${told(usual)} px.`,
            evidence: shape ? [{ kind: 'shape', rings: shape.rings, words: `${told(lineWidth!)} px` }] : [],
          },
        ]
      }),
    )
  },
}
