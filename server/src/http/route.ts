import Router from '@koa/router'
import { sentenceOf } from '@unhurried/core'
import { type Endpoint } from '@unhurried/core/api'
import type { Readable } from 'node:stream'
import type { Context } from 'koa'
import type { z } from 'zod'
import { readBytes, readJson, streamOf } from './body'
import { Problem } from './problems'
import { answerRange, type Ranged } from './ranges'

/** Bytes that go out part by part. */
interface Streamed {
  readonly length: number
  readonly stream: Readable
}

/** What the server does at an endpoint. */
interface Service<P extends z.ZodType, Q extends z.ZodType, B extends z.ZodType, A extends z.ZodType> {
  /** The handler gets the bytes of a request as they come in, instead of all of them. */
  readonly streamed?: boolean
  /** Whether the answer is the same for ever at this address, and may stay with whoever asked. */
  readonly cached?: (request: { params: z.output<P>; query: z.output<Q> }, answer: unknown) => boolean
  readonly handle: (request: {
    params: z.output<P>
    query: z.output<Q>
    body: z.output<B>
    bytes: Uint8Array
    stream: Readable
  }) => Promise<z.output<A> | Uint8Array | Streamed | Ranged>
}

/** An endpoint and what is done there. */
type Route<P extends z.ZodType, Q extends z.ZodType, B extends z.ZodType, A extends z.ZodType> = Endpoint<P, Q, B, A> &
  Service<P, Q, B, A>

// Routes of different shapes lie in one list.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
export type AnyRoute = Route<any, any, any, any>

export const route = <P extends z.ZodType, Q extends z.ZodType, B extends z.ZodType, A extends z.ZodType>(
  endpoint: Endpoint<P, Q, B, A>,
  service: Service<P, Q, B, A>,
): AnyRoute => ({ ...endpoint, ...service })

const NO_BYTES = new Uint8Array()

async function bytesOf(ctx: Context, { bytes: type, bodyLimit, streamed }: AnyRoute) {
  if (type === undefined) return { bytes: NO_BYTES, stream: ctx.req }
  if (!ctx.request.is(type)) throw new Problem(415, `Send the bytes as ${type}.`)
  if (streamed) return { bytes: NO_BYTES, stream: streamOf(ctx, bodyLimit) }
  return { bytes: await readBytes(ctx, bodyLimit), stream: ctx.req }
}

function checked<S extends z.ZodType>(schema: S, value: unknown, status: number): z.output<S> {
  const parsed = schema.safeParse(value)
  if (!parsed.success) throw new Problem(status, sentenceOf(parsed.error))
  return parsed.data
}

function answerBytes(ctx: Context, result: unknown) {
  ctx.type = 'application/octet-stream'
  if (result instanceof Uint8Array) {
    ctx.body = Buffer.from(result.buffer, result.byteOffset, result.byteLength)
  } else if ('part' in (result as object)) {
    answerRange(ctx, result as Ranged)
  } else {
    ctx.body = (result as Streamed).stream
    ctx.length = (result as Streamed).length
  }
}

async function answer(ctx: Context, route: AnyRoute): Promise<void> {
  const { params, query, body, bodyLimit, status, handle, cached } = route
  const request = {
    params: checked(params, ctx['params'], 404),
    query: checked(query, ctx.query, 400),
    body: body ? checked(body, await readJson(ctx, bodyLimit), 422) : {},
    ...(await bytesOf(ctx, route)),
  }
  const result: unknown = await handle(request)
  ctx.status = status
  ctx.set('Cache-Control', cached?.(request, result) ? 'private, max-age=31536000, immutable' : 'no-store')
  if (route.answer === 'bytes') answerBytes(ctx, result)
  else ctx.body = result
}

export function routerOf(routes: readonly AnyRoute[]): Router {
  const router = new Router()
  for (const route of routes) router[route.method](route.path, (ctx) => answer(ctx, route))
  return router
}
