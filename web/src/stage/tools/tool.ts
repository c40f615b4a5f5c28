import { clamp, INK_GRID, onGrid, pressed, type Guided, type Matrix, type Point } from '@unhurried/core'
import type { Box } from '../paint/box'

/** Where the pen is on the drawing: scene pixels and pressure 0…1 as the hand gave it. */
export interface Pen {
  readonly x: number
  readonly y: number
  readonly pressure: number
  readonly shift: boolean
  readonly alt: boolean
  /** How far the pen leans: 0 upright, 1 flat on the paper; absent where that is not told. */
  readonly tilt?: number
}

/** What of the pen may touch the paper besides its tip: the end turned over, or the tip with the button on its barrel held. */
export type PenEnd = 'eraser' | 'barrel'

/** What the pen does while it is down, one of them at a time. A tool is made anew whenever it is taken in hand. */
export interface Tool {
  /** A CSS cursor. */
  readonly cursor: string
  /** False: nothing can be done here; the pen is let go. */
  down: (pen: Pen) => boolean | void
  /** The places since the last call, the newest last, and where the browser expects the pen a moment from now. */
  move: (pens: readonly Pen[], expected?: Pen) => void
  up: () => void
  /** What was begun is not meant: as if the pen had never come down. */
  cancel: () => void
  /** The pen over the paper without touching it. */
  hover?: (pen: Pen) => void
}

/** What a tool can do on the table while the pen is down. */
export interface ToolContext {
  /** Paints on the sheet above all, in scene pixels, in place of what the tool painted there before; `box` is all it takes. */
  above: (box: Box, paint: (surface: CanvasRenderingContext2D) => void) => void
  clearAbove: () => void
  /** CSS pixels for one scene pixel. */
  zoom: () => number
  /** Where the ground of the drawing on the table is panned to. */
  pan: () => Point | undefined
  repaint: (box?: Box) => void
}

/** What rulers do to a line, from where it begins on. */
export interface Led {
  readonly guided: Guided
  /** Both ends of a straight line pulled out from one place to another. */
  readonly pulled: (from: Point, to: Point) => readonly [Point, Point]
  /** Where else the line is laid. */
  readonly copies: readonly Matrix[]
}

export const penOnGrid = ({ x, y, pressure }: Pen, curve: number): [number, number, number] => [
  onGrid(x, INK_GRID.place),
  onGrid(y, INK_GRID.place),
  onGrid(pressed(pressure, curve), INK_GRID.pressure),
]

/** A ring as wide as a tool reaches, in CSS pixels; browsers show no larger cursor. */
const LARGEST_CURSOR = 120
export function ringCursor(width: number): string {
  const across = clamp(Math.round(width), 6, LARGEST_CURSOR)
  const middle = across / 2 + 1
  const ring = `<svg xmlns="http://www.w3.org/2000/svg" width="${across + 2}" height="${across + 2}"><circle cx="${middle}" cy="${middle}" r="${across / 2 - 0.5}" fill="none" stroke="#2a2932"/></svg>`
  return `url("data:image/svg+xml,${encodeURIComponent(ring)}") ${Math.round(middle)} ${Math.round(middle)}, crosshair`
}

/** What a brush will leave where it touches, as large as it is and in its colour, ringed so that it is found on any paper. */
export function brushCursor(width: number, colour: string): string {
  const across = clamp(width, 1, LARGEST_CURSOR)
  const side = Math.ceil(Math.max(across, 9)) + 6
  const middle = side / 2
  const circle = (r: number, more: string) => `<circle cx="${middle}" cy="${middle}" r="${r}" ${more}/>`
  const dot = circle(across / 2, `fill="${colour}" fill-opacity="${across > 12 ? 0.35 : 0.9}"`)
  const rings = [
    ['#fbf7ee', 2.5],
    ['#2a2932', 1.5],
  ] as const
  // Around a fine line the ring keeps clear of it.
  const ring = Math.max(across / 2, 4.5)
  const ringed = rings.map(([tone, wide]) => circle(ring, `fill="none" stroke="${tone}" stroke-width="${wide - 0.7}"`))
  const picture = `<svg xmlns="http://www.w3.org/2000/svg" width="${side}" height="${side}">${ringed.join('')}${dot}</svg>`
  return `url("data:image/svg+xml,${encodeURIComponent(picture)}") ${Math.round(middle)} ${Math.round(middle)}, crosshair`
}
