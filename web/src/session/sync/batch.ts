import { numbersOf, simpleEditsOf, type Edit } from '@unhurried/core'
import { EDITS_AT_ONCE } from '@unhurried/core/api'
import type { WaitingEdit } from '../rebase'

const LARGEST_REQUEST = 6_000_000
/** Characters a number of a stroke takes in a request. */
const NUMBER = 9

function sizeOf(edit: Edit): number {
  let numbers = 0
  for (const each of simpleEditsOf(edit)) {
    if (each.type !== 'ink.change') continue
    for (const { piece } of [...each.add, ...each.remove]) numbers += numbersOf(piece)
  }
  return numbers * NUMBER
}

/** The first of those that wait, as many as go into one request. */
export function nextBatch(waiting: readonly WaitingEdit[]): readonly WaitingEdit[] {
  let size = 0
  const some = waiting.slice(0, EDITS_AT_ONCE)
  const first = some.findIndex(({ edit }, i) => {
    size += sizeOf(edit)
    return i > 0 && size > LARGEST_REQUEST
  })
  return first === -1 ? some : some.slice(0, first)
}
