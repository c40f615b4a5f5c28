import { z } from 'zod'
import { LIMITS } from '../limits'
import { refuse } from '../scene/refusal'
import { idSchema, levelSchema } from '../scene/schema'
import { editKind } from './edit'
import { levelOf, requireFree } from './find'

export const levelAdd = editKind({
  schema: z.strictObject({ type: z.literal('level.add'), level: levelSchema, at: z.int().min(0) }),
  apply(scene, { level, at }) {
    requireFree(scene.levels[level.id], 'level')
    if (scene.levelOrder.length >= LIMITS.levels) refuse(`A scene can have ${LIMITS.levels} levels.`)
    const empty = [{ drawing: null, frames: scene.settings.length }]
    return {
      ...scene,
      levelOrder: scene.levelOrder.toSpliced(at, 0, level.id),
      levels: { ...scene.levels, [level.id]: level },
      sheets: Object.fromEntries(
        Object.entries(scene.sheets).map(([take, levels]) => [take, { ...levels, [level.id]: empty }]),
      ),
    }
  },
  words: ({ level }) => `level ${level.name}`,
})

export const levelSet = editKind({
  schema: z.strictObject({
    type: z.literal('level.set'),
    level: idSchema,
    fields: levelSchema.omit({ id: true }).partial(),
  }),
  apply(scene, { level, fields }) {
    const before = levelOf(scene, level)
    if (before.loop && fields.loop === false) {
      const order = Object.values(scene.charts).filter((chart) => chart.level === level)
      const overSeam = order.some((chart) => !inOrder(scene.sheets[scene.mainTake]![level]!, chart.from, chart.to))
      if (overSeam) refuse('A chart leads over the seam of this loop. Take that chart out first.')
    }
    return { ...scene, levels: { ...scene.levels, [level]: { ...before, ...fields } } }
  },
  words: ({ level, fields }, scene) => `${Object.keys(fields).join(', ')} of level ${scene.levels[level]?.name ?? level}`,
})

function inOrder(exposures: readonly { drawing: string | null }[], from: string, to: string): boolean {
  const order = exposures.map((exposure) => exposure.drawing)
  return order.indexOf(from) < order.indexOf(to)
}
