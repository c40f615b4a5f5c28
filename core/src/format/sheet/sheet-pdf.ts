import { counted } from '../../base/counted'
import { asTake } from '../../timing/take-length'
import type { Exporter } from '../exported'
import type { Scene } from '../../scene/schema'
import { isCycle, totalFrames } from '../../timing/column'
import { chartSpan, exposuresOf, placed } from '../../timing/sheet'
import { framesPerBeat, framesToSeconds, timecode } from '../../timing/time'
import { PAPERS, type Paper } from '../papers'
import { CAMERA, cameraColumn } from './sheet-camera'
import { black, grey, ladder, pale, printed, type Pen, type PrintFonts } from '../print'

const MARGIN = 34
const TOP = 62
const NUMBER = 52
const NOTES = 92
const CHARTS = 118
const LEAST_COLUMN = 34
const MOST_ROWS = 52
const LANES = 3

/** Frames on one page: whole seconds as long as they fit. */
const rowsFor = (fps: number) => (fps > MOST_ROWS ? 48 : fps * Math.max(1, Math.floor(MOST_ROWS / fps)))

interface Sheet {
  readonly scene: Scene
  readonly take?: string
}
interface Printing {
  readonly paper: Paper
  readonly fonts: PrintFonts
  /** Told after each page. */
  readonly onPage?: (done: number, of: number) => void
}
export type SheetPdf = Sheet & Printing

/**
 * The exposure sheet of a take as a PDF to print: a row for each frame, levels as columns, keys
 * ringed, breakdowns underlined, holds as lines, empty frames crossed, the camera beside them where the take has one,
 * charts in the right margin.
 * Black and grey only, so that it reads the same printed in grey.
 */
export const writeSheetPdf = ({ scene, take = scene.mainTake, ...printing }: SheetPdf): Promise<Uint8Array> =>
  writeSheetsPdf(`${scene.settings.name}, exposure sheet`, [{ scene, take }], printing)

/** The exposure sheets of several scenes, one after the other, each with its own pages. */
export async function writeSheetsPdf(
  title: string,
  sheets: readonly Sheet[],
  { paper, fonts, onPage }: Printing,
): Promise<Uint8Array> {
  const { document, penOn, save } = await printed(title, fonts)
  const all = sheets.map(({ scene: whole, take = whole.mainTake }) => {
    const scene = asTake(whole, take)
    return { scene, take, pages: pagesOf(scene, take, paper) }
  })
  const of = all.reduce((sum, { pages }) => sum + pages.length, 0)
  let done = 0
  for (const { scene, take, pages } of all)
    pages.forEach((page, n) => {
      const pen = penOn(document.addPage([...PAPERS[paper]]))
      sheetPage(pen, scene, take, { ...page, width: PAPERS[paper][0], page: n + 1, of: pages.length })
      onPage?.(++done, of)
    })
  return save()
}

interface Page {
  readonly from: number
  readonly to: number
  /** Levels, from left to right. */
  readonly group: readonly string[]
}

/** The keys of a take's camera, and how wide their column is, in points. */
const cameraOf = (scene: Scene, take: string) => scene.takes[take]!.camera ?? []
const cameraWidth = (scene: Scene, take: string) => (cameraOf(scene, take).length > 0 ? CAMERA : 0)

/** Points for all levels of a page together. */
const forLevels = (scene: Scene, take: string, width: number) =>
  width - 2 * MARGIN - NUMBER - cameraWidth(scene, take) - NOTES - CHARTS

/** What stands on each page of a scene's sheet. */
function pagesOf(scene: Scene, take: string, paper: Paper): Page[] {
  const [width] = PAPERS[paper]
  const { fps, length } = scene.settings
  const rows = rowsFor(fps)
  const perPage = Math.max(1, Math.floor(forLevels(scene, take, width) / LEAST_COLUMN))
  const levels = [...scene.levelOrder].reverse()
  const groups = Array.from({ length: Math.max(1, Math.ceil(levels.length / perPage)) }, (_, i) =>
    levels.slice(i * perPage, (i + 1) * perPage),
  )
  const stretches = Array.from({ length: Math.ceil(length / rows) }, (_, i) => ({
    from: i * rows + 1,
    to: Math.min(length, (i + 1) * rows),
  }))
  return stretches.flatMap((stretch) => groups.map((group) => ({ ...stretch, group })))
}

function sheetPage(
  pen: Pen,
  scene: Scene,
  take: string,
  { from, to, group, width, page, of }: Page & { width: number; page: number; of: number },
) {
  const rowHeight = (pen.height - TOP - MARGIN - 14) / rowsFor(scene.settings.fps)
  const across = forLevels(scene, take, width) / Math.max(1, group.length)
  heading(pen, scene, take, { width, page, of })
  frameRows(pen, scene, take, { from, to, rowHeight, across, levels: group.length })
  camera(pen, scene, take, { left: MARGIN + NUMBER + across * Math.max(1, group.length), from, to, rowHeight })
  group.forEach((level, i) =>
    column(pen, scene, take, { level, left: MARGIN + NUMBER + i * across, across, from, to, rowHeight }),
  )
  charts(pen, scene, take, { levels: group, left: width - MARGIN - CHARTS + 6, from, to, rowHeight })
}

function heading(
  pen: Pen,
  scene: Scene,
  take: string,
  { width, page, of }: { width: number; page: number; of: number },
) {
  const { settings } = scene
  const seconds = Number(framesToSeconds(settings.length, settings.fps).toFixed(2))
  pen.text(settings.name, MARGIN, 34, { size: 15, bold: true, room: width - 2 * MARGIN - 130 })
  pen.text(
    `${scene.takes[take]!.name}${take === scene.mainTake ? ' (main take)' : ''} · ${counted(settings.length, 'frame')} (${seconds} s) at ${settings.fps} · ${settings.width} × ${settings.height} px`,
    MARGIN,
    48,
    { tone: grey },
  )
  pen.text(`page ${page} of ${of}`, width - MARGIN, 34, { align: 'right', tone: grey })
}

function frameRows(
  pen: Pen,
  scene: Scene,
  take: string,
  {
    from,
    to,
    rowHeight,
    across,
    levels,
  }: { from: number; to: number; rowHeight: number; across: number; levels: number },
) {
  const { fps, beats, length } = scene.settings
  const right = MARGIN + NUMBER + across * Math.max(1, levels) + cameraWidth(scene, take) + NOTES
  const notes = new Map((scene.takes[take]!.notes ?? []).map((note) => [note.frame, note.text]))
  const beatFrames = new Set<number>()
  if (beats)
    for (let i = 0, exact = framesPerBeat(beats.bpm, fps).exact; beats.first + Math.round(i * exact) <= length; i++)
      beatFrames.add(beats.first + Math.round(i * exact))
  pen.text('frame', MARGIN + 24, TOP + 9, { size: 8, align: 'right', tone: grey })
  pen.text('notes', right - NOTES + 5, TOP + 9, { size: 8, tone: grey })
  for (let frame = from; frame <= to; frame++) {
    const y = TOP + 14 + (frame - from) * rowHeight
    const second = (frame - 1) % fps === 0
    pen.line(
      MARGIN,
      y,
      right,
      y,
      beatFrames.has(frame) ? { width: 0.9, dash: [3, 2] } : second ? { width: 1.1 } : { width: 0.35, tone: pale },
    )
    pen.text(String(frame), MARGIN + 24, y + rowHeight * 0.5 + 3, { size: 8.5, align: 'right', bold: second })
    if (second) pen.text(timecode(frame, fps), MARGIN + 28, y + rowHeight * 0.5 + 3, { size: 6.5, tone: grey })
    const note = notes.get(frame)
    if (note)
      pen.text(note.replace(/\s+/g, ' '), right - NOTES + 5, y + rowHeight * 0.5 + 3, { size: 8, room: NOTES - 8 })
  }
  const bottom = TOP + 14 + (to - from + 1) * rowHeight
  pen.line(MARGIN, bottom, right, bottom, { width: 1.1 })
  for (let i = 0; i <= levels; i++)
    pen.line(MARGIN + NUMBER + i * across, TOP, MARGIN + NUMBER + i * across, bottom, { width: 0.5, tone: grey })
}

function column(
  pen: Pen,
  scene: Scene,
  take: string,
  {
    level,
    left,
    across,
    from,
    to,
    rowHeight,
  }: { level: string; left: number; across: number; from: number; to: number; rowHeight: number },
) {
  const middle = left + across / 2
  const yOf = (frame: number) => TOP + 14 + (frame - from) * rowHeight
  pen.text(scene.levels[level]!.name, middle, TOP + 9, { size: 9, bold: true, align: 'middle', room: across - 4 })
  const seen = new Set<string>()
  for (const { drawing, frame, frames } of placed(exposuresOf(scene, level, take))) {
    const entry = drawing === null ? undefined : scene.drawings[drawing]
    const again = entry !== undefined && seen.has(entry.id)
    if (entry) seen.add(entry.id)
    const [first, last] = [Math.max(frame, from), Math.min(frame + frames - 1, to)]
    if (first > last) continue
    const begins = frame >= from
    const baseline = yOf(first) + rowHeight * 0.5 + 3
    if (begins && !entry) pen.text('×', middle, baseline, { align: 'middle', tone: grey })
    if (begins && entry) {
      const words = again ? `(${entry.number})` : entry.number
      const wide = pen.text(words, middle, baseline, {
        align: 'middle',
        bold: entry.role !== 'inbetween',
        tone: again ? grey : black,
      })
      if (entry.role === 'key' && !again) pen.ring(middle, baseline - 3, Math.max(15, wide + 8))
      if (entry.role === 'breakdown' && !again)
        pen.line(middle - wide / 2, baseline + 2, middle + wide / 2, baseline + 2, { width: 0.8 })
    }
    const holdsFrom = begins ? yOf(first + 1) : yOf(first)
    const holdsTo = yOf(last + 1) - (frame + frames - 1 <= to ? rowHeight * 0.25 : 0)
    if (entry && holdsTo > holdsFrom) pen.line(middle, holdsFrom, middle, holdsTo, { width: 0.9 })
  }
  let start = 1
  for (const entry of scene.sheets[take]![level]!) {
    const end = start + entry.frames - 1
    if (isCycle(entry) && start <= to && end >= from) {
      for (const x of [left + 2.5, left + 4.5])
        pen.line(x, yOf(Math.max(start, from)) + 1, x, yOf(Math.min(end, to) + 1) - 1, { width: 0.7 })
      if (start >= from)
        pen.text(
          `${totalFrames(entry.cycle)}${entry.turns === null ? ' …' : ` × ${entry.turns}`}`,
          left + 7,
          yOf(start) + rowHeight * 0.5 + 2,
          { size: 6.5, tone: grey, room: across / 2 - 8 },
        )
    }
    start = end + 1
  }
}

function camera(
  pen: Pen,
  scene: Scene,
  take: string,
  { left, ...rows }: { left: number; from: number; to: number; rowHeight: number },
) {
  const keys = cameraOf(scene, take)
  if (keys.length === 0) return
  const yOf = (frame: number) => TOP + 14 + (frame - rows.from) * rows.rowHeight
  pen.text('camera', left + 4, TOP + 9, { size: 8, tone: grey })
  pen.line(left + CAMERA, TOP, left + CAMERA, yOf(rows.to + 1), { width: 0.5, tone: grey })
  cameraColumn(pen, keys, { left, ...rows, yOf })
}

/** Each chart that begins on the page as an upright ladder beside its frames, in a lane of its own where two meet. */
function charts(
  pen: Pen,
  scene: Scene,
  take: string,
  {
    levels,
    left,
    from,
    to,
    rowHeight,
  }: { levels: readonly string[]; left: number; from: number; to: number; rowHeight: number },
) {
  const busyUntil = Array.from({ length: LANES }, () => 0)
  const bottom = TOP + 14 + (to - from + 1) * rowHeight
  const begun = Object.values(scene.charts)
    .flatMap((chart) => {
      const span = levels.includes(chart.level) ? chartSpan(scene, chart, take) : undefined
      return span && span.fromFrame >= from && span.fromFrame <= to ? [{ chart, ...span }] : []
    })
    .sort((a, b) => a.fromFrame - b.fromFrame)
  for (const { chart, fromFrame, toFrame } of begun) {
    const top = TOP + 14 + (fromFrame - from) * rowHeight + rowHeight / 2
    const lane = busyUntil.findIndex((until) => until <= top)
    // More charts at once than there are lanes: those drawn are whole, and what is left out is said.
    if (lane < 0) {
      pen.text('+', left + CHARTS - 14, top + 3, { size: 8, tone: grey })
      continue
    }
    const end = Math.min(bottom - 4, top + Math.max(30, (toFrame - fromFrame) * rowHeight))
    busyUntil[lane] = end + 6
    ladder(pen, scene, chart, { rail: left + 14 + lane * ((CHARTS - 12) / LANES), top, bottom: end })
  }
}

/** The sheet of a take to print. */
export const exportSheetPdf: Exporter = async ({ scene, take, stem, paper, fonts, progress }) => {
  const onPage = (page: number, of: number) => progress(page, of, `Page ${page} of ${of}`)
  const bytes = await writeSheetPdf({ scene, take, paper, fonts: await fonts(), onPage })
  return { name: `${stem}-sheet.pdf`, type: 'application/pdf', parts: [bytes] }
}
