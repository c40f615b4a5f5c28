import { z } from 'zod'
import { LIMITS } from '../base/limits'
import { limitsSchema } from '../checks/limits/limits'
import { ARCHIVE_LIMITS } from '../format/archive/archive-limits'
import { PICTURE_TYPES } from '../format/picture-head'
import { idSchema, pictureSchema, sceneSchema, settingsSchema, swatchSchema } from '../scene/schema'
import { endpoint, numberInAddress } from './endpoint'

const ofScene = z.object({ scene: idSchema })
const drawingsInAddress = z
  .string()
  .transform((list) => list.split(','))
  .pipe(z.array(idSchema).min(1).max(100))

export const openSceneSchema = z.object({
  id: idSchema,
  production: idSchema,
  version: z.int(),
  scene: sceneSchema,
  limits: limitsSchema,
  /** What was mended when it was opened. */
  notice: z.string().optional(),
})
export type OpenScene = z.infer<typeof openSceneSchema>

export const createScene = endpoint({
  operation: 'createScene',
  method: 'post',
  path: '/api/scenes',
  summary: 'Set up a new scene',
  status: 201,
  body: z.strictObject({
    id: idSchema,
    production: idSchema,
    settings: settingsSchema,
    palette: z.array(swatchSchema).min(1).max(LIMITS.swatches).optional(),
  }),
  answer: openSceneSchema,
  problems: [400, 403, 404, 413, 415, 422, 503],
})

export const putArchive = endpoint({
  operation: 'putArchive',
  method: 'post',
  path: '/api/archives',
  summary:
    'Bring in a scene from an open archive, whole or not at all; the same id again gives the scene that is there',
  status: 201,
  query: z.object({ id: idSchema, production: idSchema }),
  bytes: 'application/zip',
  bodyLimit: ARCHIVE_LIMITS.packed,
  answer: openSceneSchema,
  problems: [400, 403, 404, 413, 415, 422, 503],
})

export const readScene = endpoint({
  operation: 'readScene',
  method: 'get',
  path: '/api/scenes/:scene',
  summary: 'A scene and its version',
  params: ofScene,
  answer: openSceneSchema,
  problems: [404, 503],
})

export const readTest = endpoint({
  operation: 'readTest',
  method: 'get',
  path: '/api/scenes/:scene/test',
  summary: 'The first seconds of a scene with only what they show; asked for with its version it stays in the cache',
  params: ofScene,
  query: z.object({ version: numberInAddress('version').optional() }),
  answer: z.object({ version: z.int(), scene: sceneSchema }),
  problems: [404, 503],
})

export const readPlayed = endpoint({
  operation: 'readPlayed',
  method: 'get',
  path: '/api/scenes/:scene/played',
  summary:
    'The main take of a scene with what it shows and what is heard; asked for with its version it stays in the cache',
  params: ofScene,
  query: z.object({ version: numberInAddress('version').optional() }),
  answer: z.object({ version: z.int(), scene: sceneSchema }),
  problems: [404, 503],
})

export const readSceneInk = endpoint({
  operation: 'readInk',
  method: 'get',
  path: '/api/scenes/:scene/ink',
  summary: 'Packed ink of up to 100 drawings, their ids joined by commas',
  params: ofScene,
  query: z.object({ drawings: drawingsInAddress }),
  answer: 'bytes',
  problems: [400, 404, 503],
})

export const putPicture = endpoint({
  operation: 'putPicture',
  method: 'post',
  path: '/api/pictures',
  summary: 'Keep a picture for a ground or a reference; the same bytes again are kept once',
  status: 201,
  query: z.object({ type: z.enum(PICTURE_TYPES, 'Use a PNG, JPEG, WebP or GIF.') }),
  bytes: 'application/octet-stream',
  bodyLimit: LIMITS.pictureBytes,
  answer: z.object({ picture: pictureSchema, type: z.enum(PICTURE_TYPES), width: z.int(), height: z.int() }),
  problems: [400, 403, 413, 415, 422, 503],
})

export const readPicture = endpoint({
  operation: 'readPicture',
  method: 'get',
  path: '/api/pictures/:picture',
  summary: 'The bytes of a picture',
  params: z.object({ picture: pictureSchema }),
  answer: 'bytes',
  problems: [404, 503],
})

const stepSchema = z.object({
  version: z.int(),
  at: z.string(),
  words: z.string(),
  kind: z.string(),
  drawing: z.string().nullable(),
})
export type HistoryStep = z.infer<typeof stepSchema>

export const readHistory = endpoint({
  operation: 'readHistory',
  method: 'get',
  path: '/api/scenes/:scene/history',
  summary: 'What was done to a scene, in words, newest first, 400 steps at most; before a version when one is given',
  params: ofScene,
  query: z.object({ before: numberInAddress('before').optional() }),
  answer: z.array(stepSchema),
  problems: [400, 404, 503],
})

const ofMoment = ofScene.extend({ version: numberInAddress('version') })

export const readMoment = endpoint({
  operation: 'readMoment',
  method: 'get',
  path: '/api/scenes/:scene/moments/:version',
  summary: 'A scene as it was at a version',
  params: ofMoment,
  answer: z.object({ version: z.int(), scene: sceneSchema }),
  problems: [404, 503],
})

export const readMomentInk = endpoint({
  operation: 'readMomentInk',
  method: 'get',
  path: '/api/scenes/:scene/moments/:version/ink',
  summary: 'Packed ink of up to 100 drawings as it was at a version',
  params: ofMoment,
  query: z.object({ drawings: drawingsInAddress }),
  answer: 'bytes',
  problems: [400, 404, 503],
})
