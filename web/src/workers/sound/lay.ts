import {
  layWords,
  soundsOf,
  SpeechGatherer,
  stretchOfSpeech,
  type Dictionary,
  type LaidWord,
  type Speech,
  type WordToLay,
} from '@unhurried/core'
import { hear, type OnProgress } from './hear'
import type { LayOrder, WishedWord } from './messages'

/** What was heard last: words are laid again and again on one sound. */
let last: { readonly from: Blob | string; readonly speech: Promise<Speech> } | undefined

async function listenTo(from: Blob | string, onProgress: OnProgress): Promise<Speech> {
  let gatherer: SpeechGatherer | undefined
  await hear(from, ({ rate }) => [(gatherer = new SpeechGatherer(rate))], onProgress)
  return gatherer!.finish()
}

function speechIn(from: Blob | string, onProgress: OnProgress): Promise<Speech> {
  if (last?.from !== from) {
    const speech = listenTo(from, onProgress)
    last = { from, speech }
    speech.catch(() => (last = undefined))
  }
  return last!.speech
}

/** The English dictionary is large: fetched when words are first laid by it. */
async function dictionaryFor(byLetters: boolean): Promise<Dictionary | undefined> {
  if (byLetters) return undefined
  const { dictionary } = await import('cmu-pronouncing-dictionary')
  return (word) => (Object.hasOwn(dictionary, word) ? dictionary[word] : undefined)
}

function toLay(
  { text, sounds, held, within }: WishedWord,
  dictionary: Dictionary | undefined,
  from: number,
): WordToLay {
  const shifted = held && Object.fromEntries(Object.entries(held).map(([border, at]) => [border, at - from]))
  return {
    text,
    sounds: sounds ?? soundsOf(text, dictionary),
    ...(shifted && { held: shifted }),
    ...(within && { within: [within[0] - from, within[1] - from] as const }),
  }
}

/** Lays words where they are heard. Errors: SoundTrouble, WordsRefused. */
export async function lay({ from, span, words, byLetters }: LayOrder, onProgress: OnProgress): Promise<LaidWord[]> {
  const [speech, dictionary] = await Promise.all([speechIn(from, onProgress), dictionaryFor(byLetters)])
  const { speech: within, at } = stretchOfSpeech(speech, ...span)
  const laid = layWords(
    within,
    words.map((word) => toLay(word, dictionary, at)),
  )
  return laid.map((word, i) => ({
    ...word,
    // What a hand set stays to the last digit.
    at: word.at.map((second, border) => words[i]!.held?.[border] ?? Math.round((second + at) * 1e4) / 1e4),
  }))
}
