import {
  applyProductionEdit,
  EditRefused,
  NOTHING_YET,
  type ProductionDocument,
  type ProductionEdit,
} from '@unhurried/core'
import type pg from 'pg'
import { inTransaction } from '../database/pool'
import { NO_PRODUCTION } from './insert'
import { KeepingRefused } from './refused'

interface Row {
  readonly id: string
  readonly name: string
  readonly version: number
  readonly document: ProductionDocument | null
}
interface SentEdit {
  readonly id: string
  readonly edit: ProductionEdit
}

/** The lock lets those who write come one after the other. */
async function rowOf(client: pg.ClientBase | pg.Pool, id: string, lock: '' | 'FOR UPDATE' = ''): Promise<Row> {
  const { rows } = await client.query<Row>(
    `SELECT id, name, document_version AS version, document FROM production WHERE id = $1 ${lock}`,
    [id],
  )
  if (!rows[0]) throw new KeepingRefused('not here', NO_PRODUCTION)
  return rows[0]
}

/** Errors: KeepingRefused, with the sentence of the first edit that cannot be made. */
function madeOn(document: ProductionDocument, sent: readonly SentEdit[]): ProductionDocument {
  try {
    return sent.reduce((before, { edit }) => applyProductionEdit(before, edit), document)
  } catch (error) {
    if (error instanceof EditRefused) throw new KeepingRefused('refused', error.message)
    throw error
  }
}

/** Keeps what productions have beside their scenes: reels and a library. */
export function productionsOf(pool: pg.Pool) {
  return {
    async read(id: string) {
      const { document, ...row } = await rowOf(pool, id)
      return { ...row, document: document ?? NOTHING_YET }
    },

    /** Keeps edits, all or none; one that is kept already changes nothing. */
    keep: (id: string, sent: readonly SentEdit[]): Promise<{ version: number; document: ProductionDocument }> =>
      inTransaction(pool, async (client) => {
        const { version, document } = await rowOf(client, id, 'FOR UPDATE')
        const { rows } = await client.query<{ id: string }>(
          'SELECT id FROM production_edit WHERE production = $1 AND id = ANY ($2)',
          [id, sent.map((each) => each.id)],
        )
        const known = new Set(rows.map((row) => row.id))
        const fresh = [...new Map(sent.map((each) => [each.id, each])).values()].filter(
          ({ id: own }) => !known.has(own),
        )
        const made = madeOn(document ?? NOTHING_YET, fresh)
        await client.query('UPDATE production SET document = $2, document_version = $3 WHERE id = $1', [
          ...[id, made, version + fresh.length],
        ])
        await client.query(
          `INSERT INTO production_edit (production, version, id, edit)
           SELECT $1, $2::int + n, sent.id, sent.edit FROM unnest($3::text[], $4::jsonb[]) WITH ORDINALITY AS sent (id, edit, n)`,
          [id, version, fresh.map((each) => each.id), fresh.map((each) => JSON.stringify(each.edit))],
        )
        return { version: version + fresh.length, document: made }
      }),
  }
}
