import { textOf } from '@unhurried/core'

/** The words of a file of text, whatever program wrote it. */
export const wordsOf = async (file: Blob): Promise<string> => textOf(new Uint8Array(await file.arrayBuffer()))
