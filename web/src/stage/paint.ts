import { PASSES, strokeOutline, type Fill, type Ink, type InkPiece, type Pass, type Scene, type Stroke, type Swatch } from '@unhurried/core'

/** Painting ink on any canvas, in the page or in a worker. Everything is in scene pixels. */
export type Surface = CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D
export type InkOf = (drawing: string, pass: Pass) => Ink
/** As drawn, or for the eye only: earlier drawings in one tint, later ones in another and dotted. */
export type Style = 'ink' | 'earlier' | 'later'

/** On the light table colour would hide what lies below it: only lines are shown. */
export const LINE_PASSES: readonly Pass[] = ['rough', 'tie-down', 'line']

const paths = new WeakMap<InkPiece, Path2D>()

function ring(points: ArrayLike<readonly [number, number]>): Path2D {
  const path = new Path2D()
  const count = points.length
  if (count === 0) return path
  // Through the middles of the outline's sides, its corners as control points: a smooth closed curve.
  const middle = (a: readonly [number, number], b: readonly [number, number]) => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2] as const
  const start = middle(points[count - 1]!, points[0]!)
  path.moveTo(start[0], start[1])
  for (let i = 0; i < count; i++) {
    const here = points[i]!
    const next = middle(here, points[(i + 1) % count]!)
    path.quadraticCurveTo(here[0], here[1], next[0], next[1])
  }
  path.closePath()
  return path
}

function fillPath({ outline }: Fill): Path2D {
  const path = new Path2D()
  path.moveTo(outline[0]!, outline[1]!)
  for (let i = 2; i < outline.length; i += 2) path.lineTo(outline[i]!, outline[i + 1]!)
  path.closePath()
  return path
}

export const livePath = (points: readonly number[], size: number, done: boolean): Path2D => ring(strokeOutline({ points: points as number[], size }, done))

function pathOf(piece: InkPiece): Path2D {
  let path = paths.get(piece)
  if (!path) {
    path = piece.kind === 'stroke' ? livePath(piece.points, piece.size, true) : fillPath(piece)
    paths.set(piece, path)
  }
  return path
}

function dotted(surface: Surface, stroke: Stroke, colour: string) {
  const width = Math.max(1.6, stroke.size * 0.55)
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
export function paintInk(surface: Surface, ink: Ink, palette: readonly Swatch[], style: Style = 'ink', tint = ''): void {
  const colours = new Map(palette.map(({ id, colour }) => [id, colour]))
  for (const piece of ink) {
    const colour = style === 'ink' ? (colours.get(piece.swatch) ?? '#2a2932') : tint
    if (style === 'later' && piece.kind === 'stroke') dotted(surface, piece, colour)
    else {
      surface.fillStyle = colour
      surface.fill(pathOf(piece))
    }
  }
}

/** The passes the light shows of a drawing, bottom first. */
export function passesShown(drawing: string, inkOf: InkOf): readonly Pass[] {
  return LINE_PASSES.some((pass) => inkOf(drawing, pass).length > 0) ? LINE_PASSES : PASSES
}

export function paintDrawing(surface: Surface, drawing: string, inkOf: InkOf, palette: readonly Swatch[]): void {
  for (const pass of PASSES) paintInk(surface, inkOf(drawing, pass), palette)
}

/** A whole picture of the scene at `scale`: paper (unless clear) and every drawing shown, ground first. */
export function paintPicture(surface: Surface, { scene, shown, inkOf, scale, clear = false }: {
  scene: Scene
  shown: readonly { drawing: string }[]
  inkOf: InkOf
  scale: number
  clear?: boolean
}): void {
  const { width, height, paper } = scene.settings
  surface.setTransform(1, 0, 0, 1, 0, 0)
  surface.clearRect(0, 0, Math.ceil(width * scale), Math.ceil(height * scale))
  if (!clear) {
    surface.fillStyle = paper
    surface.fillRect(0, 0, Math.ceil(width * scale), Math.ceil(height * scale))
  }
  surface.setTransform(scale, 0, 0, scale, 0, 0)
  for (const { drawing } of shown) paintDrawing(surface, drawing, inkOf, scene.palette)
  surface.setTransform(1, 0, 0, 1, 0, 0)
}

export interface Box { left: number; top: number; right: number; bottom: number }

/** The box a path of x, y (and more) takes, grown by `margin`. */
export function boxOf(points: readonly number[], stride: number, margin: number): Box {
  const box = { left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity }
  for (let i = 0; i < points.length; i += stride) {
    box.left = Math.min(box.left, points[i]! - margin)
    box.right = Math.max(box.right, points[i]! + margin)
    box.top = Math.min(box.top, points[i + 1]! - margin)
    box.bottom = Math.max(box.bottom, points[i + 1]! + margin)
  }
  return box
}
