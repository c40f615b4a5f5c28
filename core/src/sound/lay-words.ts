import type { Speech } from './speech'
import { partsOf, SILENCE, SPEECH_CLASSES, type SpeechClass, type SpeechClassName } from './speech-classes'
import { VOICING_VALUES, voicingOf, type Voicing } from './voicing'
import type { Word } from './words'

/** A word to be laid, and what is known of where it lies already. */
export interface WordToLay extends Word {
  /** Borders set by hand, by number, in seconds of the sound: 0 begins the first sound, the last one ends the word. */
  readonly held?: Readonly<Record<number, number>>
  /** It lies within these seconds, as a subtitle says. */
  readonly within?: readonly [number, number]
}

/** Where a word is heard. */
export interface LaidWord extends Word {
  /** Seconds of the sound, rising: where each of its sounds begins, and where the last one ends. */
  readonly at: readonly number[]
  /** From 0 to 1. */
  readonly sureness: number
}

/** Words that cannot be laid on a sound; the message says why. */
export class WordsRefused extends RangeError {
  override readonly name = 'WordsRefused'
}

/** Neighbouring steps say nearly the same: each counts for this much. */
const STEP_COUNTS = 0.2
/** How unlikely a value can make a step at most, in standard deviations. */
const FARTHEST = 4
/** What a step of speech where nobody speaks costs, and what a pause between two words does. */
const IN_QUIET = 50
const PAUSE = 1.5
/** The longest a part lasts, in times its usual length and in steps. */
const LONGEST = { times: 4, least: 30, most: 160 }
/** A part may end so many seconds from where an even pace has it. */
const BAND = 12
/** Borders of a subtitle are only about right, in seconds. */
const ABOUT = 0.4

/** A part of a sound: lips shut, or let go, or a sound that is one all through. */
interface Part {
  readonly word: number
  readonly name: SpeechClassName
  readonly seconds: number
  /** The border before it, if it begins a sound. */
  readonly border?: number
  readonly last: boolean
  /** Steps at which it may begin and end: both ends within. */
  begins: [number, number]
  ends: [number, number]
}

/**
 * Lays words where they are heard: of all ways to lay their sounds one after the other, with pauses between words,
 * the one that sounds most like them (explicit-duration Viterbi alignment, Ferguson 1980), by monotone dynamic
 * programming. Borders set by hand stay, and the rest is laid around them.
 *
 * @returns in steps of the speech; the border of a hand exactly where it was set
 * Errors: WordsRefused, when they need more time than there is
 */
export function layWords(speech: Speech, words: readonly WordToLay[]): LaidWord[] {
  if (words.length === 0) return []
  const voicing = voicingOf(speech)
  const parts = partsIn(words)
  bound(parts, words, { speech, voicing })
  const likely = likelihoods(voicing, speech.step)
  const borders = bestBorders(parts, { voicing, likely, step: speech.step })
  return rising(
    words,
    words.map((word, i) => laid(word, i, { parts, borders, likely, speech })),
  )
}

function partsIn(words: readonly WordToLay[]): Part[] {
  return words.flatMap(({ sounds }, word) =>
    sounds.flatMap((sound, border) => {
      const pieces = partsOf(sound)
      return pieces.map((piece, i): Part => ({
        ...{ word, ...piece, begins: [0, 0], ends: [0, 0] },
        ...(i === 0 && { border }),
        last: border === sounds.length - 1 && i === pieces.length - 1,
      }))
    }),
  )
}

/** Says at which steps each part may begin and end: what a hand or a subtitle says, and about an even pace. */
function bound(parts: Part[], words: readonly WordToLay[], { speech, voicing }: { speech: Speech; voicing: Voicing }) {
  const { step } = speech
  const { steps } = voicing
  const wide = Math.round(BAND / step)
  const paced = evenPace(parts, voicing, anchorsOf(parts, words, step))
  const held = (part: Part, border: number) => {
    const second = words[part.word]!.held?.[border]
    return second === undefined ? undefined : Math.min(steps, Math.max(0, Math.round(second / step)))
  }
  parts.forEach((part, i) => {
    const { within, sounds } = words[part.word]!
    const [from, to] = within ? [(within[0] - ABOUT) / step, (within[1] + ABOUT) / step] : [0, steps]
    const span = (at: number): [number, number] => [
      Math.max(0, Math.floor(Math.max(from, at - wide))),
      Math.min(steps, Math.ceil(Math.min(to, at + wide))),
    ]
    part.begins = span(paced[i]!)
    part.ends = span(paced[i + 1]!)
    const begins = part.border === undefined ? undefined : held(part, part.border)
    if (begins !== undefined) part.begins = [begins, begins]
    const ends = part.last
      ? held(part, sounds.length)
      : parts[i + 1]?.border !== undefined
        ? held(part, parts[i + 1]!.border!)
        : undefined
    if (ends !== undefined) part.ends = [ends, ends]
  })
}

/** Borders between parts whose place is known, by the part that follows. */
function anchorsOf(parts: readonly Part[], words: readonly WordToLay[], step: number): Map<number, number> {
  const anchors = new Map<number, number>()
  parts.forEach((part, i) => {
    const { held, within, sounds } = words[part.word]!
    const begins =
      part.border === undefined ? undefined : (held?.[part.border] ?? (part.border === 0 ? within?.[0] : undefined))
    if (begins !== undefined) anchors.set(i, begins / step)
    const ends = part.last ? held?.[sounds.length] : undefined
    if (ends !== undefined) anchors.set(i + 1, ends / step)
  })
  return anchors
}

/** Steps at which parts would begin and the last one end, if all between two anchors were said at one pace. */
function evenPace(parts: readonly Part[], { quiet, steps }: Voicing, anchors: Map<number, number>): number[] {
  const usual = [0]
  for (const { seconds } of parts) usual.push(usual.at(-1)! + seconds)
  const spoken = [0]
  for (let i = 0; i < steps; i++) spoken.push(spoken[i]! + (quiet[i] ? 0.02 : 1))
  const spokenAt = (at: number) => spoken[Math.min(steps, Math.max(0, Math.round(at)))]!
  const known = [
    [0, 0] as const,
    ...[...anchors].filter(([part]) => part > 0 && part < parts.length),
    [parts.length, steps] as const,
  ]
  const places: number[] = []
  let [next, at] = [1, 0]
  for (let i = 0; i <= parts.length; i++) {
    while (next < known.length - 1 && i > known[next]![0]) next++
    const [[a, stepA], [b, stepB]] = [known[next - 1]!, known[next]!]
    const share = (usual[i]! - usual[a]!) / (usual[b]! - usual[a]! || 1)
    const goal = spokenAt(stepA) + share * (spokenAt(stepB) - spokenAt(stepA))
    at = Math.max(at, Math.min(steps, Math.round(stepA)))
    while (at < steps && spoken[at]! < goal) at++
    places.push(at)
  }
  return places
}

/** How likely each class is, added up to each step; a step between two is the difference of two sums. */
interface Likelihoods {
  readonly of: Readonly<Record<SpeechClassName, Float64Array>>
  readonly silence: Float64Array
  /** The likeliest class of each step, added up. */
  readonly best: Float64Array
}

function likelihoods(voicing: Voicing, step: number): Likelihoods {
  const { steps, floor, quiet } = voicing
  const names = Object.keys(SPEECH_CLASSES) as SpeechClassName[]
  const of = Object.fromEntries(names.map((name) => [name, new Float64Array(steps + 1)])) as Likelihoods['of']
  const [silence, best] = [new Float64Array(steps + 1), new Float64Array(steps + 1)]
  const silent = { ...SILENCE, mean: [Math.max(SILENCE.mean[0], floor), ...SILENCE.mean.slice(1)] }
  // Steps of another length count by their time.
  const counts = (STEP_COUNTS * step) / 0.01
  for (let i = 0; i < steps; i++) {
    let highest = -Infinity
    for (const name of names) {
      const value = counts * likelihoodAt(voicing, i, SPEECH_CLASSES[name]) - (quiet[i] ? IN_QUIET : 0)
      of[name][i + 1] = of[name][i]! + value
      highest = Math.max(highest, value)
    }
    const value = counts * likelihoodAt(voicing, i, silent)
    silence[i + 1] = silence[i]! + value
    best[i + 1] = best[i]! + Math.max(highest, value)
  }
  return { of, silence, best }
}

function likelihoodAt({ values }: Voicing, at: number, { mean, spread }: Pick<SpeechClass, 'mean' | 'spread'>): number {
  let sum = 0
  for (let k = 0; k < VOICING_VALUES; k++) {
    const off = Math.min(FARTHEST, Math.abs(values[at * VOICING_VALUES + k]! - mean[k]!) / spread[k]!)
    sum -= 0.5 * off * off + Math.log(spread[k]!)
  }
  return sum
}

/** A part's first and last border, in steps, by part. */
type Borders = readonly { readonly from: number; readonly to: number }[]

function bestBorders(parts: readonly Part[], sound: { voicing: Voicing; likely: Likelihoods; step: number }): Borders {
  const { steps, quiet } = sound.voicing
  const spoken = steps - quiet.reduce((sum, each) => sum + each, 0)
  const usual = parts.reduce((sum, { seconds }) => sum + seconds, 0) / sound.step
  const pace = Math.min(3, Math.max(0.5, spoken / usual))
  let ends = new Float64Array(steps + 1).fill(-Infinity)
  ends[0] = 0
  const ways = parts.map((part, i) => {
    const begun =
      i === 0 || parts[i - 1]!.last ? afterPause(ends, sound.likely.silence, i === 0 ? 0 : PAUSE) : undefined
    const way = ended(part, begun?.scores ?? ends, sound, pace)
    ends = way.scores
    return { lengths: way.lengths, first: part.ends[0], paused: begun?.paused }
  })
  const last = afterPause(ends, sound.likely.silence, 0)
  if (!(last.scores[steps]! > -Infinity)) throw new WordsRefused(TOO_MUCH)
  let at = last.paused[steps]!
  const borders: { from: number; to: number }[] = []
  for (let i = parts.length - 1; i >= 0; i--) {
    const { lengths, first, paused } = ways[i]!
    const to = at
    const from = to - lengths[to - first]!
    borders.push({ from, to })
    at = paused ? paused[from]! : from
  }
  return borders.reverse()
}
const TOO_MUCH =
  'These words need more time than there is for them. Take words out, or move what was set by hand farther apart.'

/** Scores of beginning at each step, with a pause before it or none, and where such a pause begins. */
function afterPause(ends: Float64Array, silence: Float64Array, cost: number) {
  const scores = new Float64Array(ends.length)
  const paused = new Int32Array(ends.length)
  let [best, from] = [-Infinity, 0]
  for (let at = 0; at < ends.length; at++) {
    const waited = best + silence[at]! - cost
    const [score, since] = waited > ends[at]! ? [waited, from] : [ends[at]!, at]
    scores[at] = score
    paused[at] = since
    if (ends[at]! - silence[at]! > best) [best, from] = [ends[at]! - silence[at]!, at]
  }
  return { scores, paused }
}

/** Scores of a part's ending at each step it may end at, and how long it lasts then. */
function ended(
  { name, seconds, begins, ends }: Part,
  before: Float64Array,
  { voicing: { steps }, likely, step }: { voicing: Voicing; likely: Likelihoods; step: number },
  pace: number,
) {
  const usual = (seconds / step) * pace
  const longest = Math.max(LONGEST.least, Math.min(LONGEST.most, Math.ceil(usual * LONGEST.times)))
  const { vary } = SPEECH_CLASSES[name]
  const lasting = Array.from({ length: longest + 1 }, (_, length) => -0.5 * (Math.log(length / usual) / vary) ** 2)
  const sums = likely.of[name]
  const scores = new Float64Array(steps + 1).fill(-Infinity)
  const lengths = new Int16Array(Math.max(0, ends[1] - ends[0] + 1))
  for (let to = ends[0]; to <= ends[1]; to++) {
    const shortest = Math.max(1, to - begins[1])
    const most = held(begins, ends) ? to - begins[0] : Math.min(longest, to - begins[0])
    for (let length = shortest; length <= most; length++) {
      const score = before[to - length]! + sums[to]! - sums[to - length]! + (lasting[length] ?? lasting[longest]!)
      if (score > scores[to]!) {
        scores[to] = score
        lengths[to - ends[0]] = length
      }
    }
  }
  return { scores, lengths }
}
/** Both its borders are where a hand put them, however long that is. */
const held = (begins: Part['begins'], ends: Part['ends']) => begins[0] === begins[1] && ends[0] === ends[1]

/** What a word sounds unlike, by step, until it is half as sure. */
const HALF_SURE = 0.9

function laid(
  word: WordToLay,
  index: number,
  { parts, borders, likely, speech }: { parts: readonly Part[]; borders: Borders; likely: Likelihoods; speech: Speech },
): LaidWord {
  const own = parts.flatMap((part, i) => (part.word === index ? [{ part, ...borders[i]! }] : []))
  const { from, to } = { from: own[0]!.from, to: own.at(-1)!.to }
  const heard = own.reduce(
    (sum, { part, from, to }) => sum + likely.of[part.name][to]! - likely.of[part.name][from]!,
    0,
  )
  const unlike = (likely.best[to]! - likely.best[from]! - heard) / (to - from)
  const steps = own.filter(({ part }) => part.border !== undefined).map(({ from }) => from)
  const { text, sounds, held } = word
  return {
    ...{ text, sounds },
    at: [...steps, to].map((at, border) => held?.[border] ?? Math.round(at * speech.step * 1e4) / 1e4),
    sureness: Math.round(100 * 0.5 ** (unlike / HALF_SURE)) / 100,
  }
}

/** A border of a hand lies between two steps: its neighbours make way. */
function rising(words: readonly WordToLay[], laid: readonly LaidWord[]): LaidWord[] {
  const places = laid.map(({ at }) => [...at])
  let next = Infinity
  for (let word = words.length - 1; word >= 0; word--)
    for (let border = places[word]!.length - 1; border >= 0; border--)
      places[word]![border] = next = words[word]!.held?.[border] ?? Math.min(next, places[word]![border]!)
  let last = 0
  return laid.map((each, word) => ({
    ...each,
    at: places[word]!.map((at, border) => (last = words[word]!.held?.[border] ?? Math.max(last, at))),
  }))
}
