import fontkit from '@pdf-lib/fontkit'
import { PDFDocument, rgb, type PDFFont, type PDFPage } from 'pdf-lib'
import { clamp } from '../base/clamp'
import type { Chart, Scene } from '../scene/schema'
import { fractionInWords } from '../timing/work'

/** Words as a picture; all sides in points. */
interface PicturedWords {
  /** Of the words; the picture is wider by `edge` on both sides. */
  readonly width: number
  readonly edge: number
  /** Of the picture, and what of it lies below the line the words stand on. */
  readonly height: number
  readonly below: number
  readonly png: Promise<Uint8Array>
}

/** How words are set: `size` and `room` in points, `tone` as shares of red, green and blue. Shortened where there is no room. */
interface Setting {
  readonly size: number
  readonly bold: boolean
  readonly tone: readonly [number, number, number]
  readonly room?: number
}

/** Font files (TrueType, OpenType or WOFF), the first that has a letter writes it. */
export interface PrintFonts {
  readonly plain: readonly Uint8Array[]
  readonly bold: readonly Uint8Array[]
  /** Draws words with letters none of them has, shaped and in their direction; without it such a letter is a question mark. */
  readonly picture?: (words: string, setting: Setting) => PicturedWords
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

const isWritten = (letter: string, all: readonly Face[]) => all.some(({ has }) => has(letter.codePointAt(0)!))

/** The letters of some words; a sign no face has, such as ⅞, is spelled out when it can be. */
const spelled = (words: string, all: readonly Face[]): string[] =>
  [...words].flatMap((letter) =>
    isWritten(letter, all) ? [letter] : [...letter.normalize('NFKD').replace('\u2044', '/')],
  )

/** Text cut into runs each of which one face can write; a letter none has becomes a question mark. */
function runsOf(words: string, all: readonly Face[]): { words: string; font: PDFFont }[] {
  const runs: { words: string; font: PDFFont }[] = []
  for (const letter of spelled(words, all)) {
    const face = all.find(({ has }) => has(letter.codePointAt(0)!))
    const font = (face ?? all[0]!).font
    const shown = face ? letter : '?'
    const last = runs.at(-1)
    if (last?.font === font) last.words += shown
    else runs.push({ words: shown, font })
  }
  return runs
}

interface Print {
  readonly faces: { readonly plain: readonly Face[]; readonly bold: readonly Face[] }
  readonly picture: PrintFonts['picture']
  /** What is laid on its page once it is made. */
  readonly later: (() => Promise<void>)[]
}

function penOn(page: PDFPage, { faces, picture, later }: Print): Pen {
  const { height } = page.getSize()
  const lay = ({ width, edge, height: tall, below, png }: PicturedWords, x: number, y: number) =>
    later.push(async () => {
      const image = await page.doc.embedPng(await png)
      page.drawImage(image, { x: x - edge, y: height - y - below, width: width + 2 * edge, height: tall })
    })
  return {
    page,
    height,
    text(words, x, y, { size = 9, bold = false, align = 'left', tone = black, room } = {}) {
      const all = faces[bold ? 'bold' : 'plain']
      const from = (width: number) => (align === 'left' ? x : align === 'middle' ? x - width / 2 : x - width)
      if (picture && !spelled(words, all).every((letter) => isWritten(letter, all))) {
        const setting = { size, bold, tone: [tone.red, tone.green, tone.blue] as const }
        const drawn = picture(words, { ...setting, ...(room !== undefined && { room }) })
        lay(drawn, from(drawn.width), y)
        return drawn.width
      }
      const widthOf = (text: string) =>
        runsOf(text, all).reduce((sum, run) => sum + run.font.widthOfTextAtSize(run.words, size), 0)
      let shown = words
      while (room !== undefined && shown.length > 1 && widthOf(shown) > room)
        shown = `${shown.replace(/…$/, '').slice(0, -1)}…`
      const width = widthOf(shown)
      let at = from(width)
      for (const run of runsOf(shown, all)) {
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

interface Printed {
  readonly document: PDFDocument
  readonly penOn: (page: PDFPage) => Pen
  /** The bytes of the file, once all that is drawn as pictures is on its pages. */
  readonly save: () => Promise<Uint8Array>
}

/** A document to print that is the same for the same content, and a pen for each of its pages. */
export async function printed(title: string, fonts: PrintFonts): Promise<Printed> {
  const document = await PDFDocument.create()
  document.registerFontkit(fontkit)
  const print: Print = {
    faces: { plain: await faces(document, fonts.plain), bold: await faces(document, fonts.bold) },
    picture: fonts.picture,
    later: [],
  }
  document.setTitle(title)
  document.setProducer('Unhurried Sketch')
  document.setCreator('Unhurried Sketch')
  // Fixed, so that the same sheet gives the same file.
  document.setCreationDate(new Date(0))
  document.setModificationDate(new Date(0))
  async function save() {
    for (const lay of print.later) await lay()
    return document.save()
  }
  return { document, penOn: (page) => penOn(page, print), save }
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
