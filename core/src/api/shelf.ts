import { lengthOfTake } from '../timing/take-length'
import { z } from 'zod'
import { limitsSchema } from '../checks/limits/limits'
import { linkedColours } from '../production/linked'
import { drawnLevels, stagesDone, stagesOf } from '../record/stages'
import { daySchema, idSchema, nameSchema, passSchema, type Scene } from '../scene/schema'
import { progress } from '../timing/work'
import { endpoint } from './endpoint'

/** What the shelf shows of a scene. */
export const summarySchema = z.object({
  name: z.string(),
  fps: z.int(),
  length: z.int(),
  width: z.int(),
  height: z.int(),
  paper: z.string(),
  /** Drawings the main take shows: drawn, and still to draw. */
  done: z.int(),
  toDo: z.int(),
  /** What of its drawings is drawn, pass by pass of its levels. */
  stages: z
    .array(z.object({ level: idSchema, name: z.string(), pass: passSchema, done: z.int(), of: z.int() }))
    .optional(),
  /** The day it must go out. */
  dueOn: daySchema.optional(),
  /** The frame it shows at rest; absent: the first. */
  cover: z.int().optional(),
  /** Names of its levels and what is noted in it, to be found by. */
  words: z.string().optional(),
  /** Its colours that are linked to the library of its production. */
  linked: z
    .array(
      z.object({
        ...{ swatch: idSchema, name: z.string(), colour: z.string(), entry: idSchema, of: idSchema },
        own: z.literal(true).exactOptional(),
      }),
    )
    .exactOptional(),
})
export type Summary = z.infer<typeof summarySchema>

export function summaryOf(scene: Scene): Summary {
  const { name, fps, width, height, paper, cover, dueOn } = scene.settings
  const length = lengthOfTake(scene)
  const linked = linkedColours(scene)
  return {
    ...{ name, fps, length, width, height, paper },
    ...progress(scene),
    stages: stagesIn(scene),
    ...(dueOn && { dueOn }),
    ...(cover && { cover }),
    words: wordsIn(scene),
    ...(linked.length > 0 && { linked }),
  }
}

/** What of a scene's drawings is drawn, by level and pass. */
const stagesIn = (scene: Scene): NonNullable<Summary['stages']> =>
  drawnLevels(scene).flatMap((level) => {
    const drawings = stagesDone(scene, level)
    if (drawings.length === 0) return []
    return stagesOf(scene, level).map((pass) => ({
      ...{ level, name: scene.levels[level]!.name, pass, of: drawings.length },
      done: drawings.filter(({ done }) => done.has(pass)).length,
    }))
  })

/** As much of a scene's words as it is found by. */
const MOST_WORDS = 4000

function wordsIn(scene: Scene): string {
  const levels = scene.levelOrder.map((level) => scene.levels[level]!.name)
  const takes = Object.values(scene.takes).flatMap((take) => [take.name, ...(take.notes ?? []).map(({ text }) => text)])
  const notes = Object.values(scene.drawings).map(({ note }) => note)
  return [...new Set([...levels, ...takes, ...notes])].filter(Boolean).join('\n').slice(0, MOST_WORDS)
}

export const shelvedSceneSchema = summarySchema.extend({
  id: idSchema,
  version: z.int(),
  updatedAt: z.string(),
  /** What was mended when it was opened, or why it cannot be read. */
  notice: z.string().optional(),
  /** What it takes in the database, with its history. */
  bytes: z.int(),
  /** What Second look last found and nobody has answered; absent: it has not looked. */
  toMend: z.int().optional(),
})
export type ShelvedScene = z.infer<typeof shelvedSceneSchema>

export const productionSchema = z.object({
  id: idSchema,
  name: nameSchema,
  /** Of all its scenes, also those not in this answer. */
  count: z.int(),
  scenes: z.array(shelvedSceneSchema),
})
export type Production = z.infer<typeof productionSchema>

/** How long what was forgotten lies in the drawer before it is gone. */
export const DRAWER_DAYS = 30

const foundSceneSchema = shelvedSceneSchema.extend({ production: idSchema, productionName: z.string() })
export type FoundScene = z.infer<typeof foundSceneSchema>

/** A scene that is off the shelf: put away until it is brought back, or forgotten and gone on a day. */
const drawerSceneSchema = foundSceneSchema.extend({ since: z.string(), goneOn: z.string().optional() })
export type DrawerScene = z.infer<typeof drawerSceneSchema>

const drawerSchema = z.object({
  productions: z.array(z.object({ id: idSchema, name: nameSchema, count: z.int(), since: z.string() })),
  scenes: z.array(drawerSceneSchema),
})
export type Drawer = z.infer<typeof drawerSchema>

/** Where among its like something goes: before another, or last. */
const beforeSchema = idSchema.nullable()
const ofShelved = z.object({ scene: idSchema })
const done = z.object({})
const writing = [400, 403, 404, 413, 415, 422, 503]
const inProduction = z.object({ production: idSchema })

export const readShelf = endpoint({
  operation: 'readShelf',
  method: 'get',
  path: '/api/shelf',
  summary: 'Productions with their first scenes: what they are, what is drawn and what is left',
  answer: z.array(productionSchema),
  problems: [503],
})

export const readScenesAfter = endpoint({
  operation: 'readScenesAfter',
  method: 'get',
  path: '/api/productions/:production/scenes',
  summary: 'The scenes of a production after one of them, 120 at most',
  params: inProduction,
  query: z.object({ after: idSchema }),
  answer: z.array(shelvedSceneSchema),
  problems: [400, 404, 503],
})

export const createProduction = endpoint({
  operation: 'createProduction',
  method: 'post',
  path: '/api/productions',
  summary: 'Put a new production on the shelf, with the limits of another or with none of its own',
  status: 201,
  body: z.strictObject({ id: idSchema, name: nameSchema, limitsOf: idSchema.optional() }),
  answer: z.object({ id: idSchema, name: nameSchema }),
  problems: [400, 403, 413, 415, 422, 503],
})

export const setLimits = endpoint({
  operation: 'setLimits',
  method: 'post',
  path: '/api/productions/:production/limits',
  summary: "A production's own limits for Second look; what is not named is as the checks have it",
  params: inProduction,
  body: limitsSchema,
  answer: limitsSchema,
  problems: [400, 403, 404, 413, 415, 422, 503],
})

export const findScenes = endpoint({
  operation: 'findScenes',
  method: 'get',
  path: '/api/found',
  summary:
    'Scenes on the shelf in whose name, levels or notes all the words stand, 120 at most, and how many there are',
  query: z.object({
    words: z.string().max(200, 'Search for fewer words.'),
    left: z.enum(['any', 'to-do', 'to-mend']).default('any'),
  }),
  answer: z.object({ count: z.int(), scenes: z.array(foundSceneSchema) }),
  problems: [400, 503],
})

export const changeProduction = endpoint({
  operation: 'changeProduction',
  method: 'post',
  path: '/api/productions/:production',
  summary: 'Name a production anew, move it before another or last, put it away or bring it back',
  params: inProduction,
  body: z.strictObject({
    name: nameSchema.optional(),
    before: beforeSchema.optional(),
    away: z.boolean().optional(),
  }),
  answer: done,
  problems: writing,
})

export const forgetProduction = endpoint({
  operation: 'forgetProduction',
  method: 'post',
  path: '/api/productions/:production/forget',
  summary: 'Take a production without scenes off for good; one with scenes is refused',
  params: inProduction,
  body: done,
  answer: done,
  problems: writing,
})

export const shelveScene = endpoint({
  operation: 'shelveScene',
  method: 'post',
  path: '/api/scenes/:scene/shelf',
  summary: 'Name a scene, move it before another or last, also into another production, put it away or bring it back',
  params: ofShelved,
  body: z.strictObject({
    name: nameSchema.optional(),
    production: idSchema.optional(),
    before: beforeSchema.optional(),
    away: z.boolean().optional(),
  }),
  answer: done,
  problems: writing,
})

export const copyScene = endpoint({
  operation: 'copyScene',
  method: 'post',
  path: '/api/scenes/:scene/copies',
  summary: 'Copy a scene, with its drawings and their history or its set-up alone; the same id again changes nothing',
  status: 201,
  params: ofShelved,
  body: z.strictObject({
    id: idSchema,
    name: nameSchema,
    copies: z.enum(['everything', 'set-up']),
    /** The production whose last scene it becomes; absent: it stands right after the one it copies. */
    production: idSchema.optional(),
  }),
  answer: z.object({ id: idSchema }),
  problems: writing,
})

export const forgetScene = endpoint({
  operation: 'forgetScene',
  method: 'post',
  path: '/api/scenes/:scene/forget',
  summary: `Put a scene into the drawer, to be gone in ${DRAWER_DAYS} days; one that lies there can be gone now`,
  params: ofShelved,
  body: z.strictObject({ now: z.boolean() }),
  answer: done,
  problems: writing,
})

export const readDrawer = endpoint({
  operation: 'readDrawer',
  method: 'get',
  path: '/api/drawer',
  summary: 'What was put away or forgotten, newest first',
  answer: drawerSchema,
  problems: [503],
})

export const tellFindings = endpoint({
  operation: 'tellFindings',
  method: 'post',
  path: '/api/scenes/:scene/findings',
  summary: 'How much Second look finds at a version of a scene that nobody has answered, for the shelf',
  params: ofShelved,
  body: z.strictObject({ version: z.int().min(0), count: z.int().min(0).max(100_000) }),
  answer: done,
  problems: writing,
})
