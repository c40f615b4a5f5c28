import { landmarksOf, pinOf } from '../motion/landmarks/landmarks'
import { distance, type Point } from '../motion/arc'
import { hasShape, middleOfShape, type InkOf } from './measured'
import { standingAmong, type Frame } from './tracks/standing'
import type { Ink } from '../ink/ink'
import type { Scene } from '../scene/schema'
import { drawingsShown, exposuresOf } from '../timing/sheet'

/** Drawings looked back at: four places make three steps. */
const PLACES = 4
/** Steps that differ by less than this share are alike to the eye. */
const ALIKE = 0.12
/** Shorter steps are a hold that lives, in pixels. */
const STILL = 1.5

/** The last drawings up to a frame that hold something with a shape, the oldest first. */
export function lastDrawn(
  scene: Scene,
  { take, level, frame, inkOf }: { take: string; level: string; frame: number; inkOf: InkOf },
): string[] {
  return drawingsShown(exposuresOf(scene, level, take))
    .filter((each) => each.frame <= frame && hasShape(each.drawing, inkOf))
    .slice(-PLACES)
    .map(({ drawing }) => drawing)
}

/** Where a landmark that is pinned on all of some drawings lies; undefined where none is. */
export function placesPinned(scene: Scene, level: string, drawings: readonly string[]): Point[] | undefined {
  for (const { id } of landmarksOf(scene, level)) {
    const pins = drawings.flatMap((drawing): Point[] => {
      const pin = pinOf(scene.drawings[drawing], id)
      return pin ? [pin] : []
    })
    if (pins.length === drawings.length) return pins
  }
  return undefined
}

/**
 * Where the middle of what moves lies on each of some drawings, given by their ink; undefined where one has no shape. A
 * ground traced on all of them goes nowhere, and does not make what goes over it slow.
 */
export function middlesOf(drawings: readonly Ink[], frame: Frame): (Point | undefined)[] {
  const standing = drawings.length > 1 ? standingAmong(drawings, frame) : undefined
  return (standing?.isGround ? standing.rest : drawings).map(middleOfShape)
}

/** How far it goes from each place to the next, in scene pixels. */
export const stepsOver = (places: readonly Point[]): number[] =>
  places.slice(1).map((at, i) => distance(places[i]!, at))

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
