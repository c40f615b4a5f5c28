import type pg from 'pg'
import { inTransaction } from '../../database/pool'
import { NO_PRODUCTION } from '../insert'
import { KeepingRefused } from '../refused'

const NO_SCENE = 'This scene is not on the shelf any more. Open the shelf again.'

interface Placed {
  readonly id: string
  readonly position: number
}

/**
 * Where something goes among others that lie in order: before one of them, or last. Gives its position, or undefined
 * when there is no room between two and all have to be numbered anew.
 */
export function positionBefore(others: readonly Placed[], at: number): number | undefined {
  const [earlier, later] = [others[at - 1]?.position, others[at]?.position]
  if (later === undefined) return (earlier ?? 0) + 1
  if (earlier === undefined) return later - 1
  const between = (earlier + later) / 2
  return between > earlier && between < later ? between : undefined
}

/** Moves a row of a table before another of the same, or last. `within` picks those it lies among. */
async function moveRow(
  client: pg.ClientBase,
  table: 'scene' | 'production',
  { id, before, within, values }: { id: string; before: string | null; within: string; values: readonly string[] },
): Promise<void> {
  const { rows: others } = await client.query<Placed>(
    `SELECT id, position FROM ${table} WHERE id <> $1 AND ${within} ORDER BY position, id`,
    [id, ...values],
  )
  const at = before === null ? others.length : others.findIndex((other) => other.id === before)
  if (at < 0)
    throw new KeepingRefused('not here', 'What it should go before is not there any more. Open the shelf again.')
  const position = positionBefore(others, at)
  const ids = position === undefined ? others.map((other) => other.id).toSpliced(at, 0, id) : [id]
  const positions = position === undefined ? ids.map((_, n) => n + 1) : [position]
  await client.query(
    `UPDATE ${table} SET position = placed.position FROM unnest($1::text[], $2::float8[]) AS placed (id, position) WHERE placed.id = ${table}.id`,
    [ids, positions],
  )
}

interface ProductionChange {
  readonly name?: string | undefined
  readonly before?: string | null | undefined
  readonly away?: boolean | undefined
}
export interface ShelfPlace {
  readonly production?: string | undefined
  readonly before?: string | null | undefined
  readonly away?: boolean | undefined
}

/** Keeps order on the shelf: names of productions, places, and what is put away. */
export function shelvingOf(pool: pg.Pool) {
  return {
    changeProduction: (id: string, { name, before, away }: ProductionChange): Promise<void> =>
      inTransaction(pool, async (client) => {
        // One move after the other.
        await client.query('LOCK TABLE production IN SHARE ROW EXCLUSIVE MODE')
        const { rowCount } = await client.query(
          `UPDATE production SET name = COALESCE($2::text, name),
             away_at = CASE $3::boolean WHEN true THEN COALESCE(away_at, now()) WHEN false THEN NULL ELSE away_at END WHERE id = $1`,
          [id, name ?? null, away ?? null],
        )
        if (rowCount === 0) throw new KeepingRefused('not here', NO_PRODUCTION)
        if (before !== undefined) await moveRow(client, 'production', { id, before, within: 'true', values: [] })
      }),

    shelveScene: (id: string, { production, before, away }: ShelfPlace): Promise<void> =>
      inTransaction(pool, async (client) => {
        const { rows } = await client.query<{ production: string }>('SELECT production FROM scene WHERE id = $1', [id])
        if (!rows[0]) throw new KeepingRefused('not here', NO_SCENE)
        const into = production ?? rows[0].production
        const locked = await client.query('SELECT FROM production WHERE id = $1 FOR UPDATE', [into])
        if (locked.rowCount === 0) throw new KeepingRefused('not here', NO_PRODUCTION)
        await client.query(
          `UPDATE scene SET production = $2,
             forgotten_at = CASE WHEN $3::boolean IS NULL THEN forgotten_at END,
             away_at = CASE $3::boolean WHEN true THEN COALESCE(away_at, now()) WHEN false THEN NULL ELSE away_at END WHERE id = $1`,
          [id, into, away ?? null],
        )
        const moved = before !== undefined || into !== rows[0].production
        const move = { id, before: before ?? null, within: 'production = $2', values: [into] }
        if (moved) await moveRow(client, 'scene', move)
      }),

    /** Takes an empty production off for good. Errors: KeepingRefused while it has scenes, also such as lie in the drawer. */
    forgetProduction: (id: string): Promise<void> =>
      inTransaction(pool, async (client) => {
        const { rows } = await client.query<{ scenes: number }>(
          'SELECT (SELECT count(*)::int FROM scene WHERE production = $1) AS scenes FROM production WHERE id = $1 FOR UPDATE',
          [id],
        )
        if (!rows[0]) throw new KeepingRefused('not here', NO_PRODUCTION)
        if (rows[0].scenes > 0)
          throw new KeepingRefused(
            'refused',
            'Scenes of this production are on the shelf or in the drawer. Move them to another, or forget them one by one first.',
          )
        await client.query('DELETE FROM production WHERE id = $1', [id])
      }),

    /** Moves a scene to stand right after another of its production. */
    async shelveAfter(id: string, other: string): Promise<void> {
      const { rows } = await pool.query<{ id: string }>(
        `SELECT later.id FROM scene AS later, scene AS other WHERE other.id = $1 AND later.production = other.production
           AND later.id <> $2 AND (later.position, later.id) > (other.position, other.id) ORDER BY later.position, later.id LIMIT 1`,
        [other, id],
      )
      await this.shelveScene(id, { before: rows[0]?.id ?? null })
    },

    async tellFindings(id: string, version: number, count: number): Promise<void> {
      // What was found in an older version says nothing about this one.
      await pool.query('UPDATE scene SET findings = $3 WHERE id = $1 AND version = $2', [id, version, count])
    },
  }
}

/** Copies a scene with its whole history; an id that is there already stays as it is. Gives whether it is new. */
export function copyRows(pool: pg.Pool, from: string, to: string): Promise<boolean> {
  return inTransaction(pool, async (client) => {
    // All of it as it is at one moment, however it is drawn on meanwhile.
    await client.query('SET TRANSACTION ISOLATION LEVEL REPEATABLE READ')
    const { rowCount } = await client.query(
      `INSERT INTO scene (id, production, position, version, summary, summary_version, notice, bytes, findings)
       SELECT $2, production, (SELECT max(position) + 1 FROM scene AS other WHERE other.production = scene.production), version, summary, summary_version, notice, bytes, findings
       FROM scene WHERE id = $1 ON CONFLICT DO NOTHING`,
      [from, to],
    )
    if (rowCount === 0) {
      const there = await client.query('SELECT FROM scene WHERE id = $1', [to])
      if (there.rowCount === 0) throw new KeepingRefused('not here', NO_SCENE)
      return false
    }
    for (const [table, columns] of Object.entries(COPIED))
      await client.query(
        `INSERT INTO ${table} (scene, ${columns}) SELECT $2, ${columns} FROM ${table} WHERE scene = $1`,
        [from, to],
      )
    return true
  })
}

/** All that is kept of a scene, by table. */
const COPIED = {
  edit: 'version, id, edit, words, kind, drawing, made_at',
  snapshot: 'version, document, passing, whole',
  ink: 'drawing, pass, bytes, version',
  ink_edit: 'drawing, version',
} as const
export const SCENE_TABLES = Object.keys(COPIED)
