import type { Production, ShelvedScene } from '@unhurried/core/api'
import type pg from 'pg'
import { COLUMNS, ON_SHELF, type Shelved, type ShelfRow } from './shelf-rows'

/** Scenes of a production in one answer. */
const SCENES_A_PAGE = 120
/** Productions in one answer. */
const PRODUCTIONS_A_PAGE = 500

/** The shelf: productions with summaries of their scenes, a page at a time; no document is read for it but of scenes just worked on. */
export function shelfOf(pool: pg.Pool, shelved: Shelved) {
  return {
    async productions(): Promise<Production[]> {
      const { rows: productions } = await pool.query<{ id: string; name: string; count: number }>({
        name: 'shelf-productions',
        text: `SELECT id, name, (SELECT count(*)::int FROM scene WHERE scene.production = production.id AND ${ON_SHELF}) AS count FROM production WHERE away_at IS NULL ORDER BY position, id LIMIT ${PRODUCTIONS_A_PAGE}`,
      })
      const { rows } = await pool.query<ShelfRow>({
        name: 'shelf-scenes',
        text: `SELECT ${COLUMNS} FROM (SELECT *, row_number() OVER (PARTITION BY production ORDER BY position, id) AS nth FROM scene WHERE ${ON_SHELF}) AS scene WHERE nth <= ${SCENES_A_PAGE} ORDER BY position, id`,
      })
      const shown = await Promise.all(
        rows.map(async (row) => ({ production: row.production, scene: await shelved(row) })),
      )
      return productions.map(({ id, name, count }) => ({
        id,
        name,
        count,
        scenes: shown.filter(({ production }) => production === id).map(({ scene }) => scene),
      }))
    },
    /** The scenes of a production after one of them. */
    async scenesAfter(production: string, after: string): Promise<ShelvedScene[]> {
      const { rows } = await pool.query<ShelfRow>({
        name: 'shelf-more',
        text: `SELECT ${COLUMNS} FROM scene WHERE production = $1 AND ${ON_SHELF} AND (position, id) > (SELECT position, id FROM scene WHERE id = $2) ORDER BY position, id LIMIT ${SCENES_A_PAGE}`,
        values: [production, after],
      })
      return Promise.all(rows.map(shelved))
    },
  }
}
