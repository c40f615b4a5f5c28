import { counted, endOf, spelled, type Sound } from '@unhurried/core'
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
    .filter(({ from, to, text }) => from >= 0 && to > from && spelled(text).length > 0)
    .sort((a, b) => a.from - b.from)
  if (cues.length === 0) throw new Error(NONE)
  return cues
}

/** Those of the seconds a sound is heard at, cut to its end, and what is to be said where some are not. */
export function cuesHeard(cues: readonly Cue[], sound: Sound): { heard: Cue[]; sentence?: string } {
  const end = endOf(sound)
  const heard = cues
    .filter(({ from, to }) => to > sound.from && from < end)
    .map((cue) => ({ ...cue, to: Math.min(cue.to, end) }))
  if (heard.length === cues.length) return { heard }
  const beyond = counted(cues.length - heard.length, 'subtitle')
  if (heard.length > 0) return { heard, sentence: `Left out, where ${sound.name} is not heard: ${beyond}.` }
  return {
    heard,
    sentence: `No subtitle of this file lies where ${sound.name} is heard. Its ${beyond} may be of another sound.`,
  }
}
