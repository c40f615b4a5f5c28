import { handOn, type ReelTimes } from '@unhurried/core'
import type { CutsOrder, MeasuredCut } from '../workers/cuts/messages'

/** Degrees a line of action may turn over a cut, and the share by which light may change, where a move goes on. */
const TURNED = 20
const LIGHT = 0.25
const PX = handOn.limits.px.value
const SPEED = handOn.limits.speed.value / 100

/** The cuts of a reel on both sides of which a scene is seen; the last goes round to the beginning. */
export function cutsOf({ shots }: ReelTimes): CutsOrder['cuts'] {
  return shots.flatMap((into, i) => {
    const out = shots.at(i - 1)!
    if (shots.length < 2 || !out.shot.scene || !into.shot.scene || out.missing || into.missing) return []
    return {
      shot: into.shot.id,
      out: { scene: out.shot.scene, frame: out.last },
      into: { scene: into.shot.scene, frame: into.first },
    }
  })
}

const NOTHING = 'No level of one name is on the paper on both sides, with a place that can be followed'

interface Told {
  readonly words: string
  /** Beyond what a move that goes on may be off by. */
  readonly wrong: boolean
}

/** What a cut hands on, in words. Where a move should go on, that nothing does is told, too. */
export function cutInWords({ handed, light: [before, after] }: MeasuredCut, goesOn: boolean): Told[] {
  const told = handed.flatMap(({ level, what, px, out, into, off, turned }): Told[] => [
    { words: `${level}: ${what} is met ${px.toFixed(0)} px from where it goes on`, wrong: px > PX },
    {
      words: `${level} leaves at ${out.toFixed(1)} and enters at ${into.toFixed(1)} px a frame`,
      wrong: Math.abs(off) > SPEED,
    },
    ...(turned === undefined
      ? []
      : [{ words: `${level}: its line of action turns by ${turned.toFixed(0)}°`, wrong: turned > TURNED }]),
  ])
  const change = before > 0 ? after / before - 1 : 0
  const percent = Math.abs(100 * change).toFixed(0)
  const light = percent === '0' ? 'As light as before' : `It becomes ${percent} % ${change < 0 ? 'darker' : 'lighter'}`
  const nothing = goesOn && handed.length === 0 ? [{ words: NOTHING, wrong: true }] : []
  return [...nothing, ...told, { words: light, wrong: Math.abs(change) > LIGHT }]
}
