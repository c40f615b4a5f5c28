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

/**
 * Reads a sheet written by {@link writeSheetCsv} or in a spreadsheet, with commas, semicolons or tabs.
 * Levels without a column stay as they are; a level whose column says what is there already is left
 * alone, so that its cycles stay cycles.
 */
export function readSheetCsv(scene: Scene, take: string, text: string): SheetReading {
  const errors: SheetError[] = []
  const wrong = (row: number, column: string, sentence: string) =>
    errors.length < MOST_ERRORS && errors.push({ row, column, sentence })
  if (text.length > LARGEST)
    return { errors: [{ row: 1, column: '', sentence: 'This file is too large to be an exposure sheet.' }] }
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), {
    skipEmptyLines: 'greedy',
    delimitersToGuess: [',', ';', '\t'],
  })
  const [head = [], ...rows] = data.map((row) => row.map((cell) => unplain(cell.trim())))
  const known = new Map(heads(scene).map(({ level, head: name }) => [name.toLowerCase(), level]))
  const at = new Map<string, number>()
  head.forEach((name, i) => {
    const key = name.toLowerCase()
    if (name === '') {
      if (rows.some((row) => row[i]))
        wrong(1, `column ${i + 1}`, 'This column has no head. Write the name of its level in row 1.')
    } else if (at.has(key)) wrong(1, name, 'There are two columns with this head. Keep one.')
    else if (!known.has(key) && ![FRAME, TIME, NOTE].some((own) => own.toLowerCase() === key))
      wrong(1, name, `There is no level called ${name} in this scene.`)
    else at.set(key, i)
  })
  const frameColumn = at.get(FRAME.toLowerCase())
  if (frameColumn === undefined) wrong(1, FRAME, `There must be a column “${FRAME}” that counts the frames.`)
  const { length } = scene.settings
  if (rows.length !== length)
    wrong(
      rows.length + 1,
      FRAME,
      `The file has ${counted(rows.length, 'frame')} and the scene ${length}. Give both the same length first.`,
    )
  rows.slice(0, length).forEach((row, i) => {
    if (frameColumn !== undefined && Number(row[frameColumn]) !== i + 1)
      wrong(i + 2, FRAME, `Here frame ${i + 1} is expected and “${row[frameColumn] ?? ''}” is written.`)
  })

  const columns: Record<string, Exposure[]> = {}
  for (const [name, level] of known) {
    const column = at.get(name)
    if (column === undefined) continue
    const exposures: Exposure[] = []
    rows.slice(0, length).forEach((row, i) => {
      const cell = row[column] ?? ''
      // Said once, not again for every frame that is held after it.
      const miss = (...words: Parameters<typeof wrong>) => {
        wrong(...words)
        exposures.push({ drawing: null, frames: 1 })
      }
      const last = exposures.at(-1)
      if (cell === '' && last) exposures[exposures.length - 1] = { ...last, frames: last.frames + 1 }
      else if (cell === '')
        miss(
          i + 2,
          head[column]!,
          `The first frame says nothing. Write a drawing’s number, or ${EMPTY} for an empty frame.`,
        )
      else if (cell === EMPTY) exposures.push({ drawing: null, frames: 1 })
      else {
        const drawing = drawingBy(scene, level, cell)
        if (drawing) exposures.push({ drawing: drawing.id, frames: 1 })
        else miss(i + 2, head[column]!, `There is no drawing ${cell} on level ${scene.levels[level]!.name}.`)
      }
    })
    columns[level] = joined(exposures)
  }
  if (errors.length > 0) return { errors }
  const changed = Object.entries(columns).filter(
    ([level, column]) => !sameRun(column, joined(exposuresOf(scene, level, take))),
  )
  const noteColumn = at.get(NOTE.toLowerCase())
  const notes =
    noteColumn === undefined
      ? undefined
      : rows.flatMap((row, i) => (row[noteColumn] ? [{ frame: i + 1, text: row[noteColumn].slice(0, 2000) }] : []))
  return { columns: Object.fromEntries(changed), ...(notes && { notes }) }
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
