import fc from 'fast-check'
import { isVowel, SPEECH_SOUNDS } from '../base/speech-sounds'
import { hearWords } from '../testing/heard-words'
import { madeSpeech } from '../testing/made-speech'
import { layWords, WordsRefused, type WordToLay } from './lay-words'
import { voicingOf } from './voicing'
import { placesKept, soundsOf, soundsWritten, wordsIn, type Dictionary } from './words'

const KNOWN: Record<string, string> = { boat: 'B OW1 T', the: 'DH AH0', "don't": 'D OW1 N T' }
const dictionary: Dictionary = (word) => KNOWN[word]

describe('words of a text', () => {
  test('what the dictionary knows is said so, marks stay written and say nothing, an apostrophe belongs to its word', () => {
    expect(wordsIn('The boat – don’t!', dictionary)).toEqual([
      { text: 'The', sounds: ['dh', 'ah0'] },
      { text: 'boat', sounds: ['b', 'ow1', 't'] },
      { text: 'don’t!', sounds: ['d', 'ow1', 'n', 't'] },
    ])
    expect(wordsIn(' … , ', dictionary)).toEqual([])
    expect(wordsIn('boat-the', dictionary)).toEqual([{ text: 'boat-the', sounds: ['b', 'ow1', 't', 'dh', 'ah0'] }])
  })
  test('what it does not know goes by its letters', () => {
    expect(soundsOf('Corrie', dictionary)).toEqual(['k', 'ao1', 'r', 'iy0'])
    expect(soundsOf('splash', dictionary)).toEqual(['s', 'p', 'l', 'ae1', 'sh'])
    expect(soundsOf('fish7', dictionary)).toEqual(['f', 'ih1', 'sh', 's', 'eh0', 'v', 'ah0', 'n'])
  })
  test('other languages go by their letters, with the marks on them', () => {
    expect(soundsOf('Möwe')).toEqual(['m', 'er1', 'v', 'eh0'])
    expect(soundsOf('été')).toEqual(['ey1', 't', 'ey0'])
    expect(soundsOf('mână')).toEqual(['m', 'aa1', 'n', 'aa0'])
  })
  test('every word has a sound, and every sound is one of the table', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 60 }), fc.boolean(), (text, english) => {
        for (const { sounds } of wordsIn(text, english ? dictionary : undefined)) {
          expect(sounds.length).toBeGreaterThan(0)
          expect(soundsWritten(sounds.join(' '))).toEqual({ sounds })
        }
      }),
    )
  })
  test('of a changed text the words before and after the change are the ones they were', () => {
    expect(placesKept(['a', 'b', 'c', 'd'], ['a', 'x', 'y', 'd'])).toEqual([0, undefined, undefined, 3])
    expect(placesKept(['a', 'b'], ['a', 'a', 'b'])).toEqual([0, undefined, 1])
    expect(placesKept(['a', 'a'], ['a'])).toEqual([0])
    expect(placesKept([], ['a'])).toEqual([undefined])
  })
  test('sounds written by hand say which is none', () => {
    expect(soundsWritten('K ao1, r iy')).toEqual({ sounds: ['k', 'ao1', 'r', 'iy'] })
    expect(soundsWritten('k qq r')).toEqual({ sounds: ['k', 'qq', 'r'], unknown: 'qq' })
    expect(soundsWritten('k1 ao')).toMatchObject({ unknown: 'k1' })
  })
})

const anySound = fc
  .constantFrom(...Object.keys(SPEECH_SOUNDS))
  .chain((sound) => (isVowel(sound) ? fc.constantFrom('0', '1').map((stress) => sound + stress) : fc.constant(sound)))
const anyWords = fc.array(
  fc.array(anySound, { minLength: 1, maxLength: 7 }).map((sounds): WordToLay => ({ text: 'word', sounds })),
  { minLength: 1, maxLength: 9 },
)
const rising = (places: readonly number[]) => places.every((at, i) => i === 0 || at >= places[i - 1]!)

test('from the sound to the words: three cries with pauses between them are three words', () => {
  const rate = 16_000
  const truth = [0.3, 0.9, 1.7].map((from) => [from, from + 0.3] as const)
  const samples = Float32Array.from({ length: 2.4 * rate }, (_, i) => {
    const at = i / rate
    const cry = truth.find(([from, to]) => at >= from && at < to)
    return cry ? 0.2 * [1, 2, 3, 4, 5, 6].reduce((sum, k) => sum + Math.sin(2 * Math.PI * 140 * k * at) / k, 0) : 0
  })
  const heard = hearWords([{ text: 'the boat the', samples, rate, truth }], dictionary)
  expect(heard.off).toHaveLength(6)
  expect(heard.off.at(-1)).toBeLessThan(1.5 / 24)
  expect(heard.sure[0] + heard.unsure[0]).toBe(3)
  // A line whose words are counted otherwise is no measure of anything.
  expect(hearWords([{ text: 'the', samples, rate, truth }], dictionary).off).toEqual([])
})

describe('words laid where they are heard', () => {
  test('one after the other, each sound for some time, none where nobody speaks', () => {
    fc.assert(
      fc.property(anyWords, fc.nat(), (words, seed) => {
        const { speech } = madeSpeech(words, seed)
        const laid = layWords(speech, words)
        const { quiet } = voicingOf(speech)
        expect(laid.map(({ text, sounds }) => ({ text, sounds }))).toEqual(words)
        expect(rising(laid.flatMap(({ at }) => at))).toBe(true)
        for (const { at, sounds, sureness } of laid) {
          expect(at).toHaveLength(sounds.length + 1)
          expect(new Set(at).size).toBe(at.length)
          expect(sureness >= 0 && sureness <= 1).toBe(true)
          const [from, to] = [Math.round(at[0]! / speech.step), Math.round(at.at(-1)! / speech.step)]
          expect(quiet.subarray(from, to).every((each) => each === 0)).toBe(true)
        }
      }),
      { numRuns: 60 },
    )
  })
  test('they are found: most words within two frames at 24', () => {
    let [near, all] = [0, 0]
    fc.assert(
      fc.property(anyWords, fc.nat(), (words, seed) => {
        const { speech, truth } = madeSpeech(words, seed)
        layWords(speech, words).forEach(({ at }, i) => {
          all++
          if (Math.abs(at[0]! - truth[i]![0]) < 2 / 24 && Math.abs(at.at(-1)! - truth[i]![1]) < 2 / 24) near++
        })
      }),
      { numRuns: 60, seed: 31 },
    )
    expect(near / all).toBeGreaterThan(0.85)
  })
  test('what a hand set stays exactly, and the rest is laid around it', () => {
    fc.assert(
      fc.property(
        anyWords,
        fc.nat(),
        fc.nat(),
        fc.double({ min: 0.2, max: 0.8, noNaN: true }),
        (words, seed, pick, share) => {
          const { speech } = madeSpeech(words, seed)
          const free = layWords(speech, words)
          const which = pick % words.length
          const border = pick % free[which]!.at.length
          // Somewhere in the sound, with room for what comes before and after.
          const before = free.slice(0, which).reduce((n, { sounds }) => n + sounds.length, 0) + border
          const whole = free.reduce((n, { sounds }) => n + sounds.length, 0)
          const length = speech.loud.length * speech.step
          const set = Math.min(length - (whole - before) * 0.03, Math.max(before * 0.03, length * share))
          const laid = layWords(
            speech,
            words.map((word, i) => (i === which ? { ...word, held: { [border]: set } } : word)),
          )
          expect(laid[which]!.at[border]).toBe(set)
          expect(rising(laid.flatMap(({ at }) => at))).toBe(true)
        },
      ),
      { numRuns: 60 },
    )
  })
  test('words that need more time than there is are refused in words', () => {
    const { speech } = madeSpeech([{ text: 'a', sounds: ['ah0'] }], 1)
    const many = Array.from({ length: 60 }, () => ({ text: 'boat', sounds: ['b', 'ow1', 't'] }))
    expect(() => layWords(speech, many)).toThrow(WordsRefused)
    const twice = { text: 'on', sounds: ['aa1', 'n'], held: { 0: 0.3, 2: 0.3 } }
    expect(() => layWords(speech, [twice])).toThrow(/more time/)
  })
  test('a subtitle keeps its words near its time', () => {
    const words = wordsIn('the boat the boat', dictionary)
    const { speech, truth } = madeSpeech(words, 5)
    const within = [truth[2]![0], truth[3]![1]] as const
    const [the] = layWords(speech, [
      { ...words[2]!, within },
      { ...words[3]!, within },
    ])
    expect(Math.abs(the!.at[0]! - truth[2]![0])).toBeLessThan(0.45)
  })
})
