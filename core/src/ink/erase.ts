import { LIMITS } from '../base/limits'
import { brushed, overlap, uncovered } from '../geometry/areas'
import { grouped } from './rings'
import { ringArea } from '../geometry/trace'
import { distanceToPath, finely } from '../geometry/polyline'
import { quantized, type Fill, type Ink, type InkChange, type InkPiece, type PlacedPiece, type Stroke } from './ink'

function bounds(values: readonly number[], stride: number) {
  let left = Infinity,
    top = Infinity,
    right = -Infinity,
    bottom = -Infinity
  for (let i = 0; i < values.length; i += stride) {
    left = Math.min(left, values[i]!)
    right = Math.max(right, values[i]!)
    top = Math.min(top, values[i + 1]!)
    bottom = Math.max(bottom, values[i + 1]!)
  }
  return { left, top, right, bottom }
}

function remains(stroke: Stroke, path: readonly number[], radius: number, freshId: () => string): Stroke[] | undefined {
  const box = bounds(stroke.points, 3)
  const rubbed = bounds(path, 2)
  const reach = radius + stroke.size / 4
  if (
    rubbed.left > box.right + reach ||
    rubbed.right < box.left - reach ||
    rubbed.top > box.bottom + reach ||
    rubbed.bottom < box.top - reach
  ) {
    return undefined
  }
  const points = finely(stroke.points)
  const kept: number[][] = [[]]
  let touched = false
  for (let i = 0; i < points.length; i += 3) {
    if (distanceToPath(points[i]!, points[i + 1]!, path) <= reach * reach) {
      touched = true
      if (kept.at(-1)!.length > 0) kept.push([])
    } else kept.at(-1)!.push(points[i]!, points[i + 1]!, points[i + 2]!)
  }
  if (!touched) return undefined
  return kept.filter((run) => run.length >= 6).map((run) => quantized({ ...stroke, id: freshId(), points: run }))
}

const INSIDE_OUT = (ring: readonly number[]) => ringArea(ring) < 0
function turned(ring: readonly number[], outward: boolean): readonly number[] {
  if (INSIDE_OUT(ring) !== outward) return ring
  const back: number[] = []
  for (let i = ring.length - 2; i >= 0; i -= 2) back.push(ring[i]!, ring[i + 1]!)
  return back
}

/** Slivers of paint smaller than this, in square pixels, are rubbed out with the rest. */
const CRUMB = 1

/** What an eraser leaves of some paint. Undefined: it did not touch it. */
function paintRemains(fill: Fill, path: readonly number[], radius: number, freshId: () => string): Fill[] | undefined {
  const box = bounds(fill.outline, 2)
  const rubbed = bounds(path, 2)
  if (
    rubbed.left > box.right + radius ||
    rubbed.right < box.left - radius ||
    rubbed.top > box.bottom + radius ||
    rubbed.bottom < box.top - radius
  )
    return undefined
  const gone = brushed(path.length === 2 ? [...path, path[0]! + 0.125, path[1]!] : path, radius)
  const paint = [turned(fill.outline, true), ...(fill.holes ?? []).map((ring) => turned(ring, false))]
  if (!overlap(paint, gone)) return undefined
  return grouped(uncovered(paint, gone))
    .filter(({ outline }) => ringArea(outline) > CRUMB)
    .map(({ outline, holes }) =>
      quantized({
        kind: 'fill',
        id: freshId(),
        swatch: fill.swatch,
        outline,
        ...(holes.length > 0 && { holes: holes.slice(0, LIMITS.holes) }),
      }),
    )
}

/**
 * Rubs along `path` (flat x, y in pixels) with an eraser of `radius`: every stroke it touches is cut,
 * and so is paint; what is left of it stays where it was in the pile. Undefined: nothing touched.
 */
export function eraseAlong({
  ink,
  path,
  radius,
  freshId,
}: {
  ink: Ink
  path: readonly number[]
  radius: number
  freshId: () => string
}): InkChange | undefined {
  const remove: PlacedPiece[] = []
  const add: PlacedPiece[] = []
  let at = 0
  ink.forEach((piece, index) => {
    const left =
      piece.kind === 'stroke'
        ? remains(piece, path, radius, freshId)
        : piece.kind === 'fill'
          ? paintRemains(piece, path, radius, freshId)
          : undefined
    if (!left) {
      at++
      return
    }
    remove.push({ at: index, piece })
    for (const part of left) add.push({ at: at++, piece: part })
  })
  return remove.length > 0 ? { remove, add } : undefined
}

/** Takes away every piece whole that the eraser touches on its `path`. Undefined: nothing touched. */
export function eraseWhole({
  ink,
  path,
  radius,
}: {
  ink: Ink
  path: readonly number[]
  radius: number
}): InkChange | undefined {
  const touched = (piece: InkPiece) => {
    if (piece.kind === 'stroke') return remains(piece, path, radius, () => 'x') !== undefined
    return piece.kind === 'fill' && paintRemains(piece, path, Math.min(radius, 1), () => 'x') !== undefined
  }
  const remove = ink.flatMap((piece, at) => (touched(piece) ? [{ at, piece }] : []))
  return remove.length > 0 ? { remove, add: [] } : undefined
}
