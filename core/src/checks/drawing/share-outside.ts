import { memoLast } from '../../base/memo'
import { levelPannedAt } from '../../motion/pan'
import type { Level, Scene } from '../../scene/schema'
import type { Shot } from '../subject'

/** The share of a drawing's ink that lies beyond the frame, moved by its level's pan, 0…1. */
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
  return all > 0 ? 1 - inside / all : 0
}
