import { poured } from '../scene/palette'
import type { Swatch } from '../scene/schema'
import type { ProductionDocument } from './schema'

/** A colour of a scene that is linked to one of the library. */
export interface LinkedColour {
  readonly swatch: string
  readonly name: string
  /** What it is in the scene. */
  readonly colour: string
  /** The entry of the library, and which colour of it. */
  readonly entry: string
  readonly of: string
  /** The scene keeps its own on purpose. */
  readonly own?: true
}

/** The colours of a scene that are linked to the library; what was merged into another is shown in that. */
export const linkedColours = ({ palette }: { readonly palette: readonly Swatch[] }): LinkedColour[] =>
  palette.flatMap(({ id, name, colour, linked }) =>
    linked && poured(palette, id) === id ? [{ swatch: id, name, colour, ...linked }] : [],
  )

/** What a colour is in the library; undefined where it was taken out. */
export const libraryColour = (
  { characters }: Pick<ProductionDocument, 'characters'>,
  { entry, of }: Pick<LinkedColour, 'entry' | 'of'>,
) => characters.find(({ id }) => id === entry)?.colours.find(({ id }) => id === of)

/** Those that are not what the library has, and are not so on purpose. */
export const behindLibrary = (
  library: Pick<ProductionDocument, 'characters'>,
  linked: readonly LinkedColour[],
): { readonly from: LinkedColour; readonly to: string }[] =>
  linked.flatMap((from) => {
    const to = from.own ? undefined : libraryColour(library, from)?.colour
    return to !== undefined && to.toLowerCase() !== from.colour.toLowerCase() ? [{ from, to }] : []
  })
