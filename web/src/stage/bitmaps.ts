import type { InkPiece, Pass, Swatch } from '@unhurried/core'
import { paintInk, type InkOf, type Style } from './paint'

/** What all cached bitmaps together may take, in bytes. */
const BUDGET = 320e6

interface Entry { canvas: HTMLCanvasElement; drawing: string; pass: Pass; style: Style; tint: string; scale: number }

/**
 * One bitmap for each drawing, pass, style and zoom, painted once and kept while there is room.
 * A new stroke on top is painted into the bitmaps that are there; anything else paints them anew.
 */
export function createBitmaps({ width, height, inkOf, palette }: { width: number; height: number; inkOf: InkOf; palette: () => readonly Swatch[] }) {
  const entries = new Map<string, Entry>()
  let bytes = 0

  function drop(key: string) {
    const entry = entries.get(key)
    if (!entry) return
    bytes -= entry.canvas.width * entry.canvas.height * 4
    entries.delete(key)
  }

  return {
    /** Undefined when the pass holds no ink. */
    get(drawing: string, pass: Pass, style: Style, scale: number, tint = ''): HTMLCanvasElement | undefined {
      const ink = inkOf(drawing, pass)
      const key = `${drawing}/${pass}/${style}${tint}/${scale}`
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
      canvas.width = Math.max(1, Math.round(width * scale))
      canvas.height = Math.max(1, Math.round(height * scale))
      const surface = canvas.getContext('2d')!
      surface.setTransform(scale, 0, 0, scale, 0, 0)
      paintInk(surface, ink, palette(), style, tint)
      entries.set(key, { canvas, drawing, pass, style, tint, scale })
      bytes += canvas.width * canvas.height * 4
      for (const oldest of entries.keys()) {
        if (bytes <= BUDGET || oldest === key) break
        drop(oldest)
      }
      return canvas
    },
    /** Paints one more piece on top of the bitmaps of a pass. */
    append(drawing: string, pass: Pass, piece: InkPiece) {
      for (const entry of entries.values()) {
        if (entry.drawing === drawing && entry.pass === pass) paintInk(entry.canvas.getContext('2d')!, [piece], palette(), entry.style, entry.tint)
      }
    },
    forget(drawing: string, pass?: Pass) {
      for (const [key, entry] of [...entries]) if (entry.drawing === drawing && (pass === undefined || entry.pass === pass)) drop(key)
    },
    clear() {
      entries.clear()
      bytes = 0
    },
  }
}

export type Bitmaps = ReturnType<typeof createBitmaps>
