import { clamp } from '../../base/clamp'
import { requireNumber, requireWhole } from '../../base/ranges'
import type { Point } from '../../geometry/matrix'

export interface RiderOptions {
  /** Where the body that carries is, frame by frame; up is negative. */
  readonly path: readonly Point[]
  readonly fps: number
  /** Pull on the rider, in pixels per second². */
  readonly gravity: number
  /** Frames it stays at the top before it falls. */
  readonly stick: number
  /** The path is a loop, and so is the ride. */
  readonly cycle: boolean
}
export interface RiderPlan {
  /** Its place on each frame, and whether it sits on the carrier. */
  readonly at: readonly (Point & { readonly sits: boolean })[]
  /** Most pixels of air between the two. */
  readonly clear: number
}

/**
 * A second body that rides on a first: it sits while it is carried up, is stuck for a moment where the
 * carrier turns to go down, then falls by itself until the carrier meets it again. It goes sideways with the
 * carrier. A cycle is run twice, so that the second turn begins as it ends. Errors: RangeError naming
 * what lies outside its range.
 */
export function planRider({ path, fps, gravity, stick, cycle }: RiderOptions): RiderPlan {
  requireWhole('path.length', path.length, 2, 7200)
  requireWhole('fps', fps, 1, 60)
  requireNumber('gravity', gravity, 1, 1e6)
  requireWhole('stick', stick, 0, 240)
  const count = path.length
  const g = gravity / (fps * fps)
  const at = (frame: number) => path[cycle ? ((frame % count) + count) % count : clamp(frame, 0, count - 1)]!
  let state: 'sits' | 'stuck' | 'falls' = 'sits'
  let [y, speed, left] = [at(0).y, 0, 0]
  let result: (Point & { sits: boolean })[] = []
  let clear = 0
  for (let turn = 0; turn < (cycle ? 2 : 1); turn++) {
    result = []
    clear = 0
    for (let frame = 0; frame < count; frame++) {
      const here = at(frame)
      if (turn > 0 || frame > 0) {
        const rising = at(frame).y - at(frame - 1).y
        const was = at(frame - 1).y - at(frame - 2).y
        // The top: it went up and goes up no more.
        if (state === 'sits' && was < 0 && rising > 0) [state, left, speed] = [stick > 0 ? 'stuck' : 'falls', stick, 0]
        if (state === 'stuck' && left-- <= 0) [state, speed] = ['falls', 0]
        if (state === 'falls') {
          speed += g
          y += speed
        }
        if (state === 'sits' || y >= here.y) [state, y, speed] = ['sits', here.y, 0]
      } else y = here.y
      result.push({ x: here.x, y, sits: state === 'sits' })
      clear = Math.max(clear, here.y - y)
    }
  }
  return { at: result, clear }
}
