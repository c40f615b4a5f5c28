import { keysOnTrack, type TrackedFrame } from '../motion/life'
import { landmarksOf, pinOf } from '../motion/landmarks/landmarks'
import type { Scene } from '../scene/schema'
import { drawingsShown, exposuresOf } from '../timing/sheet'
import { scoreCopy, type CopyScore } from './copied'
import type { Exercise, Ideal } from './exercise'
import type { MarkedDrawing } from './score'

/** What was followed on a film, and where what was drawn of it is looked for. */
export interface FromFilm {
  readonly scene: Scene
  readonly take: string
  /** The landmark’s name: the drawings that are compared have one of the same. */
  readonly name: string
  readonly track: readonly TrackedFrame[]
  /** The drawing from which it was followed: pinned on the film, it is no answer where others are. */
  readonly from?: string | undefined
}

/**
 * How keys drawn after watching a film compare with what was followed on it, drawn on the level where most of them are.
 * Errors: RangeError where no drawing has the landmark pinned over those frames.
 */
export function scoreAgainstFilm({ scene, take, name, track, from }: FromFilm): CopyScore {
  const levels = scene.levelOrder.map((level) => pinnedOn(scene, { take, level, name }))
  const others = levels.map((drawings) => drawings.filter(({ drawing }) => drawing !== from))
  const drawings = others.reduce((a, b) => (b.length > a.length ? b : a), [])
  const last = track.at(-1)!.frame
  const film: Exercise = {
    ...{ id: 'film', name: 'A film', teaches: '', task: () => '', law: '', pins: [name], exposure: 2, copied: true },
    schools: () => [{ words: 'as on the film', ideal: idealOf(name, track) }],
  }
  return scoreCopy(
    film,
    0,
    drawings.filter(({ frame }) => frame >= track[0]!.frame && frame <= last),
  )
}

function pinnedOn(scene: Scene, { take, level, name }: { take: string; level: string; name: string }): MarkedDrawing[] {
  const landmark = landmarksOf(scene, level).find((each) => each.name === name)
  if (!landmark) return []
  return drawingsShown(exposuresOf(scene, level, take)).flatMap(({ drawing, frame }) => {
    const entry = scene.drawings[drawing]!
    const pin = pinOf(entry, landmark.id)
    return pin ? [{ drawing, number: entry.number, frame, marks: { [name]: { x: pin.x, y: pin.y } } }] : []
  })
}

function idealOf(name: string, track: readonly TrackedFrame[]): Ideal {
  const places = new Map(track.map(({ frame, x, y }) => [frame, { x, y }]))
  const keys = new Set(keysOnTrack(track).map(({ frame }) => frame))
  return {
    loop: false,
    frames: Array.from({ length: track.at(-1)!.frame }, (_, i) => {
      const at = places.get(i + 1)
      return { marks: at ? { [name]: at } : {}, shapes: [], ...(keys.has(i + 1) && { key: true as const }) }
    }),
  }
}
