import type { InkPiece, Matrix, Pass, Swatch } from '@unhurried/core'
import { paintInk, type InkOf, type Style } from './paint'

/** What all cached bitmaps together may take, in bytes. */
const BUDGET = 320e6

interface Entry { canvas: HTMLCanvasElement; drawing: string; pass: Pass; style: Style; tint: string }

/**
 * One bitmap for each drawing, pass and style as it is seen now, painted once and kept while there is
 * room. A new stroke on top is painted into the bitmaps that are there; anything else paints them anew.
 * Cells are kept one to one, so that they can be shown larger without smoothing.
 */
export function createBitmaps({ width, height, cells = false, inkOf, palette }: { width: number; height: number; cells?: boolean; inkOf: InkOf; palette: () => readonly Swatch[] }) {
  const entries = new Map<string, Entry>()
  let bytes = 0
  let seen = { matrix: [1, 0, 0, 1, 0, 0] as Matrix, width, height }

  function drop(key: string) {
    const entry = entries.get(key)
    if (!entry) return
    bytes -= entry.canvas.width * entry.canvas.height * 4
    entries.delete(key)
  }
  function clear() {
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
    /** Undefined when the pass holds no ink. */
    get(drawing: string, pass: Pass, style: Style, tint = ''): HTMLCanvasElement | undefined {
      const ink = inkOf(drawing, pass)
      const key = `${drawing}/${pass}/${style}${tint}`
      const known = entries.get(key)
      if (ink.length === 0) {
        drop(key)
        return undefined
      }
      if (known) {
        entries.delete(key)
        entries.set(key, known)
        return known.canvas
      }
      const canvas = document.createElement('canvas')
      canvas.width = cells ? width : seen.width
      canvas.height = cells ? height : seen.height
      paintInk(surfaceOf(canvas), ink, palette(), style, tint)
      entries.set(key, { canvas, drawing, pass, style, tint })
      bytes += canvas.width * canvas.height * 4
      for (const oldest of entries.keys()) {
        if (bytes <= BUDGET || oldest === key) break
        drop(oldest)
      }
      return canvas
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
    /** Paints one more piece on top of the bitmaps of a pass. */
    append(drawing: string, pass: Pass, piece: InkPiece) {
      for (const entry of entries.values()) {
        if (entry.drawing === drawing && entry.pass === pass) paintInk(surfaceOf(entry.canvas), [piece], palette(), entry.style, entry.tint)
      }
    },
    /** The surface of a bitmap, in scene pixels, for rubbing in it before the ink itself is changed. */
    surface(drawing: string, pass: Pass): CanvasRenderingContext2D | undefined {
      const canvas = this.get(drawing, pass, 'ink')
      return canvas && surfaceOf(canvas)
    },
    forget(drawing: string, pass?: Pass) {
      for (const [key, entry] of [...entries]) if (entry.drawing === drawing && (pass === undefined || entry.pass === pass)) drop(key)
    },
    clear,
  }
}

export type Bitmaps = ReturnType<typeof createBitmaps>
