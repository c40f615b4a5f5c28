import type { Middleware } from 'koa'
import type { DataSource } from 'typeorm'
import type { Disk } from './disk'

/** Longer than a database that answers takes. */
const PATIENCE = 3000

/** The names of the migrations the database had, or undefined when it does not answer. */
async function migrationsOf(database: DataSource): Promise<readonly string[] | undefined> {
  const late = new Promise<undefined>((resolve) => setTimeout(() => resolve(undefined), PATIENCE).unref())
  const asked = database.query<{ name: string }[]>('SELECT name FROM migration').then(
    (rows) => rows.map(({ name }) => name),
    () => undefined,
  )
  return Promise.race([asked, late])
}

/**
 * Whether the server is alive, which its answering shows, and ready: the database answers, its tables are those
 * of this version, and there is room to write. 503 when it is not ready.
 */
export function health(database: DataSource, disk: Disk): Middleware {
  const wanted = database.migrations.map((migration) => migration.name).sort()
  return async (ctx) => {
    const had = await migrationsOf(database)
    const ready = {
      database: had !== undefined,
      migrations: had !== undefined && [...had].sort().join() === wanted.join(),
      disk: !disk.isLow(),
    }
    ctx.status = Object.values(ready).every(Boolean) ? 200 : 503
    ctx.set('Cache-Control', 'no-store')
    ctx.body = { alive: true, ready: ctx.status === 200, ...ready }
  }
}
