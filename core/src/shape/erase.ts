import { settled, type Ink, type InkChange, type PlacedPiece, type Stroke } from './ink'

/** Longest stretch of a stroke, in pixels, that is judged as one when an eraser passes. */
const FINEST = 1.5

function distanceSquared(x: number, y: number, ax: number, ay: number, bx: number, by: number): number {
  const dx = bx - ax
  const dy = by - ay
  const length = dx * dx + dy * dy
  const t = length === 0 ? 0 : Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / length))
  return (x - ax - t * dx) ** 2 + (y - ay - t * dy) ** 2
}

/** Squared distance from a place to a path of x, y pairs (one pair is a dot). */
export function distanceToPath(x: number, y: number, path: readonly number[]): number {
  let nearest = Number.POSITIVE_INFINITY
  for (let i = 0; i < Math.max(2, path.length - 2); i += 2) {
    const next = Math.min(i + 2, path.length - 2)
    nearest = Math.min(nearest, distanceSquared(x, y, path[i]!, path[i + 1]!, path[next]!, path[next + 1]!))
  }
  return nearest
}

function bounds(values: readonly number[], stride: number) {
  let left = Infinity, top = Infinity, right = -Infinity, bottom = -Infinity
  for (let i = 0; i < values.length; i += stride) {
    left = Math.min(left, values[i]!)
    right = Math.max(right, values[i]!)
    top = Math.min(top, values[i + 1]!)
    bottom = Math.max(bottom, values[i + 1]!)
  }
  return { left, top, right, bottom }
}

/** The stroke's points with long stretches divided, so that a cut falls where the eraser went. */
export function finely(points: readonly number[]): number[] {
  const fine = points.slice(0, 3)
  for (let i = 3; i < points.length; i += 3) {
    const dx = points[i]! - points[i - 3]!
    const dy = points[i + 1]! - points[i - 2]!
    const dp = points[i + 2]! - points[i - 1]!
    const parts = Math.max(1, Math.ceil(Math.hypot(dx, dy) / FINEST))
    for (let part = 1; part <= parts; part++) {
      const t = part / parts
      fine.push(points[i - 3]! + dx * t, points[i - 2]! + dy * t, points[i - 1]! + dp * t)
    }
  }
  return fine
}

function remains(stroke: Stroke, path: readonly number[], radius: number, freshId: () => string): Stroke[] | undefined {
  const box = bounds(stroke.points, 3)
  const rubbed = bounds(path, 2)
  const reach = radius + stroke.size / 4
  if (rubbed.left > box.right + reach || rubbed.right < box.left - reach || rubbed.top > box.bottom + reach || rubbed.bottom < box.top - reach) {
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
  return kept.filter((run) => run.length >= 6).map((run) => settled({ ...stroke, id: freshId(), points: run }))
}

/**
 * Rubs along `path` (flat x, y in pixels) with an eraser of `radius`: every stroke it touches is cut,
 * what is left of it stays where it was in the pile. Fills are left alone. Undefined: nothing touched.
 */
export function eraseAlong({ ink, path, radius, freshId }: {
  ink: Ink
  path: readonly number[]
  radius: number
  freshId: () => string
}): InkChange | undefined {
  const remove: PlacedPiece[] = []
  const add: PlacedPiece[] = []
  let at = 0
  ink.forEach((piece, index) => {
    const left = piece.kind === 'stroke' ? remains(piece, path, radius, freshId) : undefined
    if (!left) {
      at++
      return
    }
    remove.push({ at: index, piece })
    for (const part of left) add.push({ at: at++, piece: part })
  })
  return remove.length > 0 ? { remove, add } : undefined
}

