import {
  blobsOf,
  loadTyped,
  revealTimes,
  strokesOfInk,
  strokesOfPixels,
  USUAL_REACH,
  waysAlong,
  waysOfInk,
  widenedField,
  writtenShapes,
  type LetterStroke,
  type Revealed,
} from '@unhurried/core'
import brushLatin from '@fontsource/pacifico/files/pacifico-latin-400-normal.woff?url'
import brushLatinExt from '@fontsource/pacifico/files/pacifico-latin-ext-400-normal.woff?url'
import brushCyrillic from '@fontsource/pacifico/files/pacifico-cyrillic-400-normal.woff?url'
import markerLatin from '@fontsource/caveat-brush/files/caveat-brush-latin-400-normal.woff?url'
import markerLatinExt from '@fontsource/caveat-brush/files/caveat-brush-latin-ext-400-normal.woff?url'
import latin from '@fontsource/source-sans-3/files/source-sans-3-latin-400-normal.woff?url'
import latinExt from '@fontsource/source-sans-3/files/source-sans-3-latin-ext-400-normal.woff?url'
import greek from '@fontsource/source-sans-3/files/source-sans-3-greek-400-normal.woff?url'
import cyrillic from '@fontsource/source-sans-3/files/source-sans-3-cyrillic-400-normal.woff?url'
import boldLatin from '@fontsource/source-sans-3/files/source-sans-3-latin-600-normal.woff?url'
import boldLatinExt from '@fontsource/source-sans-3/files/source-sans-3-latin-ext-600-normal.woff?url'
import boldGreek from '@fontsource/source-sans-3/files/source-sans-3-greek-600-normal.woff?url'
import boldCyrillic from '@fontsource/source-sans-3/files/source-sans-3-cyrillic-600-normal.woff?url'
import { freshId } from '../../api/ids'
import {
  letteringOrderSchema,
  type Face,
  type LetteringOrder,
  type LetteringOrdered,
  type LetteringReport,
} from './messages'

/** The files of each face; a letter the brush or the marker lacks is written plainly. */
const FILES: Readonly<Record<Face, readonly string[]>> = {
  brush: [brushLatin, brushLatinExt, brushCyrillic, greek],
  marker: [markerLatin, markerLatinExt, cyrillic, greek],
  plain: [latin, latinExt, greek, cyrillic],
  bold: [boldLatin, boldLatinExt, boldGreek, boldCyrillic],
}
const fetched = new Map<string, Promise<Uint8Array>>()
/** What was revealed last, and its pixels to one of the scene. */
let last: { revealed: Revealed; scale: number } | undefined

const tell = (report: LetteringReport, transfer: Transferable[] = []) => self.postMessage(report, { transfer })
type OrderOf<K extends LetteringOrder['kind']> = Extract<LetteringOrder, { kind: K }>

const strokesOf = ({ pieces, mask, scale }: LetteringOrdered): LetterStroke[] => [
  ...strokesOfInk(pieces, scale),
  ...(mask ? strokesOfPixels(mask.cells, mask.width, mask.height) : []),
]

function reveal({ id, lettering, paths, overlap, preview }: OrderOf<'reveal'>) {
  const { scale } = lettering
  const strokes = strokesOf(lettering)
  if (strokes.length === 0) throw new Trouble('There is no lettering on this drawing yet. Draw it, or type it.')
  const revealed = revealTimes({
    lettering: strokes,
    paths: paths.map(({ points, overlap: own }) => ({ points: points.map((value) => value * scale), overlap: own })),
    reach: USUAL_REACH * scale,
    overlap,
  })
  last = { revealed, scale }
  const missed = blobsOf(revealed.unreachedMask, revealed.width, revealed.height).map(({ x, y, width, height }) => ({
    ...{ x: (x + revealed.left) / scale, y: (y + revealed.top) / scale },
    ...{ width: width / scale, height: height / scale },
  }))
  const times = smallTimes(revealed, scale, preview)
  tell(
    {
      ...{ kind: 'revealed', id, whole: revealed.whole / scale, missed, times },
      unreached: revealed.unreached / (scale * scale),
    },
    [times.buffer],
  )
}

/** When each pixel of a small picture of the paper is written, along the way in scene pixels. */
function smallTimes(revealed: Revealed, scale: number, { width, height, scale: small }: OrderOf<'reveal'>['preview']) {
  const field = widenedField(revealed)
  const times = new Float32Array(width * height).fill(Infinity)
  for (let y = 0, at = 0; y < height; y++) {
    const v = Math.floor(((y + 0.5) * scale) / small) - field.top
    for (let x = 0; x < width; x++, at++) {
      const u = Math.floor(((x + 0.5) * scale) / small) - field.left
      if (u >= 0 && v >= 0 && u < field.width && v < field.height) times[at] = field.times[v * field.width + u]! / scale
    }
  }
  return times
}

function shapes({ id, ways }: OrderOf<'shapes'>) {
  if (!last) throw new Trouble('The way of the pen is not known yet. Try again in a moment.')
  const { revealed, scale } = last
  const found = writtenShapes(
    revealed,
    ways.map((way) => way * scale),
    scale,
  )
  const plain = found.map((all) =>
    all.map(({ outline, holes }) => ({ outline: [...outline], holes: holes.map((hole) => [...hole]) })),
  )
  tell({ kind: 'shapes', id, shapes: plain })
}

function propose({ id, lettering }: OrderOf<'propose'>) {
  const { pieces, scale } = lettering
  const shapesLeft = strokesOf({ ...lettering, pieces: pieces.filter(({ kind }) => kind !== 'stroke') })
  const along = shapesLeft.flatMap(waysAlong).map((way) => way.map((value) => value / scale))
  tell({ kind: 'proposed', id, ways: [...waysOfInk(pieces), ...along] })
}

async function font(url: string): Promise<Uint8Array> {
  const answer = await fetch(url)
  if (!answer.ok) throw new Trouble('The letters could not be fetched: the server is not answering.')
  return new Uint8Array(await answer.arrayBuffer())
}
function fontAt(url: string): Promise<Uint8Array> {
  let job = fetched.get(url)
  if (!job) {
    job = font(url).catch((error: unknown) => {
      fetched.delete(url)
      throw error
    })
    fetched.set(url, job)
  }
  return job
}

async function type({ id, face, kind: _, ...text }: OrderOf<'type'>) {
  const [{ typedLetters }, fonts] = await Promise.all([loadTyped(), Promise.all(FILES[face].map(fontAt))])
  const { pieces, missing } = typedLetters({ ...text, fonts, freshId })
  tell({ kind: 'typed', id, pieces, missing })
}

class Trouble extends Error {}
const WRONG = 'This lettering could not be worked out. Change something and try again.'

self.onmessage = async ({ data }: MessageEvent<unknown>) => {
  const parsed = letteringOrderSchema.safeParse(data)
  const id = parsed.success ? parsed.data.id : Number((data as { id?: unknown } | null)?.id) || 0
  try {
    const order = letteringOrderSchema.parse(data)
    if (order.kind === 'reveal') reveal(order)
    else if (order.kind === 'shapes') shapes(order)
    else if (order.kind === 'propose') propose(order)
    else await type(order)
  } catch (error) {
    tell({
      kind: 'failed',
      id,
      sentence: error instanceof Trouble || error instanceof RangeError ? error.message : WRONG,
    })
  }
}
