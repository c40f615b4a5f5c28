import type pg from 'pg'
import type { DataSource } from 'typeorm'

/** TypeORM's own connections, for statements that are prepared once and run often. */
export const poolOf = (database: DataSource): pg.Pool => (database.driver as unknown as { master: pg.Pool }).master

/** Does some writes all or not at all. */
export async function inTransaction<T>(pool: pg.Pool, work: (client: pg.PoolClient) => Promise<T>): Promise<T> {
  const client = await pool.connect()
  try {
    await client.query('BEGIN')
    const result = await work(client)
    await client.query('COMMIT')
    return result
  } catch (error) {
    await client.query('ROLLBACK').catch(() => undefined)
    throw error
  } finally {
    client.release()
  }
}

/** PostgreSQL's five letters for what went wrong, wherever they hang on an error. */
export function sqlStateOf(error: unknown): string {
  const { code, driverError } = (error ?? {}) as { code?: unknown; driverError?: { code?: unknown } }
  return String(code ?? driverError?.code ?? '')
}
