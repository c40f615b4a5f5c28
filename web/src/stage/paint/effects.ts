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
export function sheetLike(surface: Surface): Sheet {
  const sheet = new OffscreenCanvas(surface.canvas.width, surface.canvas.height).getContext('2d')!
  sheet.setTransform(surface.getTransform())
  return sheet
}

/** Pixels of a surface to one of the scene. */
function scaleOf(surface: Surface): number {
  const { a, b, c, d, e, f } = surface.getTransform()
  return Math.sqrt(Math.abs(areaScale([a, b, c, d, e, f])))
}

/** How edges are made soft over so many pixels of the scene, in the words of a canvas; none of 0. */
export const softened = (surface: Surface, px: number): string =>
  px > 0 ? `blur(${((px * scaleOf(surface)) / 2).toFixed(2)}px)` : 'none'

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
  const seen = smeared(sheet, {
    x: open * (a * goes.x + c * goes.y),
    y: open * (b * goes.x + d * goes.y),
  })
  if (glow) layGlow(surface, seen.canvas, glow, palette)
  laid(surface, seen.canvas)
}

/** Lays a sheet of the surface's size as it is. */
function laid(surface: Surface, sheet: OffscreenCanvas, { alpha = 1, filter = 'none' } = {}) {
  surface.save()
  surface.setTransform(1, 0, 0, 1, 0, 0)
  surface.globalAlpha *= alpha
  surface.filter = filter
  surface.drawImage(sheet, 0, 0)
  surface.restore()
}

function layGlow(
  surface: Surface,
  seen: OffscreenCanvas,
  { reach, strength, swatch }: NonNullable<Effects['glow']>,
  palette: readonly Swatch[],
) {
  const filter = softened(surface, reach)
  let light = seen
  if (swatch !== undefined) {
    const sheet = new OffscreenCanvas(seen.width, seen.height).getContext('2d')!
    sheet.drawImage(seen, 0, 0)
    sheet.globalCompositeOperation = 'source-in'
    sheet.fillStyle = coloursOf(palette).get(swatch) ?? LIGHT
    sheet.fillRect(0, 0, seen.width, seen.height)
    light = sheet.canvas
  }
  for (let n = 0; n < GLOWS; n++) laid(surface, light, { alpha: strength, filter })
}

/**
 * The mean of a sheet laid along a way of so many of its pixels, its middle where it was: each turn lays two copies half
 * of the way before apart, so that n turns are 2ⁿ places along it, evenly.
 */
function smeared(sheet: Sheet, way: Point): Sheet {
  let seen = sheet
  for (let { x, y } = { x: way.x / 2, y: way.y / 2 }; Math.hypot(x, y) >= SHORTEST / 2; x /= 2, y /= 2) {
    const next = new OffscreenCanvas(sheet.canvas.width, sheet.canvas.height).getContext('2d')!
    next.globalAlpha = 0.5
    // What is half as strong twice over is added up to what it was.
    next.globalCompositeOperation = 'lighter'
    next.drawImage(seen.canvas, x / 2, y / 2)
    next.drawImage(seen.canvas, -x / 2, -y / 2)
    seen = next
  }
  return seen
}
