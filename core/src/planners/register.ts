import { blink } from './blink'
import { bounce } from './bounce'
import { drift } from './drift'
import { leap } from './leap'
import { move } from './move'
import type { Planner } from './planner'
import { swing } from './swing'
import { turn } from './turn'
import { run, walk } from './walk'

/** Every planner, in the order they are offered. */
export const PLANNERS: readonly Planner[] = [bounce, leap, walk, run, move, turn, blink, swing, drift]
export const plannerOf = (id: string): Planner | undefined => PLANNERS.find((planner) => planner.id === id)
