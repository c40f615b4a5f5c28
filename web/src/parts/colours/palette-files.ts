import { PALETTE_FORMATS, readPalette, type NamedColour } from '@unhurried/core'
import { wordsOf } from '../files/text-file'
import { handDown } from '../hand-down'

export type PaletteFormat = (typeof PALETTE_FORMATS)[number]['id']

/** Hands colours down as a file. */
export function handOutColours(colours: readonly NamedColour[], stem: string, as: PaletteFormat): void {
  const { type, write } = PALETTE_FORMATS.find(({ id }) => id === as)!
  handDown(new Blob([write(colours)], { type }), `${stem}-colours.${as}`)
}

/** The colours of a file. Errors: with a sentence. */
export const coloursOfFile = async (file: File): Promise<NamedColour[]> => readPalette(await wordsOf(file))
