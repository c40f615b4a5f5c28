/** What a text begins with that is not in UTF-8. */
const MARKS = [
  { mark: [0xff, 0xfe], script: 'utf-16le' },
  { mark: [0xfe, 0xff], script: 'utf-16be' },
] as const

/**
 * The words of a file that somebody's program wrote: UTF-8, UTF-16 where its mark says so, or else what spreadsheets and
 * old subtitles are in (Windows-1252, in which any bytes are words). Its mark is no part of them.
 */
export function textOf(bytes: Uint8Array): string {
  const marked = MARKS.find(({ mark }) => mark.every((byte, i) => bytes[i] === byte))
  if (marked) return new TextDecoder(marked.script).decode(bytes)
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    return new TextDecoder('windows-1252').decode(bytes)
  }
}
