import type { PracticeResult } from '@unhurried/core'
import { MOST_PRACTISED } from '@unhurried/core/api'
import type pg from 'pg'

/** Keeps what came of practising: each result its person's own. */
export function practiceOf(pool: pg.Pool) {
  return {
    async keep(person: string, results: readonly PracticeResult[]): Promise<void> {
      // The last of several with one id is the one that counts.
      const own = [...new Map(results.map((result) => [result.id, result])).values()]
      await pool.query(
        `INSERT INTO practice (person, id, done_at, result)
         SELECT $1, result ->> 'id', to_timestamp((result ->> 'at')::float8 / 1000.0), result
         FROM jsonb_array_elements($2::jsonb) AS result
         ON CONFLICT (person, id) DO UPDATE SET done_at = excluded.done_at, result = excluded.result`,
        [person, JSON.stringify(own)],
      )
    },

    async read(person: string): Promise<PracticeResult[]> {
      const { rows } = await pool.query<{ result: PracticeResult }>(
        `SELECT result FROM practice WHERE person = $1 ORDER BY done_at DESC, id LIMIT ${MOST_PRACTISED}`,
        [person],
      )
      return rows.map(({ result }) => result)
    },

    /** Forgets one result, or all there are. */
    async forget(person: string, { result }: { result?: string | undefined }) {
      const { rowCount } = await pool.query(
        'DELETE FROM practice WHERE person = $1 AND ($2::text IS NULL OR id = $2)',
        [person, result ?? null],
      )
      return { forgotten: rowCount ?? 0 }
    },
  }
}
export type Practice = ReturnType<typeof practiceOf>
