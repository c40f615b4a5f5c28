import { refuse } from '../../../scene/refusal'
import type { Column, LaidPlan, Scene } from '../../../scene/schema'
import { joined } from '../../../timing/column'
import { exposuresOf } from '../../../timing/sheet'
import type { Laying } from './laying'

type Shown = Laying['exposures']
type Frames = readonly (string | null)[]

/**
 * A level's column with a few drawings laid again and again, where they were laid before: a frame that shows something
 * else by now was changed by a hand, and keeps it.
 *
 * @param seats - by place in the plan
 */
export function columnAgain(
  scene: Scene,
  { take, plan, exposures }: Laying,
  seats: readonly string[],
  old?: LaidPlan,
): Column {
  const now = writtenFrames(exposures, seats)
  const { length } = scene.settings
  const last = plan.frame + now.length - 1
  if (last > length)
    refuse(`The plan needs frames up to ${last}, and the scene ends at ${length}. Make the scene longer first.`)
  const before = old ? writtenFrames(laidBefore(old, take), old.drawings) : []
  const sheet = exposuresOf(scene, plan.level, take).flatMap(({ drawing, frames }) =>
    new Array<string | null>(frames).fill(drawing),
  )
  const column = sheet.map((shown, i) => {
    const frame = i + 1
    const was = at(before, frame - (old?.frame ?? 1))
    const untouched = was === undefined ? shown === null : shown === was
    const wanted = at(now, frame - plan.frame)
    if (!untouched) return shown
    return wanted === undefined ? (was === undefined ? shown : null) : wanted
  })
  return joined(column.map((drawing) => ({ drawing, frames: 1 })))
}

/** What a plan laid in a take; a take made since has what it was made from. */
const laidBefore = ({ laid }: LaidPlan, take: string): Shown => laid?.[take] ?? Object.values(laid ?? {})[0] ?? []

const at = (frames: Frames, i: number): string | null | undefined =>
  i >= 0 && i < frames.length ? frames[i] : undefined

const writtenFrames = (shown: Shown, seats: readonly string[]): Frames =>
  shown.flatMap(({ drawing, frames }) =>
    new Array<string | null>(frames).fill(drawing === null ? null : (seats[drawing] ?? null)),
  )
