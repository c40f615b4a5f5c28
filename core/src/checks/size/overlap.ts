import { memoBy } from '../../base/memo'
import { stampRings, type Grid } from '../../ink/raster'
import type { Silhouette } from '../../ink/silhouette'

/** Cells along the longest side of the picture two shapes are laid over each other on. */
const CELLS = 160

/** Area two shapes have in common over the area of both, 0…1. */
export function overlap(a: Pick<Silhouette, 'rings'>, b: Pick<Silhouette, 'rings'>): number {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity]
  for (const { rings } of [a, b]) {
    for (const ring of rings) {
      for (let i = 0; i < ring.length; i += 2) {
        left = Math.min(left, ring[i]!)
        right = Math.max(right, ring[i]!)
        top = Math.min(top, ring[i + 1]!)
        bottom = Math.max(bottom, ring[i + 1]!)
      }
    }
  }
  const scale = CELLS / Math.max(right - left, bottom - top, 1)
  const grid: Grid = {
    left: 0,
    top: 0,
    width: Math.ceil((right - left) * scale) + 2,
    height: Math.ceil((bottom - top) * scale) + 2,
  }
  const masks = [a, b].map(({ rings }) => {
    const mask = new Uint8Array(grid.width * grid.height)
    stampRings(
      mask,
      grid,
      rings.map((ring) => ring.map((value, i) => (value - (i % 2 === 0 ? left : top)) * scale + 1)),
    )
    return mask
  })
  let [both, either] = [0, 0]
  for (let i = 0; i < masks[0]!.length; i++) {
    both += masks[0]![i]! & masks[1]![i]!
    either += masks[0]![i]! | masks[1]![i]!
  }
  return either > 0 ? both / either : 0
}

/** A shape whose axes differ by less than this has none to speak of. */
const ROUND = 1.15

/** The same shape with its middle at the origin and its long axis across. */
function laidStraight({ rings, centre, lean, ratio }: Silhouette): number[][] {
  const turn = ratio > ROUND ? -lean : 0
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
  return rings.map((ring) => {
    const flat = new Array<number>(ring.length)
    for (let i = 0; i < ring.length; i += 2) {
      const [x, y] = [ring[i]! - centre.x, ring[i + 1]! - centre.y]
      flat[i] = x * cos - y * sin
      flat[i + 1] = x * sin + y * cos
    }
    return flat
  })
}
const straight = memoBy(() => '', laidStraight)
const names = new WeakMap<Silhouette, number>()
let named = 0
const nameOf = (shape: Silhouette) => {
  if (!names.has(shape)) names.set(shape, (named += 1))
  return String(names.get(shape))
}

/** How alike two shapes are, laid centre on centre and axis on axis: their overlap, 0…1. */
export const alike: (a: Silhouette, b: Silhouette) => number = memoBy(
  (b: Silhouette) => nameOf(b),
  (a: Silhouette, b: Silhouette) => {
    const rings = straight(a)
    const turned = (flat: readonly number[]) => flat.map((value) => -value)
    const other = straight(b)
    // An axis has two ends: of both ways round the better counts.
    return Math.max(overlap({ rings }, { rings: other }), overlap({ rings }, { rings: other.map(turned) }))
  },
)
