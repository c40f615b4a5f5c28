import type { DataSource } from 'typeorm'
import { factEntity } from '../database/entities'
import { inTransaction, poolOf } from '../database/pool'
import type { SceneService } from '../keeping/scenes'
import { insertSound } from '../keeping/files/sounds'
import { insertPicture } from '../keeping/files/pictures'
import { corrie } from './corrie'
import { ferry } from './ferry'
import { gull } from './gull'
import { leap } from './leap'
import { lime } from './lime'
import { mist } from './mist'
import { answersOf, editsOf, hashOf, type SampleScene } from './sample'
import { slack } from './slack'
import { speaks } from './speaks'
import { tansy } from './tansy'
import { walk } from './walk'

export const SAMPLE_FILM: readonly SampleScene[] = [lime, tansy, corrie, leap, walk, mist, speaks, ferry, slack, gull]
const PRODUCTION = { id: 'lowtide', name: 'Low Tide' }

/** Puts the sample film on the shelf, once for each database: taken away or changed, it stays so. */
export async function shelveSampleFilm(database: DataSource, scenes: SceneService): Promise<void> {
  const facts = database.getRepository(factEntity)
  if (await facts.existsBy({ name: 'sample film' })) return
  await scenes.createProduction(PRODUCTION)
  for (const sample of SAMPLE_FILM) {
    const { version } = await scenes.createScene({
      id: sample.id,
      production: PRODUCTION.id,
      settings: sample.settings,
      palette: sample.palette,
    })
    if (version > 0) continue
    for (const picture of sample.pictures?.() ?? []) {
      const kept = { ...picture, hash: hashOf(picture.bytes), type: 'image/png' }
      await inTransaction(poolOf(database), (client) => insertPicture(client, kept))
    }
    for (const { bytes } of [...(sample.sounds ?? []), ...(sample.films ?? [])]) {
      const file = bytes()
      await inTransaction(poolOf(database), (client) => insertSound(client, { hash: hashOf(file), bytes: file }))
    }
    const edits = editsOf(sample)
    await scenes.keep(
      sample.id,
      0,
      [...edits, ...(await answersOf(sample, edits))].map((edit, n) => ({ id: `${sample.id}-${n}`, edit })),
    )
  }
  await facts.createQueryBuilder().insert().values({ name: 'sample film', value: PRODUCTION.name }).orIgnore().execute()
}
