import type pg from 'pg'
import { KeepingRefused } from './refused'
import type { Prepared } from './prepared'
import { insertPicture } from './files/pictures'
import { insertSound } from './files/sounds'
import { inTransaction } from '../database/pool'

export const NO_PRODUCTION = 'This production is not on the shelf. Open the shelf again and choose one.'

/** The place after all others of production $2. */
const LAST = '(SELECT COALESCE(max(position), 0) + 1 FROM scene WHERE production = $2)'

/** Rows of a history written at once, and their bytes: making a statement of more holds everybody up. */
const AT_ONCE = { rows: 500, bytes: 500_000 } as const

/** Writes a scene with its whole history, all or nothing; one with this id that is there already stays as it is. */
export async function insertScene(
  pool: pg.Pool,
  { id, production, prepared: made }: { id: string; production: string; prepared: Prepared },
): Promise<void> {
  const inserted = await inTransaction(pool, async (client) => {
    const version = made.edits.length
    const { rowCount } = await client.query(
      `INSERT INTO scene (id, production, version, summary, summary_version, position)
       SELECT $1, production.id, $3, $4, $3, ${LAST} FROM production WHERE production.id = $2 ON CONFLICT DO NOTHING`,
      [id, production, version, JSON.stringify(made.summary)],
    )
    if (rowCount === 0) return false
    await client.query('INSERT INTO snapshot (scene, version, document, whole) VALUES ($1, 0, $2, true)', [
      id,
      made.start,
    ])
    if (version > 0)
      await client.query('INSERT INTO snapshot (scene, version, document, whole) VALUES ($1, $2, $3, true)', [
        id,
        version,
        made.document,
      ])
    for (const picture of made.pictures) await insertPicture(client, picture)
    for (const sound of made.sounds) await insertSound(client, sound)
    await insertHistory(client, id, made)
    return true
  })
  if (inserted) return
  const { rowCount } = await pool.query('SELECT FROM scene WHERE id = $1', [id])
  if (rowCount === 0) throw new KeepingRefused('not here', NO_PRODUCTION)
}

async function insertHistory(client: pg.ClientBase, id: string, { edits, ink }: Prepared): Promise<void> {
  let from = 0
  while (from < edits.length) {
    let to = from
    for (let bytes = 0; to < edits.length && to - from < AT_ONCE.rows && bytes < AT_ONCE.bytes; to++)
      bytes += edits[to]!.edit.byteLength
    const rows = edits.slice(from, to)
    await client.query(
      `INSERT INTO edit (scene, version, id, edit, words, kind, drawing)
       SELECT $1, $2 + n, 'begin-' || ($2 + n) || '-' || $1, sent.edit, sent.words, sent.kind, sent.drawing
       FROM unnest($3::jsonb[], $4::text[], $5::text[], $6::text[]) WITH ORDINALITY AS sent (edit, words, kind, drawing, n)`,
      [
        id,
        from,
        rows.map((row) => Buffer.from(row.edit.buffer, row.edit.byteOffset, row.edit.byteLength).toString()),
        rows.map((row) => row.words),
        rows.map((row) => row.kind),
        rows.map((row) => row.drawing),
      ],
    )
    from = to
  }
  const written = edits.flatMap((row, i) => (row.drawing === null ? [] : [{ drawing: row.drawing, version: i + 1 }]))
  await client.query('INSERT INTO ink_edit (scene, drawing, version) SELECT $1, * FROM unnest($2::text[], $3::int[])', [
    id,
    written.map((each) => each.drawing),
    written.map((each) => each.version),
  ])
  for (const { drawing, pass, bytes } of ink)
    await client.query('INSERT INTO ink (scene, drawing, pass, version, bytes) VALUES ($1, $2, $3, $4, $5)', [
      id,
      drawing,
      pass,
      edits.length,
      Buffer.from(bytes),
    ])
}
