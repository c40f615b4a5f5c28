import { open } from 'node:fs/promises'
import { Readable } from 'node:stream'
import type pg from 'pg'

/** Bytes of a file that travel, and lie in the database, at once. */
export const PART = 256 * 1024

/** Tables of parts: `hash`, `n` counted from 0, `bytes`. */
type PartTable = 'picture_part' | 'sound_part'

/** Writes what is kept under a hash, part by part. */
export async function insertParts(
  client: pg.ClientBase,
  table: PartTable,
  { hash, parts }: { readonly hash: string; readonly parts: AsyncIterable<Uint8Array> | Iterable<Uint8Array> },
): Promise<void> {
  let n = 0
  for await (const part of parts)
    await client.query(`INSERT INTO ${table} (hash, n, bytes) VALUES ($1, $2, $3)`, [
      hash,
      n++,
      Buffer.from(part.buffer, part.byteOffset, part.byteLength),
    ])
}

/** Bytes in parts. */
export function* partsOf(bytes: Uint8Array): Iterable<Uint8Array> {
  for (let at = 0; at < bytes.length; at += PART) yield bytes.subarray(at, at + PART)
}

/** A file in parts, never more than one of them in memory. */
export async function* partsOfFile(file: string): AsyncIterable<Uint8Array> {
  const from = await open(file)
  try {
    for (;;) {
      const { bytesRead, buffer } = await from.read(Buffer.allocUnsafe(PART), 0, PART)
      if (bytesRead === 0) return
      yield buffer.subarray(0, bytesRead)
    }
  } finally {
    await from.close()
  }
}

/** The bytes from `first` up to, and without, `next` of a file kept in parts. */
export function readParts(
  pool: pg.Pool,
  table: PartTable,
  { hash, first, next }: { readonly hash: string; readonly first: number; readonly next: number },
): Readable {
  async function* parts() {
    for (let n = Math.floor(first / PART); n * PART < next; n++) {
      const { rows } = await pool.query<{ bytes: Buffer }>({
        name: table,
        text: `SELECT bytes FROM ${table} WHERE hash = $1 AND n = $2`,
        values: [hash, n],
      })
      yield rows[0]!.bytes.subarray(Math.max(0, first - n * PART), next - n * PART)
    }
  }
  return Readable.from(parts(), { objectMode: false, highWaterMark: PART })
}
