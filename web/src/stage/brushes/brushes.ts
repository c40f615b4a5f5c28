import { courseLengths, halfWidth, taperShares, type Stroke } from '@unhurried/core'
import type { Surface } from '../paint/surface'

/** How brushes with a surface of their own are laid on a canvas; pen and flat are plain shapes. */

const GRAIN = 96
let grain: Uint8ClampedArray | undefined

/** Paper tooth: how much graphite each spot takes, the same everywhere and always. */
function tooth(): Uint8ClampedArray {
  if (grain) return grain
  let seed = 20
  const random = () => (seed = (seed * 1_664_525 + 1_013_904_223) >>> 0) / 2 ** 32
  const raw = Float32Array.from({ length: GRAIN * GRAIN }, random)
  const at = (x: number, y: number) => raw[((y + GRAIN) % GRAIN) * GRAIN + ((x + GRAIN) % GRAIN)]!
  grain = new Uint8ClampedArray(GRAIN * GRAIN)
  for (let y = 0; y < GRAIN; y++) {
    for (let x = 0; x < GRAIN; x++) {
      const near = (2 * at(x, y) + at(x + 1, y) + at(x - 1, y) + at(x, y + 1) + at(x, y - 1)) / 6
      grain[y * GRAIN + x] = 255 * Math.min(1, Math.max(0.22, 1.72 - 1.9 * near))
    }
  }
  return grain
}

const patterns = new Map<string, CanvasPattern>()
const channels = (colour: string) =>
  [1, 3, 5].map((at) => Number.parseInt(colour.slice(at, at + 2), 16)) as [number, number, number]

/** Graphite of a colour; the same on every canvas. */
export function pencilPaint(surface: Surface, colour: string): CanvasPattern | string {
  let pattern = patterns.get(colour)
  if (!pattern) {
    const tile = new ImageData(GRAIN, GRAIN)
    const [r, g, b] = channels(colour)
    tooth().forEach((alpha, i) => tile.data.set([r, g, b, alpha], 4 * i))
    const canvas = new OffscreenCanvas(GRAIN, GRAIN)
    canvas.getContext('2d')!.putImageData(tile, 0, 0)
    pattern = surface.createPattern(canvas, 'repeat') ?? undefined
    if (!pattern) return colour
    patterns.set(colour, pattern)
  }
  return pattern
}

const DAB = 64
const dabs = new Map<string, OffscreenCanvas>()

/** One soft touch of a wet brush. */
function dabOf(colour: string): OffscreenCanvas {
  let canvas = dabs.get(colour)
  if (!canvas) {
    canvas = new OffscreenCanvas(DAB, DAB)
    const surface = canvas.getContext('2d')!
    const [r, g, b] = channels(colour)
    const soft = surface.createRadialGradient(DAB / 2, DAB / 2, 0, DAB / 2, DAB / 2, DAB / 2)
    for (const [at, alpha] of [
      [0, 1],
      [0.45, 0.86],
      [0.75, 0.36],
      [1, 0],
    ] as const)
      soft.addColorStop(at, `rgb(${r} ${g} ${b} / ${alpha})`)
    surface.fillStyle = soft
    surface.fillRect(0, 0, DAB, DAB)
    dabs.set(colour, canvas)
  }
  return canvas
}

/** Touches lie this share of the brush's half width apart; about as many of them cover one another. */
const APART = 0.3
const COVERING = 3.3
/** What a wash covers at full pressure, in one go. */
const FULL = 0.88

/** A wash: soft at the edge, as strong as the hand is heavy, stronger where it crosses itself. */
export function layWash(
  surface: Surface,
  stroke: Pick<Stroke, 'points' | 'size' | 'brush' | 'taper'>,
  colour: string,
): void {
  const { points } = stroke
  const dab = dabOf(colour)
  const lengths = courseLengths(points)
  const shares = taperShares(stroke)
  const before = surface.globalAlpha
  let i = 0
  for (let at = 0; ;) {
    while (i < lengths.length - 2 && lengths[i + 1]! < at) i++
    const next = Math.min(i + 1, lengths.length - 1)
    const span = lengths[next]! - lengths[i]!
    const t = span > 0 ? Math.min(1, (at - lengths[i]!) / span) : 0
    const mix = (from: number, to: number) => from + (to - from) * t
    const pressure = mix(points[3 * i + 2]!, points[3 * next + 2]!)
    const radius = Math.max(0.5, halfWidth(stroke, pressure) * mix(shares[i]!, shares[next]!))
    surface.globalAlpha = before * (1 - (1 - FULL * pressure) ** (1 / COVERING))
    surface.drawImage(
      dab,
      mix(points[3 * i]!, points[3 * next]!) - radius,
      mix(points[3 * i + 1]!, points[3 * next + 1]!) - radius,
      2 * radius,
      2 * radius,
    )
    if (at >= lengths.at(-1)!) break
    at = Math.min(lengths.at(-1)!, at + Math.max(0.6, radius * APART))
  }
  surface.globalAlpha = before
}
