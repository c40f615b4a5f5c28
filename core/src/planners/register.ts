import { accent } from './accent'
import { blink } from './blink'
import { boil } from './boil'
import { bounce } from './bounce'
import { drag } from './drag'
import { drift } from './drift'
import { leap } from './leap'
import { morph } from './morph'
import { mouths } from './mouths'
import { move } from './move'
import type { Planner } from './planner'
import { spray } from './spray'
import { swing } from './swing'
import { turn } from './turn'
import { run, walk } from './walk'
import { writeOn } from './write-on'

/** Every planner, in the order they are offered. */
export const PLANNERS: readonly Planner[] = [
  bounce,
  leap,
  walk,
  run,
  drag,
  move,
  turn,
  blink,
  drift,
  boil,
  spray,
  swing,
  morph,
  accent,
  mouths,
]
/** Those that are laid elsewhere, where what they need is made, and can be opened again. */
const LAID_ELSEWHERE: readonly Planner[] = [writeOn]
export const plannerOf = (id: string): Planner | undefined =>
  [...PLANNERS, ...LAID_ELSEWHERE].find((planner) => planner.id === id)
