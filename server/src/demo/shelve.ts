import type { DataSource } from 'typeorm'
import { markEntity } from '../database/entities'

export async function shelveSampleFilm(database: DataSource): Promise<void> {
  const marks = database.getRepository(markEntity)
  if (await marks.existsBy({ name: 'sample film' })) return
  await marks.insert({ name: 'sample film', value: 'Low Tide' })
}
