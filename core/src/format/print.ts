import fontkit from '@pdf-lib/fontkit'
import { PDFDocument, rgb, type PDFFont, type PDFPage } from 'pdf-lib'
import { clamp } from '../base/clamp'
import type { Chart, Scene } from '../scene/schema'
import { fractionInWords } from '../timing/work'

/** Font files (TrueType, OpenType or WOFF), the first that has a letter writes it. */
export interface PrintFonts {
  readonly plain: readonly Uint8Array[]
  readonly bold: readonly Uint8Array[]
}

export const black = rgb(0.1, 0.1, 0.12)
export const grey = rgb(0.42, 0.42, 0.45)
export const pale = rgb(0.78, 0.78, 0.78)

export interface Pen {
  readonly page: PDFPage
  readonly height: number
  readonly text: (
    words: string,
    x: number,
    y: number,
    options?: {
      size?: number
      bold?: boolean
      align?: 'left' | 'middle' | 'right'
      tone?: typeof black
      room?: number
    },
  ) => number
  readonly line: (
    x1: number,
    y1: number,
    x2: number,
    y2: number,
    options?: { width?: number; tone?: typeof black; dash?: number[] },
  ) => void
  readonly ring: (x: number, y: number, width: number) => void
}

/** Faces that each write some of the world's letters: a word is written by the first that can. */
interface Face {
  readonly font: PDFFont
  readonly has: (code: number) => boolean
}

async function faces(document: PDFDocument, files: readonly Uint8Array[]): Promise<Face[]> {
  return Promise.all(
    files.map(async (bytes) => {
      const font = await document.embedFont(bytes, { subset: true })
      const letters = new Set(font.getCharacterSet())
      return { font, has: (code: number) => letters.has(code) }
    }),
  )
}

/** Text cut into runs each of which one face can write; a letter none has becomes a question mark. */
function runsOf(words: string, all: readonly Face[]): { words: string; font: PDFFont }[] {
  const runs: { words: string; font: PDFFont }[] = []
  const written = (letter: string) => all.some(({ has }) => has(letter.codePointAt(0)!))
  // A sign no face has, such as ⅞, is spelled out when it can be.
  const spelled = [...words].flatMap((letter) =>
    written(letter) ? [letter] : [...letter.normalize('NFKD').replace('\u2044', '/')],
  )
  for (const letter of spelled) {
    const face = all.find(({ has }) => has(letter.codePointAt(0)!))
    const font = (face ?? all[0]!).font
    const shown = face ? letter : '?'
    const last = runs.at(-1)
    if (last?.font === font) last.words += shown
    else runs.push({ words: shown, font })
  }
  return runs
}

function penOn(page: PDFPage, plain: readonly Face[], bold: readonly Face[]): Pen {
  const { height } = page.getSize()
  return {
    page,
    height,
    text(words, x, y, { size = 9, bold: heavy = false, align = 'left', tone = black, room } = {}) {
      const widthOf = (text: string) =>
        runsOf(text, heavy ? bold : plain).reduce((sum, run) => sum + run.font.widthOfTextAtSize(run.words, size), 0)
      let shown = words
      while (room !== undefined && shown.length > 1 && widthOf(shown) > room)
        shown = `${shown.replace(/…$/, '').slice(0, -1)}…`
      const width = widthOf(shown)
      let at = align === 'left' ? x : align === 'middle' ? x - width / 2 : x - width
      for (const run of runsOf(shown, heavy ? bold : plain)) {
        page.drawText(run.words, { x: at, y: height - y, size, font: run.font, color: tone })
        at += run.font.widthOfTextAtSize(run.words, size)
      }
      return width
    },
    line: (x1, y1, x2, y2, { width = 0.6, tone = black, dash } = {}) =>
      page.drawLine({
        start: { x: x1, y: height - y1 },
        end: { x: x2, y: height - y2 },
        thickness: width,
        color: tone,
        ...(dash && { dashArray: dash }),
      }),
    ring: (x, y, width) =>
      page.drawEllipse({ x, y: height - y, xScale: width / 2, yScale: 5.6, borderColor: black, borderWidth: 0.8 }),
  }
}

/** A document to print that is the same for the same content, and a pen for each of its pages. */
export async function printed(
  title: string,
  fonts: PrintFonts,
): Promise<{ document: PDFDocument; penOn: (page: PDFPage) => Pen }> {
  const document = await PDFDocument.create()
  document.registerFontkit(fontkit)
  const [plain, bold] = [await faces(document, fonts.plain), await faces(document, fonts.bold)]
  document.setTitle(title)
  document.setProducer('Unhurried Sketch')
  document.setCreator('Unhurried Sketch')
  // Fixed, so that the same sheet gives the same file.
  document.setCreationDate(new Date(0))
  document.setModificationDate(new Date(0))
  return { document, penOn: (page) => penOn(page, plain, bold) }
}

/** A chart as an upright ladder, its marks numbered; one drawing's mark may stand out. */
export function ladder(
  pen: Pen,
  scene: Scene,
  chart: Chart,
  { rail, top, bottom, marked }: { rail: number; top: number; bottom: number; marked?: string },
) {
  pen.line(rail, top, rail, bottom, { width: 0.9 })
  const rungs = [{ drawing: chart.from, fraction: 0 }, ...chart.marks, { drawing: chart.to, fraction: 1 }]
  let last = -Infinity
  for (const { drawing, fraction } of rungs) {
    const y = top + clamp(fraction, -0.08, 1.08) * (bottom - top)
    const end = fraction === 0 || fraction === 1
    if (drawing === marked) pen.ring(rail, y, 11)
    pen.line(rail - (end ? 7 : 4.5), y, rail, y, { width: 0.9 })
    const number = scene.drawings[drawing]?.number ?? ''
    if (y - last < 7 && !end) continue
    last = y
    pen.text(number, rail + 3, y + 2.5, { size: 7, bold: end })
    if (!end) pen.text(fractionInWords(fraction), rail + 13, y + 2.5, { size: 6, tone: grey })
  }
}
