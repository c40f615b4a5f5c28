import { planOfWork, type Column, type Scene, type WorkStep } from '@unhurried/core'

interface Known {
  readonly column: Column
  readonly drawings: Scene['drawings']
  readonly charts: Scene['charts']
  readonly loop: boolean
  readonly steps: WorkStep[]
}

/** The last answer for each level of each take: most changes leave most levels as they were. */
const last = new Map<string, Known>()

/** The order of work of a level in a take, worked out anew only when something it rests on has changed. */
export function workOf(scene: Scene, level: string, take = scene.mainTake): WorkStep[] {
  const name = `${take}/${level}`
  const column = scene.sheets[take]![level]!
  const { drawings, charts } = scene
  const { loop } = scene.levels[level]!
  const found = last.get(name)
  if (found && found.column === column && found.drawings === drawings && found.charts === charts && found.loop === loop)
    return found.steps
  const steps = planOfWork(scene, level, take)
  last.set(name, { column, drawings, charts, loop, steps })
  return steps
}
