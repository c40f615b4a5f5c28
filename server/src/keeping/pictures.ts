import { createHash, randomUUID } from 'node:crypto'
import { createWriteStream } from 'node:fs'
import { readFile, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Readable, Transform } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { LIMITS, pictureHead, PictureRefused } from '@unhurried/core'
import type pg from 'pg'
import { inTransaction } from '../database/pool'
import { KeepingRefused } from './refused'

export type Pictures = ReturnType<typeof pictureKeeper>

/** Bytes of a picture that travel at once. */
const PART = 256 * 1024

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
  const { rowCount } = await client.query(
    'INSERT INTO picture (hash, type, width, height) VALUES ($1, $2, $3, $4) ON CONFLICT DO NOTHING',
    [hash, type, width, height],
  )
  if (rowCount === 0) return
  for (let n = 0; n * PART < bytes.length; n++) {
    const part = bytes.subarray(n * PART, (n + 1) * PART)
    await client.query('INSERT INTO picture_part (hash, n, bytes) VALUES ($1, $2, $3)', [
      hash,
      n,
      Buffer.from(part.buffer, part.byteOffset, part.byteLength),
    ])
  }
}

/** Keeps pictures by what they are: the same one twice is kept once. */
export function pictureKeeper(pool: pg.Pool) {
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
    async put(body: Readable, claimed = '') {
      const file = join(tmpdir(), `unhurried-picture-${randomUUID()}`)
      try {
        const hash = await received(body, file)
        const job = looking.then(() => look(file, hash, claimed))
        looking = job.catch(() => undefined)
        return await job
      } finally {
        await rm(file, { force: true })
      }
    },

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

/** Writes what comes in to a file, and gives its SHA-256. */
async function received(body: Readable, file: string): Promise<string> {
  const hash = createHash('sha256')
  let size = 0
  const counted = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      size += chunk.length
      hash.update(chunk)
      done(
        size > LIMITS.pictureBytes
          ? new PictureRefused(`This picture takes more than ${LIMITS.pictureBytes / 1e6} MB. Save it smaller.`)
          : null,
        chunk,
      )
    },
  })
  await pipeline(body, counted, createWriteStream(file, { mode: 0o600 }))
  return hash.digest('hex')
}
