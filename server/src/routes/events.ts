import { PassThrough } from 'node:stream'
import type Router from '@koa/router'
import { idSchema } from '@unhurried/core'
import { Problem } from '../http/problems'
import type { ChangeFeed } from '../keeping/change-feed'

const ALIVE_EVERY = 20_000

/** A stream of a scene's new versions (server-sent events), so that a page hears of others' edits at once. */
export function addEvents(router: Router, feed: ChangeFeed): void {
  router.get('/api/scenes/:scene/events', (ctx) => {
    const scene = idSchema.safeParse(ctx['params'].scene)
    if (!scene.success) throw new Problem(404, 'This scene is not on the shelf.')
    const stream = new PassThrough()
    const leave = feed.follow(scene.data, (version) => stream.write(`data: ${JSON.stringify({ version })}\n\n`))
    const alive = setInterval(() => stream.write(': alive\n\n'), ALIVE_EVERY)
    const stay = feed.onClose(() => stream.end())
    stream.once('close', () => {
      clearInterval(alive)
      leave()
      stay()
    })
    ctx.req.once('close', () => stream.destroy())
    ctx.compress = false
    ctx.type = 'text/event-stream'
    ctx.set('Cache-Control', 'no-store')
    ctx.status = 200
    ctx.body = stream
    stream.write(': listening\n\n')
  })
}

export const EVENTS_PATH = {
  '/api/scenes/{scene}/events': {
    get: {
      operationId: 'followScene',
      summary: 'New versions of a scene as they are kept, as server-sent events with data {"version": n}',
      parameters: [{ name: 'scene', in: 'path', required: true, schema: { type: 'string' } }],
      responses: {
        200: { description: 'An endless stream', content: { 'text/event-stream': { schema: { type: 'string' } } } },
      },
    },
  },
}
