import { freshId } from '../../api/ids'

const NAME = 'unhurried-person'
const PAUSED = 'unhurried-log-paused'

/** What this machine keeps for the page; undefined where it may keep nothing, and then nothing is counted either. */
export function keptHere(): Storage | undefined {
  try {
    return localStorage
  } catch {
    return undefined
  }
}

/** Who draws on this machine: a name by chance, made once. */
export function thisPerson(): string {
  const storage = keptHere()
  const known = storage?.getItem(NAME)
  if (known && /^[A-Za-z0-9][A-Za-z0-9_-]{0,31}$/.test(known)) return known
  const person = freshId()
  storage?.setItem(NAME, person)
  return person
}

export const isPaused = (): boolean => keptHere()?.getItem(PAUSED) === 'yes'
export const setPaused = (paused: boolean): void =>
  paused ? keptHere()?.setItem(PAUSED, 'yes') : keptHere()?.removeItem(PAUSED)
