import { counted } from '../../base/counted'
import { feetAndFrames } from '../../record/stages'
import { secondsOfTick, type ReelTimes } from '../../production/reel-times'
import { PAPERS, type Paper } from '../papers'
import { grey, pale, printed, type Pen, type PrintFonts } from '../print'
import { cutList, type Cut, type SceneName } from './cut-list'

/** In points. */
const MARGIN = 34
const TOP = 66
const GAP = 12
const ACROSS = 3
const WORDS = 46

export interface ContactSheet {
  readonly name: string
  readonly times: ReelTimes
  readonly nameOf: SceneName
  /** The first picture of a shot, as PNG; undefined where there is none. */
  readonly pictureOf: (shot: number) => Promise<Uint8Array | undefined>
  readonly paper: Paper
  readonly fonts: PrintFonts
  readonly onShot?: (done: number, of: number) => void
}

/** A reel as pictures to print: one of each shot with its name, its length and what is noted of it. */
export async function writeContactSheet(sheet: ContactSheet): Promise<Uint8Array> {
  const { name, times, paper, fonts } = sheet
  const [width, height] = PAPERS[paper]
  const { document, penOn, save } = await printed(`${name}, contact sheet`, fonts)
  const cuts = cutList(times, sheet.nameOf)
  const wide = (width - 2 * MARGIN - (ACROSS - 1) * GAP) / ACROSS
  const tall = (wide * 9) / 16
  const down = Math.max(1, Math.floor((height - TOP - MARGIN + GAP) / (tall + WORDS + GAP)))
  const pages = Math.max(1, Math.ceil(cuts.length / (ACROSS * down)))
  for (let page = 0; page < pages; page++) {
    const pen = penOn(document.addPage([width, height]))
    heading(pen, sheet, { width, page: page + 1, of: pages })
    for (const [i, cut] of cuts.slice(page * ACROSS * down, (page + 1) * ACROSS * down).entries()) {
      const place = { x: MARGIN + (i % ACROSS) * (wide + GAP), y: TOP + Math.floor(i / ACROSS) * (tall + WORDS + GAP) }
      const n = page * ACROSS * down + i
      await picture(pen, await sheet.pictureOf(n), { ...place, wide, tall })
      words(pen, cut, times, { ...place, y: place.y + tall, wide, n: n + 1 })
      sheet.onShot?.(n + 1, cuts.length)
    }
  }
  return save()
}

function heading(
  pen: Pen,
  { name, times }: ContactSheet,
  { width, page, of }: { width: number; page: number; of: number },
) {
  const seconds = Number(secondsOfTick(times, times.shots.at(-1)?.end ?? 0n).toFixed(2))
  pen.text(name, MARGIN, 34, { size: 15, bold: true, room: width - 2 * MARGIN - 90 })
  const long = `${counted(times.frames, 'frame')} (${seconds} s) at ${times.fps}, ${feetAndFrames(times.frames)} feet and frames`
  pen.text(`${counted(times.shots.length, 'shot')} · ${long}`, MARGIN, 48, { tone: grey })
  pen.text(`page ${page} of ${of}`, width - MARGIN, 34, { align: 'right', tone: grey })
}

interface Box {
  readonly x: number
  readonly y: number
  readonly wide: number
  readonly tall: number
}
async function picture(pen: Pen, png: Uint8Array | undefined, { x, y, wide, tall }: Box): Promise<void> {
  const frame = { x, y: pen.height - y - tall, width: wide, height: tall }
  if (png) {
    const image = await pen.page.doc.embedPng(png)
    const scale = Math.min(wide / image.width, tall / image.height)
    const [width, height] = [image.width * scale, image.height * scale]
    const middle = { x: x + (wide - width) / 2, y: pen.height - y - tall + (tall - height) / 2 }
    pen.page.drawImage(image, { ...middle, width, height })
  }
  pen.page.drawRectangle({ ...frame, borderColor: png ? grey : pale, borderWidth: 0.6 })
}

function words(pen: Pen, { name, time }: Cut, times: ReelTimes, { x, y, wide, n }: Omit<Box, 'tall'> & { n: number }) {
  const seconds = Number(secondsOfTick(times, time.end - time.start).toFixed(2))
  const frames = time.last - time.first + 1
  pen.text(`${n}  ${name}`, x, y + 12, { size: 9, bold: true, room: wide })
  const fade = time.fade > 0n ? `, comes in over ${Math.round(secondsOfTick(times, time.fade) * times.fps)}` : ''
  pen.text(`${counted(frames, 'frame')} (${seconds} s)${fade}`, x, y + 23, { size: 8, tone: grey, room: wide })
  if (time.shot.note) pen.text(time.shot.note.replace(/\s+/g, ' '), x, y + 34, { size: 8, room: wide })
}
