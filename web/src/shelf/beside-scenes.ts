import { editsMaking, type ProductionDocument } from '@unhurried/core'
import { freshId } from '../api/ids'
import { productionsApi } from '../api/productions'

/** Edits sent in one go. */
const AT_ONCE = 2000

interface Into {
  readonly production: string
  /** The id by which a scene is known there. */
  readonly now: ReadonlyMap<string, string>
}

/** Gives a production that has nothing beside its scenes yet the reels and the library of another. Errors: with a sentence. */
export async function keepBeside(document: ProductionDocument, { production, now }: Into): Promise<void> {
  const edits = editsMaking(document, (scene) => now.get(scene) ?? scene).map((edit) => ({ id: freshId(), edit }))
  for (let from = 0; from < edits.length; from += AT_ONCE)
    await productionsApi.keep(production, edits.slice(from, from + AT_ONCE))
}

/** The same from a production that is on the shelf. */
export const copyBeside = async (from: string, into: Into): Promise<void> =>
  keepBeside((await productionsApi.read(from)).document, into)
