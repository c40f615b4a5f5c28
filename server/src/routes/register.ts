import * as api from '@unhurried/core/api'
import { route, type AnyRoute } from '../http/route'
import type { History } from '../keeping/history'
import type { Pictures } from '../keeping/pictures'
import type { SceneKeeper } from '../keeping/scenes'

/** What the server does at each endpoint of the API. */
export function routes(keeper: SceneKeeper, history: History, pictures: Pictures): AnyRoute[] {
  return [
    route(api.readShelf, { handle: () => keeper.shelf.productions() }),
    route(api.readScenesAfter, {
      handle: ({ params, query }) => keeper.shelf.scenesAfter(params.production, query.after),
    }),
    route(api.createProduction, { handle: ({ body }) => keeper.createProduction(body) }),
    route(api.setLimits, { handle: ({ params, body }) => keeper.setLimits(params.production, body) }),
    route(api.createScene, {
      handle: ({ body: { palette, ...body } }) => keeper.createScene({ ...body, ...(palette && { palette }) }),
    }),
    route(api.putArchive, { handle: ({ query, bytes }) => keeper.putArchive({ ...query, bytes }) }),
    route(api.putPicture, { streamed: true, handle: ({ query, stream }) => pictures.put(stream, query.type) }),
    route(api.readPicture, { handle: ({ params }) => pictures.read(params.picture), cached: () => true }),
    route(api.readScene, { handle: ({ params }) => keeper.readScene(params.scene) }),
    route(api.readTest, {
      handle: ({ params }) => keeper.readTest(params.scene),
      cached: ({ query }, answer) =>
        query.version !== undefined && query.version === (answer as { version: number }).version,
    }),
    route(api.readEdits, { handle: ({ params, query }) => keeper.editsSince(params.scene, query.since) }),
    route(api.keepEdits, { handle: ({ params, body }) => keeper.keep(params.scene, body.base, body.edits) }),
    route(api.readSceneInk, { handle: ({ params, query }) => keeper.readInk(params.scene, query.drawings) }),
    route(api.readHistory, { handle: ({ params, query }) => history.steps(params.scene, query.before ?? 0) }),
    route(api.readMoment, {
      handle: async ({ params: { scene, version } }) => ({ version, scene: await history.sceneAt(scene, version) }),
    }),
    route(api.readMomentInk, {
      handle: ({ params, query }) => history.inkAt(params.scene, params.version, query.drawings),
    }),
  ]
}
