import { clamp } from '../base/clamp'
import type { Ground, Level, Scene } from '../scene/schema'
import { spacingLaw } from '../timing/chart'
import type { Point } from '../geometry/matrix'

type Pan = NonNullable<Ground['pan']>

/** Where a panned ground lies at a frame, in pixels from where it is drawn. `length` is the scene's, in frames. */
export function panAt(pan: Pan, frame: number, length: number): Point {
  const t = length > 1 ? clamp((frame - 1) / (length - 1), 0, 1) : 0
  const share = spacingLaw(pan.law, t, pan.strength)
  return { x: pan.from.x + (pan.to.x - pan.from.x) * share, y: pan.from.y + (pan.to.y - pan.from.y) * share }
}

/** How far a level has been panned at a frame, in pixels. */
export function levelPannedAt(scene: Scene, level: Level, frame: number): Point {
  const pan = level.ground?.pan
  const { length } = scene.settings
  if (!pan) return { x: 0, y: 0 }
  const last = panAt(pan, frame, length)
  if (frame <= length || length < 2) return last
  // Over the seam of a loop the ground goes on as it went.
  const before = panAt(pan, length - 1, length)
  return { x: last.x + (last.x - before.x) * (frame - length), y: last.y + (last.y - before.y) * (frame - length) }
}

/** How fast a pan goes, in pixels a frame: over the whole of it, and at its fastest. */
export function panSpeed(pan: Pan, length: number): { mean: number; most: number } {
  const steps = Array.from({ length: Math.max(0, length - 1) }, (_, i) => {
    const [a, b] = [panAt(pan, i + 1, length), panAt(pan, i + 2, length)]
    return Math.hypot(b.x - a.x, b.y - a.y)
  })
  return {
    mean: steps.length > 0 ? steps.reduce((sum, step) => sum + step, 0) / steps.length : 0,
    most: Math.max(0, ...steps),
  }
}

/**
 * The even pan under a walk in place whose planted feet must not slide (arithmetic, 8): stepLength /
 * framesPerStep pixels a frame, against the way the figure walks. Errors: RangeError unless both are above 0.
 */
export function panForWalk({
  stepLength,
  framesPerStep,
  length,
  towards,
}: {
  stepLength: number
  framesPerStep: number
  length: number
  towards: 'left' | 'right'
}): Pan {
  if (!(stepLength > 0)) throw new RangeError('stepLength must be above 0 pixels.')
  if (!(framesPerStep > 0)) throw new RangeError('framesPerStep must be above 0 frames.')
  const way = (stepLength / framesPerStep) * (length - 1) * (towards === 'right' ? -1 : 1)
  return { from: { x: 0, y: 0 }, to: { x: way, y: 0 }, law: 'even', strength: 1 }
}
