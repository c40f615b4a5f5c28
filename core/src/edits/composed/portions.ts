import { numbersOf, type PlacedPiece } from '../../ink/ink'
import type { Edit, SimpleEdit } from '../kinds'

interface Weight {
  readonly numbers: number
  readonly pieces: number
  readonly count: number
}
/** What one request carries well, and one change of ink in it. */
const REQUEST: Weight = { numbers: 400_000, pieces: 20_000, count: 4000 }
const CHANGE: Weight = { numbers: 400_000, pieces: 2000, count: 1000 }

/**
 * Edits that belong together, in as few edits as can be sent: one, or several to be made in this order as one step.
 * A change of more lines than one edit carries must only put on, or put on as many as it takes off, in their places.
 */
export function inPortions(words: string, edits: readonly SimpleEdit[]): Edit[] {
  const portions = grouped(edits.flatMap(divided), REQUEST, (edit) =>
    edit.type === 'ink.change' ? [...edit.remove, ...edit.add] : [],
  )
  return portions.map((some, i) => ({
    type: 'together',
    words: portions.length === 1 ? words : `${words} (${i + 1} of ${portions.length})`,
    edits: some,
  }))
}

function divided(edit: SimpleEdit): SimpleEdit[] {
  if (edit.type !== 'ink.change') return [edit]
  const { remove, add } = edit
  const places = Array.from({ length: Math.max(remove.length, add.length) }, (_, i) => ({
    remove: remove.slice(i, i + 1),
    add: add.slice(i, i + 1),
  }))
  return grouped(places, CHANGE, (place) => [...place.remove, ...place.add]).map((some) => ({
    ...edit,
    remove: some.flatMap((place) => place.remove),
    add: some.flatMap((place) => place.add),
  }))
}

/** Things in their order, in groups none of which weighs more than `most` unless one thing does. */
function grouped<T>(things: readonly T[], most: Weight, piecesOf: (thing: T) => readonly PlacedPiece[]): T[][] {
  const groups: T[][] = []
  let [numbers, pieces] = [0, 0]
  for (const thing of things) {
    const own = piecesOf(thing)
    const ownNumbers = own.reduce((sum, { piece }) => sum + numbersOf(piece), 0)
    const group = groups.at(-1)
    const fits = numbers + ownNumbers <= most.numbers && pieces + own.length <= most.pieces
    if (group && fits && group.length < most.count) group.push(thing)
    else {
      groups.push([thing])
      numbers = pieces = 0
    }
    numbers += ownNumbers
    pieces += own.length
  }
  return groups
}
