import { landmarksOf, pinOf } from '../motion/landmarks/landmarks'
import { distance, type Point } from '../motion/arc'
import { measuredOf, type InkOf } from './measured'
import type { Scene } from '../scene/schema'
import { drawingsShown, exposuresOf } from '../timing/sheet'

/** Drawings looked back at: four places make three steps. */
const PLACES = 4
/** Steps that differ by less than this share are alike to the eye. */
const ALIKE = 0.12
/** Shorter steps are a hold that lives, in pixels. */
const STILL = 1.5

/**
 * How far the last drawings up to a frame went from one to the next, in scene pixels, the oldest first: by a landmark
 * pinned on all of them, else by the middle of their shapes. Fewer than three steps where fewer are drawn.
 */
export function lastSteps(
  scene: Scene,
  { take, level, frame, inkOf }: { take: string; level: string; frame: number; inkOf: InkOf },
): number[] {
  const drawings = drawingsShown(exposuresOf(scene, level, take))
    .filter((each) => each.frame <= frame)
    .map(({ drawing }) => ({ drawing, measured: measuredOf(drawing, inkOf) }))
    .filter(({ measured }) => measured?.shape)
    .slice(-PLACES)
  const pinned = landmarksOf(scene, level).find(({ id }) =>
    drawings.every(({ drawing }) => pinOf(scene.drawings[drawing], id)),
  )
  const places = drawings.map(
    ({ drawing, measured }): Point => (pinned && pinOf(scene.drawings[drawing], pinned.id)) ?? measured!.shape!.centre,
  )
  return places.slice(1).map((at, i) => distance(places[i]!, at))
}

/** What some steps one after the other say: "it is slowing"; nothing of fewer than two. */
export function paceInWords(steps: readonly number[]): string | undefined {
  if (steps.length < 2) return undefined
  if (steps.every((step) => step < STILL)) return 'it stands still'
  const changes = steps.slice(1).map((step, i) => step / Math.max(STILL / 2, steps[i]!))
  // A little each time adds up: what counts is that every step goes the same way, and how far all of them went.
  const all = changes.reduce((product, change) => product * change, 1)
  if (changes.every((change) => change < 1) && all < 1 - ALIKE) return 'it is slowing'
  if (changes.every((change) => change > 1) && all > 1 + ALIKE) return 'it is quickening'
  if (Math.max(...steps) <= (1 + 2 * ALIKE) * Math.min(...steps)) return 'it is even'
  return 'it is uneven'
}
