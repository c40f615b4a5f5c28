import { summaryOf } from '@unhurried/core/api'
import type pg from 'pg'
import type { Logger } from 'pino'
import { sceneNow, type HotScene } from './hot-scene'
import type { HotScenes } from './hot-scenes'
import { gather } from './ink'

/** A whole scene stays in the history once in so many versions; the others are a few edits away from one. */
const SNAPSHOT_EVERY = 250
/** Behind by more edits than this when it is quiet, a scene gets a snapshot from which it opens faster. */
const OPENS_SLOWLY = 50
/** Edits on one drawing before its lines are written down again in one piece. */
const GATHER_AFTER = 64
const QUIET = 2000
/** A drawing nobody drew on for so long is left for now. */
const LEFT = 20_000
const TICK = 1000
/** Bytes a row takes beside what it holds, about. */
const ROW = 60

/** What is left to do for a scene. */
interface Chores {
  readonly hot: HotScene
  last: number
  /** Drawings written on since they were gathered. */
  readonly drawings: Map<string, { edits: number; last: number }>
  summaryDue: boolean
  busy: boolean
}

/**
 * What a scene needs besides its edits, done when the hand has paused: snapshots to open it from, its summary
 * for the shelf, and the lines of a drawing in one piece. Nothing is lost when it is not done: it is found by
 * replaying the edits.
 */
export class Upkeep {
  readonly #chores = new Map<string, Chores>()
  #scenes: HotScenes | undefined
  #timer: NodeJS.Timeout | undefined

  constructor(
    private readonly pool: pg.Pool,
    private readonly log: Logger,
  ) {}

  /** For weighing scenes as their documents are written. */
  of(scenes: HotScenes): void {
    this.#scenes = scenes
  }

  /** Edits were kept on a scene, and wrote on these drawings. */
  wrote(hot: HotScene, inked: ReadonlySet<string>): void {
    const chores = this.#choresOf(hot)
    chores.last = Date.now()
    chores.summaryDue = true
    for (const drawing of inked)
      chores.drawings.set(drawing, { edits: (chores.drawings.get(drawing)?.edits ?? 0) + 1, last: chores.last })
    // However fast edits come, any moment is few of them away from one that is kept.
    if (hot.version - hot.stayingAt >= SNAPSHOT_EVERY)
      void this.#keepSnapshot(hot, false).catch((error: unknown) =>
        this.log.warn({ err: error, scene: hot.id }, 'a snapshot was not kept'),
      )
  }

  /** A scene was opened: what an earlier server left to do is done for it. */
  async opened(hot: HotScene): Promise<void> {
    const { rows } = await this.pool.query<{ drawing: string; edits: number }>({
      name: 'upkeep-left',
      text: `SELECT drawing, count(*)::int AS edits FROM ink_edit WHERE scene = $1
        AND version > COALESCE((SELECT max(ink.version) FROM ink WHERE ink.scene = $1 AND ink.drawing = ink_edit.drawing), 0) GROUP BY drawing`,
      values: [hot.id],
    })
    if (rows.length === 0 && hot.version - hot.snapshotAt < OPENS_SLOWLY) return
    const chores = this.#choresOf(hot)
    for (const { drawing, edits } of rows)
      if (!chores.drawings.has(drawing)) chores.drawings.set(drawing, { edits, last: Date.now() })
  }

  keepSummary(hot: HotScene): Promise<unknown> {
    return this.pool.query({
      name: 'summary-keep',
      text: `UPDATE scene SET summary = $2, summary_version = $3, bytes =
          (SELECT COALESCE(sum(pg_column_size(edit) + ${ROW}), 0) FROM edit WHERE scene = $1)
          + (SELECT COALESCE(sum(pg_column_size(document) + ${ROW}), 0) FROM snapshot WHERE scene = $1)
          + (SELECT COALESCE(sum(pg_column_size(bytes) + ${ROW}), 0) FROM ink WHERE scene = $1)
        WHERE id = $1 AND summary_version < $3`,
      values: [hot.id, JSON.stringify(summaryOf(sceneNow(hot))), hot.version],
    })
  }

  /** Does at once what is left to do. */
  async close(): Promise<void> {
    clearInterval(this.#timer)
    this.#timer = undefined
    for (const chores of this.#chores.values())
      await this.#tend(chores, true).catch((error: unknown) => this.log.warn({ err: error }, 'upkeep left undone'))
  }

  #choresOf(hot: HotScene): Chores {
    const before = this.#chores.get(hot.id)
    if (before?.hot === hot) return before
    const chores = { hot, last: Date.now(), drawings: before?.drawings ?? new Map(), summaryDue: true, busy: false }
    this.#chores.set(hot.id, chores)
    this.#timer ??= setInterval(() => this.#tick(), TICK).unref()
    return chores
  }

  #tick(): void {
    for (const chores of this.#chores.values()) this.#begin(chores)
    if (this.#chores.size > 0) return
    clearInterval(this.#timer)
    this.#timer = undefined
  }

  #begin(chores: Chores): void {
    if (chores.busy) return
    chores.busy = true
    void this.#tend(chores)
      .catch((error: unknown) => this.log.warn({ err: error, scene: chores.hot.id }, 'upkeep waits'))
      .finally(() => (chores.busy = false))
  }

  async #tend(chores: Chores, all = false): Promise<void> {
    const { hot, drawings } = chores
    const quiet = all || Date.now() - chores.last >= QUIET
    if (hot.version - hot.stayingAt >= SNAPSHOT_EVERY) await this.#keepSnapshot(hot, false)
    for (const [drawing, { edits, last }] of drawings) {
      if (!all && edits < GATHER_AFTER && Date.now() - last < LEFT) continue
      drawings.delete(drawing)
      await gather(this.pool, hot.id, drawing, hot.version)
    }
    if (!quiet) return
    if (hot.version - hot.snapshotAt >= OPENS_SLOWLY) await this.#keepSnapshot(hot, true)
    if (chores.summaryDue) {
      chores.summaryDue = false
      await this.keepSummary(hot)
    }
    if (drawings.size === 0 && !chores.summaryDue && this.#chores.get(hot.id) === chores) this.#chores.delete(hot.id)
  }

  async #keepSnapshot(hot: HotScene, passing: boolean): Promise<void> {
    const { id, version } = hot
    const document = JSON.stringify(sceneNow(hot))
    this.#scenes?.weigh(hot, document.length)
    hot.snapshotAt = version
    if (!passing) hot.stayingAt = version
    await this.pool.query({
      name: 'snapshot-keep',
      text: `WITH kept_now AS (
          INSERT INTO snapshot (scene, version, document, passing, whole) VALUES ($1, $2, $3, $4, true)
          ON CONFLICT (scene, version) DO UPDATE SET passing = snapshot.passing AND excluded.passing
        ) DELETE FROM snapshot WHERE scene = $1 AND version < $2 AND passing`,
      values: [id, version, document, passing],
    })
  }
}
