import type { Middleware } from 'koa'
import { collectDefaultMetrics, Counter, Gauge, Histogram, Registry } from 'prom-client'
import { Problem } from '../http/problems'

const isLoopback = (address = ''): boolean => /^(::ffff:)?127\.|^::1$/.test(address)

/** What those who watch the server want to know, in Prometheus' text form. */
export function serverMetrics({
  anyone,
  inMemory,
  followers,
  disk,
}: {
  anyone: boolean
  inMemory: () => { scenes: number; bytes: number }
  followers: () => number
  disk: { isLow: () => boolean }
}) {
  const registry = new Registry()
  const registers = [registry]
  collectDefaultMetrics({ register: registry, prefix: 'unhurried_' })
  const seconds = new Histogram({
    name: 'unhurried_request_seconds',
    help: 'How long requests took',
    labelNames: ['method', 'status'] as const,
    buckets: [0.001, 0.005, 0.02, 0.1, 0.5, 2, 10],
    registers,
  })
  const edits = new Counter({ name: 'unhurried_edits_kept_total', help: 'Edits kept by this server', registers })
  new Gauge({
    name: 'unhurried_scenes_in_memory',
    help: 'Scenes in memory',
    registers,
    collect() {
      this.set(inMemory().scenes)
    },
  })
  new Gauge({
    name: 'unhurried_scenes_bytes',
    help: 'What they take, roughly',
    registers,
    collect() {
      this.set(inMemory().bytes)
    },
  })
  new Gauge({
    name: 'unhurried_followers',
    help: 'Pages that listen for changes',
    registers,
    collect() {
      this.set(followers())
    },
  })
  new Gauge({
    name: 'unhurried_disk_low',
    help: '1 when there is too little room to write',
    registers,
    collect() {
      this.set(disk.isLow() ? 1 : 0)
    },
  })

  return {
    kept: (count: number) => edits.inc(count),
    /** Times every request. */
    timed: (async (ctx, next) => {
      const began = performance.now()
      await next()
      seconds.observe({ method: ctx.method, status: String(ctx.status) }, (performance.now() - began) / 1000)
    }) satisfies Middleware,
    /** Answers those on this machine, and others only when that was allowed. */
    answer: (async (ctx) => {
      if (!anyone && !isLoopback(ctx.req.socket.remoteAddress))
        throw new Problem(403, 'Figures are told on this machine only.')
      ctx.type = registry.contentType
      ctx.set('Cache-Control', 'no-store')
      ctx.body = await registry.metrics()
    }) satisfies Middleware,
  }
}
