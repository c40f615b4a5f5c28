import { oklchOf } from '../../base/colour'
import { coloursOf } from '../../scene/palette'
import { judged, type CheckFacts, type Judge } from '../check'
import type { Observation } from '../finding'
import type { LevelSubject } from '../subject'

/** Ground and figures whose mean chroma differs by less are alike to the eye, on OKLCH's scale. */
const ALIKE = 0.005

/** Mean chroma, and how far lightness spreads, over all paint by area. */
function paintOf(subjects: readonly LevelSubject[], colours: ReadonlyMap<string, string>) {
  let [area, chroma, light, square] = [0, 0, 0, 0]
  for (const { shots } of subjects) {
    for (const { measured } of shots) {
      for (const [swatch, painted] of measured.areas) {
        const { l = 0, c = 0 } = oklchOf(colours.get(swatch) ?? '#000000') ?? {}
        area += painted
        chroma += painted * c
        light += painted * l
        square += painted * l * l
      }
    }
  }
  return area > 0
    ? { chroma: chroma / area, contrast: Math.sqrt(Math.max(0, square / area - (light / area) ** 2)) }
    : undefined
}

/**
 * Ground competes. The eye goes to the strongest colour: a ground more colourful than the figures before
 * it takes the scene from them. Chroma is OKLCH's, by painted area.
 */
export const groundCompetes = {
  id: 'ground-competes',
  name: 'Ground competes',
  group: 'colour',
  severity: 'look',
  why: 'The eye goes to the strongest colour: a ground stronger than its figures takes the scene from them.',
  limits: { times: { words: "Ground's mean chroma, of the figures'", unit: '×', value: 1, min: 0.2, max: 10 } },
} as const satisfies CheckFacts

export const judgeGroundCompetes: Judge = {
  scene({ scene, level, limit }) {
    const times = limit('times')
    const visible = scene.levelOrder.map(level).filter(({ level: each }) => !each.hidden)
    const [grounds, figures] = [
      visible.filter(({ level: each }) => each.kind === 'ground'),
      visible.filter(({ level: each }) => each.kind !== 'ground'),
    ]
    const pictured = grounds.filter(({ level: each }) => each.ground?.picture)
    const unmeasured = pictured.map(({ level: each }) => ({
      level: each.id,
      drawings: 1,
      sentence: `${each.name} is a picture; its colours are not measured.`,
    }))
    const colours = coloursOf(scene.palette)
    const [ground, figure] = [paintOf(grounds, colours), paintOf(figures, colours)]
    if (!ground || !figure || ground.chroma <= figure.chroma * times + ALIKE) return judged([], unmeasured)
    const finding: Observation = {
      level: grounds[0]!.level.id,
      drawings: [],
      frames: [],
      value: ground.chroma / Math.max(1e-3, figure.chroma),
      limit: times,
      unit: '×',
      sentence: `The ground is more colourful than the figures: mean chroma ${ground.chroma.toFixed(3)} against ${figure.chroma.toFixed(3)}, lightness spread ${ground.contrast.toFixed(2)} against ${figure.contrast.toFixed(2)}.`,
      evidence: [],
    }
    return judged([finding], unmeasured)
  },
}
