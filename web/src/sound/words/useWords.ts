import {
  endOf,
  placesKept,
  soundsWritten,
  spelled,
  wordsLaid,
  type Said,
  type SaidWord,
  type Sound,
} from '@unhurried/core'
import { computed, ref } from 'vue'
import { inWords } from '../../api/in-words'
import { freshId } from '../../api/ids'
import { useScene } from '../../session/scene'
import type { WishedWord } from '../../workers/sound/messages'
import { layWordsIn } from '../../session/measured'
import { cuesHeard, type Cue } from './read-cues'

/** A word as it is wished: what it was before, and what changes. */
interface Wish {
  readonly text: string
  readonly was?: SaidWord | undefined
  /** Borders set by hand, by number. */
  readonly held?: Readonly<Record<number, number>>
  readonly within?: readonly [number, number]
}

const heldOf = ({ held = [], at }: SaidWord): Record<number, number> =>
  Object.fromEntries(held.map((border) => [border, at[border]!]))

function wished({ text, was, held = was && heldOf(was), within }: Wish): WishedWord {
  return {
    text,
    ...(was && { sounds: was.sounds }),
    ...(held && Object.keys(held).length > 0 && { held: { ...held } }),
    ...(within && { within: [...within] as [number, number] }),
  }
}

const wishesOf = (cues: readonly Cue[]): Wish[] =>
  cues.flatMap(({ text, from, to }) => spelled(text).map((word) => ({ text: word, within: [from, to] as const })))

const noSounds = (unknown: string | undefined) =>
  unknown === undefined ? 'A word has at least one sound.' : `“${unknown}” is no sound of the list.`

/** The words of a sound: typed, laid where they are heard, and put right by hand. */
export function useWords(sound: () => Sound) {
  const store = useScene()
  const said = computed<Said | undefined>(() => store.scene?.said?.[sound().id])
  const words = computed(() => said.value?.words ?? [])
  const byLetters = computed(() => said.value?.byLetters === true)
  /** How far laying has come; undefined while nothing is laid. */
  const share = ref<number>()
  const trouble = ref('')
  let last = 0

  const context = () => ({ scene: store.working!, take: store.take, sound: sound().id, freshId: () => freshId() })
  const keep = (next: Said | null) => store.change(wordsLaid(context(), next))

  /** Lays words anew; what is asked meanwhile comes instead. */
  async function lay(wishes: readonly Wish[], letters = byLetters.value): Promise<boolean> {
    trouble.value = ''
    if (wishes.length === 0) return said.value === undefined || keep(null)
    const mine = ++last
    const { file, from, id } = sound()
    const scene = store.id
    share.value = 0
    try {
      const order = { span: [from, endOf(sound())] as [number, number], words: wishes.map(wished), byLetters: letters }
      const laid = await layWordsIn(file, order, (now) => mine === last && (share.value = now))
      if (mine !== last || store.id !== scene || sound().id !== id) return false
      return keep({
        words: laid.map((word, i) => ({ ...word, ...marksOf(wishes[i]!) })),
        ...(letters && { byLetters: true as const }),
      })
    } catch (error) {
      if (mine === last) trouble.value = inWords(error)
      return false
    } finally {
      if (mine === last) share.value = undefined
    }
  }

  return {
    ...{ words, byLetters, share, trouble },
    /** Lays a text; words that are in it already keep what a hand made of them. Other letters say all of them anew. */
    layText(text: string, letters: boolean) {
      const spelt = spelled(text)
      const before = words.value
      const kept = placesKept(
        before.map(({ text }) => text),
        spelt,
      )
      const known = (was: SaidWord | undefined) => (letters === byLetters.value || was?.written ? was : undefined)
      return lay(
        spelt.map((text, i) => ({ text, was: known(kept[i] === undefined ? undefined : before[kept[i]]) })),
        letters,
      )
    },
    /** Lays subtitles: the words of each within its seconds, of those the sound is heard at. */
    async layCues(cues: readonly Cue[]): Promise<boolean> {
      const { heard, sentence } = cuesHeard(cues, sound())
      const laid = heard.length > 0 && (await lay(wishesOf(heard)))
      if (sentence && (laid || heard.length === 0)) trouble.value = sentence
      return laid
    },
    /** A border of a word put at a second of the sound; the rest is laid around it. */
    putBorder: (place: number, border: number, second: number) =>
      lay(
        words.value.map((was, i) => ({
          ...{ text: was.text, was },
          ...(i === place && { held: { ...heldOf(was), [border]: second } }),
        })),
      ),
    /** Borders of a word are found by ear again. */
    free: (place: number) =>
      lay(words.value.map((was, i) => ({ text: was.text, was, ...(i === place && { held: {} }) }))),
    /** The sounds a word is said with, written by hand; its borders are found anew. */
    async writeSounds(place: number, written: string): Promise<boolean> {
      const { sounds, unknown } = soundsWritten(written)
      if (unknown !== undefined || sounds.length === 0) {
        trouble.value = noSounds(unknown)
        return false
      }
      return lay(
        words.value.map((was, i) => ({
          text: was.text,
          was: i === place ? { ...was, sounds, written: true as const } : was,
          ...(i === place && { held: {} }),
        })),
      )
    },
    takeOut: () => keep(null),
  }
}

function marksOf({ was, held = was && heldOf(was) }: Wish): Pick<SaidWord, 'held' | 'written'> {
  const borders = Object.keys(held ?? {}).map(Number)
  return { ...(borders.length > 0 && { held: borders }), ...(was?.written && { written: true as const }) }
}
