import {
  boundsOf,
  coloursOf,
  LINE_PASSES,
  panAt,
  PASSES,
  silhouette,
  strokeOutlines,
  type Blend,
  type Cells,
  type Drawn,
  type Fill,
  type Ground,
  type Ink,
  type InkPiece,
  type Pass,
  type PassState,
  type Scene,
  type Stroke,
  type Swatch,
} from '@unhurried/core'
import { layWash, pencilPaint } from '../brushes/brushes'
import { layTexture } from './textures'

/** Painting ink on any canvas, in the page or in a worker. Everything is in scene pixels. */
export type Surface = CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D
export type InkOf = (drawing: string, pass: Pass) => Ink
/** A picture by its name, undefined while it is not here. */
export type PictureOf = (picture: string) => ImageBitmap | undefined
/** As drawn, or for the eye only: earlier drawings in one tint, later ones in another and dotted. */
export type Style = 'ink' | 'earlier' | 'later'

/** What silhouettes are painted in, and the gap in an outline that leaves its shape closed, in pixels. */
export const SILHOUETTE = { colour: '#2a2932', gap: 14 } as const
const NO_COLOUR = '#2a2932'

const paths = new WeakMap<InkPiece, Path2D>()

function ring(path: Path2D, points: ArrayLike<readonly [number, number]>) {
  const count = points.length
  if (count === 0) return
  // Through the middles of the outline's sides, its corners as control points: a smooth closed curve.
  const middle = (a: readonly [number, number], b: readonly [number, number]) =>
    [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2] as const
  const start = middle(points[count - 1]!, points[0]!)
  path.moveTo(start[0], start[1])
  for (let i = 0; i < count; i++) {
    const here = points[i]!
    const next = middle(here, points[(i + 1) % count]!)
    path.quadraticCurveTo(here[0], here[1], next[0], next[1])
  }
  path.closePath()
}

function corners(path: Path2D, points: ArrayLike<readonly [number, number]>) {
  for (let i = 0; i < points.length; i++) {
    if (i === 0) path.moveTo(points[0]![0], points[0]![1])
    else path.lineTo(points[i]![0], points[i]![1])
  }
  path.closePath()
}

export function flatRings(rings: readonly (readonly number[])[]): Path2D {
  const path = new Path2D()
  for (const flat of rings) {
    path.moveTo(flat[0]!, flat[1]!)
    for (let i = 2; i < flat.length; i += 2) path.lineTo(flat[i]!, flat[i + 1]!)
    path.closePath()
  }
  return path
}

const fillPath = ({ outline, holes = [] }: Fill): Path2D => flatRings([outline, ...holes])

function cellsPath({ runs }: Cells): Path2D {
  const path = new Path2D()
  for (let i = 0; i < runs.length; i += 3) path.rect(runs[i]!, runs[i + 1]!, runs[i + 2]!, 1)
  return path
}

export function livePath(stroke: Drawn, done: boolean): Path2D {
  const path = new Path2D()
  for (const outline of strokeOutlines(stroke, done)) (stroke.brush === 'flat' ? corners : ring)(path, outline)
  return path
}

function pathOf(piece: InkPiece): Path2D {
  let path = paths.get(piece)
  if (!path) {
    path = piece.kind === 'stroke' ? livePath(piece, true) : piece.kind === 'fill' ? fillPath(piece) : cellsPath(piece)
    paths.set(piece, path)
  }
  return path
}

/** A line as its brush lays it; `done` false is one still being drawn. */
export function paintLine(surface: Surface, stroke: Drawn, colour: string, path: () => Path2D): void {
  if (stroke.brush === 'wash') return layWash(surface, stroke, colour)
  surface.fillStyle = stroke.brush === 'pencil' ? pencilPaint(surface, colour) : colour
  surface.fill(path())
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

/** How canvases are told of a blend. */
export const compositeOf = (blend: Blend | undefined): GlobalCompositeOperation =>
  blend === undefined || blend === 'normal' ? 'source-over' : blend

const isPlain = (state: PassState | undefined) =>
  (state?.blend ?? 'normal') === 'normal' && (state?.strength ?? 1) === 1

/** A drawing with the passes its level shows. `lay` lays what may not be painted straight onto what lies below. */
function paintPasses(
  surface: Surface,
  drawing: string,
  passes: Partial<Record<Pass, PassState>> | undefined,
  inkOf: InkOf,
  palette: readonly Swatch[],
  lay: Layer,
) {
  for (const pass of PASSES) {
    const state = passes?.[pass]
    const ink = inkOf(drawing, pass)
    if (state?.hidden || ink.length === 0) continue
    if (isPlain(state)) paintInk(surface, ink, palette)
    else lay(state?.strength ?? 1, state?.blend, (layer) => paintInk(layer, ink, palette))
  }
}

const shapes = new WeakMap<Ink, Path2D | null>()
const everything = new WeakMap<Ink, { parts: readonly Ink[]; all: Ink }>()

/** A drawing's whole ink as one list, the same list as long as its passes are the same. */
function wholeInk(drawing: string, inkOf: InkOf): Ink {
  const parts = PASSES.map((pass) => inkOf(drawing, pass)).filter((ink) => ink.length > 0)
  const [first] = parts
  if (!first) return []
  const known = everything.get(first)
  if (known && known.parts.length === parts.length && known.parts.every((part, i) => part === parts[i]))
    return known.all
  const all = parts.flat()
  everything.set(first, { parts, all })
  return all
}

/** The drawing as one dark shape, filled out to its outline. */
export function paintSilhouette(surface: Surface, drawing: string, inkOf: InkOf): void {
  const ink = wholeInk(drawing, inkOf)
  let shape = shapes.get(ink)
  if (shape === undefined) {
    const found = silhouette(ink, { tolerance: SILHOUETTE.gap })
    shape = found ? flatRings(found.rings) : null
    shapes.set(ink, shape)
  }
  surface.fillStyle = SILHOUETTE.colour
  if (shape) surface.fill(shape, 'evenodd')
}

type Layer = (strength: number, blend: Blend | undefined, paint: (layer: Surface) => void) => void

/** Lays what is painted onto a sheet of its own on `surface`, with its strength and blend. The sheet has the surface's own change of place. */
function layerOn(surface: Surface): Layer {
  return (strength, blend, paint) => {
    const sheet = new OffscreenCanvas(surface.canvas.width, surface.canvas.height).getContext('2d')!
    sheet.setTransform(surface.getTransform())
    paint(sheet)
    surface.save()
    surface.setTransform(1, 0, 0, 1, 0, 0)
    surface.globalAlpha *= strength
    surface.globalCompositeOperation = compositeOf(blend)
    surface.drawImage(sheet.canvas, 0, 0)
    surface.restore()
  }
}

/** A level's ground: its picture, and its texture over everything on it. */
export function paintGround(
  surface: Surface,
  ground: Ground,
  pictureOf: PictureOf,
  { width }: { width: number },
): void {
  const { picture } = ground
  const bitmap = picture && pictureOf(picture.picture)
  if (!picture || !bitmap) return
  const [w, h] = [bitmap.width * picture.scale, bitmap.height * picture.scale]
  if (!picture.repeat) return surface.drawImage(bitmap, picture.x, picture.y, w, h)
  const reach = Math.abs((ground.pan?.to.x ?? 0) - (ground.pan?.from.x ?? 0)) + width
  const turns = Math.ceil(reach / Math.max(1, w)) + 1
  for (let n = -turns; n <= turns; n++) surface.drawImage(bitmap, picture.x + n * w, picture.y, w, h)
}

/** At most this many points of a line are drawn when it must be quick. */
const QUICK_POINTS = 24

/** Lines as plain strokes of one width and paint as it is: for the moment until the drawing itself is painted. */
export function paintQuick(surface: Surface, ink: Ink, palette: readonly Swatch[]): void {
  const colours = coloursOf(palette)
  surface.lineJoin = 'bevel'
  for (const piece of ink) {
    const colour = colours.get(piece.swatch) ?? NO_COLOUR
    if (piece.kind !== 'stroke') {
      surface.fillStyle = colour
      surface.fill(pathOf(piece), 'evenodd')
      continue
    }
    const { points } = piece
    const step = Math.max(1, Math.ceil(points.length / 3 / QUICK_POINTS)) * 3
    surface.strokeStyle = colour
    surface.lineWidth = piece.size * 0.75
    surface.beginPath()
    surface.moveTo(points[0]!, points[1]!)
    for (let i = step; i < points.length; i += step) surface.lineTo(points[i]!, points[i + 1]!)
    surface.lineTo(points.at(-3)!, points.at(-2)!)
    surface.stroke()
  }
}

export interface PictureOptions {
  readonly scene: Scene
  readonly frame: number
  readonly shown: readonly { level: string; drawing: string }[]
  readonly inkOf: InkOf
  readonly pictureOf: PictureOf
  readonly scale: number
  readonly clear?: boolean
  /** Only this level. */
  readonly only?: string | undefined
  /** Every level one dark shape. */
  readonly silhouettes?: boolean
}

/** A whole picture of the scene at `scale`: paper (unless clear), each level's ground and drawing, the lowest first. */
export function paintPicture(surface: Surface, options: PictureOptions): void {
  const { width, height, paper, cells } = options.scene.settings
  const [across, down] = [
    Math.max(1, Math.round(width * options.scale)),
    Math.max(1, Math.round(height * options.scale)),
  ]
  surface.setTransform(1, 0, 0, 1, 0, 0)
  surface.clearRect(0, 0, across, down)
  if (!options.clear) {
    surface.fillStyle = paper
    surface.fillRect(0, 0, across, down)
  }
  // Cells are painted one to one and then made larger or smaller without smoothing.
  if (cells && options.scale !== 1) {
    const exact = new OffscreenCanvas(width, height).getContext('2d')!
    paintLevels(exact, options)
    surface.imageSmoothingEnabled = false
    surface.drawImage(exact.canvas, 0, 0, across, down)
    return
  }
  surface.setTransform(options.scale, 0, 0, options.scale, 0, 0)
  paintLevels(surface, options)
  surface.setTransform(1, 0, 0, 1, 0, 0)
}

function paintLevels(
  surface: Surface,
  { scene, frame, shown, inkOf, pictureOf, only, silhouettes = false }: PictureOptions,
): void {
  const { settings, palette } = scene
  const drawings = new Map(shown.map((entry) => [entry.level, entry.drawing]))
  if (settings.cells) surface.imageSmoothingEnabled = false
  for (const id of scene.levelOrder) {
    const level = scene.levels[id]!
    const drawing = drawings.get(id)
    if (level.hidden || (only !== undefined && only !== id) || (drawing === undefined && !level.ground)) continue
    if (silhouettes) {
      if (drawing !== undefined && level.kind !== 'ground') paintSilhouette(surface, drawing, inkOf)
      continue
    }
    const paint = (sheet: Surface, lay: Layer) => {
      sheet.save()
      if (level.ground?.pan) {
        const { x, y } = panAt(level.ground.pan, frame, settings.length)
        sheet.translate(settings.cells ? Math.round(x) : x, settings.cells ? Math.round(y) : y)
      }
      if (level.ground) paintGround(sheet, level.ground, pictureOf, settings)
      if (drawing !== undefined) paintPasses(sheet, drawing, level.passes, inkOf, palette, lay)
      if (level.ground?.texture) layTexture(sheet, level.ground.texture, settings)
      sheet.restore()
    }
    if (isPlain(level)) paint(surface, layerOn(surface))
    else layerOn(surface)(level.strength ?? 1, level.blend, (sheet) => paint(sheet, layerOn(sheet)))
  }
}

export interface Box {
  left: number
  top: number
  right: number
  bottom: number
}

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

/** The box some pieces take on the paper, their width among it. */
export function boxOfPieces(pieces: Ink): Box {
  const box = boundsOf(pieces) ?? { left: 0, top: 0, right: 0, bottom: 0 }
  const margin = Math.max(...pieces.map((piece) => (piece.kind === 'stroke' ? piece.size + 2 : 2)))
  return {
    left: box.left - margin,
    top: box.top - margin,
    right: box.right + margin,
    bottom: box.bottom + margin,
  }
}
