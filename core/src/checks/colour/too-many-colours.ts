import { colourUse, coloursOver } from '../../scene/colour-use'
import { judged, type CheckFacts, type Judge } from '../check'

/** Too many colours. A scene that set itself a limit of colours keeps it, so that it holds together. */
export const tooManyColours = {
  id: 'too-many-colours',
  name: 'Too many colours',
  group: 'colour',
  severity: 'look',
  why: 'A scene holds together by few colours; this one set itself a limit.',
  limits: {},
} as const satisfies CheckFacts

export const judgeTooManyColours: Judge = {
  scene({ scene, inkOf }) {
    const { colourLimit } = scene.settings
    if (colourLimit == null) return judged([])
    const use = colourUse(scene, inkOf)
    const over = coloursOver(scene, use)
    if (over.length === 0) return judged([])
    const names = new Map(scene.palette.map(({ id, name }) => [id, name]))
    const value = use.filter(({ pieces }) => pieces > 0).length
    return judged([
      {
        drawings: [...new Set(over.flatMap(({ drawings }) => drawings))],
        frames: [],
        value,
        limit: colourLimit,
        unit: 'colours',
        sentence: `${value} colours are used where the scene should make do with ${colourLimit}; least used: ${over.map(({ swatch }) => names.get(swatch) ?? swatch).join(', ')}.`,
        evidence: [],
      },
    ])
  },
}
