import { createHash } from 'node:crypto'

/** By what a file is known. */
export const hashOf = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex')
