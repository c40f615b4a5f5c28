import type { Exercise } from './exercise'
import { heavyBall, hop, lightBall, longLeap } from './exercises/balls'
import { copiedNod, copiedSearch } from './exercises/copies'
import { blinkOnce, headTurn, speech } from './exercises/faces'
import { oneIntoAnother, twoThatTouch, waterDrop } from './exercises/shapes'
import { flag, pendulum, rider, tail } from './exercises/swings'
import { runOnTwos, walkingThing, walkOfEight, walkOfFour } from './exercises/walks'

/** Every exercise, in the order in which the craft is taught; those that copy a motion last. */
export const EXERCISES: readonly Exercise[] = [
  lightBall,
  heavyBall,
  pendulum,
  hop,
  longLeap,
  blinkOnce,
  headTurn,
  walkOfFour,
  walkOfEight,
  runOnTwos,
  tail,
  rider,
  walkingThing,
  waterDrop,
  flag,
  oneIntoAnother,
  twoThatTouch,
  speech,
  copiedNod,
  copiedSearch,
]
export const exerciseOf = (id: string): Exercise | undefined => EXERCISES.find((exercise) => exercise.id === id)
