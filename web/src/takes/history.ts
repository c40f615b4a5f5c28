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

/** What was done without a long break, as one sits down to a scene and gets up again. */
export interface Sitting {
  /** The last version in it. */
  readonly version: number
  readonly from: Date
  readonly to: Date
  readonly steps: number
  /** Drawings whose lines were changed, the one changed last first, each as it was after its last change. */
  readonly drawings: readonly { readonly drawing: string; readonly version: number; readonly changes: number }[]
  readonly chapters: readonly Chapter[]
}

/** A break that ends a sitting, in milliseconds. */
const BREAK = 45 * 60_000

/** History, newest first, gathered by sitting and within that by drawing. */
export function sittings(steps: readonly HistoryStep[], numberOf: (drawing: string) => string): Sitting[] {
  const runs: HistoryStep[][] = []
  for (const step of steps) {
    const later = runs.at(-1)?.at(-1)
    if (later && Date.parse(later.at) - Date.parse(step.at) < BREAK) runs.at(-1)!.push(step)
    else runs.push([step])
  }
  return runs.map((run) => ({
    version: run[0]!.version,
    from: new Date(run.at(-1)!.at),
    to: new Date(run[0]!.at),
    steps: run.length,
    drawings: drawingsIn(run),
    chapters: chapters(run, numberOf),
  }))
}

function drawingsIn(steps: readonly HistoryStep[]): Sitting['drawings'] {
  const found = new Map<string, { drawing: string; version: number; changes: number }>()
  for (const { drawing, version } of steps) {
    if (drawing === null) continue
    const later = found.get(drawing)
    found.set(drawing, { drawing, version: later?.version ?? version, changes: (later?.changes ?? 0) + 1 })
  }
  return [...found.values()]
}

/** "today 14:02 to 15:30", or one time when it was no longer. */
export function sittingInWords({ from, to }: Pick<Sitting, 'from' | 'to'>, today: Date): string {
  const [begin, end] = [momentInWords(from, today), momentInWords(to, today)]
  if (begin === end) return begin
  return from.toDateString() === to.toDateString() ? `${begin} to ${end.slice(-5)}` : `${begin} to ${end}`
}

/** "14:02", or with the day when it was not today. */
export function momentInWords(at: Date, today: Date): string {
  const time = at.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })
  return at.toDateString() === today.toDateString()
    ? `today ${time}`
    : `${at.toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year: at.getFullYear() === today.getFullYear() ? undefined : 'numeric' })} ${time}`
}
