import {
  gifDelays,
  openArchive,
  openGif,
  pictureRuns,
  stillName,
  writeArchive,
  writePng,
  writeSheetCsv,
  writeSheetPdf,
  type Ink,
  type InkKey,
} from '@unhurried/core'
import latin from '@fontsource/source-sans-3/files/source-sans-3-latin-400-normal.woff?url'
import latinExt from '@fontsource/source-sans-3/files/source-sans-3-latin-ext-400-normal.woff?url'
import greek from '@fontsource/source-sans-3/files/source-sans-3-greek-400-normal.woff?url'
import cyrillic from '@fontsource/source-sans-3/files/source-sans-3-cyrillic-400-normal.woff?url'
import boldLatin from '@fontsource/source-sans-3/files/source-sans-3-latin-600-normal.woff?url'
import boldLatinExt from '@fontsource/source-sans-3/files/source-sans-3-latin-ext-600-normal.woff?url'
import boldGreek from '@fontsource/source-sans-3/files/source-sans-3-greek-600-normal.woff?url'
import boldCyrillic from '@fontsource/source-sans-3/files/source-sans-3-cyrillic-600-normal.woff?url'
import { paintPicture } from '../../stage/paint/picture'
import { handoverOrderSchema, type HandoverOrder, type HandoverReport } from './messages'

/** Letters of most of the world's left-to-right alphabets; the first file that has one writes it. */
const PLAIN = [latin, latinExt, greek, cyrillic]
const BOLD = [boldLatin, boldLatinExt, boldGreek, boldCyrillic]

const tell = (report: HandoverReport) => self.postMessage(report)

async function font(url: string): Promise<Uint8Array> {
  const answer = await fetch(url)
  if (!answer.ok) throw new Error('The letters of the sheet could not be fetched: the server is not answering.')
  return new Uint8Array(await answer.arrayBuffer())
}

async function make({ scene, take, ink, bitmaps, pictures, as, paper, scale, clear }: HandoverOrder) {
  const began = performance.now()
  const stem = stillName(scene.settings.name, 1, 1).replace(/-0001\.png$/, '')
  const done = (bytes: BlobPart, type: string, name: string) =>
    tell({ kind: 'done', file: new Blob([bytes], { type }), name, ms: performance.now() - began })
  if (as === 'csv') return done(writeSheetCsv(scene, take), 'text/csv', `${stem}-sheet.csv`)
  if (as === 'pdf') {
    const [plain, bold] = await Promise.all([Promise.all(PLAIN.map(font)), Promise.all(BOLD.map(font))])
    const bytes = await writeSheetPdf({
      scene,
      take,
      paper,
      fonts: { plain, bold },
      onPage: (page, of) => tell({ kind: 'progress', done: page, of, words: `Page ${page} of ${of}` }),
    })
    return done(bytes as Uint8Array<ArrayBuffer>, 'application/pdf', `${stem}-sheet.pdf`)
  }
  const inkOf = (drawing: string, pass: string): Ink => ink.get(`${drawing}/${pass}` satisfies InkKey) ?? []
  if (as === 'archive') {
    tell({ kind: 'progress', done: 0, of: 1, words: 'Packing the scene' })
    return done(
      writeArchive({ scene, inkOf, pictures }) as Uint8Array<ArrayBuffer>,
      'application/zip',
      `${stem}-scene.zip`,
    )
  }
  const width = Math.max(1, Math.round(scene.settings.width * scale))
  const height = Math.max(1, Math.round(scene.settings.height * scale))
  const surface = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })
  if (!surface) throw new Error('This browser has no room for a picture of this size. Hand over at a smaller size.')
  const runs = pictureRuns(scene, take)
  const pixelsOf = (run: (typeof runs)[number]) => {
    paintPicture(surface, {
      scene,
      frame: run.frame,
      shown: run.shown,
      inkOf,
      pictureOf: (picture) => bitmaps.get(picture),
      scale,
      clear,
    })
    return surface.getImageData(0, 0, width, height).data
  }

  if (as === 'gif') {
    const gif = openGif({ width, height, transparent: clear })
    const delays = gifDelays(
      runs.map((run) => run.frames),
      scene.settings.fps,
    )
    runs.forEach((run, i) => {
      gif.add(pixelsOf(run), delays[i]!)
      tell({ kind: 'progress', done: i + 1, of: runs.length * 2, words: `Painting picture ${i + 1} of ${runs.length}` })
    })
    const bytes = gif.finish((written, of) =>
      tell({
        kind: 'progress',
        done: runs.length + (written / of) * runs.length,
        of: runs.length * 2,
        words: `Writing picture ${written} of ${of}`,
      }),
    )
    return tell({
      kind: 'done',
      file: new Blob([bytes as Uint8Array<ArrayBuffer>], { type: 'image/gif' }),
      name: `${stem}.gif`,
      ms: performance.now() - began,
    })
  }
  const archive = openArchive()
  const last = scene.settings.length
  for (const run of runs) {
    const png = writePng({ width, height, pixels: pixelsOf(run) })
    for (let frame = run.frame; frame < run.frame + run.frames; frame++)
      archive.add(stillName(scene.settings.name, frame, last), png)
    tell({
      kind: 'progress',
      done: run.frame + run.frames - 1,
      of: last,
      words: `Frame ${run.frame + run.frames - 1} of ${last}`,
    })
  }
  const file = new Blob(archive.finish() as Uint8Array<ArrayBuffer>[], { type: 'application/zip' })
  tell({ kind: 'done', file, name: `${stem}-stills.zip`, ms: performance.now() - began })
}

self.onmessage = (event: MessageEvent<unknown>) => {
  void Promise.resolve(event.data)
    .then((order) => make(handoverOrderSchema.parse(order)))
    .catch((error: unknown) => {
      tell({ kind: 'failed', sentence: error instanceof Error ? error.message : String(error) })
    })
}
