import { areaScale, coloursOf, type Effects, type Point, type Swatch } from '@unhurried/core'
import type { Surface } from './surface'

type Sheet = OffscreenCanvasRenderingContext2D
/** A smear shorter than this, in pixels, is none. */
const SHORTEST = 1.5
/** A glow is painted so often over itself: once alone is faint where it begins. */
const GLOWS = 2
/** Until a colour is known. */
const LIGHT = '#ffffff'

/** An empty sheet as large as a surface, which lies as that does. */
function sheetLike(surface: Surface): Sheet {
  const sheet = new OffscreenCanvas(surface.canvas.width, surface.canvas.height).getContext('2d')!
  sheet.setTransform(surface.getTransform())
  return sheet
}

/** Pixels of a surface to one of the scene. */
function scaleOf(surface: Surface): number {
  const { a, b, c, d, e, f } = surface.getTransform()
  return Math.sqrt(Math.abs(areaScale([a, b, c, d, e, f])))
}

/**
 * Lays what is painted with the effects of its level: smeared by as much as the shutter is open of `goes`, in pixels of
 * the scene, and with its glow below it.
 */
export function layWithEffects(
  surface: Surface,
  { glow, speed }: Effects,
  { goes, palette }: { goes: Point; palette: readonly Swatch[] },
  paint: (sheet: Surface) => void,
): void {
  const sheet = sheetLike(surface)
  paint(sheet)
  const { a, b, c, d } = surface.getTransform()
  const open = speed ?? 0
  const seen = smeared(sheet.canvas, {
    x: open * (a * goes.x + c * goes.y),
    y: open * (b * goes.x + d * goes.y),
  })
  if (glow) layGlow(surface, seen, glow, palette)
  laySheet(surface, seen)
}

interface Laid {
  readonly alpha?: number
  /** Pixels of the scene over which edges are soft. */
  readonly soft?: number
  /** Absent: as the surface lays. */
  readonly blend?: GlobalCompositeOperation
  /** How often, one over the other. */
  readonly times?: number
}

/** Lays a sheet of the surface's size. */
function laySheet(
  surface: Surface,
  sheet: OffscreenCanvas,
  { alpha = 1, soft = 0, blend = surface.globalCompositeOperation, times = 1 }: Laid = {},
) {
  const deviation = (soft * scaleOf(surface)) / 2
  const hasFilters = 'filter' in surface
  surface.save()
  surface.setTransform(1, 0, 0, 1, 0, 0)
  surface.globalAlpha *= alpha
  surface.globalCompositeOperation = blend
  if (hasFilters && soft > 0) surface.filter = `blur(${deviation}px)`
  const seen = hasFilters || soft === 0 ? sheet : softened(sheet, deviation)
  for (let n = 0; n < times; n++) surface.drawImage(seen, 0, 0)
  surface.restore()
}

/** Paints on a sheet of its own, and lays that. */
export function paintApart(surface: Surface, laid: Laid, paint: (sheet: Surface) => void): void {
  const sheet = sheetLike(surface)
  paint(sheet)
  laySheet(surface, sheet.canvas, laid)
}

/** A sheet as a canvas's own `blur` gives it, which Safari has not: two boxes each way vary as much as such a bell. */
function softened(sheet: OffscreenCanvas, deviation: number): OffscreenCanvas {
  const box = deviation * Math.sqrt(6)
  const bothWays = (seen: OffscreenCanvas) => smeared(smeared(seen, { x: box, y: 0 }), { x: 0, y: box })
  return bothWays(bothWays(sheet))
}

function layGlow(
  surface: Surface,
  seen: OffscreenCanvas,
  { reach, strength, swatch }: NonNullable<Effects['glow']>,
  palette: readonly Swatch[],
) {
  let light = seen
  if (swatch !== undefined) {
    const sheet = new OffscreenCanvas(seen.width, seen.height).getContext('2d')!
    sheet.drawImage(seen, 0, 0)
    sheet.globalCompositeOperation = 'source-in'
    sheet.fillStyle = coloursOf(palette).get(swatch) ?? LIGHT
    sheet.fillRect(0, 0, seen.width, seen.height)
    light = sheet.canvas
  }
  laySheet(surface, light, { alpha: strength, soft: reach, times: GLOWS })
}

/**
 * The mean of a sheet laid along a way of so many of its pixels, its middle where it was: each turn lays two copies half
 * of the way before apart, so that n turns are 2ⁿ places along it, evenly.
 */
function smeared(sheet: OffscreenCanvas, way: Point): OffscreenCanvas {
  let seen = sheet
  for (let { x, y } = { x: way.x / 2, y: way.y / 2 }; Math.hypot(x, y) >= SHORTEST / 2; x /= 2, y /= 2) {
    const next = new OffscreenCanvas(sheet.width, sheet.height).getContext('2d')!
    next.globalAlpha = 0.5
    // What is half as strong twice over is added up to what it was.
    next.globalCompositeOperation = 'lighter'
    next.drawImage(seen, x / 2, y / 2)
    next.drawImage(seen, -x / 2, -y / 2)
    seen = next.canvas
  }
  return seen
}
