import {
  changeInk,
  copyOf,
  simpleEditsOf,
  touchedBy,
  type Drawing,
  type Edit,
  type Pass,
  type Scene,
} from '@unhurried/core'
import type { LineIds } from './ink'

/** A kept edit as those behind it want to know it. */
export interface Recent {
  readonly id: string
  readonly version: number
  /** The parts of the scene it touches. */
  readonly touched: readonly string[]
}

/** A scene as one server knows it. Whether that is the newest, the version in the statement that keeps decides. */
export interface HotScene {
  readonly id: string
  readonly production: string
  version: number
  /** All but the newest counts of lines, which lie in `inked`: `sceneNow` has both. */
  scene: Scene
  /** Drawings whose lines alone changed since `scene`: a stroke costs the same however many drawings there are. */
  inked: ReadonlyMap<string, Drawing>
  /** What was mended when it was opened, in words. */
  notice: string
  /** The newest edits, oldest first, up to `version`. */
  readonly recent: Recent[]
  /** The versions of edits known by their ids: the recent ones, and older ones that were sent again. */
  readonly ids: Map<string, number>
  /** Lines on the drawings that were written on here. */
  readonly lines: Map<string, LineIds>
  /** The version of the newest snapshot. */
  snapshotAt: number
  /** The same of the newest one that stays. */
  stayingAt: number
}

/** Edits remembered for those who are a little behind: a minute of many hands at once. */
const MOST_RECENT = 4000

/** The scene as it is, its drawings with the newest counts of their lines. */
export function sceneNow(hot: HotScene): Scene {
  if (hot.inked.size > 0) {
    hot.scene = withInked(hot.scene, hot.inked)
    hot.inked = new Map()
  }
  return hot.scene
}

export const withInked = (scene: Scene, inked: ReadonlyMap<string, Drawing>): Scene =>
  inked.size === 0 ? scene : { ...scene, drawings: { ...scene.drawings, ...Object.fromEntries(inked) } }

/** Remembers a kept edit. */
export function remember(hot: HotScene, recent: Recent): void {
  hot.recent.push(recent)
  hot.ids.set(recent.id, recent.version)
  if (hot.recent.length > 2 * MOST_RECENT) for (const { id } of hot.recent.splice(0, MOST_RECENT)) hot.ids.delete(id)
}

/** The scene one kept edit further. */
export function advance(
  hot: HotScene,
  { id, version, edit, after }: { id: string; version: number; edit: Edit; after: Scene },
): void {
  remember(hot, { id, version, touched: touchedBy(sceneNow(hot), after, edit) })
  for (const each of simpleEditsOf(edit)) {
    const copy = copyOf(each)
    if (copy) hot.lines.delete(copy.drawing)
    const known = each.type === 'ink.change' ? hot.lines.get(each.drawing) : undefined
    if (each.type === 'ink.change' && known) hot.lines.set(each.drawing, lineIdsAfter(known, each))
  }
  hot.scene = after
  hot.version = version
}

/** The ids of the lines on a drawing after a change. Errors: EditRefused when it takes out what is not there, or puts on what is. */
export function lineIdsAfter(ids: LineIds, change: Extract<Edit, { type: 'ink.change' }>): LineIds {
  const slim = ({ at, piece }: { at: number; piece: { id: string } }) => ({ at, piece: { id: piece.id } })
  return {
    ...ids,
    [change.pass as Pass]: changeInk(ids[change.pass] ?? [], {
      remove: change.remove.map(slim),
      add: change.add.map(slim),
    }),
  }
}
