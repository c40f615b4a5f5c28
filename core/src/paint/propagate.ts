import { INK_GRID, onGrid, type Fill, type Ink } from '../ink/ink'
import { paintedRegion } from './fill'
import { stampRings, type Grid } from '../ink/raster'
import { regionsOf, type Regions } from './regions'
import { ringArea } from '../geometry/trace'

/** How alike two parts must be (area in common over area of both) to be the same beyond doubt. */
const SURE = 0.35
/** The next best part may be this much as alike, and no more. */
const RIVAL = 0.6
/** A part that left its place must be this much like it in shape, and within so many of its widths. */
const ALIKE = 0.7
const NEAR = 2
/** A part not overlapping the last one may be the same if its area is within this factor. */
const LIKE = 2.2

export interface ThroughDrawing {
  readonly drawing: string
  readonly ink: Ink
}
export interface PaintedThrough {
  readonly drawing: string
  /** The paint for it, without id and swatch; absent where no part was found. */
  readonly paint?: { readonly outline: number[]; readonly holes: readonly number[][] }
  readonly sure: boolean
  /** In words, when unsure. */
  readonly why?: string
}

interface Part {
  readonly label: number
  area: number
  x: number
  y: number
  edge: boolean
}

function partsOf({ grid: { width, height, left, top }, labels, count }: Regions): Part[] {
  const parts: Part[] = Array.from({ length: count }, (_, i) => ({ label: i + 1, area: 0, x: 0, y: 0, edge: false }))
  for (let y = 0, at = 0; y < height; y++) {
    for (let x = 0; x < width; x++, at++) {
      const part = parts[labels[at]! - 1]
      if (!part) continue
      part.area++
      part.x += x
      part.y += y
      if (x === 0 || y === 0 || x === width - 1 || y === height - 1) part.edge = true
    }
  }
  return parts
    .filter(({ area }) => area > 0)
    .map((part) => ({ ...part, x: left + part.x / part.area + 0.5, y: top + part.y / part.area + 0.5 }))
}

interface Known {
  readonly rings: readonly (readonly number[])[]
  readonly area: number
  readonly x: number
  readonly y: number
}

function knownOf(rings: readonly (readonly number[])[]): Known {
  const [outline] = rings
  let [x, y] = [0, 0]
  const whole = ringArea(outline!)
  for (let i = 0, j = outline!.length - 2; i < outline!.length; j = i, i += 2) {
    const cross = outline![j]! * outline![i + 1]! - outline![i]! * outline![j + 1]!
    x += (outline![i]! + outline![j]!) * cross
    y += (outline![i + 1]! + outline![j + 1]!) * cross
  }
  const area = Math.abs(
    rings.reduce((sum, ring, i) => sum + (i === 0 ? Math.abs(ringArea(ring)) : -Math.abs(ringArea(ring))), 0),
  )
  return { rings, area, x: x / (6 * whole), y: y / (6 * whole) }
}

/** Cells of each part that the known one covers once it is moved. */
function overlaps({ grid, labels }: Regions, known: Known, dx: number, dy: number): Map<number, number> {
  const mask = new Uint8Array(labels.length)
  stampRings(
    mask,
    grid,
    known.rings.map((ring) => ring.map((value, i) => value + (i % 2 === 0 ? dx : dy))),
  )
  const located = new Map<number, number>()
  for (let at = 0; at < mask.length; at++)
    if (mask[at] !== 0 && labels[at]! > 0) located.set(labels[at]!, (located.get(labels[at]!) ?? 0) + 1)
  return located
}

function located(
  regions: Regions,
  known: Known,
  motion: { x: number; y: number },
): { part: Part; sure: boolean; why?: string } | string {
  const parts = partsOf(regions).filter((part) => !part.edge)
  // Where it was, and where it would be had it moved on as before.
  const moves = motion.x === 0 && motion.y === 0 ? [motion] : [motion, { x: 0, y: 0 }]
  const scores = new Map<Part, number>()
  for (const { x, y } of moves) {
    const shared = overlaps(regions, known, x, y)
    for (const part of parts) {
      const both = shared.get(part.label) ?? 0
      scores.set(part, Math.max(scores.get(part) ?? 0, both / (part.area + known.area - both)))
    }
  }
  const far = (part: Part) => Math.hypot(part.x - known.x - motion.x, part.y - known.y - motion.y)
  const likeArea = (part: Part) => part.area < known.area * LIKE && part.area > known.area / LIKE
  // A small part may have left its place altogether: then its shape tells, laid over it, if it is near.
  for (const part of parts) {
    if ((scores.get(part) ?? 0) >= SURE || !likeArea(part) || far(part) > NEAR * Math.sqrt(known.area)) continue
    const both = overlaps(regions, known, part.x - known.x, part.y - known.y).get(part.label) ?? 0
    const alike = both / (part.area + known.area - both)
    if (alike >= ALIKE)
      scores.set(part, Math.max(scores.get(part) ?? 0, alike - far(part) / (3 * NEAR * Math.sqrt(known.area))))
  }
  const [best, next] = [...scores].sort((a, b) => b[1] - a[1])
  if (best && best[1] >= SURE && (!next || next[1] <= RIVAL * best[1])) return { part: best[0], sure: true }
  if (best && best[1] > 0.05) {
    return {
      part: best[0],
      sure: false,
      why:
        next && next[1] > RIVAL * best[1]
          ? 'two parts lie there alike'
          : `it overlaps the part before by ${Math.round(best[1] * 100)} % only`,
    }
  }
  const like = parts.filter(likeArea).sort((a, b) => far(a) - far(b))[0]
  if (like)
    return {
      part: like,
      sure: false,
      why: `it lies ${Math.round(Math.hypot(like.x - known.x, like.y - known.y))} px from the part before`,
    }
  return parts.length === 0 ? 'no closed outline on it' : 'no part of like size near'
}

/**
 * Finds one part of a drawing again in every other drawing, by overlap and by position: from drawing
 * to drawing outward from `from`, each time from the last one found, and moved on as it moved. `source`
 * is the part's paint on `from`. What no closed outline holds is not painted. `gap` in pixels.
 */
export function propagateFill({
  source,
  from,
  drawings,
  width,
  height,
  gap,
  onProgress = () => {},
}: {
  source: Pick<Fill, 'outline' | 'holes'>
  from: string
  /** In the order of the sheet, `from` among them. */
  drawings: readonly ThroughDrawing[]
  width: number
  height: number
  gap: number
  onProgress?: (done: number, of: number) => void
}): PaintedThrough[] {
  const grid: Grid = { left: 0, top: 0, width, height }
  const start = drawings.findIndex((entry) => entry.drawing === from)
  const results = new Map<string, PaintedThrough>()
  let done = 0
  for (const step of [1, -1]) {
    let known = knownOf([source.outline, ...(source.holes ?? [])])
    let motion = { x: 0, y: 0 }
    for (let i = start + step; i >= 0 && i < drawings.length; i += step) {
      const { drawing, ink } = drawings[i]!
      const regions = regionsOf({ ink, grid, gap })
      const outcome = located(regions, known, motion)
      const painted = typeof outcome === 'string' ? undefined : paintedRegion(regions, outcome.part.label)
      if (typeof outcome === 'string' || !painted)
        results.set(drawing, {
          drawing,
          sure: false,
          why: typeof outcome === 'string' ? outcome : 'the part is too fine to paint',
        })
      else {
        const at = (ring: readonly number[]) => ring.map((value) => onGrid(value, INK_GRID.place))
        const paint = { outline: at(painted.outline), holes: painted.holes.map(at) }
        results.set(drawing, {
          drawing,
          paint,
          sure: outcome.sure,
          ...(outcome.why !== undefined && { why: outcome.why }),
        })
        const next = knownOf([paint.outline, ...paint.holes])
        motion = { x: next.x - known.x, y: next.y - known.y }
        known = next
      }
      onProgress(++done, drawings.length - 1)
    }
  }
  return drawings.flatMap(({ drawing }) => results.get(drawing) ?? [])
}
