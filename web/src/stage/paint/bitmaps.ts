import type { InkPiece, Matrix, Pass, Swatch } from '@unhurried/core'
import { free } from '../release-canvas'
import { paintInk } from './ink'
import type { InkOf, Style } from './surface'

/** What all cached bitmaps together may take, in bytes. */
const BUDGET = 150e6

interface Entry {
  canvas: HTMLCanvasElement
  drawing: string
  pass: Pass
  style: Style
  tint: string
  /** How many of its pieces are painted. */ painted: number
}
/** Pieces painted between two looks at the clock. */
const AT_ONCE = 8

/**
 * One bitmap for each drawing, pass and style as it is seen now, painted once and kept while there is
 * room. A new stroke on top is painted into the bitmaps that are there; anything else paints them anew.
 * Cells are kept one to one, so that they can be shown larger without smoothing.
 */
export function createBitmaps({
  width,
  height,
  cells = false,
  inkOf,
  palette,
}: {
  width: number
  height: number
  cells?: boolean
  inkOf: InkOf
  palette: () => readonly Swatch[]
}) {
  const entries = new Map<string, Entry>()
  let bytes = 0
  let seen = { matrix: [1, 0, 0, 1, 0, 0] as Matrix, width, height }

  function drop(key: string) {
    const entry = entries.get(key)
    if (!entry) return
    bytes -= entry.canvas.width * entry.canvas.height * 4
    free(entry.canvas)
    entries.delete(key)
  }
  function clear() {
    for (const { canvas } of entries.values()) free(canvas)
    entries.clear()
    bytes = 0
  }
  function surfaceOf(canvas: HTMLCanvasElement) {
    const surface = canvas.getContext('2d')!
    if (!cells) surface.setTransform(...seen.matrix)
    return surface
  }

  return {
    /** From scene to the pixels of the table's canvas, `width` × `height` of them. */
    lookFrom(matrix: Matrix, across: number, down: number) {
      const same = seen.width === across && seen.height === down && matrix.every((value, i) => value === seen.matrix[i])
      if (same) return
      seen = { matrix, width: across, height: down }
      if (!cells) clear()
    },
    /** Whether a bitmap could be laid at once. */
    ready(drawing: string, pass: Pass, style: Style, tint = ''): boolean {
      const ink = inkOf(drawing, pass)
      return ink.length === 0 || entries.get(`${drawing}/${pass}/${style}${tint}`)?.painted === ink.length
    },
    /** Goes on painting a bitmap until `enough` says so; true once it is whole. */
    work(drawing: string, pass: Pass, style: Style, tint: string, enough: () => boolean): boolean {
      const ink = inkOf(drawing, pass)
      const key = `${drawing}/${pass}/${style}${tint}`
      let entry = entries.get(key)
      if (ink.length === 0) {
        drop(key)
        return true
      }
      if (!entry) {
        const canvas = document.createElement('canvas')
        canvas.width = cells ? width : seen.width
        canvas.height = cells ? height : seen.height
        entry = { canvas, drawing, pass, style, tint, painted: 0 }
        bytes += canvas.width * canvas.height * 4
      }
      // The last one used is the last one to go.
      entries.delete(key)
      entries.set(key, entry)
      for (const oldest of entries.keys()) {
        if (bytes <= BUDGET || oldest === key) break
        drop(oldest)
      }
      if (entry.painted < ink.length) {
        const surface = surfaceOf(entry.canvas)
        do {
          paintInk(surface, ink.slice(entry.painted, entry.painted + AT_ONCE), palette(), style, tint)
          entry.painted = Math.min(ink.length, entry.painted + AT_ONCE)
        } while (entry.painted < ink.length && !enough())
      }
      return entry.painted === ink.length
    },
    /** Undefined when the pass holds no ink. */
    get(drawing: string, pass: Pass, style: Style, tint = ''): HTMLCanvasElement | undefined {
      this.work(drawing, pass, style, tint, () => false)
      return entries.get(`${drawing}/${pass}/${style}${tint}`)?.canvas
    },
    /** Lays a bitmap on the table's canvas. */
    lay(surface: CanvasRenderingContext2D, canvas: HTMLCanvasElement) {
      if (!cells) return surface.drawImage(canvas, 0, 0)
      surface.save()
      surface.imageSmoothingEnabled = false
      surface.transform(...seen.matrix)
      surface.drawImage(canvas, 0, 0)
      surface.restore()
    },
    /** Paints more pieces on top of the bitmaps of a pass; they are in its ink already. */
    append(drawing: string, pass: Pass, pieces: readonly InkPiece[]) {
      const before = inkOf(drawing, pass).length - pieces.length
      for (const entry of entries.values()) {
        // One that is not whole yet gets them in its turn.
        if (entry.drawing !== drawing || entry.pass !== pass || entry.painted < before) continue
        paintInk(surfaceOf(entry.canvas), pieces, palette(), entry.style, entry.tint)
        entry.painted += pieces.length
      }
    },
    /** The surface of a bitmap, in scene pixels, for rubbing in it before the ink itself is changed. */
    surface(drawing: string, pass: Pass): CanvasRenderingContext2D | undefined {
      const canvas = this.get(drawing, pass, 'ink')
      return canvas && surfaceOf(canvas)
    },
    forget(drawing: string, pass?: Pass) {
      for (const [key, entry] of [...entries])
        if (entry.drawing === drawing && (pass === undefined || entry.pass === pass)) drop(key)
    },
    clear,
  }
}

export type Bitmaps = ReturnType<typeof createBitmaps>
