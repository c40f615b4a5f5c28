import { LIMITS } from '../base/limits'
import { number, type PlanContext } from './planner'

/** The eye needs about a quarter of a second to find its way about after a cut: what moves then is not seen. */
const SETTLE = 0.25
export const OPENING = number('opening', 'Held before it moves', 'frames', [0, LIMITS.exposure.max * 4])
/** Frames a motion is held before it begins: none unless it opens the scene. */
export const openingAt = ({ scene, frame }: PlanContext): number =>
  frame === 1 ? Math.ceil(scene.settings.fps * SETTLE) : 0
