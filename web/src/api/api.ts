import {
  limitsSchema,
  pictureSchema,
  sceneSchema,
  sentenceOf,
  unpackInk,
  unpackPasses,
  type InkPiece,
  type Limits,
  type Pass,
  type Scene,
  type Settings,
} from '@unhurried/core'
import { z } from 'zod'

/** An answer other than the one asked for. `status` 0: no server answered. */
export class ApiProblem extends Error {
  override readonly name = 'ApiProblem'
  constructor(
    readonly status: number,
    sentence: string,
    readonly more: Readonly<Record<string, unknown>> = {},
  ) {
    super(sentence)
  }
}

const problemSchema = z.looseObject({ status: z.int(), detail: z.string() })

async function ask(path: string, options: RequestInit = {}): Promise<Response> {
  let answer: Response
  try {
    answer = await fetch(path, options)
  } catch {
    throw new ApiProblem(0, 'The server is not answering. Start it again; what you drew is kept on this machine.')
  }
  if (answer.ok) return answer
  const problem = problemSchema.safeParse(await answer.json().catch(() => undefined))
  if (!problem.success) throw new ApiProblem(answer.status, `The server answered ${answer.status} without saying why.`)
  throw new ApiProblem(answer.status, problem.data.detail, problem.data)
}

/** What is answered at an address, held against its schema; posts `body` when one is given. */
export async function read<S extends z.ZodType>(schema: S, path: string, body?: unknown): Promise<z.infer<S>> {
  const bytes = body instanceof Blob
  const answer = await ask(
    path,
    body === undefined
      ? {}
      : {
          method: 'POST',
          headers: { 'content-type': bytes ? 'application/zip' : 'application/json' },
          body: bytes ? body : JSON.stringify(body),
        },
  )
  const parsed = schema.safeParse(await answer.json().catch(() => undefined))
  if (!parsed.success)
    throw new ApiProblem(
      answer.status,
      `The server’s answer is not what this page expects: reload it. ${sentenceOf(parsed.error)}`,
    )
  return parsed.data
}

const shelvedSceneSchema = z.object({
  id: z.string(),
  version: z.int(),
  name: z.string(),
  fps: z.int(),
  length: z.int(),
  width: z.int(),
  height: z.int(),
  paper: z.string(),
  done: z.int(),
  toDo: z.int(),
  /** What was mended when it was opened, or why it cannot be read. */
  told: z.string().optional(),
})
export type ShelvedScene = z.infer<typeof shelvedSceneSchema>
const shelfSchema = z.array(
  z.object({ id: z.string(), name: z.string(), count: z.int(), scenes: z.array(shelvedSceneSchema) }),
)
export type Production = z.infer<typeof shelfSchema>[number]
const openSceneSchema = z.object({
  id: z.string(),
  production: z.string(),
  version: z.int(),
  scene: sceneSchema,
  limits: limitsSchema.default({}),
  told: z.string().optional(),
})

const historySchema = z.array(
  z.object({ version: z.int(), at: z.string(), words: z.string(), kind: z.string(), drawing: z.string().nullable() }),
)
export type HistoryStep = z.infer<typeof historySchema>[number]

export interface PassInk {
  drawing: string
  pass: Pass
  ink: InkPiece[]
}

async function readPasses(path: string): Promise<PassInk[]> {
  const answer = await ask(path)
  const passes = unpackPasses(new Uint8Array(await answer.arrayBuffer()))
  return passes.map(({ drawing, pass, bytes }) => ({ drawing, pass, ink: unpackInk(bytes) }))
}

export const api = {
  shelf: () => read(shelfSchema, '/api/shelf'),
  /** The scenes of a production after one of them. */
  scenesAfter: (production: string, after: string) =>
    read(z.array(shelvedSceneSchema), `/api/productions/${production}/scenes?after=${after}`),
  /** The first seconds of a scene with only what they show. */
  readTest: (id: string, version: number) =>
    read(z.object({ version: z.int(), scene: sceneSchema }), `/api/scenes/${id}/test?version=${version}`),
  createProduction: (production: { id: string; name: string }) => read(z.unknown(), '/api/productions', production),
  setLimits: (production: string, limits: Limits) =>
    read(limitsSchema, `/api/productions/${production}/limits`, limits),
  createScene: (scene: { id: string; production: string; settings: Settings }) =>
    read(openSceneSchema, '/api/scenes', scene),
  putArchive: (scene: { id: string; production: string }, archive: Blob) =>
    read(openSceneSchema, `/api/archives?id=${scene.id}&production=${scene.production}`, archive),
  /** Keeps a picture's bytes on the server; gives the name they are found by. */
  async putPicture(file: Blob, type: string) {
    const answer = await ask(`/api/pictures?type=${encodeURIComponent(type)}`, {
      method: 'POST',
      headers: { 'content-type': 'application/octet-stream' },
      body: file,
    })
    return z.object({ picture: pictureSchema, width: z.int(), height: z.int() }).parse(await answer.json())
  },
  readPicture: async (picture: string) => new Uint8Array(await (await ask(`/api/pictures/${picture}`)).arrayBuffer()),
  readScene: (
    id: string,
  ): Promise<{ production: string; version: number; scene: Scene; limits: Limits; told?: string | undefined }> =>
    read(openSceneSchema, `/api/scenes/${id}`),
  readInk: (id: string, drawings: readonly string[]) =>
    readPasses(`/api/scenes/${id}/ink?drawings=${drawings.join(',')}`),
  history: (id: string, before?: number) =>
    read(historySchema, `/api/scenes/${id}/history${before === undefined ? '' : `?before=${before}`}`),
  readMoment: (id: string, version: number) =>
    read(z.object({ version: z.int(), scene: sceneSchema }), `/api/scenes/${id}/moments/${version}`),
  readMomentInk: (id: string, version: number, drawings: readonly string[]) =>
    readPasses(`/api/scenes/${id}/moments/${version}/ink?drawings=${drawings.join(',')}`),
}
