import { clamp } from '../../base/clamp'
import { memoLast } from '../../base/memo'
import { cellsIn, runsWithin } from '../../ink/raster'
import { levelPannedAt } from '../../motion/pan'
import type { Level, Scene } from '../../scene/schema'
import type { Shot } from '../subject'

/**
 * The share of a drawing's ink that lies beyond the frame, moved by its level's pan, or of its dark shape where that is less, 0…1: of
 * water or a hill that goes on beyond the frame the outline may lie outside, but it is seen.
 */
export function shareOutside(scene: Scene, level: Level, { measured, frame }: Shot): number {
  const { width, height } = scene.settings
  return foundOutside(measured, levelPannedAt(scene, level, frame), width, height)
}

const foundOutside = memoLast(
  (by: { x: number; y: number }, width: number, height: number) => `${by.x},${by.y},${width},${height}`,
  findShareOutside,
)

function findShareOutside(
  measured: Shot['measured'],
  by: { x: number; y: number },
  width: number,
  height: number,
): number {
  let [inside, all] = [0, 0]
  const count = (x: number, y: number, weight: number) => {
    all += weight
    if (x + by.x >= 0 && y + by.y >= 0 && x + by.x <= width && y + by.y <= height) inside += weight
  }
  for (const piece of measured.pieces) {
    if (piece.kind === 'stroke') {
      const { points } = piece
      for (let i = 3; i < points.length; i += 3)
        count(points[i]!, points[i + 1]!, Math.hypot(points[i]! - points[i - 3]!, points[i + 1]! - points[i - 2]!))
    } else if (piece.kind === 'fill') {
      const { outline } = piece
      for (let i = 2; i < outline.length; i += 2)
        count(
          outline[i]!,
          outline[i + 1]!,
          Math.hypot(outline[i]! - outline[i - 2]!, outline[i + 1]! - outline[i - 1]!),
        )
    } else if (piece.kind === 'cells')
      for (let i = 0; i < piece.runs.length; i += 3)
        count(piece.runs[i]! + piece.runs[i + 2]! / 2, piece.runs[i + 1]!, piece.runs[i + 2]!)
  }
  const share = all > 0 ? 1 - inside / all : 0
  const { shape } = measured
  return share > 0 && shape ? Math.min(share, shapeOutside(shape, by, width, height)) : share
}

/** Cells along the longer side of the frame a shape is laid over it on. */
const CELLS = 160

function shapeOutside(
  { rings, area }: NonNullable<Shot['measured']['shape']>,
  by: { x: number; y: number },
  width: number,
  height: number,
): number {
  const cell = Math.max(width, height) / CELLS
  const frame = { left: 0, top: 0, width: Math.round(width / cell), height: Math.round(height / cell) }
  const runs = runsWithin(
    frame,
    rings.map((ring) => ring.map((value, i) => (value + (i % 2 === 0 ? by.x : by.y)) / cell)),
  )
  return clamp(1 - (cellsIn(runs) * cell * cell) / Math.max(1, area), 0, 1)
}
