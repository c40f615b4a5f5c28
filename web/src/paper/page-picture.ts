import { followedBy, STAY, type Matrix } from '@unhurried/core'
import type { PageIn } from './usePages'
import type { PaperIn } from './usePaperIn'

/** Pixels of the picture across. */
export const ACROSS = 1400

interface Picture {
  /** Of what is seen, in its own pixels, and pixels of the picture for one of them. */
  readonly height: number
  readonly scale: number
  readonly paper: string
}

/** The chosen page as it will lie, over the first one; or the sheet that is cut apart as it is. */
export function paintPages(canvas: HTMLCanvasElement, work: PaperIn, { height, scale, paper }: Picture): void {
  const surface = canvas.getContext('2d')
  if (!surface) return
  canvas.width = ACROSS
  canvas.height = Math.max(1, Math.round(height * scale))
  surface.fillStyle = paper
  surface.fillRect(0, 0, canvas.width, canvas.height)
  const [page, first] = [work.page.value, work.first.value]
  if (!page?.looked) return
  const style = getComputedStyle(canvas)
  const colour = style.color
  if (work.settings.apart) return layPage(surface, page, { matrix: STAY, colour, strength: 1, scale })
  const isFirst = first === page
  if (first?.looked && !isFirst)
    layPage(surface, first, {
      ...{ matrix: work.matrixOf(first), strength: 0.5, scale },
      colour: style.getPropertyValue('--ochre'),
    })
  layPage(surface, page, { matrix: work.matrixOf(page), colour, strength: isFirst ? 1 : 0.8, scale })
}

interface Laid {
  /** How the page lies, from its pixels to the scene's. */
  readonly matrix: Matrix
  readonly colour: string
  readonly strength: number
  /** Pixels of the picture for one of the scene. */
  readonly scale: number
}

/** Lays the line of a page on a picture, in one colour; nothing of a page that was not looked at yet. */
function layPage(
  surface: CanvasRenderingContext2D,
  { looked, preview }: PageIn,
  { matrix, colour, strength, scale }: Laid,
): void {
  if (!looked || !preview) return
  const tinted = new OffscreenCanvas(preview.width, preview.height)
  const sheet = tinted.getContext('2d')!
  sheet.drawImage(preview, 0, 0)
  sheet.globalCompositeOperation = 'source-in'
  sheet.fillStyle = colour
  sheet.fillRect(0, 0, preview.width, preview.height)
  surface.save()
  surface.globalAlpha = strength
  surface.setTransform(...followedBy(matrix, [scale, 0, 0, scale, 0, 0]))
  surface.drawImage(tinted, 0, 0, looked.width, looked.height)
  surface.restore()
}
