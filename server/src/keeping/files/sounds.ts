import { open } from 'node:fs/promises'
import type { Readable } from 'node:stream'
import { LIMITS, SOUND_HEAD, soundHead, SoundRefused } from '@unhurried/core'
import type pg from 'pg'
import { inTransaction } from '../../database/pool'
import { incoming, type Incoming } from './incoming'
import { insertParts, partsOf, partsOfFile, readParts } from './parts'
import { KeepingRefused } from '../refused'

export type Sounds = ReturnType<typeof soundStore>

const LIMIT = {
  most: LIMITS.soundBytes,
  tooLarge: () => new SoundRefused(`This sound takes more than ${LIMITS.soundBytes / 1e6} MB. Save it smaller.`),
}

/** Keeps files with sound by what they are: the same one twice is kept once. */
export function soundStore(pool: pg.Pool) {
  return {
    /** Takes a file as it comes in. Errors: SoundRefused when it is none we know, or too large. */
    put: (body: Readable) => incoming(body, LIMIT, (came) => kept(pool, came)),

    /** A file's length, and its bytes from one place up to another. */
    async read(hash: string) {
      const { rows } = await pool.query<{ length: number }>('SELECT size AS length FROM sound WHERE hash = $1', [hash])
      if (!rows[0]) throw new KeepingRefused('not here', 'This sound is not kept here. Bring it in again.')
      const { length } = rows[0]
      return {
        length,
        part: (first: number, next: number) => readParts(pool, 'sound_part', { hash, first, next }),
      }
    },
  }
}

async function kept(pool: pg.Pool, { file, hash, size }: Incoming) {
  const type = soundHead(await headOf(file))
  await inTransaction(pool, (client) => insertFile(client, { hash, type, size, parts: partsOfFile(file) }))
  return { sound: hash, type, bytes: size }
}

/** Keeps a file with sound that is in memory already. Errors: SoundRefused. */
export const insertSound = (
  client: pg.ClientBase,
  { hash, bytes }: { readonly hash: string; readonly bytes: Uint8Array },
): Promise<void> => insertFile(client, { hash, type: soundHead(bytes), size: bytes.length, parts: partsOf(bytes) })

interface SoundFile {
  readonly hash: string
  readonly type: string
  readonly size: number
  readonly parts: AsyncIterable<Uint8Array> | Iterable<Uint8Array>
}

async function insertFile(client: pg.ClientBase, { hash, type, size, parts }: SoundFile): Promise<void> {
  // One brought in again is as young as a new one: what names it is on its way.
  const { rows } = await client.query<{ fresh: boolean }>(
    `INSERT INTO sound (hash, type, size) VALUES ($1, $2, $3)
     ON CONFLICT (hash) DO UPDATE SET made_at = now() RETURNING xmax = 0 AS fresh`,
    [hash, type, size],
  )
  if (rows[0]!.fresh) await insertParts(client, 'sound_part', { hash, parts })
}

async function headOf(file: string): Promise<Uint8Array> {
  const from = await open(file)
  try {
    const { bytesRead, buffer } = await from.read(Buffer.alloc(SOUND_HEAD), 0, SOUND_HEAD, 0)
    return buffer.subarray(0, bytesRead)
  } finally {
    await from.close()
  }
}
