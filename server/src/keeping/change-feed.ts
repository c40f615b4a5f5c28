import { EventEmitter } from 'node:events'
import pg from 'pg'
import type { Logger } from 'pino'

/** PostgreSQL's own channel on which every server hears what any server kept. */
export const CHANNEL = 'scene_kept'
const AGAIN_AFTER = 1000

export type ChangeFeed = ReturnType<typeof openChangeFeed>

/**
 * Listens for kept edits, whichever server kept them, and tells those who follow a scene its new
 * version. A lost connection is opened again; what was missed meanwhile the pages ask for themselves.
 */
export function openChangeFeed(url: string, log: Logger) {
  const heard = new EventEmitter().setMaxListeners(0)
  let client: pg.Client | undefined
  let timer: NodeJS.Timeout | undefined
  let closed = false

  async function listen() {
    const next = new pg.Client({ connectionString: url, application_name: 'unhurried-sketch change feed' })
    client = next
    next.on('error', (error) => log.warn({ err: error }, 'change feed lost'))
    next.on('end', again)
    next.on('notification', ({ payload = '' }) => {
      for (const each of payload.split(',')) {
        const [scene, version] = each.split(' ')
        heard.emit(`scene ${scene}`, Number(version))
      }
    })
    await next.connect()
    await next.query(`LISTEN ${CHANNEL}`)
  }
  function again() {
    if (closed) return
    clearTimeout(timer)
    timer = setTimeout(() => listen().catch(again), AGAIN_AFTER)
  }
  listen().catch(again)

  return {
    /** Calls `tell` with each new version of a scene until the function it gives is called. */
    follow(scene: string, tell: (version: number) => void): () => void {
      heard.on(`scene ${scene}`, tell)
      return () => void heard.off(`scene ${scene}`, tell)
    },
    followers: () => heard.listenerCount('close'),
    /** Calls `act` when nothing more will be told, until the function it gives is called. */
    onClose(act: () => void): () => void {
      heard.once('close', act)
      return () => void heard.off('close', act)
    },
    async close() {
      closed = true
      clearTimeout(timer)
      heard.emit('close')
      await client?.end().catch(() => undefined)
    },
  }
}
