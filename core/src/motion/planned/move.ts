import { requireNumber, requireWhole } from '../../base/ranges'

export interface MoveOptions {
  readonly from: number
  readonly to: number
  /** Frames of the move itself, from the anticipation to the overshoot. */
  readonly frames: number
  /** How far it first goes the other way, as a share of the whole, and how many frames that takes; 0 frames leaves it out. */
  readonly anticipation: { readonly share: number; readonly frames: number }
  readonly overshoot: { readonly share: number; readonly frames: number }
  readonly settle: { readonly frames: number }
}

interface MoveKey {
  /** Frames from the start of the move. */
  readonly frame: number
  readonly value: number
  readonly what: 'start' | 'anticipation' | 'overshoot' | 'rest'
}
export interface MovePlan {
  readonly keys: readonly MoveKey[]
  readonly frames: number
  /** Its value at each frame from 0. */ readonly values: readonly number[]
}

/** A slow beginning, a fast middle and a slow end, as cubes: fastest half way. */
const slowBoth = (t: number) => (t < 0.5 ? 4 * t ** 3 : 1 - 4 * (1 - t) ** 3)
const slowIn = (t: number) => 1 - (1 - t) ** 2
const slowOutIn = (t: number) => (t < 0.5 ? 2 * t * t : 1 - 2 * (1 - t) ** 2)

/**
 * A move with anticipation, overshoot and settle (arithmetic, 10): keys at from, from − share·(to − from),
 * to + share·(to − from) and to; slow-in to the anticipation, a fast middle, slow-out-in back to rest. Zero
 * frames leave a key out. Errors: RangeError naming what lies outside its range (shares 0 to 0.5).
 */
export function planMove({ from, to, frames, anticipation, overshoot, settle }: MoveOptions): MovePlan {
  for (const [name, value] of [
    ['from', from],
    ['to', to],
  ] as const)
    requireNumber(name, value, -1e6, 1e6)
  requireWhole('frames', frames, 1, 7200)
  for (const [name, part] of [
    ['anticipation', anticipation],
    ['overshoot', overshoot],
  ] as const) {
    requireNumber(`${name}.share`, part.share, 0, 0.5)
    requireWhole(`${name}.frames`, part.frames, 0, 7200)
  }
  requireWhole('settle.frames', settle.frames, 0, 7200)
  const far = to - from
  const keys: MoveKey[] = [{ frame: 0, value: from, what: 'start' }]
  const add = (more: number, value: number, what: MoveKey['what']) =>
    keys.push({ frame: keys.at(-1)!.frame + more, value, what })
  const over = overshoot.frames > 0
  if (anticipation.frames > 0) add(anticipation.frames, from - anticipation.share * far, 'anticipation')
  if (over) add(frames, to + overshoot.share * far, 'overshoot')
  add(over ? overshoot.frames + settle.frames : frames + settle.frames, to, 'rest')
  const last = keys.at(-1)!.frame
  const values = Array.from({ length: last + 1 }, (_, frame) => {
    const i = Math.max(
      1,
      keys.findIndex((key) => key.frame >= frame),
    )
    const [a, b] = [keys[i - 1]!, keys[i]!]
    const t = (frame - a.frame) / (b.frame - a.frame)
    const law = b.what === 'anticipation' ? slowIn : b.what === 'rest' && over ? slowOutIn : slowBoth
    return a.value + (b.value - a.value) * law(t)
  })
  return { keys, frames: last, values }
}
