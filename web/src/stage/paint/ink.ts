import {
  coloursOf,
  LINE_PASSES,
  PASSES,
  type StrokeShape,
  type Ink,
  type Pass,
  type Stroke,
  type Swatch,
} from '@unhurried/core'
import { painterOf } from '../brushes/brushes'
import { pathOf } from './paths'
import { paintScan } from './scans'
import type { InkOf, Style, Surface } from './surface'

const NO_COLOUR = '#2a2932'

/** A line as its brush lays it. */
export function paintLine(surface: Surface, stroke: StrokeShape, colour: string, path: () => Path2D): void {
  painterOf(stroke)(surface, stroke, colour, path)
}

function dotted(surface: Surface, stroke: Stroke, colour: string) {
  const width = Math.max(2.2, stroke.size * 0.62)
  surface.strokeStyle = colour
  surface.lineWidth = width
  surface.lineCap = 'round'
  surface.setLineDash([0.01, width * 2.1])
  surface.beginPath()
  surface.moveTo(stroke.points[0]!, stroke.points[1]!)
  for (let i = 3; i < stroke.points.length; i += 3) surface.lineTo(stroke.points[i]!, stroke.points[i + 1]!)
  surface.stroke()
  surface.setLineDash([])
}

/** Paints some ink; what lies under the light in its one `tint`. */
export function paintInk(
  surface: Surface,
  ink: Ink,
  palette: readonly Swatch[],
  style: Style = 'ink',
  tint = '',
): void {
  const colours = coloursOf(palette)
  for (const piece of ink) {
    const colour = style === 'ink' ? (colours.get(piece.swatch) ?? NO_COLOUR) : tint
    if (style === 'later' && piece.kind === 'stroke') dotted(surface, piece, colour)
    else if (piece.kind === 'stroke') paintLine(surface, piece, colour, () => pathOf(piece))
    else if (piece.kind === 'scan') paintScan(surface, piece, colour, style !== 'ink')
    else {
      surface.fillStyle = colour
      surface.fill(pathOf(piece), 'evenodd')
    }
  }
}

/** The passes the light shows of a drawing, bottom first: colour would hide what lies below it. */
export function passesShown(drawing: string, inkOf: InkOf): readonly Pass[] {
  return LINE_PASSES.some((pass) => inkOf(drawing, pass).length > 0) ? LINE_PASSES : PASSES
}

/** At most this many points of a line are drawn when it must be quick. */
const QUICK_POINTS = 24

/**
 * Lines as plain strokes of one width and paint as it is: for the moment until the drawing itself is painted, and for
 * small pictures, where no line is finer than `least` scene pixels.
 */
export function paintQuick(surface: Surface, ink: Ink, palette: readonly Swatch[], least = 0): void {
  const colours = coloursOf(palette)
  surface.lineJoin = 'bevel'
  for (const piece of ink) {
    const colour = colours.get(piece.swatch) ?? NO_COLOUR
    if (piece.kind === 'scan') {
      paintScan(surface, piece, colour)
      continue
    }
    if (piece.kind !== 'stroke') {
      surface.fillStyle = colour
      surface.fill(pathOf(piece), 'evenodd')
      continue
    }
    const { points } = piece
    const step = Math.max(1, Math.ceil(points.length / 3 / QUICK_POINTS)) * 3
    surface.strokeStyle = colour
    surface.lineWidth = Math.max(least, piece.size * 0.75)
    surface.beginPath()
    surface.moveTo(points[0]!, points[1]!)
    for (let i = step; i < points.length; i += step) surface.lineTo(points[i]!, points[i + 1]!)
    surface.lineTo(points.at(-3)!, points.at(-2)!)
    surface.stroke()
  }
}
