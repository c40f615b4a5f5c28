import { channelsOf, clamp } from '@unhurried/core'
import type { Surface } from '../paint/surface'

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
      grain[y * GRAIN + x] = 255 * clamp(1.72 - 1.9 * near, 0.22, 1)
    }
  }
  return grain
}

const patterns = new Map<string, CanvasPattern>()

/** Graphite of a colour; the same on every canvas. */
export function graphite(surface: Surface, colour: string): CanvasPattern | string {
  let pattern = patterns.get(colour)
  if (!pattern) {
    const tile = new ImageData(GRAIN, GRAIN)
    const [r, g, b] = channelsOf(colour)
    tooth().forEach((alpha, i) => tile.data.set([r, g, b, alpha], 4 * i))
    const canvas = new OffscreenCanvas(GRAIN, GRAIN)
    canvas.getContext('2d')!.putImageData(tile, 0, 0)
    pattern = surface.createPattern(canvas, 'repeat') ?? undefined
    if (!pattern) return colour
    patterns.set(colour, pattern)
  }
  return pattern
}
