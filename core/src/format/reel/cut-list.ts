import type { ReelTimes, ShotTime } from '../../production/reel-times'
import { fileStem } from '../file-stem'

/** A shot of a reel as lists of cuts tell it to other programs. */
export interface Cut {
  readonly time: ShotTime
  readonly name: string
  readonly shows: 'scene' | 'story' | 'black'
  /** The folder and the stem of the stills of its scene, or the stem of its story picture; undefined for black. */
  readonly stem: string | undefined
}

/** What the scene of a shot is called; undefined where it is not on the shelf. */
export type SceneName = (scene: string) => string | undefined

/** The shots of a reel in order. Shots of one scene have one stem: its stills go out once. */
export function cutList(times: ReelTimes, nameOf: SceneName): Cut[] {
  const stems = new Map<string, string>()
  const stemOf = (what: string, name: string) => {
    const stem = stems.get(what) ?? `${String(stems.size + 1).padStart(4, '0')}-${fileStem(name)}`
    stems.set(what, stem)
    return stem
  }
  return times.shots.map((time, i) => {
    const { scene, picture, name } = time.shot
    const called = scene === undefined || time.missing ? undefined : nameOf(scene)
    if (scene !== undefined && called !== undefined)
      return { time, name: name ?? called, shows: 'scene', stem: stemOf(scene, called) }
    const word = name ?? (picture ? `Story ${i + 1}` : 'Black')
    return picture
      ? { time, name: word, shows: 'story', stem: stemOf(picture, word) }
      : { time, name: word, shows: 'black', stem: undefined }
  })
}

/** Digits of a still's number. */
export const STILL_DIGITS = 4
/** `0001-the-lime-drops/0001-the-lime-drops-0001.png` */
export const sceneStill = (stem: string, frame: number): string =>
  `${stem}/${stem}-${String(frame).padStart(STILL_DIGITS, '0')}.png`
export const storyStill = (stem: string): string => `story/${stem}.png`
export const REEL_SOUND = 'sound.wav'
