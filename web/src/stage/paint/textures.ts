import { clamp } from '@unhurried/core'
import type { Ground } from '@unhurried/core'
import type { Surface } from './surface'

type Texture = NonNullable<Ground['texture']>
const TILE = 128
const tiles = new Map<Texture['is'], OffscreenCanvas>()

/** How dark each spot of a texture is, 0…1. */
const SPOTS: Readonly<Record<Texture['is'], (x: number, y: number, random: () => number) => number>> = {
  grain: (_x, _y, random) => random() ** 2,
  weave: (x, y, random) =>
    (Math.floor(x / 4) + Math.floor(y / 4)) % 2 === 0
      ? 0.25 + (0.35 * Math.abs((x % 4) - 1.5)) / 1.5 + 0.15 * random()
      : 0.25 + (0.35 * Math.abs((y % 4) - 1.5)) / 1.5 + 0.15 * random(),
  wash: (x, y, random) =>
    0.5 +
    0.26 * Math.sin((2 * Math.PI * (x + 18 * Math.sin((2 * Math.PI * y) / TILE))) / TILE) +
    0.2 * Math.sin((4 * Math.PI * (y + 9 * Math.sin((2 * Math.PI * x) / TILE))) / TILE) +
    0.05 * random(),
}

function tileOf(is: Texture['is']): OffscreenCanvas {
  let tile = tiles.get(is)
  if (!tile) {
    let seed = 7
    const random = () => (seed = (seed * 1_664_525 + 1_013_904_223) >>> 0) / 2 ** 32
    const image = new ImageData(TILE, TILE)
    for (let y = 0; y < TILE; y++)
      for (let x = 0; x < TILE; x++)
        image.data.set([58, 44, 26, 255 * clamp(SPOTS[is](x, y, random), 0, 1)], 4 * (y * TILE + x))
    tile = new OffscreenCanvas(TILE, TILE)
    tile.getContext('2d')!.putImageData(image, 0, 0)
    tiles.set(is, tile)
  }
  return tile
}

/** A texture over what lies on the surface so far, as far as the paper goes and a pan may carry it. */
export function layTexture(
  surface: Surface,
  { is, strength }: Texture,
  { width, height }: { width: number; height: number },
): void {
  const pattern = surface.createPattern(tileOf(is), 'repeat')
  if (!pattern) return
  surface.save()
  surface.globalAlpha *= strength * 0.6
  surface.fillStyle = pattern
  surface.fillRect(-4 * width, -4 * height, 9 * width, 9 * height)
  surface.restore()
}
