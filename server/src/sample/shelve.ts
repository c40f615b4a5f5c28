import type { DataSource } from 'typeorm'
import { markEntity } from '../database/entities'
import type { SceneKeeper } from '../keeping/scenes'
import { corrie } from './corrie'
import { leap } from './leap'
import { lime } from './lime'
import { mist } from './mist'
import { answersOf, editsOf, type SampleScene } from './sample'
import { tansy } from './tansy'
import { walk } from './walk'

export const SAMPLE_FILM: readonly SampleScene[] = [lime, tansy, corrie, leap, walk, mist]
const PRODUCTION = { id: 'lowtide', name: 'Low Tide' }

/** Puts the sample film on the shelf, once for each database: taken away or changed, it stays so. */
export async function shelveSampleFilm(database: DataSource, keeper: SceneKeeper): Promise<void> {
  const marks = database.getRepository(markEntity)
  if (await marks.existsBy({ name: 'sample film' })) return
  await keeper.createProduction(PRODUCTION)
  for (const sample of SAMPLE_FILM) {
    const { version } = await keeper.createScene({
      id: sample.id,
      production: PRODUCTION.id,
      settings: sample.settings,
      palette: sample.palette,
    })
    if (version > 0) continue
    const edits = editsOf(sample)
    await keeper.keep(
      sample.id,
      0,
      [...edits, ...(await answersOf(sample, edits))].map((edit, n) => ({ id: `${sample.id}-${n}`, edit })),
    )
  }
  await marks.createQueryBuilder().insert().values({ name: 'sample film', value: PRODUCTION.name }).orIgnore().execute()
}
