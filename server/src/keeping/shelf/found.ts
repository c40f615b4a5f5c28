import { DRAWER_DAYS, type Drawer, type FoundScene } from '@unhurried/core/api'
import type pg from 'pg'
import { COLUMNS, ON_SHELF, type Shelved, type ShelfRow } from './shelf-rows'

/** Scenes found by their words in one answer, and things in the drawer. */
const MOST_FOUND = 120
const MOST_IN_DRAWER = 500

/** What is looked for: on the shelf by words, and in the drawer. */
export function foundOf(pool: pg.Pool, shelved: Shelved) {
  return {
    /** Scenes on the shelf in whose words all of `words` stand, those left to draw or to mend alone when wished. */
    async found(words: readonly string[], left: 'any' | 'to-do' | 'to-mend') {
      const { rows } = await pool.query<ShelfRow & { production_name: string; count: number }>({
        name: 'shelf-found',
        text: `SELECT ${COLUMNS}, production.name AS production_name, (count(*) OVER ())::int AS count
          FROM scene JOIN production ON production.id = scene.production AND production.away_at IS NULL
          WHERE ${ON_SHELF}
            AND NOT EXISTS (SELECT FROM unnest($1::text[]) AS word
              WHERE position(word IN lower(concat_ws(E'\n', production.name, summary->>'name', summary->>'words'))) = 0)
            AND ($2 <> 'to-do' OR (summary->>'toDo')::int > 0)
            AND ($2 <> 'to-mend' OR findings > 0 OR notice <> '')
          ORDER BY production.position, production.id, scene.position, scene.id LIMIT ${MOST_FOUND}`,
        values: [words.map((word) => word.toLowerCase()), left],
      })
      const found = rows.map(async (row): Promise<FoundScene> => ({
        ...(await shelved(row)),
        production: row.production,
        productionName: row.production_name,
      }))
      return { count: rows[0]?.count ?? 0, scenes: await Promise.all(found) }
    },
    /** What was put away or forgotten, newest first. */
    async drawer(): Promise<Drawer> {
      const { rows: productions } = await pool.query<{ id: string; name: string; count: number; since: Date }>(
        `SELECT id, name, away_at AS since, (SELECT count(*)::int FROM scene WHERE scene.production = production.id AND ${ON_SHELF}) AS count
         FROM production WHERE away_at IS NOT NULL ORDER BY away_at DESC LIMIT ${MOST_IN_DRAWER}`,
      )
      const { rows } = await pool.query<
        ShelfRow & { production_name: string; away_at: Date | null; gone_on: Date | null }
      >(
        `SELECT ${COLUMNS}, production.name AS production_name, COALESCE(forgotten_at, scene.away_at) AS away_at,
           forgotten_at + interval '${DRAWER_DAYS} days' AS gone_on
         FROM scene JOIN production ON production.id = scene.production
         WHERE NOT (${ON_SHELF}) ORDER BY COALESCE(forgotten_at, scene.away_at) DESC LIMIT ${MOST_IN_DRAWER}`,
      )
      const scenes = rows.map(async ({ production_name, away_at, gone_on, ...row }) => ({
        ...(await shelved(row)),
        ...{ production: row.production, productionName: production_name, since: away_at!.toISOString() },
        ...(gone_on && { goneOn: gone_on.toISOString() }),
      }))
      return {
        productions: productions.map(({ since, ...each }) => ({ ...each, since: since.toISOString() })),
        scenes: await Promise.all(scenes),
      }
    },
  }
}
