import { coloursBrought, coloursIn, counted, fileStem, PALETTE_FORMATS, readPalette, type Scene } from '@unhurried/core'
import { freshId } from '../../api/ids'
import { handDown } from '../../parts/hand-down'
import type { useScene } from '../../session/scene'

export type PaletteFormat = (typeof PALETTE_FORMATS)[number]['id']

/** Hands the colours of a scene down as a file. */
export function handOutColours(scene: Scene, as: PaletteFormat): void {
  const { type, write } = PALETTE_FORMATS.find(({ id }) => id === as)!
  handDown(new Blob([write(coloursIn(scene))], { type }), `${fileStem(scene.settings.name)}-colours.${as}`)
}

/** Brings the colours of a file into the scene, in one step; gives what came of it in words. Errors: with a sentence. */
export async function bringInColours(store: ReturnType<typeof useScene>, file: File): Promise<string> {
  const scene = store.scene!
  const { edits, changed, added } = coloursBrought(scene, readPalette(await file.text()), freshId)
  if (edits.length === 0) return 'All of them are here already.'
  const came = `${counted(added, 'new colour')}, ${changed} changed`
  const words = `colours brought in: ${came}`
  return store.change({ type: 'together', words, edits }) ? `${came}.` : ''
}
