import {
  cutLine,
  exposureAt,
  exposuresOf,
  firstFrameOf,
  joinLines,
  liesAt,
  reordered,
  type Pass,
  type SimpleEdit,
  type Stroke,
} from '@unhurried/core'
import { freshId } from '../../../api/ids'
import { sayWhy, useScene } from '../../../session/scene'
import type { Targets } from '../useTargets'
import { boxRing, meantOn, type Selected, type SelectedInk } from './useSelected'

/** How near to a line a touch is meant for it, in CSS pixels. */
const REACH = 9

/** What is selected laid in front, behind or on another level, made one line, or a line made two. */
export function useRearrange({ targets, ink }: { targets: Targets; ink: SelectedInk }) {
  const store = useScene()
  const { selected, passesMeant, drop, choose } = ink

  function order(where: 'front' | 'behind'): boolean {
    const now = selected.value
    if (!now) return false
    return targets.commit(
      now.passes,
      (drawings) => `lines laid ${where === 'front' ? 'in front' : 'behind'} on ${drawings}`,
      (drawing, pieces) => reordered(pieces, meantOn(now, drawing, pieces), where),
    )
  }

  /** Makes one line of the selected ones, on each pass of each target. */
  function join(): boolean {
    const now = selected.value
    if (!now) return false
    return targets.commit(
      now.passes,
      (drawings) => `lines joined on ${drawings}`,
      (drawing, pieces) => joinLines(pieces, meantOn(now, drawing, pieces)),
    )
  }

  /** Cuts the topmost line at a place in two there; both are selected then. */
  function part(x: number, y: number, zoom: number): boolean {
    const here = store.drawing
    if (here === undefined) return false
    for (const pass of passesMeant().toReversed()) {
      const pieces = store.ink!.inkOf(here, pass)
      const at = pieces.findLastIndex((piece) => piece.kind === 'stroke' && liesAt(piece, x, y, REACH / zoom))
      if (at < 0) continue
      const line = pieces[at] as Stroke
      const halves = cutLine(line, x, y, freshId)
      if (!halves) return false
      const add = halves.map((piece, i) => ({ at: at + i, piece }))
      const change = () => ({ remove: [{ at, piece: line }], add })
      const done = targets.commit(pass, () => 'a line cut in two', change, { drawings: [here] })
      if (done) choose(halves, boxRing(halves), [pass])
      return done
    }
    return false
  }

  /** Takes what is selected over to the drawings of another level on the same frames. */
  function toLevel(level: string): boolean {
    const now = selected.value
    if (!now) return false
    try {
      const edits = targets.all.value.flatMap((drawing) => broughtOver(now, drawing, level))
      if (edits.length === 0) return false
      const name = store.scene!.levels[level]!.name
      const done = store.change({ type: 'together', words: `lines taken to level ${name}`, edits })
      if (done) drop()
      return done
    } catch (error) {
      sayWhy(error)
      return false
    }
  }

  /** The edits that take the selected part of one drawing over. Errors: where the level shows no drawing. */
  function broughtOver(now: Selected, drawing: string, level: string): SimpleEdit[] {
    const frame = drawing === now.drawing ? store.frame : firstFrameOf(store.exposures, drawing)
    const there = exposureAt(exposuresOf(store.scene!, level, store.take), frame ?? 1)?.drawing
    return now.passes.flatMap((pass): SimpleEdit[] => {
      const pieces = store.ink!.inkOf(drawing, pass)
      const ids = meantOn(now, drawing, pieces)
      const remove = pieces.flatMap((piece, at) => (ids.has(piece.id) ? [{ at, piece }] : []))
      if (remove.length === 0) return []
      if (!there) {
        const { name } = store.scene!.levels[level]!
        throw new Error(`Level ${name} shows no drawing at frame ${frame}. Put one in there first.`)
      }
      return [
        { type: 'ink.change', drawing, pass, remove, add: [] },
        { type: 'ink.change', drawing: there, pass, remove: [], add: onTop(there, pass, remove) },
      ]
    })
  }
  function onTop(drawing: string, pass: Pass, pieces: readonly { piece: Selected['pieces'][number] }[]) {
    const count = store.scene!.drawings[drawing]!.passes[pass] ?? 0
    return pieces.map(({ piece }, i) => ({ at: count + i, piece: { ...piece, id: freshId() } }))
  }

  return { order, join, part, toLevel }
}
