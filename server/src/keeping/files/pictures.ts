import { readFile } from 'node:fs/promises'
import { Readable } from 'node:stream'
import { LIMITS, pictureHead, PictureRefused } from '@unhurried/core'
import type pg from 'pg'
import { inTransaction } from '../../database/pool'
import { incoming } from './incoming'
import { insertParts, PART, partsOf } from './parts'
import { KeepingRefused } from '../refused'

export type Pictures = ReturnType<typeof pictureStore>

const LIMIT = {
  most: LIMITS.pictureBytes,
  tooLarge: () => new PictureRefused(`This picture takes more than ${LIMITS.pictureBytes / 1e6} MB. Save it smaller.`),
}

export interface KeptPicture {
  readonly hash: string
  readonly type: string
  readonly width: number
  readonly height: number
  readonly bytes: Uint8Array
}

/** Writes a picture in parts; one that is there already is left as it is. */
export async function insertPicture(
  client: pg.ClientBase,
  { hash, type, width, height, bytes }: KeptPicture,
): Promise<void> {
  // One put in again is as young as a new one: what names it is on its way.
  const { rows } = await client.query<{ fresh: boolean }>(
    `INSERT INTO picture (hash, type, width, height) VALUES ($1, $2, $3, $4)
     ON CONFLICT (hash) DO UPDATE SET made_at = now() RETURNING xmax = 0 AS fresh`,
    [hash, type, width, height],
  )
  if (!rows[0]!.fresh) return
  await insertParts(client, 'picture_part', { hash, parts: partsOf(bytes) })
}

/** Keeps pictures by what they are: the same one twice is kept once. */
export function pictureStore(pool: pg.Pool) {
  /** Pictures are looked at one after the other: each is whole in memory for that moment. */
  let looking: Promise<unknown> = Promise.resolve()

  async function look(file: string, hash: string, claimed: string) {
    const bytes = await readFile(file)
    const head = pictureHead(bytes, claimed)
    await inTransaction(pool, (client) => insertPicture(client, { hash, ...head, bytes }))
    return { picture: hash, ...head }
  }

  return {
    /** Takes a picture as it comes in. Errors: PictureRefused when the bytes are no whole picture of the type claimed, or too many. */
    put: (body: Readable, claimed = '') =>
      incoming(body, LIMIT, async ({ file, hash }) => {
        const job = looking.then(() => look(file, hash, claimed))
        looking = job.catch(() => undefined)
        return job
      }),

    /** A picture's bytes, part by part. */
    async read(hash: string): Promise<{ length: number; stream: Readable }> {
      const { rows } = await pool.query<{ length: number; whole: boolean }>(
        `SELECT bytes IS NOT NULL AS whole, COALESCE(octet_length(bytes), (SELECT sum(octet_length(part.bytes))::int FROM picture_part AS part WHERE part.hash = picture.hash)) AS length
         FROM picture WHERE hash = $1`,
        [hash],
      )
      const found = rows[0]
      if (!found) throw new KeepingRefused('not here', 'This picture is not kept here. Put it in again.')
      const text = found.whole
        ? `SELECT substring(bytes FROM $2::int * ${PART} + 1 FOR ${PART}) AS bytes FROM picture WHERE hash = $1`
        : 'SELECT bytes FROM picture_part WHERE hash = $1 AND n = $2'
      const parts = async function* () {
        for (let n = 0; n * PART < found.length; n++) {
          const { rows: part } = await pool.query<{ bytes: Buffer }>({
            name: found.whole ? 'picture-slice' : 'picture-part',
            text,
            values: [hash, n],
          })
          yield part[0]!.bytes
        }
      }
      return { length: found.length, stream: Readable.from(parts(), { objectMode: false, highWaterMark: PART }) }
    },
  }
}
