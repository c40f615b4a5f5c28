import { sentenceOf } from '@unhurried/core'
import { addressOf, problemSchema, type Asked, type Endpoint } from '@unhurried/core/api'
import type { z } from 'zod'

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

/** Whether the same may be answered before long: no server is there, or it cannot get at what it keeps. */
export const isPassing = (error: unknown): boolean =>
  error instanceof ApiProblem && [0, 502, 503, 504].includes(error.status)

/** All of a problem that the page needs. */
const neededSchema = problemSchema.pick({ status: true, detail: true })

async function fetched(path: string, options: RequestInit): Promise<Response> {
  let answer: Response
  try {
    answer = await fetch(path, options)
  } catch {
    throw new ApiProblem(0, 'The server is not answering. Start it again; what you drew is kept on this machine.')
  }
  if (answer.ok) return answer
  const problem = neededSchema.safeParse(await answer.json().catch(() => undefined))
  if (!problem.success) throw new ApiProblem(answer.status, `The server answered ${answer.status} without saying why.`)
  throw new ApiProblem(answer.status, problem.data.detail, problem.data)
}

const posted = (type: string, body: BodyInit): RequestInit => ({
  method: 'POST',
  headers: { 'content-type': type },
  body,
})

type Request<P extends z.ZodType, Q extends z.ZodType, B extends z.ZodType> = Asked<P, Q> & {
  /** JSON to send. */
  readonly body?: z.input<B>
  /** Bytes to send instead. */
  readonly bytes?: Blob
  /** Milliseconds after which no answer is waited for any longer: some connections end without a word. */
  readonly within?: number
}

/** Asks at an endpoint; what is answered is held against its schema. Errors: ApiProblem with a sentence. */
export async function call<P extends z.ZodType, Q extends z.ZodType, B extends z.ZodType, A extends z.ZodType>(
  endpoint: Endpoint<P, Q, B, A>,
  request: Request<P, Q, B> = {},
): Promise<z.output<A>> {
  const answer = await sent(endpoint, request)
  const parsed = (endpoint.answer as A).safeParse(await answer.json().catch(() => undefined))
  if (parsed.success) return parsed.data
  const sentence = sentenceOf(parsed.error)
  throw new ApiProblem(answer.status, `The server’s answer is not what this page expects: reload it. ${sentence}`)
}

/** The bytes answered at an endpoint. */
export async function callForBytes<P extends z.ZodType, Q extends z.ZodType, B extends z.ZodType, A extends z.ZodType>(
  endpoint: Endpoint<P, Q, B, A>,
  request: Request<P, Q, B> = {},
): Promise<Uint8Array<ArrayBuffer>> {
  return new Uint8Array(await (await sent(endpoint, request)).arrayBuffer())
}

function sent<P extends z.ZodType, Q extends z.ZodType, B extends z.ZodType, A extends z.ZodType>(
  endpoint: Endpoint<P, Q, B, A>,
  request: Request<P, Q, B>,
): Promise<Response> {
  const address = addressOf(endpoint, request)
  const options = request.within === undefined ? {} : { signal: AbortSignal.timeout(request.within) }
  if (endpoint.method === 'get') return fetched(address, options)
  if (endpoint.bytes !== undefined) return fetched(address, { ...posted(endpoint.bytes, request.bytes!), ...options })
  return fetched(address, { ...posted('application/json', JSON.stringify(request.body)), ...options })
}
