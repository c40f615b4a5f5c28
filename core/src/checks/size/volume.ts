import { judged, type Check } from '../check'
import { rounded, type Observation } from '../finding'
import { named } from '../subject'

export const median = (values: readonly number[]): number => {
  const sorted = [...values].sort((a, b) => a - b)
  const middle = sorted.length >> 1
  return sorted.length % 2 === 1 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2
}

/**
 * Volume. A figure keeps its bulk however it is squashed or stretched; one that grows and shrinks looks
 * like it breathes. The silhouette's area is compared with the level's model drawing, else with the
 * median of the level (arithmetic, 5). Cast shadows on their own pass do not count.
 */
export const volume: Check = {
  id: 'volume',
  name: 'Volume',
  group: 'size',
  severity: 'mend',
  why: 'A figure keeps its bulk however it is squashed: one that grows and shrinks seems to breathe.',
  limits: { share: { words: 'Area more or less than the model by', unit: '%', value: 8, min: 1, max: 100 } },
  level(subject, { limit }) {
    if (subject.level.kind === 'ground') return judged([])
    const share = limit('share')
    const model = subject.all.find(({ entry }) => entry.id === subject.level.model)
    const areas = subject.bodies.flatMap(({ measured }) => measured.shape?.area ?? [])
    const own = model?.measured?.shape?.area
    if (own === undefined && areas.length < 3) return judged([])
    const wanted = own ?? median(areas)
    const what = own === undefined ? 'the middle one of its level' : `the model, ${model!.entry.number}`
    const findings = subject.bodies.flatMap((shot): Observation[] => {
      const { shape } = shot.measured
      if (!shape) return []
      const value = 100 * (shape.area / wanted - 1)
      if (Math.abs(value) <= share) return []
      return [
        {
          level: subject.level.id,
          drawings: [shot.drawing],
          frames: [shot.frame],
          value,
          limit: share,
          unit: '%',
          sentence: `${named(subject, shot)} is ${rounded(Math.abs(value))} % ${value > 0 ? 'larger' : 'smaller'} in area than ${what}.${shape.area < wanted / 2 ? ' Its outline may be open.' : ''}`,
          evidence: [
            { kind: 'shape', rings: shape.rings, words: `${value > 0 ? '+' : '−'}${rounded(Math.abs(value))} %` },
          ],
        },
      ]
    })
    return judged(findings)
  },
}
