import * as contract from '@unhurried/core/api'
import { unpackInk, unpackPasses, type Limits, type PassInk, type Settings } from '@unhurried/core'
import { call, callForBytes } from './client'

export { ApiProblem } from './client'
export type { Drawer, FoundScene, HistoryStep, Production, ShelvedScene } from '@unhurried/core/api'

const passesIn = (bytes: Uint8Array): PassInk[] =>
  unpackPasses(bytes).map(({ drawing, pass, bytes: packed }) => ({ drawing, pass, ink: unpackInk(packed) }))

type Id = { readonly id: string; readonly production: string }

/** What the page asks of the server, in its own words. */
export const api = {
  shelf: () => call(contract.readShelf),
  /** The scenes of a production after one of them. */
  scenesAfter: (production: string, after: string) =>
    call(contract.readScenesAfter, { params: { production }, query: { after } }),
  /** The first seconds of a scene with only what they show. */
  readTest: (scene: string, version: number) => call(contract.readTest, { params: { scene }, query: { version } }),
  /** The main take of a scene with what it shows and what is heard. */
  readPlayed: (scene: string, version: number) => call(contract.readPlayed, { params: { scene }, query: { version } }),
  /** Scenes in which all the words stand; `left`: those with something to draw or to mend alone. */
  findScenes: (words: string, left: 'any' | 'to-do' | 'to-mend') =>
    call(contract.findScenes, { query: { words, left } }),
  readDrawer: () => call(contract.readDrawer),
  changeProduction: (production: string, body: { name?: string; before?: string | null; away?: boolean }) =>
    call(contract.changeProduction, { params: { production }, body }),
  forgetProduction: (production: string) => call(contract.forgetProduction, { params: { production }, body: {} }),
  shelveScene: (scene: string, body: { name?: string; production?: string; before?: string | null; away?: boolean }) =>
    call(contract.shelveScene, { params: { scene }, body }),
  copyScene: (
    scene: string,
    body: { id: string; name: string; copies: 'everything' | 'set-up'; production?: string },
  ) => call(contract.copyScene, { params: { scene }, body }),
  /** Into the drawer; `now`: out of the drawer, and gone. */
  forgetScene: (scene: string, now: boolean) => call(contract.forgetScene, { params: { scene }, body: { now } }),
  tellFindings: (scene: string, body: { version: number; count: number }) =>
    call(contract.tellFindings, { params: { scene }, body }),
  createProduction: (body: { id: string; name: string; limitsOf?: string }) =>
    call(contract.createProduction, { body }),
  setLimits: (production: string, limits: Limits) => call(contract.setLimits, { params: { production }, body: limits }),
  createScene: (body: Id & { settings: Settings }) => call(contract.createScene, { body }),
  putArchive: (query: Id, archive: Blob) => call(contract.putArchive, { query, bytes: archive }),
  /** Keeps a picture's bytes on the server; gives the name they are found by. */
  putPicture: (file: Blob, type: (typeof contract.putPicture.query)['_output']['type']) =>
    call(contract.putPicture, { query: { type }, bytes: file }),
  readSound: (sound: string) => callForBytes(contract.readSound, { params: { sound } }),
  readPicture: (picture: string) => callForBytes(contract.readPicture, { params: { picture } }),
  readScene: (scene: string) => call(contract.readScene, { params: { scene } }),
  readInk: async (scene: string, drawings: readonly string[]) =>
    passesIn(await callForBytes(contract.readSceneInk, { params: { scene }, query: { drawings: [...drawings] } })),
  history: (scene: string, before?: number) => call(contract.readHistory, { params: { scene }, query: { before } }),
  readMoment: (scene: string, version: number) => call(contract.readMoment, { params: { scene, version } }),
  readMomentInk: async (scene: string, version: number, drawings: readonly string[]) =>
    passesIn(
      await callForBytes(contract.readMomentInk, {
        params: { scene, version },
        query: { drawings: [...drawings] },
      }),
    ),
}
