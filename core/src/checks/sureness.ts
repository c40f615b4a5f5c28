import { clamp } from '../base/clamp'
import type { CheckFacts } from './check'
import { SURENESS, type Observation, type Sureness } from './finding'
import type { LevelSubject } from './subject'

/** Over its limit by these factors a finding is likely a fault, and surely one. */
const LIKELY = 1.35
const SURE = 2

/** By how many times a value is beyond its limit, whichever side of it is meant; what is not measured is as it is. */
function excessOf({ value, limit, unit }: Observation): number {
  if (limit === 0 || unit === '' || value === 0) return Infinity
  const times = Math.abs(value / limit)
  return Math.max(times, 1 / times)
}

/** How sure it is that an observation is a fault: how far it is beyond its limit; less where motion is judged without a landmark. */
export function surenessOf(
  check: Pick<CheckFacts, 'group'>,
  observation: Observation,
  subject?: LevelSubject,
): Sureness {
  const excess = excessOf(observation)
  const grade = excess >= SURE ? 0 : excess >= LIKELY ? 1 : 2
  const moves = check.group === 'motion' || check.group === 'meeting'
  const unpinned = moves && subject !== undefined && subject.tracks.every(({ standIn }) => standIn)
  return SURENESS[clamp(grade + (unpinned ? 1 : 0), 0, SURENESS.length - 1)]!
}
