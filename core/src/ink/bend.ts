import { quantized, type InkPiece, type Stroke } from './ink'
import { cumulativeLengths } from './outline'
import { cornersBetween } from '../geometry/simplify'

/** Falls softly from 1 at the middle to 0 at the edge. */
const soft = (share: number) => (share >= 1 ? 0 : (1 + Math.cos(Math.PI * share)) / 2)

function pushedFlat(flat: readonly number[], stride: number, { x, y, dx, dy, radius }: Push): number[] | undefined {
  let result: number[] | undefined
  for (let i = 0; i < flat.length; i += stride) {
    const far = Math.hypot(flat[i]! - x, flat[i + 1]! - y) / radius
    if (far >= 1) continue
    result ??= [...flat]
    result[i] = flat[i]! + dx * soft(far)
    result[i + 1] = flat[i + 1]! + dy * soft(far)
  }
  return result
}

/** A soft brush at x, y that moves by dx, dy, in pixels. */
export interface Push {
  readonly x: number
  readonly y: number
  readonly dx: number
  readonly dy: number
  readonly radius: number
}

/** A piece after a soft push; the same piece when the push did not reach it. */
export function pushed<T extends InkPiece>(piece: T, push: Push): T {
  if (piece.kind === 'stroke') {
    const points = pushedFlat(piece.points, 3, push)
    return points ? { ...piece, points } : piece
  }
  if (piece.kind === 'cells' || piece.kind === 'scan') return piece
  const outline = pushedFlat(piece.outline, 2, push)
  const holes = piece.holes?.map((ring) => pushedFlat(ring, 2, push))
  if (!outline && !holes?.some(Boolean)) return piece
  return {
    ...piece,
    outline: outline ?? piece.outline,
    ...(piece.holes && { holes: piece.holes.map((ring, i) => holes![i] ?? ring) }),
  }
}

/**
 * The points of a stroke worth taking hold of, by number: both ends and those a simpler line would
 * miss by more than `tolerance` pixels.
 */
export function gripsOf({ points }: Pick<Stroke, 'points'>, tolerance: number): number[] {
  const last = points.length / 3 - 1
  if (last < 1) return [0]
  const between = cornersBetween(
    0,
    last,
    tolerance,
    (i) => points[3 * i]!,
    (i) => points[3 * i + 1]!,
  )
  return [0, ...between.sort((a, b) => a - b), last]
}

/**
 * A stroke with one of its `grips` moved: the points between it and the neighbouring grips follow,
 * softly less toward them; the rest stays.
 */
export function gripMoved(stroke: Stroke, grips: readonly number[], grip: number, dx: number, dy: number): Stroke {
  const lengths = cumulativeLengths(stroke.points)
  const at = grips.indexOf(grip)
  const [before, after] = [grips[at - 1] ?? grip, grips[at + 1] ?? grip]
  const points = [...stroke.points]
  for (let i = before; i <= after; i++) {
    const reach = Math.abs(lengths[i < grip ? before : after]! - lengths[grip]!)
    const share = i === grip ? 1 : soft(Math.abs(lengths[i]! - lengths[grip]!) / (reach || 1))
    points[i * 3]! += dx * share
    points[i * 3 + 1]! += dy * share
  }
  return quantized({ ...stroke, points })
}
