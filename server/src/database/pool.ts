import type pg from 'pg'
import type { DataSource } from 'typeorm'

/** TypeORM's own connections, for statements that are prepared once and run often. */
export const poolOf = (database: DataSource): pg.Pool => (database.driver as unknown as { master: pg.Pool }).master

/** PostgreSQL's five letters for what went wrong, wherever they hang on an error. */
export function sqlStateOf(error: unknown): string {
  const { code, driverError } = (error ?? {}) as { code?: unknown; driverError?: { code?: unknown } }
  return String(code ?? driverError?.code ?? '')
}
