import { poured, potsOf } from './palette'
import type { Pass, Scene } from './schema'
import { PASSES } from './schema'

export interface ColourUse {
  readonly swatch: string
  /** Drawings that use it, each once. */
  readonly drawings: readonly string[]
  readonly pieces: number
}

/** Which drawings use each pot of the scene, merged colours counted with what they were merged into; the most used first. */
export function colourUse(
  scene: Scene,
  inkOf: (drawing: string, pass: Pass) => readonly { readonly swatch: string }[],
): ColourUse[] {
  const ends = new Map(scene.palette.map(({ id }) => [id, poured(scene.palette, id)]))
  const uses = new Map(potsOf(scene.palette).map(({ id }) => [id, { drawings: new Set<string>(), pieces: 0 }]))
  for (const drawing of Object.keys(scene.drawings)) {
    for (const pass of PASSES) {
      for (const piece of inkOf(drawing, pass)) {
        const use = uses.get(ends.get(piece.swatch) ?? '')
        if (!use) continue
        use.drawings.add(drawing)
        use.pieces++
      }
    }
  }
  return [...uses]
    .map(([swatch, { drawings, pieces }]) => ({ swatch, drawings: [...drawings], pieces }))
    .sort((a, b) => b.pieces - a.pieces)
}

/** The used colours beyond the scene's own limit, the least used of all. */
export function coloursOver(scene: Scene, use: readonly ColourUse[]): ColourUse[] {
  const { colourLimit } = scene.settings
  return colourLimit == null ? [] : use.filter(({ pieces }) => pieces > 0).slice(colourLimit)
}
