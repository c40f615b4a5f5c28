import { judged, type CheckFacts, type Judge } from '../check'
import { rounded, type Observation } from '../finding'
import type { Line } from '../measured'
import { median, weightedMedian } from '../size/median'
import type { Shot } from '../subject'

/** Widths no more unlike the next than this, as a factor, are one width: a line swells and thins by so much. */
const LIKE = 1.15
/** A width is usual that so many of the drawings have. */
const USUAL = 0.5

const middle = (lines: readonly Line[], valueOf: (line: Line) => number = ({ wide }) => wide): number =>
  weightedMedian(lines.map((line) => ({ value: valueOf(line), weight: line.long })))

/** The widths of the lines of a level, that of its outlines and that of its hatching for example, in pixels. */
function usualWidths(shots: readonly Shot[]): number[] {
  const lines = shots
    .flatMap(({ drawing, measured }) => measured.strokes.map((line) => ({ ...line, drawing })))
    .sort((a, b) => a.wide - b.wide)
  const groups: (typeof lines)[] = []
  for (const line of lines) {
    const before = groups.at(-1)?.at(-1)
    if (before && line.wide <= LIKE * before.wide) groups.at(-1)!.push(line)
    else groups.push([line])
  }
  return groups
    .filter((group) => new Set(group.map(({ drawing }) => drawing)).size >= USUAL * shots.length)
    .map((group) => middle(group))
}

/** As far off as this, in times of how far lines of the level are, a single one may be by chance; many together less. */
const CHANCE = 3.5

/** How many lines of one length would tell as much. */
const countOf = (lines: readonly Line[]): number =>
  lines.reduce((sum, { long }) => sum + long, 0) ** 2 / lines.reduce((sum, { long }) => sum + long * long, 0)

const nearest = (usual: readonly number[], wide: number): number =>
  usual.reduce((a, b) => (Math.abs(Math.log(wide / b)) < Math.abs(Math.log(wide / a)) ? b : a))

/**
 * Line weight jumps. A line that is heavier or finer on one drawing than on its level flickers. Lines are held against
 * those of their kind: more hatching than on the other drawings makes no line finer.
 */
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
    const lined = subject.shots.filter(({ measured }) => measured.lineWidth !== undefined)
    if (lined.length < 3 || subject.level.kind === 'ground') return judged([])
    const widths = usualWidths(lined)
    const usual = widths.length > 0 ? widths : [median(lined.map(({ measured }) => measured.lineWidth!))]
    const times = ({ wide }: Line) => wide / nearest(usual, wide)
    const spread = median(
      lined.flatMap(({ measured }) => measured.strokes.map((line) => Math.abs(Math.log(times(line))))),
    )
    return judged(
      lined.flatMap((shot): Observation[] => {
        const { lineWidth, shape, strokes } = shot.measured
        const off = middle(strokes, times)
        const value = 100 * (off - 1)
        if (Math.abs(value) <= share || Math.abs(Math.log(off)) <= (CHANCE * spread) / Math.sqrt(countOf(strokes)))
          return []
        return [
          {
            level: subject.level.id,
            drawings: [shot.drawing],
            frames: [shot.frame],
            value,
            limit: share,
            unit: '%',
            sentence: `The line of drawing ${shot.entry.number} of ${subject.level.name} is ${rounded(lineWidth!)} px wide, ${rounded(Math.abs(value))} % ${value > 0 ? 'heavier' : 'finer'} than its level's ${rounded(lineWidth! / (1 + value / 100))} px.`,
            evidence: shape ? [{ kind: 'shape', rings: shape.rings, words: `${rounded(lineWidth!)} px` }] : [],
          },
        ]
      }),
    )
  },
}
