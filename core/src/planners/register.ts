import { bounce } from './bounce'
import type { Planner } from './planner'

/** Every planner, in the order they are offered. */
export const PLANNERS: readonly Planner[] = [bounce]
export const plannerOf = (id: string): Planner | undefined => PLANNERS.find((planner) => planner.id === id)
