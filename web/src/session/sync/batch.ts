import {
  editInWords,
  EditRefused,
  inPortions,
  LIMITS,
  numbersOf,
  simpleEditsOf,
  type Edit,
  type Scene,
} from '@unhurried/core'
import { EDITS_AT_ONCE } from '@unhurried/core/api'
import type { WaitingEdit } from '../rebase'

const LARGEST_REQUEST = 6_000_000
/** The largest single step: the server takes requests up to 12 MB and 120,000 objects and lists. */
const LARGEST_STEP = 11_000_000
const MOST_PARTS = 110_000
/** Characters a number of a stroke takes in a request. */
const NUMBER = 9
/** Objects and lists a piece with its place is, and an edit around its pieces. */
const PARTS = { piece: 4, edit: 6 } as const

function weightOf(edit: Edit): { size: number; parts: number } {
  let [numbers, parts] = [0, 0]
  for (const each of simpleEditsOf(edit)) {
    parts += PARTS.edit
    if (each.type !== 'ink.change') continue
    parts += PARTS.piece * (each.add.length + each.remove.length)
    for (const { piece } of [...each.add, ...each.remove]) numbers += numbersOf(piece)
  }
  return { size: numbers * NUMBER, parts }
}

/** Whether the server takes a step as it is. */
function canBeSent(edit: Edit): boolean {
  const { size, parts } = weightOf(edit)
  const edits = simpleEditsOf(edit)
  const lines = edits.map((each) => (each.type === 'ink.change' ? Math.max(each.add.length, each.remove.length) : 0))
  return (
    size <= LARGEST_STEP &&
    parts <= MOST_PARTS &&
    edits.length <= LIMITS.editsTogether &&
    lines.every((count) => count <= LIMITS.piecesPerEdit)
  )
}

/** A step as the server takes it: what is more than it takes at once, and could never be sent, in portions. Errors: EditRefused. */
export function sendable(step: readonly Edit[], scene: Scene): Edit[] {
  const portions = step.flatMap((edit) =>
    canBeSent(edit) ? [edit] : inPortions(editInWords(edit, scene), simpleEditsOf(edit)),
  )
  if (!portions.every(canBeSent))
    throw new EditRefused('This is more ink than one step can carry. Do it on fewer drawings at a time.')
  return portions
}

/** The first of those that wait, as many as go into one request. */
export function nextBatch(waiting: readonly WaitingEdit[]): readonly WaitingEdit[] {
  let [size, parts] = [0, 0]
  const some = waiting.slice(0, EDITS_AT_ONCE)
  const first = some.findIndex(({ edit }, i) => {
    const weight = weightOf(edit)
    size += weight.size
    parts += weight.parts
    return i > 0 && (size > LARGEST_REQUEST || parts > MOST_PARTS)
  })
  return first === -1 ? some : some.slice(0, first)
}
