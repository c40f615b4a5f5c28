import {
  levelPalette,
  panAt,
  passStates,
  PASSES,
  transformPoint,
  type Ground,
  type InkPiece,
  type Level,
  type Matrix,
  type Matte,
  type Mattes,
  type Pass,
  type Point,
  type Reference,
  type Scene,
  type Shown,
} from '@unhurried/core'
import type { UnderLight } from './light-table'
import type { BitmapName, Bitmaps } from './paint/bitmaps'
import { boxThrough, wholePixels, type Box } from './paint/box'
import { paintApart } from './paint/effects'
import { paintInk, paintQuick, passesShown } from './paint/ink'
import { paintReference } from './paint/reference'
import { compositeOf, layMatte, paintGround, paintMatte } from './paint/picture'
import { knowPages } from './paint/scans'
import { paintSilhouette } from './paint/silhouette'
import type { SmallPictures } from './paint/small-pictures'
import type { InkOf, PictureOf, Surface } from './paint/surface'
import { layTexture } from './paint/textures'

/** What lies on the paper: other levels as they are, this level under the light, and the drawing itself. */
export interface OnTable {
  readonly frame: number
  readonly drawing: string | undefined
  readonly level: string
  readonly shown: readonly Shown[]
  readonly mattes: Mattes
  readonly under: readonly UnderLight[]
  /** Only this level. */
  readonly only?: string | undefined
  /** Where drawings under the light were slid to, for the eye only. */
  readonly slid: ReadonlyMap<string, Slide>
  readonly silhouettes: boolean
  /** What lies beyond the edge of the paper. */
  readonly outside: 'shown' | 'dim' | 'hidden'
}

/** Pieces taken up from a drawing and moved about before they are laid down again, the lowest first. */
export interface Lifted {
  readonly drawing: string
  readonly passes: ReadonlySet<Pass>
  /** Their ids as they lie in the ink. */
  readonly from: ReadonlySet<string>
  readonly pieces: readonly InkPiece[]
  readonly matrix: Matrix
}

/** A drawing moved and turned about the middle of the paper: scene pixels and radians. */
export interface Slide {
  readonly x: number
  readonly y: number
  readonly turn: number
}

/** All that what lies still is painted from, and what it is painted on. */
export interface Layers {
  readonly surface: CanvasRenderingContext2D
  readonly scene: Scene
  readonly onTable: OnTable
  readonly lifted: Lifted | undefined
  /** From scene pixels to pixels of the canvas. */
  readonly pixels: Matrix
  readonly turned: boolean
  readonly mirrored: boolean
  readonly bitmaps: Bitmaps
  readonly small: SmallPictures
  readonly inkOf: InkOf
  readonly pictureOf: PictureOf
  /** Pictures under the paper's drawings. */
  readonly references: readonly Reference[]
  /** Bitmaps that are not painted yet: what else there is of them is laid. */
  readonly missing: BitmapName[]
}

export const TABLE_COLOUR = '#eadfcc'
/** How pale a dimmed pass is, and what lies beyond the paper. */
const DIM = 0.3
const OUTSIDE_DIM = 0.72

/** How far a level's ground is panned at a frame; undefined when it is not. */
export const panOf = (scene: Scene, level: Level, frame: number): Point | undefined =>
  level.ground?.pan ? panAt(level.ground.pan, frame, scene.settings.length) : undefined

/** Paints what lies still, all of it or only a box of scene pixels: table, paper, references, every level, the light. */
export function paintLayers(layers: Layers, box?: Box): void {
  const { surface, scene, pixels, onTable } = layers
  const { width, height, paper } = scene.settings
  knowPages(scene.pages, layers.pictureOf)
  const edge = { left: 0, top: 0, right: width, bottom: height }
  const upright = layers.turned ? undefined : boxThrough(pixels, edge)
  surface.save()
  if (box) clipTo(surface, wholePixels(boxThrough(pixels, box)))
  surface.fillStyle = TABLE_COLOUR
  surface.fillRect(0, 0, surface.canvas.width, surface.canvas.height)
  surface.fillStyle = paper
  if (upright) surface.fillRect(upright.left, upright.top, upright.right - upright.left, upright.bottom - upright.top)
  else surface.fill(paperPath(layers))
  layReferences(layers)
  layLevels(layers)
  if (onTable.outside !== 'shown') hideOutside(layers, upright)
  surface.restore()
}

function clipTo(surface: CanvasRenderingContext2D, { left, top, right, bottom }: Box) {
  surface.beginPath()
  surface.rect(left, top, right - left, bottom - top)
  surface.clip()
}

/** Every level, the lowest first; what is under the light lies right below the drawing on the table. */
function layLevels(layers: Layers) {
  const { scene, onTable } = layers
  const { shown, under, level, drawing, only } = onTable
  const drawings = new Map(shown.map((entry) => [entry.level, entry.drawing]))
  const layAllUnder = () => under.forEach((each) => layUnder(layers, each))
  let lit = false
  for (const id of scene.levelOrder) {
    const each = scene.levels[id]!
    const on = drawings.get(id)
    if (each.hidden || (only !== undefined && only !== id) || (on === undefined && !each.ground)) continue
    if (id === level && on !== undefined && !onTable.silhouettes) {
      lit = true
      layAllUnder()
    }
    layLevel(layers, each, on)
  }
  if ((drawing === undefined || !lit) && !onTable.silhouettes) layAllUnder()
}

/** Dims or hides what lies beyond the paper's edge. */
function hideOutside(layers: Layers, upright: Box | undefined) {
  const { surface, onTable } = layers
  surface.globalAlpha = onTable.outside === 'dim' ? OUTSIDE_DIM : 1
  surface.fillStyle = TABLE_COLOUR
  if (upright) return layAround(layers, upright)
  const around = paperPath(layers)
  around.rect(0, 0, surface.canvas.width, surface.canvas.height)
  surface.fill(around, 'evenodd')
}

function layLevel(layers: Layers, level: Level, drawing: string | undefined) {
  const { surface, onTable } = layers
  const matte = onTable.mattes[level.id]
  surface.save()
  if (level.strength !== undefined) surface.globalAlpha = level.strength
  if (level.blend) surface.globalCompositeOperation = compositeOf(level.blend)
  if (matte) surface.drawImage(cutLevel(layers, level, drawing, matte), 0, 0)
  else layWhole(layers, level, drawing)
  surface.restore()
}

/** A level before it is cut by anything. */
function layWhole(layers: Layers, level: Level, drawing: string | undefined) {
  const { surface, pixels, inkOf, onTable } = layers
  if (onTable.silhouettes) {
    surface.transform(...pixels)
    const { x, y } = level.follows ?? { x: 0, y: 0 }
    surface.translate(x, y)
    if (drawing !== undefined && level.kind !== 'ground') paintSilhouette(surface, drawing, inkOf)
  } else if (level.ground) {
    layGround(layers, level, level.ground, drawing)
  } else if (drawing !== undefined) layPasses(layers, drawing, level)
}

/** Sheets on which levels are cut: as large as the table, and used again. */
let sheets: readonly CanvasRenderingContext2D[] = []
function clearSheets({ width, height }: HTMLCanvasElement): readonly CanvasRenderingContext2D[] {
  if (sheets.length === 0) sheets = [0, 1].map(() => document.createElement('canvas').getContext('2d')!)
  for (const { canvas } of sheets) {
    // A canvas's size set again empties it.
    canvas.width = width
    canvas.height = height
  }
  return sheets
}

/** A level as its matte lets it be seen. */
function cutLevel(layers: Layers, level: Level, drawing: string | undefined, matte: Matte): HTMLCanvasElement {
  const [sheet, cut] = clearSheets(layers.surface.canvas) as [CanvasRenderingContext2D, CanvasRenderingContext2D]
  sheet.save()
  layWhole({ ...layers, surface: sheet }, level, drawing)
  sheet.restore()
  cut.save()
  cut.transform(...layers.pixels)
  paintMatte(cut, matte, layers.scene, layers.inkOf)
  cut.restore()
  layMatte(sheet, cut.canvas, matte)
  return sheet.canvas
}

/** Grounds are painted as they are: they are few, and a bitmap would end at the edge of the table. */
function layGround(layers: Layers, level: Level, ground: Ground, drawing: string | undefined) {
  const { surface, scene, pixels, inkOf, pictureOf, onTable } = layers
  const pan = panOf(scene, level, onTable.frame)
  surface.save()
  surface.transform(...pixels)
  if (pan) surface.translate(pan.x, pan.y)
  if (scene.settings.cells) surface.imageSmoothingEnabled = false
  paintGround(surface, ground, pictureOf, { width: scene.settings.width, adjust: level.adjust })
  if (drawing !== undefined && pan) {
    for (const pass of PASSES) {
      if (!level.passes?.[pass]?.hidden) paintInk(surface, inkOf(drawing, pass), levelPalette(scene, level.id))
    }
  }
  surface.restore()
  if (drawing !== undefined && !pan) layPasses(layers, drawing, level)
  if (!ground.texture) return
  surface.transform(...pixels)
  layTexture(surface, ground.texture, scene.settings)
}

function layPasses(layers: Layers, drawing: string, level: Level) {
  const { surface, scene } = layers
  const states = passStates(scene, level.id)
  for (const pass of PASSES) {
    const state = states?.[pass]
    if (state?.hidden) continue
    surface.save()
    surface.globalAlpha *= (state?.strength ?? 1) * (state?.dim ? DIM : 1)
    if (state?.blend) surface.globalCompositeOperation = compositeOf(state.blend)
    layPass(layers, { drawing, pass, level })
    surface.restore()
  }
}

/** How far off a pass is laid: what follows as far as it follows, a shadow as its effect says, but for the level drawn on. */
function offsetOf({ scene, onTable }: Layers, { id, follows, effects }: Level, pass: Pass, isFollowing: boolean) {
  const isMoved = pass === 'shadow' && !scene.settings.cells && id !== onTable.level
  const shadow = isMoved ? effects?.shadow : undefined
  const own = (isFollowing && follows) || { x: 0, y: 0 }
  return { x: own.x + (shadow?.x ?? 0), y: own.y + (shadow?.y ?? 0), soft: shadow?.soft ?? 0 }
}

function layPass(layers: Layers, { drawing, pass, level }: { drawing: string; pass: Pass; level: Level }) {
  const { surface, scene, pixels, lifted, inkOf, bitmaps, small } = layers
  const palette = levelPalette(scene, level.id)
  const follower = scene.drawings[drawing]?.level === level.id ? '' : level.id
  const { x, y, soft } = offsetOf(layers, level, pass, follower !== '')
  if (lifted?.drawing === drawing && lifted.passes.has(pass)) {
    const { from } = lifted
    surface.transform(...pixels)
    paintInk(
      surface,
      inkOf(drawing, pass).filter(({ id }) => !from.has(id)),
      palette,
    )
  } else if (x !== 0 || y !== 0) {
    // A bitmap ends at the edge of the table: laid elsewhere it would be cut off there.
    surface.transform(...pixels)
    surface.translate(x, y)
    const paint = (sheet: Surface) => paintInk(sheet, inkOf(drawing, pass), palette)
    if (soft > 0) paintApart(surface, { soft }, paint)
    else paint(surface)
  } else {
    const name = { drawing, pass, style: 'ink', tint: follower } as const
    if (!bitmaps.readyAtOnce(name)) layers.missing.push(name)
    if (bitmaps.lay(surface, name)) return
    if (follower === '' && small.lay(surface, pixels, drawing, pass)) return
    surface.transform(...pixels)
    paintQuick(surface, inkOf(drawing, pass), palette)
  }
}

function layUnder(layers: Layers, { drawing, style, strength, tint }: UnderLight) {
  const { surface, scene, pixels, mirrored, bitmaps, inkOf, onTable } = layers
  const slide = onTable.slid.get(drawing)
  surface.save()
  surface.globalAlpha = strength
  if (slide) {
    const { width, height } = scene.settings
    const middle = transformPoint(pixels, { x: width / 2, y: height / 2 })
    const moved = transformPoint(pixels, { x: width / 2 + slide.x, y: height / 2 + slide.y })
    surface.translate(moved.x, moved.y)
    surface.rotate(mirrored ? -slide.turn : slide.turn)
    surface.translate(-middle.x, -middle.y)
  }
  for (const pass of passesShown(drawing, inkOf)) {
    const name = { drawing, pass, style, tint }
    // What lies under the light follows a moment later.
    if (!bitmaps.readyAtOnce(name)) layers.missing.push(name)
    bitmaps.lay(surface, name)
  }
  surface.restore()
}

function layReferences({ surface, pixels, pictureOf, references }: Layers) {
  surface.save()
  surface.transform(...pixels)
  for (const reference of references) paintReference(surface, reference, pictureOf)
  surface.restore()
}

/** Fills what lies around an upright box. */
function layAround({ surface }: Layers, { left, top: high, right, bottom }: Box) {
  const { width: w, height: h } = surface.canvas
  surface.fillRect(0, 0, w, Math.max(0, high))
  surface.fillRect(0, bottom, w, Math.max(0, h - bottom))
  surface.fillRect(0, high, Math.max(0, left), bottom - high)
  surface.fillRect(right, high, Math.max(0, w - right), bottom - high)
}

/** The paper's edge as it lies on the canvas. */
function paperPath({ scene, pixels }: Layers): Path2D {
  const { width, height } = scene.settings
  const path = new Path2D()
  for (const [i, [x, y]] of (
    [
      [0, 0],
      [width, 0],
      [width, height],
      [0, height],
    ] as const
  ).entries()) {
    const at = transformPoint(pixels, { x, y })
    if (i === 0) path.moveTo(at.x, at.y)
    else path.lineTo(at.x, at.y)
  }
  path.closePath()
  return path
}
