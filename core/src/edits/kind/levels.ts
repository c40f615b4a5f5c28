import { z } from 'zod'
import { LIMITS } from '../../base/limits'
import { mainSheet } from '../../timing/sheet'
import { refuse } from '../../scene/refusal'
import { idSchema, levelSchema, type Level, type Scene } from '../../scene/schema'
import { editKind } from '../edit'
import { levelOf, requireFree } from '../lookup'
import { withoutGuides, withoutWritings } from '../take-out'

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
  matte: 'the matte',
  follows: 'what is followed',
  adjust: 'tone and hue',
  effects: 'the effects',
}
/** What a level can be without. */
const DROPPED = [
  'hidden',
  'locked',
  'blend',
  'strength',
  'passes',
  'model',
  'ground',
  'matte',
  'follows',
  'adjust',
  'effects',
  'character',
] as const

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
      matte: shape.matte.nullable(),
      follows: shape.follows.nullable(),
      adjust: shape.adjust.nullable(),
      effects: shape.effects.nullable(),
      character: shape.character.nullable(),
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
          const parts = Object.entries(state).filter(([, value]) => says(value))
          return parts.length > 0 ? [[pass, Object.fromEntries(parts)]] : []
        }),
      )
    if (says(after['passes']) === false) delete after['passes']
    if (fields.model && scene.drawings[fields.model]?.level !== level)
      refuse('The model must be a drawing of this level.')
    requireBesides(scene, level, fields)
    return { ...scene, levels: { ...scene.levels, [level]: after as Level } }
  },
  words: ({ level, fields }, scene) =>
    `${Object.keys(fields)
      .map((field) => FIELD_WORDS[field] ?? field)
      .join(', ')} of level ${scene.levels[level]?.name ?? level}`,
})

interface Besides {
  readonly matte?: Level['matte'] | null
  readonly follows?: Level['follows'] | null
}
/** A matte is another level, and so is one that is followed, which follows none itself. */
function requireBesides(scene: Scene, level: string, { matte, follows }: Besides) {
  for (const other of [matte?.level, follows?.level]) {
    if (other === undefined) continue
    const { name } = levelOf(scene, other)
    if (other === level) refuse(`Level ${name} cannot be that for itself. Choose another level.`)
    if (other === follows?.level && scene.levels[other]!.follows)
      refuse(`Level ${name} follows another level itself. Follow that one.`)
  }
  if (follows && Object.values(scene.levels).some((each) => each.follows?.level === level))
    refuse('Another level follows this one, so that it cannot follow in turn.')
}

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

/** Takes a level out with its drawings, charts and plans; their ink is kept, so that it can be brought back. */
export const levelRemove = editKind({
  schema: z.strictObject({ type: z.literal('level.remove'), level: idSchema }),
  apply(scene, { level }) {
    levelOf(scene, level)
    if (scene.levelOrder.length === 1)
      refuse('A scene has at least one level. Add another before this one is taken out.')
    const mine = new Set(Object.values(scene.drawings).flatMap((entry) => (entry.level === level ? [entry.id] : [])))
    const { [level]: _, ...levels } = scene.levels
    const next: Scene = {
      ...withoutWritings(withoutGuides(scene, [...mine]), [...mine]),
      levelOrder: scene.levelOrder.filter((id) => id !== level),
      levels,
      drawings: without(scene.drawings, (entry) => entry.level === level),
      charts: without(scene.charts, (chart) => chart.level === level),
      sheets: Object.fromEntries(
        Object.entries(scene.sheets).map(([take, { [level]: __, ...columns }]) => [take, columns]),
      ),
    }
    return withoutPlans(withoutReferences(next, level), level)
  },
  words: ({ level }, scene) => `level ${scene.levels[level]?.name ?? ''} taken out`,
})

const without = <T>(record: Readonly<Record<string, T>>, gone: (entry: T) => boolean): Record<string, T> =>
  Object.fromEntries(Object.entries(record).filter(([, entry]) => !gone(entry)))

function withoutPlans(scene: Scene, level: string): Scene {
  const { plans, ...rest } = scene
  if (!plans) return scene
  const left = without(plans, (plan) => plan.level === level)
  return Object.keys(left).length > 0 ? { ...rest, plans: left } : rest
}

/** A model sheet of a level that is taken out stays, as a reference to all. */
function withoutReferences(scene: Scene, level: string): Scene {
  if (!Object.values(scene.references ?? {}).some((each) => each.level === level)) return scene
  const references = Object.fromEntries(
    Object.entries(scene.references!).map(([id, each]) => {
      if (each.level !== level) return [id, each]
      const { level: _, ...forAll } = each
      return [id, forAll]
    }),
  )
  return { ...scene, references }
}
