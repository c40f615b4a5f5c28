import Router from '@koa/router'
import { sentenceOf } from '@unhurried/core'
import type { Context } from 'koa'
import rawBody from 'raw-body'
import { z } from 'zod'
import { Problem, problemSchema } from './problems'

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
  /** The body is bytes of this type instead of JSON; the handler gets them as they are. */
  readonly bytes?: string
  /** Largest body, in bytes. */
  readonly bodyLimit?: number
  readonly status?: number
  /** The JSON answered, or `bytes` for an octet stream. */
  readonly answer: A | 'bytes'
  readonly problems: readonly number[]
  readonly handle: (request: { params: z.infer<P>; query: z.infer<Q>; body: z.infer<B>; bytes: Uint8Array }) => Promise<z.infer<A> | Uint8Array>
}

// Routes of different shapes lie in one list.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
export type AnyRoute = Route<any, any, any, any>

const nothing = z.object({})
type Nothing = typeof nothing

export function route<A extends z.ZodType, P extends z.ZodType = Nothing, Q extends z.ZodType = Nothing, B extends z.ZodType = Nothing>(
  definition: Omit<Route<P, Q, B, A>, 'params' | 'query'> & { params?: P; query?: Q },
): AnyRoute {
  return { params: nothing, query: nothing, ...definition } as AnyRoute
}

const PLAIN_LIMIT = 64 * 1024

async function readBytes(ctx: Context, limit: number): Promise<Buffer> {
  return rawBody(ctx.req, { limit, length: ctx.request.length }).catch((error: { type?: string }) => {
    if (error.type === 'entity.too.large') {
      throw new Problem(413, `This request is larger than ${Math.round(limit / 1024)} KiB. Send it in smaller parts.`)
    }
    throw new Problem(400, 'The request ended before all of it arrived. Send it again.')
  })
}

async function readBody(ctx: Context, limit: number): Promise<unknown> {
  if (!ctx.request.is('application/json')) throw new Problem(415, 'Send the request as JSON (content-type application/json).')
  const text = (await readBytes(ctx, limit)).toString('utf8')
  try {
    return JSON.parse(text)
  } catch {
    throw new Problem(400, 'The request is not valid JSON.')
  }
}

async function bytesOf(ctx: Context, type: string, limit: number): Promise<Uint8Array> {
  if (!ctx.request.is(type)) throw new Problem(415, `Send the bytes as ${type}.`)
  return readBytes(ctx, limit)
}

function checked<S extends z.ZodType>(schema: S, value: unknown, status: number): z.infer<S> {
  const parsed = schema.safeParse(value)
  if (!parsed.success) throw new Problem(status, sentenceOf(parsed.error))
  return parsed.data
}

export function routerOf(routes: readonly AnyRoute[]): Router {
  const router = new Router()
  for (const { method, path, params, query, body, bytes, bodyLimit = PLAIN_LIMIT, status = 200, answer, handle } of routes) {
    router[method](path, async (ctx) => {
      const request = {
        params: checked(params, ctx['params'], 404),
        query: checked(query, ctx.query, 400),
        body: body ? checked(body, await readBody(ctx, bodyLimit), 422) : {},
        bytes: bytes ? await bytesOf(ctx, bytes, bodyLimit) : new Uint8Array(),
      }
      const result: unknown = await handle(request)
      ctx.status = status
      ctx.set('Cache-Control', 'no-store')
      if (answer === 'bytes') {
        ctx.type = 'application/octet-stream'
        ctx.body = Buffer.from(result as Uint8Array)
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
      return Object.entries(properties).map(([name, schema]) => ({ name, in: where, required: required.includes(name), schema }))
    })
    const content = answer === 'bytes'
      ? { 'application/octet-stream': { schema: { type: 'string', format: 'binary' } } }
      : { 'application/json': { schema: jsonSchema(answer, 'output') } }
    const problem = { description: 'Problem details', content: { 'application/problem+json': { schema: jsonSchema(problemSchema, 'output') } } }
    const at = path.replace(/:(\w+)/g, '{$1}')
    paths[at] = {
      ...paths[at],
      [method]: {
        summary,
        parameters,
        ...(body && { requestBody: { required: true, content: { 'application/json': { schema: jsonSchema(body, 'input') } } } }),
        ...(bytes && { requestBody: { required: true, content: { [bytes]: { schema: { type: 'string', format: 'binary' } } } } }),
        responses: { [status]: { description: 'Done', content }, ...Object.fromEntries(problems.map((code) => [code, problem])) },
      },
    }
  }
  return { openapi: '3.1.0', info: { title: 'Unhurried Sketch', version: '1' }, paths }
}
