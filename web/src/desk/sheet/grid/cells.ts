import {
  counted,
  isCycle,
  isDrawn,
  memo,
  placed,
  totalFrames,
  writtenOut,
  type Column,
  type Placed,
  type Scene,
} from '@unhurried/core'

/** One square of the exposure sheet as it is written on paper. */
export interface Cell {
  readonly text: string
  readonly role: string
  readonly drawn: boolean
  readonly kind: 'start' | 'again' | 'hold' | 'end' | 'empty' | 'empty-hold'
  /** The exposure ends here, so its length can be dragged from here. */
  readonly ends: boolean
  /** In the first turn of a cycle, which is written once, in a later one, or in none. */
  readonly cycle: '' | 'first' | 'later'
}

interface Reading {
  readonly entries: readonly Placed[]
  /** Exposures that show a drawing for the first time. */
  readonly firsts: ReadonlySet<number>
  readonly cycles: readonly { from: number; to: number; period: number; turns: number | null }[]
}

/** A column read once for as long as it stays as it is, however many of its squares are in view. */
const reading = memo((column: Column): Reading => {
  const entries = placed(writtenOut(column))
  const seen = new Set<string>()
  const firsts = new Set(
    entries.flatMap(({ drawing, index }) =>
      drawing !== null && !seen.has(drawing) && seen.add(drawing) ? [index] : [],
    ),
  )
  let frame = 1
  const cycles = column.flatMap((entry) => {
    const from = frame
    frame += entry.frames
    return isCycle(entry) ? [{ from, to: frame - 1, period: totalFrames(entry.cycle), turns: entry.turns }] : []
  })
  return { entries, firsts, cycles }
})

/** The last exposure that begins at or before a frame, found by halving. */
function entryAt(entries: readonly Placed[], frame: number): Placed {
  let [low, high] = [0, entries.length - 1]
  while (low < high) {
    const middle = (low + high + 1) >> 1
    if (entries[middle]!.frame <= frame) low = middle
    else high = middle - 1
  }
  return entries[low]!
}

export function cellAt(drawings: Scene['drawings'], column: Column, frame: number): Cell {
  const { entries, firsts, cycles } = reading(column)
  const here = entryAt(entries, frame)
  const around = cycles.find(({ from, to }) => frame >= from && frame <= to)
  const cycle = !around ? '' : frame < around.from + around.period ? 'first' : 'later'
  const begins = here.frame === frame
  const ends = here.frame + here.frames - 1 === frame
  const entry = here.drawing === null ? undefined : drawings[here.drawing]
  if (!entry)
    return { text: begins ? '×' : '', role: '', drawn: false, kind: begins ? 'empty' : 'empty-hold', ends, cycle }
  const base = { role: entry.role, ends, cycle, drawn: isDrawn(entry) } as const
  if (!begins) return { ...base, text: '', kind: ends ? 'end' : 'hold' }
  const first = firsts.has(here.index)
  return { ...base, text: first ? entry.number : `(${entry.number})`, kind: first ? 'start' : 'again' }
}

/** True when no drawing looks otherwise on the sheet: another line on a drawn one changes nothing there. */
export function sameFaces(before: Scene['drawings'], now: Scene['drawings']): boolean {
  if (before === now) return true
  const ids = Object.keys(now)
  return (
    ids.length === Object.keys(before).length &&
    ids.every((id) => {
      const [a, b] = [before[id], now[id]!]
      return a === b || (a !== undefined && a.number === b.number && a.role === b.role && isDrawn(a) === isDrawn(b))
    })
  )
}

/** "a cycle of 3 turns from frame 5", where a frame lies in one. */
export function cycleInWords(column: Column, frame: number): string {
  const around = reading(column).cycles.find(({ from, to }) => frame >= from && frame <= to)
  if (!around) return ''
  return `${around.turns === null ? 'a cycle to the end' : `a cycle of ${counted(around.turns, 'turn')}`}, ${around.period} frames each, from frame ${around.from}`
}
