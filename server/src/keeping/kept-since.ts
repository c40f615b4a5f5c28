import { MOST_MISSED, type KeptEdit } from '@unhurried/core/api'
import type pg from 'pg'

/** The edits kept on a scene after a version, oldest first, at most `MOST_MISSED`. */
export async function keptSince(pool: pg.Pool, scene: string, version: number): Promise<KeptEdit[]> {
  const { rows } = await pool.query<KeptEdit>({
    name: 'edits-since',
    text: `SELECT id, version, edit FROM edit WHERE scene = $1 AND version > $2 ORDER BY version LIMIT ${MOST_MISSED}`,
    values: [scene, version],
  })
  return rows.map(({ id, version: at, edit }) => ({ id, version: at, edit }))
}
