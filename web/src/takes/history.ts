import type { HistoryStep } from '../api/api'

/** Steps that belong together in the telling: lines on one drawing made one after the other. */
export interface Chapter {
  /** The last version in it, which is how the scene stood when it was done. */
  readonly version: number
  readonly first: number
  readonly from: Date
  readonly to: Date
  readonly words: string
  readonly steps: number
}

/** A longer pause begins a new chapter, in milliseconds. */
const PAUSE = 10 * 60_000

/** History, newest first, with runs of lines on the same drawing told as one. */
export function chapters(steps: readonly HistoryStep[], numberOf: (drawing: string) => string): Chapter[] {
  const found: Chapter[] = []
  let before: HistoryStep | undefined
  for (const step of steps) {
    const at = new Date(step.at)
    const last = found.at(-1)
    if (
      last &&
      before &&
      step.drawing !== null &&
      step.drawing === before.drawing &&
      last.from.getTime() - at.getTime() < PAUSE
    ) {
      found[found.length - 1] = {
        ...last,
        first: step.version,
        from: at,
        steps: last.steps + 1,
        words: `${last.steps + 1} changes to the lines of drawing ${numberOf(step.drawing)}`,
      }
    } else
      found.push({
        version: step.version,
        first: step.version,
        from: at,
        to: at,
        words: step.words || 'a change',
        steps: 1,
      })
    before = step
  }
  return found
}

/** "14:02", or with the day when it was not today. */
export function momentInWords(at: Date, today: Date): string {
  const time = at.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })
  return at.toDateString() === today.toDateString()
    ? `today ${time}`
    : `${at.toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year: at.getFullYear() === today.getFullYear() ? undefined : 'numeric' })} ${time}`
}
