import type { DataSource } from 'typeorm'
import { factEntity } from '../database/entities'
import { inTransaction, poolOf } from '../database/pool'
import type { SceneService } from '../keeping/scenes'
import { insertSound } from '../keeping/files/sounds'
import { insertPicture } from '../keeping/files/pictures'
import { drawnFilm } from './drawn'
import { hashOf } from './hash'
import { SAMPLE_PRODUCTION } from './production'

const PRODUCTION = { id: 'lowtide', name: 'Low Tide' }

/** Puts the sample film on the shelf, once for each database: taken away or changed, it stays so. */
export async function shelveSampleFilm(database: DataSource, scenes: SceneService): Promise<void> {
  const facts = database.getRepository(factEntity)
  if (await facts.existsBy({ name: 'sample film' })) return
  await scenes.createProduction(PRODUCTION)
  for (const { id, settings, palette, edits, pictures, files } of await drawnFilm()) {
    const { version } = await scenes.createScene({ id, production: PRODUCTION.id, settings, palette })
    if (version > 0) continue
    for (const picture of pictures) {
      const kept = { ...picture, hash: hashOf(picture.bytes), type: 'image/png' }
      await inTransaction(poolOf(database), (client) => insertPicture(client, kept))
    }
    for (const bytes of files)
      await inTransaction(poolOf(database), (client) => insertSound(client, { hash: hashOf(bytes), bytes }))
    await scenes.keep(
      id,
      0,
      edits.map((edit, n) => ({ id: `${id}-${n}`, edit })),
    )
  }
  await scenes.productions.keep(
    PRODUCTION.id,
    SAMPLE_PRODUCTION.map((edit, n) => ({ id: `sample-${n}`, edit })),
  )
  await facts.createQueryBuilder().insert().values({ name: 'sample film', value: PRODUCTION.name }).orIgnore().execute()
}
