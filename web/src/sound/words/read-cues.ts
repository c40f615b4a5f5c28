import { parse } from '@plussub/srt-vtt-parser'
import { wordsOf } from '../../parts/files/text-file'

/** What is said between two seconds of a sound. */
export interface Cue {
  readonly text: string
  readonly from: number
  readonly to: number
}

const NONE = 'There are no subtitles in this file that can be read. Bring a WebVTT or an SRT file.'
const MOST_BYTES = 2_000_000

/** The words of a WebVTT or SRT file, without the marks of their look. Errors: with a sentence. */
export async function readCues(file: Blob): Promise<Cue[]> {
  if (file.size > MOST_BYTES)
    throw new Error('This file is too large for subtitles. Bring the ones of this sound alone.')
  return cuesIn(await wordsOf(file))
}

export function cuesIn(text: string): Cue[] {
  let entries: { from: number; to: number; text: string }[]
  try {
    entries = parse(text.replace(/^\uFEFF/, '').replace(/\r\n?/g, '\n')).entries
  } catch {
    throw new Error(NONE)
  }
  const cues = entries
    .map(({ from, to, text }) => ({ from: from / 1000, to: to / 1000, text: text.replace(/<[^>]*>|\{[^}]*\}/g, ' ') }))
    .filter(({ from, to }) => from >= 0 && to > from)
    .sort((a, b) => a.from - b.from)
  if (cues.length === 0) throw new Error(NONE)
  return cues
}
