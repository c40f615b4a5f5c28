import { counted } from '../../base/counted'
import { LIMITS } from '../../base/limits'
import { clamp } from '../../base/clamp'
import { keysOnTrack, sharesOfWay, type TrackedFrame } from '../../motion/life'
import { refuse } from '../../scene/refusal'
import type { Scene } from '../../scene/schema'
import { exposureAt, exposuresOf } from '../../timing/sheet'
import { EditRefused } from '../../scene/refusal'
import { applyEdit } from '../apply'
import type { Edit, SimpleEdit } from '../kinds'
import { levelOf } from '../lookup'

export interface FromLife {
  readonly scene: Scene
  readonly take: string
  readonly level: string
  readonly landmark: string
  /** Frame by frame, the first of them the first key. */
  readonly track: readonly TrackedFrame[]
  /** Frames each drawing is held. */
  readonly exposure: number
  readonly freshId: () => string
}

/** Marks this near one another on a chart are one place. */
const APART = 0.004

/**
 * A movement timed from life as a plan: keys where it begins, turns back and ends, the landmark pinned on them, and
 * between them charts whose spacing is the one measured. Errors: EditRefused where the level shows other drawings there.
 */
export function keysFromLife(wish: FromLife): Edit {
  const { scene, level, track } = wish
  const { name } = levelOf(scene, level)
  const [first, last] = [track[0], track.at(-1)]
  if (!first || !last || last.frame <= first.frame) refuse('Follow the landmark over some frames first.')
  const keys = keysOnTrack(track)
  const taken = exposuresOf(scene, level, wish.take)
  for (let frame = first.frame + 1; frame <= last.frame; frame++) {
    const here = exposureAt(taken, frame)
    if (here?.drawing && here.frame > first.frame)
      refuse(
        `Level ${name} shows drawing ${scene.drawings[here.drawing]!.number} at frame ${here.frame}. Choose an empty level for the keys from life.`,
      )
  }
  const edits: SimpleEdit[] = []
  let now = scene
  const make = (edit: SimpleEdit) => {
    now = applyEdit(now, edit).scene
    edits.push(edit)
  }
  const ids = keys.map((at) => putKey(now, wish, at, make))
  for (let i = 1; i < keys.length; i++) chartBetween(wish, [keys[i - 1]!, keys[i]!], [ids[i - 1]!, ids[i]!], make)
  return { type: 'together', words: `${counted(keys.length, 'key')} timed from life`, edits }
}

function putKey(
  scene: Scene,
  { take, level, landmark, freshId }: FromLife,
  { frame, x, y }: TrackedFrame,
  make: (edit: SimpleEdit) => void,
): string {
  const here = exposureAt(exposuresOf(scene, level, take), frame)
  const there = here?.frame === frame && here.drawing ? here.drawing : undefined
  const drawing = there ?? freshId()
  if (!there) make({ type: 'drawing.add', take, level, frame, drawing: { id: drawing, role: 'key' } })
  const eighth = (value: number) => Math.round(clamp(value, -LIMITS.reach, LIMITS.reach) * 8) / 8
  make({ type: 'pin.set', drawing, landmark, pin: { x: eighth(x), y: eighth(y) } })
  return drawing
}

/** A chart on the exposure asked for, its marks where the landmark was at those frames. */
function chartBetween(
  { take, level, track, exposure, freshId }: FromLife,
  [a, b]: readonly [TrackedFrame, TrackedFrame],
  [from, to]: readonly [string, string],
  make: (edit: SimpleEdit) => void,
) {
  const frames: number[] = []
  for (let frame = a.frame + exposure; frame < b.frame; frame += exposure) frames.push(frame)
  if (frames.length === 0 || frames.length > LIMITS.marks) return
  const chart = freshId()
  const drawings = frames.map(() => freshId())
  const law = { by: 'law' as const, law: 'even' as const, strength: 1 }
  make({ type: 'chart.add', id: chart, level, from, to, spacing: law, exposure: [exposure], drawings, take })
  const shares = risingApart(sharesOfWay(track, a.frame, b.frame, frames))
  try {
    make({ type: 'chart.fractions', chart, fractions: shares })
  } catch (error) {
    // A landmark that hardly moved says nothing of its spacing: it stays even.
    if (!(error instanceof EditRefused)) throw error
  }
}

/** Marks keep their order, each at a place of its own. */
function risingApart(shares: readonly number[]): number[] {
  let last = 0
  return shares.map((share, i) => {
    const most = 1 - APART * (shares.length - i)
    last = Math.round(clamp(Math.max(share, last + APART), APART, most) * 1e4) / 1e4
    return last
  })
}
