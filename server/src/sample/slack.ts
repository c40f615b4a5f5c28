import {
  cutDrawings,
  pagesLaid,
  quantized,
  seededRandom,
  writePng,
  type Grey,
  type Settings,
  type Swatch,
} from '@unhurried/core'
import { pairs, type Paper, type Point } from './hand'
import { written } from './letters'
import { hashOf } from './hash'
import type { SampleScene, SampleTable } from './sample'

const settings: Settings = {
  name: 'Slack water',
  width: 1280,
  height: 720,
  fps: 24,
  length: 60,
  paper: '#fbf7ee',
  approach: 'straight-ahead',
  numbering: 'in-order',
}
const palette: Swatch[] = [
  { id: 'ink', name: 'Wet slate', colour: '#2a2932' },
  { id: 'tide', name: 'Tide rough', colour: '#3e7c86' },
  { id: 'morning', name: 'Morning water', colour: '#dfe8e0' },
  { id: 'lit', name: 'Water lit', colour: '#eef2e8' },
]

/** Five times the same words on one sheet, as a hand writes them. */
const LINES = 5
const SHEET = { width: 900, height: 1600 } as const
const PAPER = 246
const DARK = 38

/** The sheet as it was read: dark where the pen went. */
function sheet(): Grey {
  const { width, height } = SHEET
  const data = new Uint8Array(width * height).fill(PAPER)
  const random = seededRandom(5)
  for (let line = 0; line < LINES; line++) {
    const at: Point = [70 + 18 * random(), 130 + line * 300 + 8 * random()]
    for (const way of written('slack water', at, 92 + 3 * random(), 0.1)) penAlong(data, uneven(way, random), random)
  }
  return { width, height, data }
}

/** No hand draws a line twice alike. */
function uneven(way: readonly Point[], random: () => number): Point[] {
  const [a, b, c] = [random() * 6.3, random() * 6.3, 14 + 10 * random()]
  return way.map(([x, y], i): Point => [x + 1.6 * Math.sin(i / c + a), y + 1.6 * Math.cos(i / c + b)])
}

function penAlong(data: Uint8Array, way: readonly Point[], random: () => number) {
  const heavy = 4.2 + 0.8 * random()
  way.forEach(([x, y], i) => {
    const radius = heavy * (0.75 + 0.25 * Math.sin((Math.PI * i) / way.length))
    for (let v = Math.floor(y - radius - 1); v <= y + radius + 1; v++)
      for (let u = Math.floor(x - radius - 1); u <= x + radius + 1; u++) {
        if (u < 0 || v < 0 || u >= SHEET.width || v >= SHEET.height) continue
        const cover = Math.min(1, Math.max(0, radius + 0.5 - Math.hypot(u + 0.5 - x, v + 0.5 - y)))
        const at = v * SHEET.width + u
        data[at] = Math.min(data[at]!, Math.round(PAPER - (PAPER - DARK) * cover))
      }
  })
}

/** The sheet cut into its lines, each a picture of its own. */
let lines: ReturnType<typeof cut>[] | undefined
function cutLines() {
  const grey = sheet()
  return (lines ??= cutDrawings(grey, { apart: 0.04 }).map((box) => cut(grey, box)))
}

function drawWater(paper: Paper) {
  paper.wash('morning')
  for (const [y, w] of [
    [120, 500],
    [250, 700],
    [520, 620],
    [640, 820],
  ] as const)
    paper.fill(
      pairs([640 - w / 2, y, 640, y - 16, 640 + w / 2, y + 4, 640 + w / 4, y + 20, 640 - w / 3, y + 18]),
      'lit',
    )
  for (const [x, y, w] of [
    [90, 150, 180],
    [860, 180, 260],
    [160, 580, 240],
    [800, 610, 300],
  ] as const)
    paper.line(pairs([x, y, x + w / 2, y - 6, x + w, y + 2]), { size: 4, weight: 0.45, swatch: 'tide', tail: 0.5 })
}

/** From pixels of the sheet to the paper. */
const SCALE = 1.28

/** The sheet is cut apart into its lines, which take turns. */
function layLines(table: SampleTable) {
  let ids = 0
  const freshId = () => `slack${(ids += 1)}`
  const pages = cutLines().map(({ bytes: _, ...line }, i) => ({
    ...{ id: `sheet${i}`, name: `Slack water ${i + 1}`, black: 70, white: 220 },
    ...line,
  }))
  const inks = pages.map(({ id, width, height }) => {
    const [x, y] = [640 - (width * SCALE) / 2, 372 - (height * SCALE) / 2]
    const scan = { kind: 'scan' as const, id: freshId(), swatch: 'ink', page: id, width, height }
    return { line: [quantized({ ...scan, matrix: [SCALE, 0, 0, SCALE, x, y] })] }
  })
  const { edits } = pagesLaid({
    ...{ scene: table.scene, take: 'main', on: { name: 'Words' }, frame: 1, hold: 5, inks, freshId },
    pages,
    boil: { frames: settings.length, seed: 3 },
  })
  edits.forEach((edit) => table.make(edit))
}

function cut(grey: Grey, box: { x: number; y: number; width: number; height: number }) {
  const pixels = new Uint8Array(4 * box.width * box.height)
  for (let v = 0; v < box.height; v++)
    for (let u = 0; u < box.width; u++) {
      const value = grey.data[(box.y + v) * grey.width + box.x + u]!
      pixels.set([value, value, value, 255], 4 * (v * box.width + u))
    }
  const bytes = writePng({ width: box.width, height: box.height, pixels })
  return { bytes, picture: hashOf(bytes), width: box.width, height: box.height }
}

export const slack: SampleScene = {
  id: 'lowtide-slack',
  settings,
  palette,
  meant: [{ check: 'opening-short', reason: 'Words that boil never rest.' }],
  pictures: cutLines,
  levels: [{ name: 'Water', kind: 'ground', loop: false, keys: [{ frame: 1, draw: drawWater }], charts: [] }],
  further: layLines,
}
