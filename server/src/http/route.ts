import Router from '@koa/router'
import { sentenceOf } from '@unhurried/core'
import type { Readable } from 'node:stream'
import type { Context } from 'koa'
import { z } from 'zod'
import { readBytes, readJson, streamOf } from './body'
import { Problem, problemSchema } from './problems'

/** Bytes that go out part by part. */
export interface Streamed {
  readonly length: number
  readonly stream: Readable
}

/** One route: what it takes, what it answers, and what it does. The OpenAPI document is made of these. */
export interface Route<P extends z.ZodType, Q extends z.ZodType, B extends z.ZodType, A extends z.ZodType> {
  readonly method: 'get' | 'post'
  /** With `:name` for each of `params`. */
  readonly path: string
  readonly summary: string
  readonly params: P
  readonly query: Q
  /** Undefined: the request carries no body. */
  readonly body?: B
  /** The body is bytes of this type instead of JSON; the handler gets them as they are, or as they come in. */
  readonly bytes?: string
  readonly streamed?: boolean
  /** Largest body, in bytes. */
  readonly bodyLimit?: number
  readonly status?: number
  /** The JSON answered, or `bytes` for an octet stream: whole, or part by part. */
  readonly answer: A | 'bytes'
  readonly problems: readonly number[]
  /** Whether the answer is the same for ever at this address, and may stay with whoever asked. */
  readonly cached?: (request: { params: z.infer<P>; query: z.infer<Q> }, answer: unknown) => boolean
  readonly handle: (request: {
    params: z.infer<P>
    query: z.infer<Q>
    body: z.infer<B>
    bytes: Uint8Array
    stream: Readable
  }) => Promise<z.infer<A> | Uint8Array | Streamed>
}

// Routes of different shapes lie in one list.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
export type AnyRoute = Route<any, any, any, any>

const nothing = z.object({})
type Nothing = typeof nothing

export function route<
  A extends z.ZodType,
  P extends z.ZodType = Nothing,
  Q extends z.ZodType = Nothing,
  B extends z.ZodType = Nothing,
>(definition: Omit<Route<P, Q, B, A>, 'params' | 'query'> & { params?: P; query?: Q }): AnyRoute {
  return { params: nothing, query: nothing, ...definition } as AnyRoute
}

const PLAIN_LIMIT = 64 * 1024

const NO_BYTES = new Uint8Array()

async function bytesOf(
  ctx: Context,
  limit: number,
  type?: string,
  streamed = false,
): Promise<{ bytes: Uint8Array; stream: Readable }> {
  if (type === undefined) return { bytes: NO_BYTES, stream: ctx.req }
  if (!ctx.request.is(type)) throw new Problem(415, `Send the bytes as ${type}.`)
  return streamed
    ? { bytes: NO_BYTES, stream: streamOf(ctx, limit) }
    : { bytes: await readBytes(ctx, limit), stream: ctx.req }
}

function checked<S extends z.ZodType>(schema: S, value: unknown, status: number): z.infer<S> {
  const parsed = schema.safeParse(value)
  if (!parsed.success) throw new Problem(status, sentenceOf(parsed.error))
  return parsed.data
}

export function routerOf(routes: readonly AnyRoute[]): Router {
  const router = new Router()
  for (const {
    method,
    path,
    params,
    query,
    body,
    bytes,
    streamed,
    bodyLimit = PLAIN_LIMIT,
    status = 200,
    answer,
    handle,
    cached,
  } of routes) {
    router[method](path, async (ctx) => {
      const request = {
        params: checked(params, ctx['params'], 404),
        query: checked(query, ctx.query, 400),
        body: body ? checked(body, await readJson(ctx, bodyLimit), 422) : {},
        ...(await bytesOf(ctx, bodyLimit, bytes, streamed)),
      }
      const result: unknown = await handle(request)
      ctx.status = status
      ctx.set('Cache-Control', cached?.(request, result) ? 'private, max-age=31536000, immutable' : 'no-store')
      if (answer === 'bytes') {
        ctx.type = 'application/octet-stream'
        if (result instanceof Uint8Array) ctx.body = Buffer.from(result.buffer, result.byteOffset, result.byteLength)
        else {
          ctx.body = (result as Streamed).stream
          ctx.length = (result as Streamed).length
        }
      } else ctx.body = result
    })
  }
  return router
}

const jsonSchema = (schema: z.ZodType, io: 'input' | 'output') => {
  const { $schema: _, ...rest } = z.toJSONSchema(schema, { target: 'draft-2020-12', io, unrepresentable: 'any' })
  return rest
}

/** The OpenAPI 3.1 document of the routes, from the very schemas that check their requests, and of `others`. */
export function openApiOf(routes: readonly AnyRoute[], others: Record<string, Record<string, unknown>> = {}): object {
  const paths: Record<string, Record<string, unknown>> = { ...others }
  for (const { method, path, summary, params, query, body, bytes, status = 200, answer, problems } of routes) {
    const parameters = (['path', 'query'] as const).flatMap((where) => {
      const { properties = {}, required = [] } = jsonSchema(where === 'path' ? params : query, 'input') as {
        properties?: Record<string, unknown>
        required?: string[]
      }
      return Object.entries(properties).map(([name, schema]) => ({
        name,
        in: where,
        required: required.includes(name),
        schema,
      }))
    })
    const content =
      answer === 'bytes'
        ? { 'application/octet-stream': { schema: { type: 'string', format: 'binary' } } }
        : { 'application/json': { schema: jsonSchema(answer, 'output') } }
    const problem = {
      description: 'Problem details',
      content: { 'application/problem+json': { schema: jsonSchema(problemSchema, 'output') } },
    }
    const at = path.replace(/:(\w+)/g, '{$1}')
    paths[at] = {
      ...paths[at],
      [method]: {
        summary,
        parameters,
        ...(body && {
          requestBody: { required: true, content: { 'application/json': { schema: jsonSchema(body, 'input') } } },
        }),
        ...(bytes && {
          requestBody: { required: true, content: { [bytes]: { schema: { type: 'string', format: 'binary' } } } },
        }),
        responses: {
          [status]: { description: 'Done', content },
          ...Object.fromEntries(problems.map((code) => [code, problem])),
        },
      },
    }
  }
  return { openapi: '3.1.0', info: { title: 'Unhurried Sketch', version: '1' }, paths }
}
