import { summaryOf } from '@unhurried/core/api'
import type pg from 'pg'
import type { Logger } from 'pino'
import { sceneNow, type HotScene, type HotScenes } from './hot-scenes'
import { gather } from './ink'

/** A whole scene stays in the history once in so many versions; the others are a few edits away from one. */
const MOMENT_EVERY = 250
/** Behind by more edits than this when it is quiet, a scene gets a moment from which it opens faster. */
const OPENS_SLOWLY = 50
/** Edits on one drawing before its lines are written down again in one piece. */
const GATHER_AFTER = 64
const QUIET = 2000
/** A drawing nobody drew on for so long is left for now. */
const LEFT = 20_000
const TICK = 1000

interface Work {
  readonly hot: HotScene
  last: number
  /** Drawings written on since they were gathered. */
  readonly drawings: Map<string, { edits: number; last: number }>
  summaryDue: boolean
  busy: boolean
}

export type Upkeep = ReturnType<typeof sceneUpkeep>

/**
 * What a scene needs besides its edits, done when the hand has paused: moments to open it from, its summary
 * for the shelf, and the lines of a drawing in one piece. Nothing is lost when it is not done: it is found by
 * replaying the edits.
 */
export function sceneUpkeep(pool: pg.Pool, log: Logger) {
  const work = new Map<string, Work>()
  let scenes: HotScenes | undefined
  let timer: NodeJS.Timeout | undefined

  function workOn(hot: HotScene): Work {
    let found = work.get(hot.id)
    if (!found || found.hot !== hot) {
      found = {
        hot,
        last: Date.now(),
        drawings: found?.drawings ?? new Map<string, { edits: number; last: number }>(),
        summaryDue: true,
        busy: false,
      }
      work.set(hot.id, found)
      timer ??= setInterval(() => tick(), TICK).unref()
    }
    return found
  }

  function begin(each: Work) {
    if (each.busy) return
    each.busy = true
    void tend(each)
      .catch((error: unknown) => log.warn({ err: error, scene: each.hot.id }, 'upkeep waits'))
      .finally(() => (each.busy = false))
  }

  function tick() {
    for (const each of work.values()) begin(each)
    if (work.size > 0) return
    clearInterval(timer)
    timer = undefined
  }

  async function tend(each: Work, all = false): Promise<void> {
    const { hot, drawings } = each
    const quiet = all || Date.now() - each.last >= QUIET
    if (hot.version - hot.stayingAt >= MOMENT_EVERY) await keepMoment(hot, false)
    for (const [drawing, { edits, last }] of drawings) {
      if (!all && edits < GATHER_AFTER && Date.now() - last < LEFT) continue
      drawings.delete(drawing)
      await gather(pool, hot.id, drawing, hot.version)
    }
    if (!quiet) return
    if (hot.version - hot.momentAt >= OPENS_SLOWLY) await keepMoment(hot, true)
    if (each.summaryDue) {
      each.summaryDue = false
      await keepSummary(hot)
    }
    if (drawings.size === 0 && !each.summaryDue && work.get(hot.id) === each) work.delete(hot.id)
  }

  async function keepMoment(hot: HotScene, passing: boolean): Promise<void> {
    const { id, version } = hot
    const document = JSON.stringify(sceneNow(hot))
    scenes?.weigh(hot, document.length)
    hot.momentAt = version
    if (!passing) hot.stayingAt = version
    await pool.query({
      name: 'moment-keep',
      text: `WITH moment_now AS (
          INSERT INTO moment (scene, version, document, passing, whole) VALUES ($1, $2, $3, $4, true)
          ON CONFLICT (scene, version) DO UPDATE SET passing = moment.passing AND excluded.passing
        ) DELETE FROM moment WHERE scene = $1 AND version < $2 AND passing`,
      values: [id, version, document, passing],
    })
  }

  const keepSummary = (hot: HotScene) =>
    pool.query({
      name: 'summary-keep',
      text: 'UPDATE scene SET summary = $2, summary_version = $3 WHERE id = $1 AND summary_version < $3',
      values: [hot.id, JSON.stringify(summaryOf(sceneNow(hot))), hot.version],
    })

  return {
    /** For weighing scenes as their documents are written. */
    of: (hotScenes: HotScenes) => void (scenes = hotScenes),
    /** Edits were kept on a scene, and wrote on these drawings. */
    wrote(hot: HotScene, inked: ReadonlySet<string>) {
      const each = workOn(hot)
      each.last = Date.now()
      each.summaryDue = true
      for (const drawing of inked)
        each.drawings.set(drawing, { edits: (each.drawings.get(drawing)?.edits ?? 0) + 1, last: each.last })
      // However fast edits come, any moment is few of them away from one that is kept.
      if (hot.version - hot.stayingAt >= MOMENT_EVERY)
        void keepMoment(hot, false).catch((error: unknown) =>
          log.warn({ err: error, scene: hot.id }, 'a moment was not kept'),
        )
    },
    /** A scene was opened: what an earlier server left to do is done for it. */
    async opened(hot: HotScene) {
      const { rows } = await pool.query<{ drawing: string; edits: number }>({
        name: 'upkeep-left',
        text: `SELECT drawing, count(*)::int AS edits FROM ink_edit WHERE scene = $1
          AND version > COALESCE((SELECT max(ink.version) FROM ink WHERE ink.scene = $1 AND ink.drawing = ink_edit.drawing), 0) GROUP BY drawing`,
        values: [hot.id],
      })
      if (rows.length === 0 && hot.version - hot.momentAt < OPENS_SLOWLY) return
      const each = workOn(hot)
      for (const { drawing, edits } of rows)
        if (!each.drawings.has(drawing)) each.drawings.set(drawing, { edits, last: Date.now() })
    },
    keepSummary,
    /** Does at once what is left to do. */
    async close() {
      clearInterval(timer)
      timer = undefined
      for (const each of work.values())
        await tend(each, true).catch((error: unknown) => log.warn({ err: error }, 'upkeep left undone'))
    },
  }
}
