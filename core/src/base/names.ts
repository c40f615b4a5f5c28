import { LIMITS } from './limits'
import { cutShort } from './sentence'

/** A name with an ending of its own, which stays whole: what is too long is cut before it. */
export const nameWith = (name: string, ending = ''): string =>
  `${cutShort(name, LIMITS.name - ending.length).trim()}${ending}`

/** The name itself while it is free; else “Nose 2” for “Nose”, counted on until it is. */
export function freeName(name: string, taken: ReadonlySet<string>): string {
  const [, stem, count] = /^(.*?)(?: (\d+))?$/s.exec(name)!
  let free = name
  for (let next = Number(count ?? 1) + 1; taken.has(free); next++) free = nameWith(stem!, ` ${next}`)
  return free
}
