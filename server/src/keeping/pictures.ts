import { createHash } from 'node:crypto'
import { pictureHead } from '@unhurried/core'
import type { EntityManager } from 'typeorm'
import { Problem } from '../http/problems'

export type Pictures = ReturnType<typeof pictureKeeper>

/** Keeps pictures by what they are: the same one twice is kept once. */
export function pictureKeeper(database: Pick<EntityManager, 'query'>) {
  return {
    /** Errors: PictureRefused when the bytes are no whole picture of the type claimed, or too large. */
    async put(bytes: Uint8Array, claimed = '') {
      const { type, width, height } = pictureHead(bytes, claimed)
      const picture = createHash('sha256').update(bytes).digest('hex')
      await database.query('INSERT INTO picture (hash, type, width, height, bytes) VALUES ($1, $2, $3, $4, $5) ON CONFLICT DO NOTHING', [picture, type, width, height, Buffer.from(bytes)])
      return { picture, type, width, height }
    },
    async read(picture: string): Promise<Uint8Array> {
      const [row] = await database.query<{ bytes: Buffer }[]>('SELECT bytes FROM picture WHERE hash = $1', [picture])
      if (!row) throw new Problem(404, 'This picture is not kept here. Put it in again.')
      return row.bytes
    },
  }
}
