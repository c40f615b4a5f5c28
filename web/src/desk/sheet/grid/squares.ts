import type { Column, Level, Scene } from '@unhurried/core'
import { cellAt, cycleInWords } from './cells'

/** A level's column of the sheet as it stands in the page. The same object for as long as nothing of it changes. */
export interface ShownColumn {
  readonly level: Level
  readonly index: number
  readonly column: Column
  /** Where it begins, as CSS. */
  readonly style: string
}

/** What a square's look depends on besides its column. */
export interface SquareState {
  readonly frame: number
  readonly drawings: Scene['drawings']
  readonly chosen: boolean
  /** What is to be looked at there. */
  readonly finding: string | undefined
}

/** A square of the sheet: how it looks and what it says of itself. */
export interface Square {
  readonly id: string
  readonly index: number
  readonly style: ShownColumn['style']
  readonly text: string
  readonly look: string
  readonly chosen: boolean
  readonly name: string
  readonly words: string
  readonly title: string | undefined
}

/** Characters that surely fit into the narrowest square. */
const FITS = 4

export function squareOf({ level, index, column, style }: ShownColumn, state: SquareState): Square {
  const { frame, chosen, finding } = state
  const { text, kind, role, cycle, drawn, ends } = cellAt(state.drawings, column, frame)
  const states = { drawn, chosen, locked: level.locked, found: finding !== undefined, long: text.length > FITS }
  const shown = (Object.keys(states) as (keyof typeof states)[]).filter((each) => states[each])
  const look = ['cell', kind, role, cycle && `cycle ${cycle}`, ends && role && 'ends', ...shown]
  const around = cycleInWords(column, frame)
  const what = kind.startsWith('empty') ? 'empty' : text ? `drawing ${text}${drawn ? '' : ', not drawn yet'}` : 'held'
  const words = `Level ${level.name}, frame ${frame}: ${what}${around && `, in ${around}`}`
  return {
    ...{ id: level.id, index, style, text, chosen },
    look: look.filter(Boolean).join(' '),
    name: `${level.name}:${frame}`,
    words: finding === undefined ? words : `${words}, to be looked at`,
    title: finding ?? (around || undefined),
  }
}

interface Kept {
  readonly of: ShownColumn
  readonly state: SquareState
  readonly square: Square
}

/** The squares of a row; one for which nothing changed is the same object as before, and is not laid out again. */
export function squaresOf(
  columns: readonly ShownColumn[],
  stateOf: (column: ShownColumn) => SquareState,
  before: readonly Kept[] = [],
): readonly Kept[] {
  return columns.map((of, i) => {
    const state = stateOf(of)
    const was = before[i]
    if (was?.of === of && sameState(was.state, state)) return was
    const square = squareOf(of, state)
    return { of, state, square: was && sameSquare(was.square, square) ? was.square : square }
  })
}

const sameSquare = (a: Square, b: Square) => (Object.keys(b) as (keyof Square)[]).every((name) => a[name] === b[name])

const sameState = (a: SquareState, b: SquareState) =>
  a.frame === b.frame && a.drawings === b.drawings && a.chosen === b.chosen && a.finding === b.finding

/** A row that goes by too fast to be read, as one line: what stands in each column, between tabs. */
export function inPassing(columns: readonly ShownColumn[], drawings: Scene['drawings'], frame: number): string {
  return columns
    .map(({ column }) => {
      const { text, kind } = cellAt(drawings, column, frame)
      return kind === 'hold' || kind === 'end' ? '|' : text
    })
    .join('\t')
}
