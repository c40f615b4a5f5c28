import {
  levelPalette,
  panAt,
  passStates,
  PASSES,
  smearOf,
  throughCamera,
  type Adjustment,
  type Blend,
  type CameraField,
  type Effects,
  type Ground,
  type Matte,
  type Mattes,
  type Pass,
  type PassState,
  type Point,
  type Reference,
  type Scene,
  type Shown,
  type Swatch,
  type Ways,
} from '@unhurried/core'
import { adjustedPicture } from './adjusted-picture'
import { boxOfPieces } from './box'
import { layWithEffects, paintApart } from './effects'
import { paintInk } from './ink'
import { paintReference } from './reference'
import { knowPages } from './scans'
import { paintSilhouette } from './silhouette'
import type { InkOf, PictureOf, Surface } from './surface'
import { layTexture } from './textures'

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
  { lay, shadow }: { lay: Layer; shadow: Effects['shadow'] },
) {
  for (const pass of PASSES) {
    const state = passes?.[pass]
    const ink = inkOf(drawing, pass)
    if (state?.hidden || ink.length === 0) continue
    const apart = pass === 'shadow' ? shadow : undefined
    const paint = (layer: Surface) => {
      if (apart) layer.translate(apart.x, apart.y)
      paintInk(layer, ink, palette)
    }
    if (isPlain(state) && !apart) paint(surface)
    else lay(state?.strength ?? 1, state?.blend, paint, apart?.soft)
  }
}

/** Lays what is painted by itself, with a strength and a blend, its edges soft over so many pixels of the scene. */
type Layer = (strength: number, blend: Blend | undefined, paint: (layer: Surface) => void, soft?: number) => void

/** Lays what is painted onto a sheet of its own on `surface`, with its strength and blend. The sheet has the surface's own change of place. */
function layerOn(surface: Surface): Layer {
  return (strength, blend, paint, soft = 0) =>
    paintApart(surface, { alpha: strength, soft, blend: compositeOf(blend) }, paint)
}

/** A level's ground: its picture, and its texture over everything on it. */
export function paintGround(
  surface: Surface,
  ground: Ground,
  pictureOf: PictureOf,
  { width, adjust }: { width: number; adjust?: Adjustment | undefined },
): void {
  const { picture } = ground
  const found = picture && pictureOf(picture.picture)
  if (!picture || !found) return
  const bitmap = adjustedPicture(found, adjust)
  const [w, h] = [bitmap.width * picture.scale, bitmap.height * picture.scale]
  if (!picture.repeat) return surface.drawImage(bitmap, picture.x, picture.y, w, h)
  const reach = Math.abs((ground.pan?.to.x ?? 0) - (ground.pan?.from.x ?? 0)) + width
  const turns = Math.ceil(reach / Math.max(1, w)) + 1
  for (let n = -turns; n <= turns; n++) surface.drawImage(bitmap, picture.x + n * w, picture.y, w, h)
}

export interface PictureOptions {
  readonly scene: Scene
  readonly frame: number
  readonly shown: readonly Shown[]
  readonly mattes: Mattes
  readonly ways?: Ways | undefined
  /** What the camera sees; absent: all of the paper. */
  readonly field?: CameraField | undefined
  readonly inkOf: InkOf
  readonly pictureOf: PictureOf
  /** Pictures of films that lie under all levels; absent: none. */
  readonly under?: readonly Reference[] | undefined
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
  knowPages(options.scene.pages, options.pictureOf)
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
  surface.setTransform(options.scale, 0, 0, options.scale, 0, 0)
  // Sprites are whole cells of one paper: no camera looks at them.
  if (options.field && !cells) surface.transform(...throughCamera(options.field, options.scene.settings))
  for (const reference of options.under ?? []) paintReference(surface, reference, options.pictureOf)
  // Cells are painted one to one and then made larger or smaller without smoothing.
  if (cells && options.scale !== 1) {
    const exact = new OffscreenCanvas(width, height).getContext('2d')!
    paintLevels(exact, options)
    surface.setTransform(1, 0, 0, 1, 0, 0)
    surface.imageSmoothingEnabled = false
    surface.drawImage(exact.canvas, 0, 0, across, down)
    return
  }
  paintLevels(surface, options)
  surface.setTransform(1, 0, 0, 1, 0, 0)
}

function paintLevels(surface: Surface, options: PictureOptions): void {
  const { scene, shown, mattes, only, silhouettes = false } = options
  const drawings = new Map(shown.map((entry) => [entry.level, entry.drawing]))
  if (scene.settings.cells) surface.imageSmoothingEnabled = false
  for (const id of scene.levelOrder) {
    const level = scene.levels[id]!
    const drawing = drawings.get(id)
    if (level.hidden || (only !== undefined && only !== id) || (drawing === undefined && !level.ground)) continue
    if (silhouettes && (drawing === undefined || level.kind === 'ground')) continue
    const matte = mattes[id]
    const { effects } = level
    const paint = (sheet: Surface, lay: Layer) => {
      if (hasEffects(options, effects))
        layWithEffects(
          sheet,
          effects,
          { goes: goesOf(options, id, drawing), palette: levelPalette(scene, id) },
          (own) => paintLevel(own, { id, drawing, lay: layerOn(own) }, options),
        )
      else paintLevel(sheet, { id, drawing, lay }, options)
      if (matte) cutByMatte(sheet, matte, options)
    }
    const plain = silhouettes || isPlain(level)
    if (plain && !matte) paint(surface, layerOn(surface))
    else {
      const { strength, blend } = plain ? {} : level
      layerOn(surface)(strength ?? 1, blend, (sheet) => paint(sheet, layerOn(sheet)))
    }
  }
}

/** Whether a level is laid in another way than it is painted; its shadow is a matter of its passes. */
const hasEffects = ({ scene, silhouettes }: PictureOptions, effects: Effects | undefined): effects is Effects =>
  !silhouettes && !scene.settings.cells && (effects?.glow !== undefined || effects?.speed !== undefined)

/** How far what a level shows goes while it is shown, in pixels of the scene. */
function goesOf({ scene, frame, ways, inkOf }: PictureOptions, level: string, drawing: string | undefined): Point {
  if (!scene.levels[level]!.effects?.speed) return { x: 0, y: 0 }
  return smearOf(scene, { level, drawing: drawing ?? '', frame, way: ways?.[level] }, (id) => middleOfInk(id, inkOf))
}

/** The middle of the box round the ink of a drawing but its shadow; undefined of an empty one. */
function middleOfInk(drawing: string, inkOf: InkOf): Point | undefined {
  const ink = PASSES.flatMap((pass) => (pass === 'shadow' ? [] : inkOf(drawing, pass)))
  if (ink.length === 0) return undefined
  const { left, top, right, bottom } = boxOfPieces(ink)
  return { x: (left + right) / 2, y: (top + bottom) / 2 }
}

interface LevelAt {
  readonly id: string
  readonly drawing: string | undefined
  readonly lay: Layer
}
/** A level where it lies: its ground, its drawing and its texture. */
function paintLevel(surface: Surface, { id, drawing, lay }: LevelAt, options: PictureOptions) {
  const { scene, frame, inkOf, pictureOf, silhouettes = false } = options
  const { settings } = scene
  const level = scene.levels[id]!
  const shadow = settings.cells ? undefined : level.effects?.shadow
  surface.save()
  const at = placeOf(scene, id, frame)
  surface.translate(at.x, at.y)
  if (silhouettes) paintSilhouette(surface, drawing!, inkOf)
  else {
    if (level.ground) paintGround(surface, level.ground, pictureOf, { width: settings.width, adjust: level.adjust })
    if (drawing !== undefined)
      paintPasses(surface, drawing, passStates(scene, id), inkOf, levelPalette(scene, id), { lay, shadow })
    if (level.ground?.texture) layTexture(surface, level.ground.texture, settings)
  }
  surface.restore()
}

/** How far off a level lies at a frame: panned, or following another; whole pixels where cells are drawn. */
function placeOf({ settings, levels }: Scene, id: string, frame: number): { x: number; y: number } {
  const { ground, follows } = levels[id]!
  const pan = ground?.pan ? panAt(ground.pan, frame, settings.length) : { x: 0, y: 0 }
  const [x, y] = [pan.x + (follows?.x ?? 0), pan.y + (follows?.y ?? 0)]
  return settings.cells ? { x: Math.round(x), y: Math.round(y) } : { x, y }
}

/** Leaves of a sheet only what the matte lets be seen. The sheet has the picture's own change of place. */
function cutByMatte(sheet: Surface, matte: Matte, { scene, inkOf }: PictureOptions) {
  const cut = new OffscreenCanvas(sheet.canvas.width, sheet.canvas.height).getContext('2d')!
  cut.setTransform(sheet.getTransform())
  paintMatte(cut, matte, scene, inkOf)
  layMatte(sheet, cut.canvas, matte)
}

/** The ink by which a level is cut, whatever its colour and strength, where it lies. */
export function paintMatte(surface: Surface, matte: Matte, scene: Scene, inkOf: InkOf): void {
  if (matte.drawing === undefined) return
  const at = placeOf(scene, matte.level, matte.frame)
  surface.save()
  surface.translate(at.x + matte.x, at.y + matte.y)
  for (const pass of PASSES)
    if (!passStates(scene, matte.level)?.[pass]?.hidden) paintInk(surface, inkOf(matte.drawing, pass), scene.palette)
  surface.restore()
}

/** Cuts a sheet with a painted matte of its size. */
export function layMatte(sheet: Surface, cut: CanvasImageSource, { where }: Pick<Matte, 'where'>): void {
  sheet.save()
  sheet.setTransform(1, 0, 0, 1, 0, 0)
  sheet.globalAlpha = 1
  sheet.globalCompositeOperation = where === 'ink' ? 'destination-in' : 'destination-out'
  sheet.drawImage(cut, 0, 0)
  sheet.restore()
}
