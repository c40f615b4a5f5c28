import { numbersOf, type PlacedPiece } from '../../ink/ink'
import type { Edit, SimpleEdit } from '../kinds'

/** What one request carries well, and one change of ink in it. */
const REQUEST = { numbers: 400_000, pieces: 20_000, count: 4000 }
const CHANGE = { numbers: 400_000, pieces: 2000, count: 1000 }

interface Lines {
  readonly remove: readonly PlacedPiece[]
  readonly add: readonly PlacedPiece[]
}
const piecesOf = ({ remove, add }: Lines) => [...remove, ...add]
const numbersIn = (pieces: readonly PlacedPiece[]) => pieces.reduce((sum, { piece }) => sum + numbersOf(piece), 0)

/** Edits that belong together, in as few edits as can be sent: one, or several to be made in this order as one step. */
export function inPortions(words: string, edits: readonly SimpleEdit[]): Edit[] {
  const portions = grouped(edits.flatMap(divided), REQUEST, (edit) =>
    edit.type === 'ink.change' ? piecesOf(edit) : [],
  )
  return portions.map((some, i) => ({
    type: 'together',
    words: portions.length === 1 ? words : `${words} (${i + 1} of ${portions.length})`,
    edits: some,
  }))
}

/** A change of ink as several, none larger than one carries. */
function divided(edit: SimpleEdit): SimpleEdit[] {
  if (edit.type !== 'ink.change') return [edit]
  const pieces = piecesOf(edit)
  if (pieces.length <= CHANGE.count && numbersIn(pieces) <= CHANGE.numbers) return [edit]
  return lineByLine(edit).flatMap((lines) =>
    grouped(lines, CHANGE, piecesOf).map((some) => ({
      ...edit,
      remove: some.flatMap(({ remove }) => [...remove]),
      add: some.flatMap(({ add }) => [...add]),
    })),
  )
}

/**
 * A change of many lines as changes of one, which may be broken off anywhere: each leads from one whole pile to another,
 * and back. Lines in the place of others come one after the other; else all that goes does so from the top down, so that
 * it is put back from below, and what comes after it from below.
 */
function lineByLine(edit: Lines): Lines[][] {
  const [remove, add] = [inOrder(edit.remove), inOrder(edit.add)]
  const isInPlace = remove.length === add.length && remove.every(({ at }, i) => at === add[i]!.at)
  if (isInPlace) return [remove.map((gone, i) => ({ remove: [gone], add: [add[i]!] }))]
  return [
    remove.reverse().map((gone) => ({ remove: [gone], add: [] })),
    add.map((come) => ({ remove: [], add: [come] })),
  ]
}
const inOrder = (placed: readonly PlacedPiece[]) => [...placed].sort((a, b) => a.at - b.at)

/** Things in their order, in groups none of which weighs more than `most` unless one thing does. */
function grouped<T>(things: readonly T[], most: typeof CHANGE, piecesIn: (thing: T) => readonly PlacedPiece[]): T[][] {
  const groups: T[][] = []
  let [numbers, pieces] = [0, 0]
  for (const thing of things) {
    const own = piecesIn(thing)
    const ownNumbers = numbersIn(own)
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
