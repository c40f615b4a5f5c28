import * as api from '@unhurried/core/api'
import { route, type AnyRoute } from '../http/route'
import type { History } from '../keeping/history'
import type { Pictures } from '../keeping/files/pictures'
import type { SceneService } from '../keeping/scenes'
import type { Sounds } from '../keeping/files/sounds'
import type { Practice } from '../keeping/practice'
import type { WorkLog } from '../keeping/work-log'

/** Nothing is told of what was done but that it was. */
const done = async (work: Promise<void>) => {
  await work
  return {}
}

/** What was asked for at the version it has is the same for ever. */
const isOfVersion = ({ query }: { query: { version?: number | undefined } }, answer: unknown) =>
  query.version !== undefined && query.version === (answer as { version: number }).version

interface Keepers {
  readonly scenes: SceneService
  readonly history: History
  readonly pictures: Pictures
  readonly sounds: Sounds
  readonly workLog: WorkLog
  readonly practice: Practice
}

/** What the server does at each endpoint of the API. */
export function routes({ scenes, history, pictures, sounds, workLog, practice }: Keepers): AnyRoute[] {
  return [
    route(api.readShelf, { handle: () => scenes.shelf.productions() }),
    route(api.readScenesAfter, {
      handle: ({ params, query }) => scenes.shelf.scenesAfter(params.production, query.after),
    }),
    route(api.findScenes, {
      handle: ({ query }) => scenes.shelf.found(query.words.split(/\s+/).filter(Boolean), query.left),
    }),
    route(api.readDrawer, { handle: () => scenes.shelf.drawer() }),
    route(api.changeProduction, {
      handle: ({ params, body }) => done(scenes.shelving.changeProduction(params.production, body)),
    }),
    route(api.forgetProduction, { handle: ({ params }) => done(scenes.shelving.forgetProduction(params.production)) }),
    route(api.shelveScene, { handle: ({ params, body }) => done(scenes.shelveScene(params.scene, body)) }),
    route(api.copyScene, { handle: ({ params, body }) => scenes.copyScene(params.scene, body) }),
    route(api.forgetScene, { handle: ({ params, body }) => done(scenes.forgetting.forget(params.scene, body.now)) }),
    route(api.tellFindings, {
      handle: ({ params, body }) => done(scenes.shelving.tellFindings(params.scene, body.version, body.count)),
    }),
    route(api.readProduction, { handle: ({ params }) => scenes.productions.read(params.production) }),
    route(api.keepProduction, {
      handle: ({ params, body }) => scenes.productions.keep(params.production, body.edits),
    }),
    route(api.createProduction, { handle: ({ body }) => scenes.createProduction(body) }),
    route(api.setLimits, { handle: ({ params, body }) => scenes.setLimits(params.production, body) }),
    route(api.createScene, {
      handle: ({ body: { palette, ...body } }) => scenes.createScene({ ...body, ...(palette && { palette }) }),
    }),
    route(api.putArchive, { handle: ({ query, bytes }) => scenes.putArchive({ ...query, bytes }) }),
    route(api.putPicture, { streamed: true, handle: ({ query, stream }) => pictures.put(stream, query.type) }),
    route(api.readPicture, { handle: ({ params }) => pictures.read(params.picture), cached: () => true }),
    route(api.putSound, { streamed: true, handle: ({ stream }) => sounds.put(stream) }),
    route(api.readSound, { handle: ({ params }) => sounds.read(params.sound), cached: () => true }),
    route(api.readScene, { handle: ({ params }) => scenes.readScene(params.scene) }),
    route(api.readTest, { handle: ({ params }) => scenes.readTest(params.scene), cached: isOfVersion }),
    route(api.readPlayed, { handle: ({ params }) => scenes.readPlayed(params.scene), cached: isOfVersion }),
    route(api.readEdits, { handle: ({ params, query }) => scenes.editsSince(params.scene, query.since) }),
    route(api.keepEdits, { handle: ({ params, body }) => scenes.keep(params.scene, body.base, body.edits) }),
    route(api.readSceneInk, { handle: ({ params, query }) => scenes.readInk(params.scene, query.drawings) }),
    route(api.readHistory, { handle: ({ params, query }) => history.steps(params.scene, query.before ?? 0) }),
    route(api.readMoment, {
      handle: async ({ params: { scene, version } }) => ({ version, scene: await history.sceneAt(scene, version) }),
    }),
    route(api.keepLog, { handle: ({ params, body }) => done(workLog.keep(params.person, body.entries)) }),
    route(api.readLog, { handle: ({ params }) => workLog.read(params.scene) }),
    route(api.readProductionLog, { handle: ({ params }) => workLog.readProduction(params.production) }),
    route(api.forgetLog, { handle: ({ params, body }) => workLog.forget(params.person, body) }),
    route(api.keepPractice, { handle: ({ params, body }) => done(practice.keep(params.person, body.results)) }),
    route(api.readPractice, { handle: ({ params }) => practice.read(params.person) }),
    route(api.forgetPractice, { handle: ({ params, body }) => practice.forget(params.person, body) }),
    route(api.readMomentInk, {
      handle: ({ params, query }) => history.inkAt(params.scene, params.version, query.drawings),
    }),
  ]
}
