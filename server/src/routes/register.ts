import {
  ARCHIVE_LIMITS,
  LIMITS,
  limitsSchema,
  PICTURE_TYPES,
  pictureSchema,
  editSchema,
  idSchema,
  nameSchema,
  sceneSchema,
  settingsSchema,
  swatchSchema,
} from '@unhurried/core'
import { z } from 'zod'
import { route, type AnyRoute } from '../http/route'
import type { History } from '../keeping/history'
import type { Pictures } from '../keeping/pictures'
import type { SceneKeeper } from '../keeping/scenes'
import { summarySchema } from '../keeping/summary'

const scenePath = z.object({ scene: idSchema })
const openScene = z.object({
  id: idSchema,
  production: idSchema,
  version: z.int(),
  scene: sceneSchema,
  limits: limitsSchema,
  told: z.string().optional(),
})
const shelvedScene = summarySchema.extend({
  id: idSchema,
  version: z.int(),
  updatedAt: z.string(),
  told: z.string().optional(),
})
const sentEditSchema = z.strictObject({
  id: z.string().regex(/^[A-Za-z0-9_-]{6,40}$/, 'An edit id is 6 to 40 letters, digits, - or _.'),
  edit: editSchema,
})
const keptEdit = z.object({ id: z.string(), version: z.int(), edit: editSchema })
const whole = (name: string) =>
  z
    .string()
    .regex(/^\d{1,9}$/, `${name} must be a whole number.`)
    .transform(Number)

const momentPath = scenePath.extend({ version: whole('version') })
const drawingIds = z
  .string()
  .transform((list) => list.split(','))
  .pipe(z.array(idSchema).min(1).max(100))

/** Every route of the API. */
export function routes(keeper: SceneKeeper, history: History, pictures: Pictures): AnyRoute[] {
  return [
    route({
      method: 'get',
      path: '/api/shelf',
      summary: 'Productions with their first scenes: what they are, what is drawn and what is left',
      answer: z.array(z.object({ id: idSchema, name: nameSchema, count: z.int(), scenes: z.array(shelvedScene) })),
      problems: [503],
      handle: () => keeper.shelf.productions(),
    }),
    route({
      method: 'get',
      path: '/api/productions/:production/scenes',
      summary: 'The scenes of a production after one of them, 120 at most',
      params: z.object({ production: idSchema }),
      query: z.object({ after: idSchema }),
      answer: z.array(shelvedScene),
      problems: [400, 404, 503],
      handle: ({ params, query }) => keeper.shelf.scenesAfter(params.production, query.after),
    }),
    route({
      method: 'post',
      path: '/api/productions',
      summary: 'Put a new production on the shelf',
      status: 201,
      body: z.strictObject({ id: idSchema, name: nameSchema }),
      answer: z.object({ id: idSchema, name: nameSchema }),
      problems: [400, 403, 413, 415, 422, 503],
      handle: ({ body }) => keeper.createProduction(body),
    }),
    route({
      method: 'post',
      path: '/api/productions/:production/limits',
      summary: "A production's own limits for Second look; what is not named is as the checks have it",
      params: z.object({ production: idSchema }),
      body: limitsSchema,
      answer: limitsSchema,
      problems: [400, 403, 404, 413, 415, 422, 503],
      handle: ({ params, body }) => keeper.setLimits(params.production, body),
    }),
    route({
      method: 'post',
      path: '/api/scenes',
      summary: 'Set up a new scene',
      status: 201,
      body: z.strictObject({
        id: idSchema,
        production: idSchema,
        settings: settingsSchema,
        palette: z.array(swatchSchema).min(1).max(200).optional(),
      }),
      answer: openScene,
      problems: [400, 403, 404, 413, 415, 422, 503],
      handle: ({ body: { palette, ...body } }) => keeper.createScene({ ...body, ...(palette && { palette }) }),
    }),
    route({
      method: 'post',
      path: '/api/archives',
      summary:
        'Bring in a scene from an open archive, whole or not at all; the same id again gives the scene that is there',
      status: 201,
      query: z.object({ id: idSchema, production: idSchema }),
      bytes: 'application/zip',
      bodyLimit: ARCHIVE_LIMITS.packed,
      answer: openScene,
      problems: [400, 403, 404, 413, 415, 422, 503],
      handle: ({ query, bytes }) => keeper.putArchive({ ...query, bytes }),
    }),
    route({
      method: 'post',
      path: '/api/pictures',
      summary: 'Keep a picture for a ground or a reference; the same bytes again are kept once',
      status: 201,
      query: z.object({ type: z.enum(PICTURE_TYPES, 'Use a PNG, JPEG, WebP or GIF.') }),
      bytes: 'application/octet-stream',
      bodyLimit: LIMITS.pictureBytes,
      streamed: true,
      answer: z.object({ picture: pictureSchema, type: z.enum(PICTURE_TYPES), width: z.int(), height: z.int() }),
      problems: [400, 403, 413, 415, 422, 503],
      handle: ({ query, stream }) => pictures.put(stream, query.type),
    }),
    route({
      method: 'get',
      path: '/api/pictures/:picture',
      summary: 'The bytes of a picture',
      params: z.object({ picture: pictureSchema }),
      answer: 'bytes',
      problems: [404, 503],
      cached: () => true,
      handle: ({ params }) => pictures.read(params.picture),
    }),
    route({
      method: 'get',
      path: '/api/scenes/:scene',
      summary: 'A scene and its version',
      params: scenePath,
      answer: openScene,
      problems: [404, 503],
      handle: ({ params }) => keeper.readScene(params.scene),
    }),
    route({
      method: 'get',
      path: '/api/scenes/:scene/test',
      summary:
        'The first seconds of a scene with only what they show; asked for with its version it stays in the cache',
      params: scenePath,
      query: z.object({ version: whole('version').optional() }),
      answer: z.object({ version: z.int(), scene: sceneSchema }),
      problems: [404, 503],
      handle: ({ params }) => keeper.readTest(params.scene),
      cached: ({ query }, answer) =>
        query.version !== undefined && query.version === (answer as { version: number }).version,
    }),
    route({
      method: 'get',
      path: '/api/scenes/:scene/edits',
      summary: 'Edits kept after a version, oldest first, 500 at most',
      params: scenePath,
      query: z.object({ since: whole('since') }),
      answer: z.array(keptEdit),
      problems: [400, 404, 503],
      handle: ({ params, query }) => keeper.editsSince(params.scene, query.since),
    }),
    route({
      method: 'post',
      path: '/api/scenes/:scene/edits',
      summary:
        'Keep edits made on a version, all or none; an edit sent again changes nothing. Made on an older version they are laid on the newest where they touch other parts; where they meet others’ on one part, 409 carries the edits missed',
      params: scenePath,
      body: z.strictObject({
        base: z.int().min(0),
        edits: z.array(sentEditSchema).min(1, 'Send at least one edit.').max(200, 'Send at most 200 edits at a time.'),
      }),
      bodyLimit: 12 * 1024 * 1024,
      answer: z.object({ version: z.int() }),
      problems: [400, 403, 404, 409, 413, 415, 422, 503],
      handle: ({ params, body }) => keeper.keep(params.scene, body.base, body.edits),
    }),
    route({
      method: 'get',
      path: '/api/scenes/:scene/ink',
      summary: 'Packed ink of up to 100 drawings, their ids joined by commas',
      params: scenePath,
      query: z.object({ drawings: drawingIds }),
      answer: 'bytes',
      problems: [400, 404, 503],
      handle: ({ params, query }) => keeper.readInk(params.scene, query.drawings),
    }),
    route({
      method: 'get',
      path: '/api/scenes/:scene/history',
      summary:
        'What was done to a scene, in words, newest first, 400 steps at most; before a version when one is given',
      params: scenePath,
      query: z.object({ before: whole('before').optional() }),
      answer: z.array(
        z.object({
          version: z.int(),
          at: z.string(),
          words: z.string(),
          kind: z.string(),
          drawing: z.string().nullable(),
        }),
      ),
      problems: [400, 404, 503],
      handle: ({ params, query }) => history.steps(params.scene, query.before ?? 0),
    }),
    route({
      method: 'get',
      path: '/api/scenes/:scene/moments/:version',
      summary: 'A scene as it was at a version',
      params: momentPath,
      answer: z.object({ version: z.int(), scene: sceneSchema }),
      problems: [404, 503],
      handle: async ({ params }) => ({
        version: params.version,
        scene: await history.sceneAt(params.scene, params.version),
      }),
    }),
    route({
      method: 'get',
      path: '/api/scenes/:scene/moments/:version/ink',
      summary: 'Packed ink of up to 100 drawings as it was at a version',
      params: momentPath,
      query: z.object({ drawings: drawingIds }),
      answer: 'bytes',
      problems: [400, 404, 503],
      handle: ({ params, query }) => history.inkAt(params.scene, params.version, query.drawings),
    }),
  ]
}
