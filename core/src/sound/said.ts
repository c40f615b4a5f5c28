import type { Said, SaidWord, Scene, Sound } from '../scene/schema'
import { endOf } from './frames'
import type { HeardSound } from './mouths'

/** Where a second of a sound's file lies among the frames of a scene: 1.5 is the middle of the first. */
export const frameAtSecond = ({ start, from }: Pick<Sound, 'start' | 'from'>, second: number, fps: number): number =>
  start + (second - from) * fps

/** Less sure than this, a third of the words or more lie elsewhere (docs/sound-measured.md). */
const SURE = 0.6
/** Whether a word may be heard elsewhere; one a hand has put right is not. */
export const isUnsure = ({ sureness, held }: Pick<SaidWord, 'sureness' | 'held'>): boolean => sureness < SURE && !held

/** A word under the frames of a scene, without the marks written beside it. */
export interface HeardWord {
  readonly text: string
  /** Its place among the words of its sound. */
  readonly place: number
  readonly from: number
  readonly to: number
  /** It may be heard elsewhere: somebody should listen there. */
  readonly unsure: boolean
  readonly sounds: readonly HeardSound[]
}

const withoutMarks = (text: string) => text.replace(/^[^\p{L}\p{N}]+|[^\p{L}\p{N}]+$/gu, '') || text

/** The words of a sound and what they are said with, as they lie under the frames; what is cut away is not heard. */
export function heardWords(sound: Sound, said: Said | undefined, fps: number): HeardWord[] {
  const heard = (second: number) => second >= sound.from && second <= endOf(sound)
  return (said?.words ?? []).flatMap((word, place) => {
    const { text, sounds, at } = word
    const frames = at.map((second) => frameAtSecond(sound, second, fps))
    const own = sounds.flatMap((each, i) =>
      heard(at[i]!) && heard(at[i + 1]!) ? [{ sound: each, from: frames[i]!, to: frames[i + 1]! }] : [],
    )
    return own.length > 0
      ? [
          {
            text: withoutMarks(text),
            place,
            unsure: isUnsure(word),
            from: own[0]!.from,
            to: own.at(-1)!.to,
            sounds: own,
          },
        ]
      : []
  })
}

/** All sounds of speech of a sound of the scene, in the order they are heard. */
export function heardSounds(scene: Scene, sound: string): HeardSound[] {
  const found = scene.sounds?.[sound]
  if (!found) return []
  return heardWords(found, scene.said?.[sound], scene.settings.fps).flatMap(({ sounds }) => sounds)
}

/** Where a word is stressed: where its stressed vowel begins, the first vowel of one without; its beginning otherwise. */
export function stressOf({ sounds, from }: Pick<HeardWord, 'sounds' | 'from'>): number {
  const vowel = sounds.find(({ sound }) => sound.endsWith('1')) ?? sounds.find(({ sound }) => /[02]$/.test(sound))
  return vowel?.from ?? from
}
