import { DataSource } from 'typeorm'
import { entities } from './entities'
import { FirstTables1763900000000 } from './migrations/first-tables'
import { Keeping1764600000000 } from './migrations/keeping'
import { Limits1764200000000 } from './migrations/limits'
import { Log1765100000000 } from './migrations/log'
import { Moments1764000000000 } from './migrations/moments'
import { PictureParts1764700000000 } from './migrations/picture-parts'
import { Pictures1764100000000 } from './migrations/pictures'
import { Practice1765300000000 } from './migrations/practice'
import { Productions1765400000000 } from './migrations/productions'
import { Shelving1764900000000 } from './migrations/shelving'
import { Snapshots1764800000000 } from './migrations/snapshots'
import { Sounds1765000000000 } from './migrations/sounds'
import { Stages1765200000000 } from './migrations/stages'

/** An older app must not write in tables it does not know. */
async function refuseNewer(database: DataSource): Promise<void> {
  const known = new Set(database.migrations.map((migration) => migration.name))
  const [table] = await database.query<{ there: string | null }[]>("SELECT to_regclass('migration')::text AS there")
  const made = table?.there ? await database.query<{ name: string }[]>('SELECT name FROM migration') : []
  if (made.some(({ name }) => !known.has(name)))
    throw new Error(
      'This database was written by a newer version of Unhurried Sketch: start that version, or choose another folder with --data DIR.',
    )
}

/** Any number, as long as only this app locks it. */
const START_LOCK = 4620_1763

/**
 * Connects to the database at `url`, brings its tables up to date and lets `prepare` fill them. Servers
 * that start at once on one database do this one after the other.
 */
export async function openDatabase(
  url: string,
  {
    connections = 10,
    prepare,
  }: {
    connections?: number
    prepare?: (database: DataSource) => Promise<void>
  } = {},
): Promise<DataSource> {
  const database = new DataSource({
    type: 'postgres',
    url,
    entities,
    migrations: [
      FirstTables1763900000000,
      Moments1764000000000,
      Pictures1764100000000,
      Limits1764200000000,
      Keeping1764600000000,
      PictureParts1764700000000,
      Snapshots1764800000000,
      Shelving1764900000000,
      Sounds1765000000000,
      Log1765100000000,
      Stages1765200000000,
      Practice1765300000000,
      Productions1765400000000,
    ],
    migrationsTableName: 'migration',
    poolSize: connections,
    connectTimeoutMS: 5000,
    applicationName: 'unhurried-sketch',
  })
  await database.initialize()
  const lock = database.createQueryRunner()
  try {
    await lock.query('SELECT pg_advisory_lock($1)', [START_LOCK])
    await refuseNewer(database)
    await database.runMigrations()
    await prepare?.(database)
    await lock.query('SELECT pg_advisory_unlock($1)', [START_LOCK])
  } finally {
    await lock.release()
  }
  return database
}
