import {
  panAt,
  PASSES,
  type Blend,
  type Ground,
  type Pass,
  type PassState,
  type Scene,
  type Swatch,
} from '@unhurried/core'
import { paintInk } from './ink'
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
