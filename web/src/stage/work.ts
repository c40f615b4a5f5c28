import { planOfWork, type Scene, type WorkStep } from '@unhurried/core'

const known = new WeakMap<Scene, Map<string, WorkStep[]>>()

/** The order of work of a level, worked out once for each state of the scene. */
export function workOf(scene: Scene, level: string): WorkStep[] {
  let levels = known.get(scene)
  if (!levels) known.set(scene, (levels = new Map()))
  let steps = levels.get(level)
  if (!steps) levels.set(level, (steps = planOfWork(scene, level)))
  return steps
}
