import { memoBy } from '../../base/memo'
import { cellsIn, runsWithin, type Grid } from '../../ink/raster'
import type { Silhouette } from '../../ink/silhouette'

/** Cells along the longest side of the picture two shapes are laid over each other on. */
const CELLS = 160

type Shape = Pick<Silhouette, 'rings'>

/** Area two shapes have in common over the area of both, 0…1. */
export function overlap(a: Shape, b: Shape): number {
  const { one, other } = laidOut(a, b)
  const both = cellsShared(one, other)
  const either = cellsIn(one) + cellsIn(other) - both
  return either > 0 ? both / either : 0
}

/** Two shapes on one grid. */
function laidOut(a: Shape, b: Shape) {
  const { left, top, right, bottom } = boxAround([...a.rings, ...b.rings])
  const cell = Math.max(right - left, bottom - top, 1) / CELLS
  const grid: Grid = {
    left: 0,
    top: 0,
    width: Math.ceil((right - left) / cell) + 2,
    height: Math.ceil((bottom - top) / cell) + 2,
  }
  const runsOf = ({ rings }: Shape) =>
    runsWithin(
      grid,
      rings.map((ring) => ring.map((value, i) => (value - (i % 2 === 0 ? left : top)) / cell + 1)),
    )
  return { grid, one: runsOf(a), other: runsOf(b) }
}

/** Edges of one thing drawn twice lie apart by less than so many cells: a hundredth of its longest side, or little more. */
const TREMBLE = 2

/** The same of two drawings made by a hand: where they lie apart by less than a hand trembles, they are one. */
export function overlapByHand(a: Shape, b: Shape): number {
  const { grid, one, other } = laidOut(a, b)
  const both = cellsShared(one, other)
  const either = cellsIn(one) + cellsIn(other) - both
  if (either === 0) return 0
  const bits = bitsOf(other, grid)
  const apart = bitsOf(one, grid).map((bit, i) => bit ^ bits[i]!)
  return 1 - cellsWiderThan(TREMBLE, apart, grid) / either
}

function bitsOf(runs: Runs, { width, height }: Grid): Uint8Array {
  const bits = new Uint8Array(width * height)
  for (let i = 0; i < runs.length; i += 3)
    bits.fill(1, runs[i]! * width + runs[i + 1]!, runs[i]! * width + runs[i + 2]! + 1)
  return bits
}

/** How many cells of some bits lie in squares of so many cells a side that are full of them (an opening). */
function cellsWiderThan(side: number, bits: Uint8Array, { width, height }: Grid): number {
  // full[x, y]: how many cells a side the largest full square has that ends there.
  const full = new Uint16Array(bits.length)
  const kept = new Uint8Array(bits.length)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const i = y * width + x
      if (!bits[i]) continue
      full[i] = x === 0 || y === 0 ? 1 : 1 + Math.min(full[i - 1]!, full[i - width]!, full[i - width - 1]!)
      if (full[i]! >= side)
        for (let row = 0; row < side; row++) kept.fill(1, i - row * width - side + 1, i - row * width + 1)
    }
  return kept.reduce((sum, bit) => sum + bit, 0)
}

type Runs = ReturnType<typeof runsWithin>
function cellsShared(a: Runs, b: Runs): number {
  let cells = 0
  for (let i = 0, j = 0; i < a.length && j < b.length;) {
    const rows = a[i]! - b[j]!
    if (rows === 0) cells += Math.max(0, Math.min(a[i + 2]!, b[j + 2]!) - Math.max(a[i + 1]!, b[j + 1]!) + 1)
    // The run that ends first can meet nothing more.
    if (rows < 0 || (rows === 0 && a[i + 2]! < b[j + 2]!)) i += 3
    else j += 3
  }
  return cells
}

function boxAround(rings: readonly (readonly number[])[]) {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity]
  for (const ring of rings) {
    for (let i = 0; i < ring.length; i += 2) {
      const [x, y] = [ring[i]!, ring[i + 1]!]
      if (x < left) left = x
      if (x > right) right = x
      if (y < top) top = y
      if (y > bottom) bottom = y
    }
  }
  return { left, top, right, bottom }
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
const numbers = new WeakMap<Silhouette, number>()
let numbered = 0
const numberOf = (shape: Silhouette): number => {
  if (!numbers.has(shape)) numbers.set(shape, (numbered += 1))
  return numbers.get(shape)!
}

/** How alike two shapes are, laid centre on centre and axis on axis: their overlap, 0…1; either way round the same. */
export const alike = (a: Silhouette, b: Silhouette): number =>
  numberOf(a) < numberOf(b) ? alikeInOrder(a, b) : alikeInOrder(b, a)

const alikeInOrder: (a: Silhouette, b: Silhouette) => number = memoBy(
  (b: Silhouette) => String(numberOf(b)),
  (a: Silhouette, b: Silhouette) => {
    const rings = straight(a)
    const turned = (flat: readonly number[]) => flat.map((value) => -value)
    const other = straight(b)
    // An axis has two ends: of both ways round the better counts.
    return Math.max(overlap({ rings }, { rings: other }), overlap({ rings }, { rings: other.map(turned) }))
  },
)
