import { DataSource } from 'typeorm'
import { entities } from './entities'
import { FirstTables1763900000000 } from './first-tables'

/** Connects to the database at `url` and brings its tables up to date. */
export async function openDatabase(url: string, { connections = 10 } = {}): Promise<DataSource> {
  const database = new DataSource({
    type: 'postgres',
    url,
    entities,
    migrations: [FirstTables1763900000000],
    migrationsTableName: 'migration',
    // Two servers starting at once on one database must not migrate it twice.
    migrationsTransactionMode: 'all',
    poolSize: connections,
    connectTimeoutMS: 5000,
    applicationName: 'unhurried-sketch',
  })
  await database.initialize()
  await database.runMigrations()
  return database
}
