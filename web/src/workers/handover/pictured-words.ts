import type { PrintFonts } from '@unhurried/core'

/** Pixels to a point: some 430 to an inch, as crisp as print. */
const FINE = 6
/** Letters may reach beyond their own width and height, in shares of their size. */
const ROUND = 0.2

const letters = new Intl.Segmenter(undefined, { granularity: 'grapheme' })
/** Scripts that run from right to left, among those letters are written in today. */
const LEFTWARD = /[\p{Script=Hebrew}\p{Script=Arabic}\p{Script=Syriac}\p{Script=Thaana}\p{Script=Nko}\p{Script=Adlam}]/u

/** Whether words run from right to left: their first letter says so. */
const runsLeft = (words: string): boolean => LEFTWARD.test(/\p{Letter}/u.exec(words)?.[0] ?? '')

const withFont = (surface: OffscreenCanvasRenderingContext2D, { size, bold }: { size: number; bold: boolean }) =>
  (surface.font = `${bold ? 600 : 400} ${size * FINE}px sans-serif`)

/** Words drawn by whatever fonts this machine has, shaped and in their direction, for where no shipped font has their letters. */
export const picturedWords: NonNullable<PrintFonts['picture']> = (words, { size, bold, tone, room }) => {
  const measuring = new OffscreenCanvas(1, 1).getContext('2d')!
  withFont(measuring, { size, bold })
  const widthOf = (text: string) => measuring.measureText(text).width / FINE
  const shown = shortened(words, room, widthOf)
  const edge = size * ROUND
  const [width, above, below] = [widthOf(shown), size + edge, size * 0.35 + edge]
  const canvas = new OffscreenCanvas(Math.ceil((width + 2 * edge) * FINE), Math.ceil((above + below) * FINE))
  const surface = canvas.getContext('2d')!
  withFont(surface, { size, bold })
  surface.direction = runsLeft(shown) ? 'rtl' : 'ltr'
  surface.textAlign = 'left'
  surface.fillStyle = `rgb(${tone.map((share) => Math.round(share * 255)).join(' ')})`
  surface.fillText(shown, edge * FINE, above * FINE)
  const png = canvas.convertToBlob({ type: 'image/png' }).then(async (blob) => new Uint8Array(await blob.arrayBuffer()))
  return { width, edge, height: canvas.height / FINE, below, png }
}

/** Words cut at their end until they fit the room, with a sign that more was there. */
function shortened(words: string, room: number | undefined, widthOf: (text: string) => number): string {
  const all = [...letters.segment(words)].map(({ segment }) => segment)
  let count = all.length
  const shown = () => (count === all.length ? words : `${all.slice(0, count).join('')}…`)
  while (room !== undefined && count > 1 && widthOf(shown()) > room) count--
  return shown()
}
