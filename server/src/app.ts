import { existsSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { ArchiveRefused, EditRefused, PictureRefused, SoundRefused } from '@unhurried/core'
import Koa, { type Middleware } from 'koa'
import compress from 'koa-compress'
import serve from 'koa-static'
import type { Logger } from 'pino'
import type { DataSource } from 'typeorm'
import type { Disk } from './health/disk'
import { health } from './health/health'
import { serverMetrics } from './health/metrics'
import type { ChangeFeed } from './keeping/change-feed'
import { KeepingRefused, type Reason } from './keeping/refused'
import { pictureStore } from './keeping/files/pictures'
import { soundStore } from './keeping/files/sounds'
import { practiceOf } from './keeping/practice'
import { workLogOf } from './keeping/work-log'
import { poolOf, sqlStateOf } from './database/pool'
import { sceneHistory } from './keeping/history'
import type { SceneService } from './keeping/scenes'
import { addEvents, EVENTS_PATH } from './routes/events'
import { routes } from './routes/register'
import { sameOriginOnly } from './http/guards'
import { strictHeaders } from './http/headers'
import { Problem } from './http/problems'
import { openApiOf } from './http/openapi'
import { routerOf } from './http/route'

/** Errors of the connection itself, not of what was asked: PostgreSQL classes 08, 53, 57 and the socket's own. */
function databaseIsAway(error: unknown): boolean {
  const code = sqlStateOf(error)
  const message = error instanceof Error ? error.message : ''
  return (
    /^(08|53|57)/.test(code) ||
    /^E[A-Z]+$/.test(code) ||
    /Connection terminated|timeout e|not initialized|connect timed out|Cannot use a pool/i.test(message)
  )
}

/** PostgreSQL's word, and the system's own, for a disk with no room left. */
const diskIsFull = (error: unknown) => sqlStateOf(error) === '53100' || sqlStateOf(error) === 'ENOSPC'

const diskFull = () =>
  new Problem(
    507,
    'The disk where drawings are kept is full. What you draw stays on this machine; free some space and it is sent by itself.',
  )

const STATUS: Readonly<Record<Reason, number>> = { 'not here': 404, 'changed since': 409, refused: 422, busy: 503 }

function asProblem(error: unknown): Problem {
  if (error instanceof Problem) return error
  if (error instanceof KeepingRefused) return new Problem(STATUS[error.reason], error.message, error.more)
  if (error instanceof ArchiveRefused) return new Problem(422, `This archive cannot be brought in. ${error.message}`)
  if (error instanceof PictureRefused || error instanceof SoundRefused) return new Problem(422, error.message)
  if (error instanceof EditRefused) return new Problem(422, error.message)
  // A value no column takes, such as text with a NUL, or one nested too deeply: no fault of ours.
  if (/^(22|54)/.test(sqlStateOf(error))) return new Problem(422, 'This holds something that cannot be kept.')
  if (diskIsFull(error)) return diskFull()
  if (databaseIsAway(error))
    return new Problem(
      503,
      'The database is not answering. What you draw stays on this machine and is sent when it is back.',
    )
  // Koa's own refusals of an address: not there, or a path that leads out of the pages.
  const status = (error as { status?: number })?.status
  if (status !== undefined && status >= 400 && status < 500)
    return new Problem(404, 'There is nothing at this address.')
  return new Problem(500, 'Something went wrong on the server; the log says what. Nothing you drew is lost.')
}

/** Edits that were kept are in the history and in the figures; the log tells of those that were slow or refused. */
const KEPT = /\/edits$/
const SLOW = 200

function problemsAndLog(log: Logger): Middleware {
  return async (ctx, next) => {
    const began = process.hrtime.bigint()
    let failure: unknown
    try {
      await next()
      if (ctx.status === 404 && ctx.body == null) throw new Problem(404, 'There is nothing at this address.')
      if (ctx.status === 405 || ctx.status === 501)
        throw new Problem(405, 'This address does not take that kind of request.')
    } catch (error) {
      const problem = asProblem(error)
      if (problem.status >= 500) failure = error
      ctx.status = problem.status
      ctx.body = problem.body
      ctx.type = 'application/problem+json'
    }
    const ms = Number(process.hrtime.bigint() - began) / 1e6
    const line = { method: ctx.method, path: ctx.path, status: ctx.status, ms: Math.round(ms * 10) / 10 }
    if (failure) log.error({ ...line, err: failure }, 'request failed')
    else if (ctx.status >= 400 || ms > SLOW || !KEPT.test(ctx.path)) log.info(line, 'request')
  }
}

/**
 * Every address that is not the API's or a file's shows one document; a place of a scene the same with what it is made
 * of asked for ahead, where the built page has that (`places/<name>.html`).
 */
function pageForPlaces(pages: string): Middleware {
  const folder = join(pages, 'places')
  const ahead = new Set(existsSync(folder) ? readdirSync(folder) : [])
  return async (ctx, next) => {
    const place = ctx.method === 'GET' && !ctx.path.startsWith('/api/') && !/\.\w+$/.test(ctx.path)
    const own = `${/^\/scene\/[\w-]+\/([a-z-]+)$/.exec(ctx.path)?.[1]}.html`
    if (place) ctx.path = ahead.has(own) ? `/places/${own}` : '/index.html'
    await next()
  }
}

/** For those who watch the server rather than draw. */
const WATCHED_PATHS = {
  '/api/health': {
    get: {
      operationId: 'readHealth',
      summary: 'Whether the server is alive and ready: database, tables, room on the disk',
      responses: { 200: { description: 'Ready' }, 503: { description: 'Alive, not ready' } },
    },
  },
  '/api/metrics': {
    get: {
      operationId: 'readMetrics',
      summary: 'Figures in Prometheus’ text form, on this machine only unless allowed',
      responses: {
        200: { description: 'Figures', content: { 'text/plain': { schema: { type: 'string' } } } },
        403: { description: 'Not from elsewhere' },
      },
    },
  },
}

interface AppOptions {
  readonly database: DataSource
  readonly scenes: SceneService
  readonly feed: ChangeFeed
  readonly log: Logger
  readonly disk: Disk
  /** The folder of the built page. */
  readonly pages: string
  readonly metricsForAnyone: boolean
}

/** Writes are turned away while there is too little room; reading goes on. */
const roomToWrite =
  (disk: Disk): Middleware =>
  (ctx, next) => {
    if (ctx.method === 'POST' && disk.isLow()) throw diskFull()
    return next()
  }

export function createApp({ database, scenes, feed, log, disk, pages, metricsForAnyone }: AppOptions): Koa {
  const metrics = serverMetrics({
    anyone: metricsForAnyone,
    inMemory: () => scenes.inMemory,
    followers: feed.followers,
    disk,
  })
  scenes.onKept(metrics.kept)
  const pool = poolOf(database)
  const all = routes({
    ...{ scenes, history: sceneHistory(database) },
    ...{ pictures: pictureStore(pool), sounds: soundStore(pool), workLog: workLogOf(pool), practice: practiceOf(pool) },
  })
  const router = routerOf(all)
  addEvents(router, feed)
  router.get('/api/health', health(database, disk))
  router.get('/api/metrics', metrics.answer)
  // Made for the first who asks: it takes a fifth of a start, and hardly anybody does.
  let openApi: ReturnType<typeof openApiOf> | undefined
  router.get('/api/openapi.json', (ctx) => {
    ctx.body = openApi ??= openApiOf(all, { ...EVENTS_PATH, ...WATCHED_PATHS })
  })
  const app = new Koa()
  app.silent = true
  app.on('error', (error) => log.warn({ err: error }, 'connection failed'))
  app.use(metrics.timed)
  app.use(problemsAndLog(log))
  app.use(strictHeaders())
  app.use(sameOriginOnly)
  app.use(roomToWrite(disk))
  const compressed = compress({ br: false })
  // What a write is answered is a line.
  app.use((ctx, next) => (ctx.method === 'GET' ? compressed(ctx, next) : next()))
  app.use(router.routes() as Middleware)
  app.use(router.allowedMethods() as Middleware)
  app.use(pageForPlaces(pages))
  app.use(
    serve(pages, {
      setHeaders: (response, path) => {
        response.setHeader('Vary', 'Accept-Encoding')
        response.setHeader(
          'Cache-Control',
          /[\\/]assets[\\/]/.test(path) ? 'public, max-age=31536000, immutable' : 'no-cache',
        )
      },
    }),
  )
  return app
}
