import { isSpeechSound, isVowel, MOST_SOUNDS } from '../base/speech-sounds'

/** A word and the sounds it is said with; a vowel that is stressed ends in 1, one a little stressed in 2. */
export interface Word {
  readonly text: string
  readonly sounds: readonly string[]
}

/** How a word is said, as in the CMU pronouncing dictionary: `b ow1 t`; undefined for a word it does not know. */
export type Dictionary = (word: string) => string | undefined

/** Letters and digits; an apostrophe within a word is part of it. */
const WORD = /[\p{L}\p{M}\p{N}]+(?:['’][\p{L}\p{M}]+)*/u
const WORDS = new RegExp(WORD, 'gu')

/**
 * The words of a text, each with its sounds: as the dictionary has them, by the letters where it has none. Marks say
 * nothing; words joined by one, such as a dash, are said one after the other.
 *
 * @param dictionary - absent: every word by its letters, as other languages are said
 */
export function wordsIn(text: string, dictionary?: Dictionary): Word[] {
  return spelled(text).map((word) => ({ text: word, sounds: soundsOf(word, dictionary) }))
}

/** The sounds of one word, at least one. */
export function soundsOf(word: string, dictionary?: Dictionary): string[] {
  const sounds = (word.normalize('NFC').match(WORDS) ?? []).flatMap((part) => {
    const known = dictionary?.(part.toLowerCase().replace(/’/g, "'"))
    return known ? known.toLowerCase().split(' ') : byLetters(part, dictionary ? ENGLISH : PLAIN)
  })
  return (sounds.length > 0 ? sounds : ['ah0']).slice(0, MOST_SOUNDS)
}

/** Sounds written by hand: `k ao1 r iy0`. Gives what is no sound, if anything is. */
export function soundsWritten(text: string): { readonly sounds: string[]; readonly unknown?: string } {
  const sounds = text
    .toLowerCase()
    .split(/[\s,]+/)
    .filter(Boolean)
  const unknown = sounds.find((sound) => !isSpeechSound(sound))
  return { sounds, ...(unknown !== undefined && { unknown }) }
}

type Letters = Readonly<Record<string, string>>
/** One letter, one sound: near enough for a mouth in most languages written so. */
const PLAIN: Letters = {
  ...{ a: 'aa', b: 'b', c: 'k', d: 'd', e: 'eh', f: 'f', g: 'g', h: 'hh', i: 'iy', j: 'y', k: 'k', l: 'l', m: 'm' },
  ...{ n: 'n', o: 'ow', p: 'p', q: 'k', r: 'r', s: 's', t: 't', u: 'uw', v: 'v', w: 'v', x: 'k s', y: 'iy', z: 'z' },
  ...{ ä: 'eh', ö: 'er', ü: 'uw', ß: 's', æ: 'eh', ø: 'er', å: 'ao', ç: 's', ñ: 'n y', é: 'ey', è: 'eh', ê: 'eh' },
  ...{ sch: 'sh', sh: 'sh', ch: 'k', th: 't', ph: 'f', qu: 'k v', ng: 'ng', ei: 'ay', ai: 'ay', au: 'aw', eu: 'oy' },
  ...{ ie: 'iy', ou: 'uw', oi: 'oy', zh: 'zh', kh: 'hh' },
  // Digits are not read out: a short open sound stands for each.
  ...Object.fromEntries([...'0123456789'].map((digit) => [digit, 'ah'])),
}
const ENGLISH: Letters = {
  ...PLAIN,
  ...{ a: 'ae', e: 'eh', i: 'ih', o: 'aa', u: 'ah', j: 'jh', w: 'w', y: 'iy', th: 'th', ch: 'ch', qu: 'k w' },
  ...{ tion: 'sh ah n', igh: 'ay', ee: 'iy', ea: 'iy', oo: 'uw', ou: 'aw', ow: 'ow', ai: 'ey', ay: 'ey', oa: 'ow' },
  ...{ ck: 'k', er: 'er', ir: 'er', ur: 'er', ar: 'aa r', or: 'ao r', oy: 'oy', aw: 'ao', ew: 'uw', kn: 'n', wh: 'w' },
  ...{ sch: 's k', ei: 'ey', ie: 'iy', eu: 'uw', au: 'ao', oi: 'oy' },
  ...{ 0: 'z iy r ow', 1: 'w ah n', 2: 't uw', 3: 'th r iy', 4: 'f ao r', 5: 'f ay v', 6: 's ih k s' },
  ...{ 7: 's eh v ah n', 8: 'ey t', 9: 'n ay n' },
}
const LONGEST = 4

/** The sounds of a word by its letters, the longest known run of letters first; its first vowel is stressed. */
function byLetters(word: string, letters: Letters): string[] {
  const left = word.toLowerCase().replace(/['’]/g, '')
  const text =
    letters === ENGLISH ? left.replace(/([^aeiou]{2,}|[aeiou][^aeiou])e$/, '$1').replace(/(.)\1/g, '$1') : left
  const sounds: string[] = []
  for (let at = 0; at < text.length;) {
    let length = LONGEST
    while (length > 1 && !(text.slice(at, at + length) in letters)) length--
    const part = text.slice(at, at + length)
    const plain = part.normalize('NFD')[0]!
    const said = letters[part] ?? letters[plain]
    if (said) sounds.push(...said.split(' '))
    at += length
  }
  const first = sounds.findIndex(isVowel)
  return sounds.map((sound, i) => (isVowel(sound) ? `${sound}${i === first ? 1 : 0}` : sound))
}

/**
 * Which of the words that were there each word of a changed text still is: those before and after all that changed.
 *
 * @returns by word of the text, the place it had
 */
export function placesKept(before: readonly string[], now: readonly string[]): (number | undefined)[] {
  let same = 0
  while (same < before.length && same < now.length && before[same] === now[same]) same++
  let ends = 0
  const left = Math.min(before.length, now.length) - same
  while (ends < left && before[before.length - 1 - ends] === now[now.length - 1 - ends]) ends++
  return now.map((_, i) => (i < same ? i : i >= now.length - ends ? before.length - (now.length - i) : undefined))
}

/** The words of a text as they are written, the marks beside them with them; marks by themselves are none. */
export const spelled = (text: string): string[] =>
  text
    .normalize('NFC')
    .split(/\s+/)
    .filter((word) => WORD.test(word))
