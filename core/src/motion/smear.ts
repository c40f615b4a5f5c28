import type { Scene } from '../scene/schema'
import type { Way } from '../timing/seen/way'
import type { Point } from './arc'
import { levelPannedAt } from './pan'

/** How far one drawing lies from another, by the landmarks pinned on both, else by their middles. */
function between(scene: Scene, from: string, to: string, middleOf: (drawing: string) => Point | undefined) {
  const [a, b] = [scene.drawings[from]?.pins ?? {}, scene.drawings[to]?.pins ?? {}]
  const both = Object.keys(a).filter((landmark) => b[landmark])
  if (both.length > 0) {
    const mean = (axis: 'x' | 'y') => both.reduce((sum, id) => sum + b[id]![axis] - a[id]![axis], 0) / both.length
    return { x: mean('x'), y: mean('y') }
  }
  const [before, after] = [middleOf(from), middleOf(to)]
  return before && after ? { x: after.x - before.x, y: after.y - before.y } : { x: 0, y: 0 }
}

/**
 * How far a drawing goes while it is shown with a shutter open all that time, in scene pixels: its mean speed from the
 * drawing before it and to the one after it, and what its level is panned, for as many frames as it stays.
 */
export function smearOf(
  scene: Scene,
  { level, drawing, frame, way }: { level: string; drawing: string; frame: number; way: Way | undefined },
  middleOf: (drawing: string) => Point | undefined,
): Point {
  const speeds: Point[] = []
  const add = ({ x, y }: Point, frames: number) => speeds.push({ x: x / frames, y: y / frames })
  if (way?.before) add(between(scene, way.before.drawing, drawing, middleOf), way.before.frames)
  if (way?.after) add(between(scene, drawing, way.after.drawing, middleOf), way.after.frames)
  const mean = (axis: 'x' | 'y') =>
    speeds.length > 0 ? speeds.reduce((sum, speed) => sum + speed[axis], 0) / speeds.length : 0
  const own = scene.levels[level]!
  const [now, next] = [levelPannedAt(scene, own, frame), levelPannedAt(scene, own, frame + 1)]
  const frames = way?.frames ?? 1
  // A pan goes on from frame to frame, while a drawing is held.
  return { x: mean('x') * frames + next.x - now.x, y: mean('y') * frames + next.y - now.y }
}
