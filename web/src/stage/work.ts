import { planOfWork, type Scene, type WorkStep } from '@unhurried/core'

const known = new WeakMap<Scene, Map<string, WorkStep[]>>()

/** The order of work of a level in a take, worked out once for each state of the scene. */
export function workOf(scene: Scene, level: string, take = scene.mainTake): WorkStep[] {
  let levels = known.get(scene)
  if (!levels) known.set(scene, (levels = new Map()))
  const name = `${take}/${level}`
  let steps = levels.get(name)
  if (!steps) levels.set(name, (steps = planOfWork(scene, level, take)))
  return steps
}
