import { z } from 'zod'
import { LIMITS } from '../base/limits'
import { mainSheet } from '../timing/sheet'
import { refuse } from '../scene/refusal'
import { idSchema, levelSchema, type Level } from '../scene/schema'
import { editKind } from './edit'
import { levelOf, requireFree } from './find'

export const levelAdd = editKind({
  pastLocks: true,
  schema: z.strictObject({ type: z.literal('level.add'), level: levelSchema, at: z.int().min(0) }),
  apply(scene, { level, at }) {
    requireFree(scene.levels[level.id], 'level')
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

const { shape } = levelSchema
const FIELD_WORDS: Readonly<Record<string, string>> = {
  lightTable: 'the light table',
  loop: 'the loop',
  hidden: 'hiding',
  locked: 'the lock',
  passes: 'the passes',
  ground: 'the ground',
  model: 'the model drawing',
  kind: 'the kind',
}
/** What a level can be without. */
const DROPPED = ['hidden', 'locked', 'blend', 'strength', 'passes', 'model', 'ground'] as const

export const levelSet = editKind({
  pastLocks: true,
  schema: z.strictObject({
    type: z.literal('level.set'),
    level: idSchema,
    // `null` takes a field away.
    fields: levelSchema.omit({ id: true }).partial().extend({
      hidden: shape.hidden.nullable(),
      locked: shape.locked.nullable(),
      blend: shape.blend.nullable(),
      strength: shape.strength.nullable(),
      passes: shape.passes.nullable(),
      model: shape.model.nullable(),
      ground: shape.ground.nullable(),
    }),
  }),
  apply(scene, { level, fields }) {
    const before = levelOf(scene, level)
    if (before.loop && fields.loop === false) {
      const order = Object.values(scene.charts).filter((chart) => chart.level === level)
      const overSeam = order.some((chart) => !inOrder(mainSheet(scene, level), chart.from, chart.to))
      if (overSeam) refuse('A chart leads over the seam of this loop. Take that chart out first.')
    }
    // What is switched off says nothing, as if it had never been said.
    const after = { ...before, ...fields } as Record<string, unknown>
    for (const field of DROPPED) if (says(after[field]) === false) delete after[field]
    if (fields.passes)
      after['passes'] = Object.fromEntries(
        Object.entries(fields.passes).flatMap(([pass, state]) => {
          const told = Object.entries(state).filter(([, value]) => says(value))
          return told.length > 0 ? [[pass, Object.fromEntries(told)]] : []
        }),
      )
    if (says(after['passes']) === false) delete after['passes']
    if (fields.model && scene.drawings[fields.model]?.level !== level)
      refuse('The model must be a drawing of this level.')
    return { ...scene, levels: { ...scene.levels, [level]: after as Level } }
  },
  words: ({ level, fields }, scene) =>
    `${Object.keys(fields)
      .map((field) => FIELD_WORDS[field] ?? field)
      .join(', ')} of level ${scene.levels[level]?.name ?? level}`,
})

/** Whether a value differs from what is meant where nothing is said. */
function says(value: unknown): boolean {
  if (value === undefined || value === null || value === false || value === 'normal' || value === 1) return false
  return typeof value !== 'object' || Object.keys(value).length > 0
}

function inOrder(exposures: readonly { drawing: string | null }[], from: string, to: string): boolean {
  const order = exposures.map((exposure) => exposure.drawing)
  return order.indexOf(from) < order.indexOf(to)
}

export const levelsOrder = editKind({
  schema: z.strictObject({ type: z.literal('levels.order'), order: z.array(idSchema).max(LIMITS.levels) }),
  apply(scene, { order }) {
    const known = new Set(scene.levelOrder)
    if (order.length !== known.size || new Set(order).size !== order.length || order.some((id) => !known.has(id)))
      refuse('The order must name every level of the scene once.')
    return { ...scene, levelOrder: order }
  },
  words: () => 'the order of the levels',
})
