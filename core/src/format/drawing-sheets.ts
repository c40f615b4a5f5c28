import { framesFromTo } from '../base/counted'
import { rgb } from 'pdf-lib'
import type { Drawing, Scene } from '../scene/schema'
import { drawingsShown, exposuresOf } from '../timing/sheet'
import { framesToSeconds } from '../timing/time'
import { isDrawn } from '../timing/work'
import type { Exporter } from './exported'
import { PAPERS, type Paper } from './papers'
import { black, grey, ladder, printed, type Pen, type PrintFonts } from './print'

/** Blank sheets when nothing is left to draw. */
const BLANK = 12
/** In points: the room round the field, the boxes below it, and the pegs. */
const MARGIN = 26
const FOOT = 112
const PEGS = { from: 22, across: 0.3, round: 5.2, slot: [13, 5.2] } as const
/** Pale blue, as under-drawing is: it can be left out when the sheet is read. */
const guide = rgb(0.66, 0.78, 0.95)

interface Sheet {
  readonly drawing: Drawing | undefined
  readonly frames: string
}

export interface DrawingSheets {
  readonly scene: Scene
  readonly take?: string
  readonly paper: Paper
  readonly fonts: PrintFonts
  readonly onPage?: (done: number, of: number) => void
}

/**
 * Sheets to draw on: the field of the scene with its thirds in pale blue, peg marks a scan is laid by, a box for the
 * number and one for the chart. One for each drawing of a take that is still to be drawn, or a dozen blank ones.
 */
export async function writeDrawingSheets({
  scene,
  take = scene.mainTake,
  paper,
  fonts,
  onPage,
}: DrawingSheets): Promise<Uint8Array> {
  // Paper lies on its side.
  const [height, width] = PAPERS[paper]
  const { document, penOn, save } = await printed(`${scene.settings.name}, drawing sheets`, fonts)
  const sheets = sheetsOf(scene, take)
  sheets.forEach((sheet, i) => {
    const pen = penOn(document.addPage([width, height]))
    field(pen, scene, { width, height })
    pegs(pen, { width, height })
    boxes(pen, scene, sheet, { width, height })
    onPage?.(i + 1, sheets.length)
  })
  return save()
}

function sheetsOf(scene: Scene, take: string): Sheet[] {
  const toDraw = scene.levelOrder.flatMap((level) => {
    const exposures = exposuresOf(scene, level, take)
    return drawingsShown(exposures).flatMap(({ drawing, frame }): Sheet[] => {
      const entry = scene.drawings[drawing]!
      if (isDrawn(entry) || scene.levels[level]!.kind === 'ground') return []
      const held = exposures.find((each) => each.drawing === drawing)?.frames ?? 1
      return [{ drawing: entry, frames: framesFromTo(frame, frame + held - 1) }]
    })
  })
  return toDraw.length > 0 ? toDraw : Array.from({ length: BLANK }, () => ({ drawing: undefined, frames: '' }))
}

interface Size {
  readonly width: number
  readonly height: number
}

function field({ page }: Pen, { settings }: Scene, { width, height }: Size) {
  const room = { width: width - 2 * MARGIN, height: height - 2 * MARGIN - FOOT }
  const scale = Math.min(room.width / settings.width, room.height / settings.height)
  const [w, h] = [settings.width * scale, settings.height * scale]
  const [x, y] = [(width - w) / 2, height - MARGIN - h]
  page.drawRectangle({ x, y, width: w, height: h, borderColor: guide, borderWidth: 0.8 })
  const rule = (x1: number, y1: number, x2: number, y2: number) =>
    page.drawLine({ start: { x: x1, y: y1 }, end: { x: x2, y: y2 }, thickness: 0.4, color: guide })
  for (const share of [1 / 3, 1 / 2, 2 / 3]) {
    rule(x + share * w, y, x + share * w, y + h)
    rule(x, y + share * h, x + w, y + share * h)
  }
}

/** A round mark between two slots, where holes are, or would be. */
function pegs({ page }: Pen, { width }: Size) {
  page.drawCircle({ x: width / 2, y: PEGS.from, size: PEGS.round, color: black })
  for (const side of [-1, 1]) {
    const x = width / 2 + side * PEGS.across * width
    const [half, thick] = PEGS.slot
    page.drawRectangle({ x: x - half, y: PEGS.from - thick, width: 2 * half, height: 2 * thick, color: black })
    for (const end of [-half, half]) page.drawCircle({ x: x + end, y: PEGS.from, size: thick, color: black })
  }
}

function boxes(pen: Pen, scene: Scene, { drawing, frames }: Sheet, { width, height }: Size) {
  const top = height - MARGIN - FOOT + 14
  pen.page.drawRectangle({
    x: MARGIN,
    y: height - top - 46,
    width: 96,
    height: 46,
    borderColor: grey,
    borderWidth: 0.7,
  })
  pen.text('drawing', MARGIN + 5, top + 10, { size: 7, tone: grey })
  if (drawing) {
    pen.text(drawing.number, MARGIN + 48, top + 33, { size: 20, bold: true, align: 'middle' })
    pen.text(`${scene.levels[drawing.level]!.name}, ${drawing.role}`, MARGIN + 104, top + 14, { size: 9, room: 180 })
    pen.text(`${frames}, ${framesToSeconds(1, scene.settings.fps).toFixed(3)} s each`, MARGIN + 104, top + 28, {
      size: 8,
      tone: grey,
    })
  }
  pen.text(scene.settings.name, MARGIN + 104, top + 43, { size: 8, tone: grey, room: 220 })
  const left = width - MARGIN - 120
  pen.page.drawRectangle({ x: left, y: height - top - 78, width: 120, height: 78, borderColor: grey, borderWidth: 0.7 })
  pen.text('chart', left + 5, top + 10, { size: 7, tone: grey })
  const chart =
    drawing &&
    Object.values(scene.charts).find(({ from, to, marks }) =>
      [from, to, ...marks.map((mark) => mark.drawing)].includes(drawing.id),
    )
  if (chart) ladder(pen, scene, chart, { rail: left + 52, top: top + 14, bottom: top + 68, marked: drawing.id })
  else pen.line(left + 52, top + 14, left + 52, top + 68, { width: 0.6, tone: grey })
}

/** Sheets to draw on. */
export const exportDrawingSheets: Exporter = async ({ scene, take, stem, paper, fonts, progress }) => {
  const onPage = (page: number, of: number) => progress(page, of, `Sheet ${page} of ${of}`)
  const bytes = await writeDrawingSheets({ scene, take, paper, fonts: await fonts(), onPage })
  return { name: `${stem}-drawing-sheets.pdf`, type: 'application/pdf', parts: [bytes] }
}
