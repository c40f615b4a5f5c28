import { counted } from '../../base/counted'
import type { Exporter } from '../exported'
import Papa from 'papaparse'
import { between, joined, totalFrames } from '../../timing/column'
import { asTake } from '../../timing/take-length'
import { exposuresOf, placed } from '../../timing/sheet'
import { timecode } from '../../timing/time'
import type { Drawing, Exposure, Scene } from '../../scene/schema'

/** How the sheet is written as CSV; docs/formats.md tells it to people. */
const FRAME = 'Frame'
const TIME = 'Time'
const NOTE = 'Note'
const EMPTY = '-'
/** More than this is no exposure sheet of ours, in characters. */
const LARGEST = 20_000_000
const MOST_ERRORS = 50

/** Level names as column heads, told apart where two levels have the same. */
function heads(scene: Scene): { level: string; head: string }[] {
  const used = new Set([FRAME, TIME, NOTE].map((name) => name.toLowerCase()))
  return [...scene.levelOrder].reverse().map((level) => {
    const name = scene.levels[level]!.name
    let head = name
    for (let n = 2; used.has(head.toLowerCase()); n++) head = `${name} (${n})`
    used.add(head.toLowerCase())
    return { level, head }
  })
}

/** A cell that a spreadsheet would take for a formula is written after an apostrophe, and so is one that looks as if it was. */
export const plain = (text: string) => (/^[=+@\t\r]|^-.|^'+[=+@\t\r-]/.test(text) ? `'${text}` : text)
export const unplain = (text: string) => (/^'+[=+@\t\r-]/.test(text) ? text.slice(1) : text)

/**
 * A take's sheet as comma-separated values: a row for each frame, a column for each level, the top
 * level first. A drawing's number stands where it begins, `-` where nothing begins to be shown, and an
 * empty cell goes on with what is above it.
 */
export function writeSheetCsv(whole: Scene, take = whole.mainTake): string {
  const scene = asTake(whole, take)
  const columns = heads(scene)
  const notes = new Map((scene.takes[take]!.notes ?? []).map((note) => [note.frame, note.text]))
  const cells = columns.map(
    ({ level }) =>
      new Map(
        placed(joined(exposuresOf(scene, level, take))).map(({ frame, drawing }) => [
          frame,
          drawing === null ? EMPTY : scene.drawings[drawing]!.number,
        ]),
      ),
  )
  const rows = Array.from({ length: scene.settings.length }, (_, i) => {
    const frame = i + 1
    return [
      String(frame),
      timecode(frame, scene.settings.fps),
      ...cells.map((column) => column.get(frame) ?? ''),
      plain(notes.get(frame) ?? ''),
    ]
  })
  return Papa.unparse([[FRAME, TIME, ...columns.map(({ head }) => plain(head)), NOTE], ...rows], { newline: '\r\n' })
}

export interface SheetError {
  /** Row of the spreadsheet, the heads being row 1. */
  readonly row: number
  readonly column: string
  readonly sentence: string
}
/** What a file says where it differs from the sheet, or everything that is wrong with it: then nothing is to be changed. */
export type SheetReading =
  | { readonly columns: Record<string, Exposure[]>; readonly notes?: { frame: number; text: string }[] }
  | { readonly errors: readonly SheetError[] }

interface Cells {
  readonly head: readonly string[]
  readonly rows: readonly (readonly string[])[]
  /** Where the column of a head is, by its name in small letters. */
  readonly at: ReadonlyMap<string, number>
}
type Wrong = (row: number, column: string, sentence: string) => void

/**
 * Reads a sheet written by {@link writeSheetCsv} or in a spreadsheet, with commas, semicolons or tabs.
 * It has the frames the take lasts; what lies beyond its end stays. Levels without a column stay as they are; a level
 * whose column says what is there already is left alone, so that its cycles stay cycles.
 */
export function readSheetCsv(whole: Scene, take: string, text: string): SheetReading {
  const errors: SheetError[] = []
  const wrong: Wrong = (row, column, sentence) =>
    void (errors.length < MOST_ERRORS && errors.push({ row, column, sentence }))
  if (text.length > LARGEST)
    return { errors: [{ row: 1, column: '', sentence: 'This file is too large to be an exposure sheet.' }] }
  const scene = asTake(whole, take)
  const levels = new Map(heads(scene).map(({ level, head }) => [head.toLowerCase(), level]))
  const cells = cellsIn(text, levels, wrong)
  checkFrames(cells, scene.settings.length, wrong)
  const columns: Record<string, Exposure[]> = {}
  for (const [head, level] of levels) {
    const column = cells.at.get(head)
    if (column === undefined) continue
    const read = exposuresIn(scene, level, { ...cells, column }, wrong)
    if (sameRun(read, joined(exposuresOf(scene, level, take)))) continue
    const beyond = between(exposuresOf(whole, level, take), scene.settings.length + 1, whole.settings.length)
    columns[level] = joined([...read, ...beyond])
  }
  if (errors.length > 0) return { errors }
  const notes = notesIn(cells)
  if (!notes) return { columns }
  const beyond = (whole.takes[take]!.notes ?? []).filter(({ frame }) => frame > scene.settings.length)
  return { columns, notes: [...notes, ...beyond] }
}

/** The cells of a table and where its columns are. */
function cellsIn(text: string, levels: ReadonlyMap<string, string>, wrong: Wrong): Cells {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), {
    skipEmptyLines: 'greedy',
    delimitersToGuess: [',', ';', '\t'],
  })
  const [head = [], ...rows] = data.map((row) => row.map((cell) => unplain(cell.trim())))
  const at = new Map<string, number>()
  head.forEach((name, i) => {
    const key = name.toLowerCase()
    if (name === '') {
      if (rows.some((row) => row[i]))
        wrong(1, `column ${i + 1}`, 'This column has no head. Write the name of its level in row 1.')
    } else if (at.has(key)) wrong(1, name, 'There are two columns with this head. Keep one.')
    else if (!levels.has(key) && ![FRAME, TIME, NOTE].some((own) => own.toLowerCase() === key))
      wrong(1, name, `There is no level called ${name} in this scene.`)
    else at.set(key, i)
  })
  return { head, rows, at }
}

function checkFrames({ rows, at }: Cells, length: number, wrong: Wrong): void {
  const column = at.get(FRAME.toLowerCase())
  if (column === undefined) wrong(1, FRAME, `There must be a column “${FRAME}” that counts the frames.`)
  if (rows.length !== length)
    wrong(
      rows.length + 1,
      FRAME,
      `The file has ${counted(rows.length, 'frame')} and the take ${length}. Give both the same length first.`,
    )
  rows.slice(0, length).forEach((row, i) => {
    if (column !== undefined && Number(row[column]) !== i + 1)
      wrong(i + 2, FRAME, `Here frame ${i + 1} is expected and “${row[column] ?? ''}” is written.`)
  })
}

/** What a column of the table says a level shows. */
function exposuresIn(
  scene: Scene,
  level: string,
  { head, rows, column }: Cells & { readonly column: number },
  wrong: Wrong,
): Exposure[] {
  const exposures: Exposure[] = []
  rows.slice(0, scene.settings.length).forEach((row, i) => {
    const cell = row[column] ?? ''
    // Said once, not again for every frame that is held after it.
    const miss = (sentence: string) => {
      wrong(i + 2, head[column]!, sentence)
      exposures.push({ drawing: null, frames: 1 })
    }
    const last = exposures.at(-1)
    if (cell === '' && last) exposures[exposures.length - 1] = { ...last, frames: last.frames + 1 }
    else if (cell === '')
      miss(`The first frame says nothing. Write a drawing’s number, or ${EMPTY} for an empty frame.`)
    else if (cell === EMPTY) exposures.push({ drawing: null, frames: 1 })
    else {
      const drawing = drawingBy(scene, level, cell)
      if (drawing) exposures.push({ drawing: drawing.id, frames: 1 })
      else miss(`There is no drawing ${cell} on level ${scene.levels[level]!.name}.`)
    }
  })
  return joined(exposures)
}

/** What the table notes on frames; undefined where it has no column of notes. */
function notesIn({ rows, at }: Cells): { frame: number; text: string }[] | undefined {
  const column = at.get(NOTE.toLowerCase())
  if (column === undefined) return undefined
  return rows.flatMap((row, i) => (row[column] ? [{ frame: i + 1, text: row[column].slice(0, 2000) }] : []))
}

/** By its number as written, or as the spreadsheet may have rewritten it (05 as 5). */
function drawingBy(scene: Scene, level: string, number: string): Drawing | undefined {
  const all = Object.values(scene.drawings).filter((drawing) => drawing.level === level)
  const alike = all.filter((drawing) => /^\d+$/.test(drawing.number) && Number(drawing.number) === Number(number))
  return all.find((drawing) => drawing.number === number) ?? (alike.length === 1 ? alike[0] : undefined)
}

const sameRun = (a: readonly Exposure[], b: readonly Exposure[]) =>
  a.length === b.length &&
  totalFrames(a) === totalFrames(b) &&
  between(a, 1, totalFrames(a)).every(({ drawing, frames }, i) => drawing === b[i]!.drawing && frames === b[i]!.frames)

/** The sheet of a take as a table. */
export const exportSheetCsv: Exporter = ({ scene, take, stem }) => ({
  name: `${stem}-sheet.csv`,
  type: 'text/csv',
  parts: [new TextEncoder().encode(writeSheetCsv(scene, take))],
})
