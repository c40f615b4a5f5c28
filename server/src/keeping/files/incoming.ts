import { createHash, randomUUID } from 'node:crypto'
import { createWriteStream } from 'node:fs'
import { rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Transform, type Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'

/** A file that came in: where it lies for now, how long it is, and the SHA-256 of its bytes. */
export interface Incoming {
  readonly file: string
  readonly hash: string
  readonly size: number
}

/**
 * Lets a file come in without ever holding it in memory, hands it on, and takes it away again.
 *
 * @param tooLarge - the refusal of a file of more than `most` bytes
 */
export async function incoming<T>(
  body: Readable,
  { most, tooLarge }: { most: number; tooLarge: () => Error },
  use: (came: Incoming) => Promise<T>,
): Promise<T> {
  const file = join(tmpdir(), `unhurried-incoming-${randomUUID()}`)
  const hash = createHash('sha256')
  let size = 0
  const counted = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      size += chunk.length
      hash.update(chunk)
      done(size > most ? tooLarge() : null, chunk)
    },
  })
  try {
    await pipeline(body, counted, createWriteStream(file, { mode: 0o600 }))
    return await use({ file, hash: hash.digest('hex'), size })
  } finally {
    await rm(file, { force: true })
  }
}
