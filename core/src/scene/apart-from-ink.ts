import { PASSES, type Drawing, type Scene } from './schema'

/** True when two records hold the same things, whatever lies in one field. */
function sameBut<Held extends object>(field: keyof Held, before: Held, now: Held): boolean {
  const names = Object.keys(now) as (keyof Held)[]
  return (
    names.length === Object.keys(before).length && names.every((name) => name === field || before[name] === now[name])
  )
}

const sameDrawing = (before: Drawing | undefined, now: Drawing): boolean =>
  before === now ||
  (before !== undefined &&
    sameBut('passes', before, now) &&
    PASSES.every((pass) => (before.passes[pass] === undefined) === (now.passes[pass] === undefined)))

/**
 * True when two states of a scene tell the same but for how many pieces their drawings hold: another line on
 * a pass that holds some changes nothing else. The first on a pass does, and so does taking away the last.
 */
export function sameApartFromInk(before: Scene, now: Scene): boolean {
  if (before === now) return true
  if (!sameBut('drawings', before, now)) return false
  const ids = Object.keys(now.drawings)
  return (
    ids.length === Object.keys(before.drawings).length &&
    ids.every((id) => sameDrawing(before.drawings[id], now.drawings[id]!))
  )
}
