import {
  clamp,
  areaScale,
  changesJoined,
  followedBy,
  isIdentity,
  mirroredAbout,
  movedBy,
  picked,
  replaced,
  scaledAbout,
  shareOf,
  skewedAbout,
  squashAbout,
  STAY,
  transformed,
  transformPoint,
  turnedAbout,
  type Ink,
  type Matrix,
  type Point,
} from '@unhurried/core'
import { shallowRef, watch, type Ref } from 'vue'
import { freshId } from '../../../api/ids'
import type { Table } from '../../../stage/surface'
import type { PencilSettings } from '../pencil'
import type { Change, Targets } from '../useTargets'
import { useLetteringMoved } from './useLetteringMoved'
import { meantOn, type Selected, type SelectedInk } from './useSelected'

interface Given {
  pencil: Ref<PencilSettings>
  targets: Targets
  table: Ref<Table | undefined>
  ink: SelectedInk
}

/** Moving, turning, squashing, slanting and mirroring what is selected, in figures; laid down on every target. */
export function useChange({ pencil, targets, table, ink }: Given) {
  const { selected, matrix, pivot, axis, figures, cells, inkOn, drop, show } = ink
  /** How far it was nudged since it was taken. */
  let nudged = { x: 0, y: 0 }
  const { lastMove, remember } = useLastMove(selected)
  const withLettering = useLetteringMoved()
  watch(
    () => selected.value?.ids,
    () => (nudged = { x: 0, y: 0 }),
    { flush: 'sync' },
  )

  const sharedOut = (change: Matrix) => sharedBy(targets.shareOn, { change, nudged, pivot: pivot.value })

  /** Lays down what was done, on every drawing it is done through. */
  function settle(words = 'lines moved') {
    const now = selected.value
    const change = matrix.value
    if (!now || change === STAY) return
    const done = targets.commit(
      now.passes,
      (drawings) => `${words} on ${drawings}`,
      transformSelected(now, sharedOut(change), pencil.value.cut && !cells.value),
      { along: withLettering(sharedOut(change)) },
    )
    matrix.value = STAY
    if (!done) return drop()
    remember(change)
    table.value?.lift(undefined)
    const pieces = inkOn(now.drawing, now.passes).filter(({ id }) => now.ids.has(id))
    selected.value = { ...now, pieces, ring: ringMoved(now.ring, change) }
    pivot.value = transformPoint(change, pivot.value)
  }
  function at(change: Matrix, words?: string) {
    show(change)
    settle(words)
  }

  return {
    lastMove,
    settle,
    move(x: number, y: number) {
      const [dx, dy] = cells.value ? [Math.round(x), Math.round(y)] : [x, y]
      figures.value = movedIn(dx, dy)
      show(movedBy(dx, dy))
    },
    turn(angle: number) {
      const by = cells.value ? Math.round(angle / (Math.PI / 2)) * (Math.PI / 2) : angle
      figures.value = `turned ${Math.round((Math.atan2(Math.sin(by), Math.cos(by)) * 180) / Math.PI)}°`
      show(turnedAbout(pivot.value, by))
    },
    scale(along: number, across: number, about: Point) {
      show(scaledAbout(about, { along, across, axis: 0 }))
      figures.value = scaled(along, across)
    },
    skew(by: number, along: number) {
      figures.value = `slanted ${Math.round((Math.atan(by) * 180) / Math.PI)}°`
      show(skewedAbout(pivot.value, { by, axis: along }))
    },
    /** Along the axis, keeping the area; tells the figures. */
    squash(along: number) {
      const safe = clamp(along, 0.15, 6)
      const change = squashAbout({ pivot: pivot.value, axis: axis.value, along: safe })
      figures.value = scaled(safe, Math.abs(areaScale(change)) / safe)
      show(change)
    },
    flip: (which: 'across' | 'down') =>
      at(mirroredAbout(pivot.value, which === 'across' ? Math.PI / 2 : 0), 'lines flipped'),
    nudge(x: number, y: number) {
      if (!selected.value) return false
      const so = { x: nudged.x + x, y: nudged.y + y }
      at(movedBy(x, y), 'lines nudged')
      nudged = so
      figures.value = movedIn(so.x, so.y) || 'back where it was'
      return true
    },
  }
}

/** What is done on each target. Small steps one after the other add up to the share of them all. */
function sharedBy(
  shareOn: Targets['shareOn'],
  { change, nudged, pivot }: { change: Matrix; nudged: Point; pivot: Point },
): (drawing: string) => Matrix {
  const [, , , , dx, dy] = change
  const moves = isIdentity(followedBy(change, movedBy(-dx, -dy)))
  return (drawing) => {
    const share = shareOn(drawing)
    if (share === 1) return change
    if (!moves) return shareOf(change, share, pivot)
    const step = (was: number, by: number) => toGrid((was + by) * share) - toGrid(was * share)
    return movedBy(step(nudged.x, dx), step(nudged.y, dy))
  }
}

/** All that was done to what was moved last, one change after the other. */
function useLastMove(selected: SelectedInk['selected']) {
  let moved: Matrix = STAY
  const lastMove = shallowRef<Matrix>(STAY)
  watch(
    () => selected.value?.ids,
    () => (moved = STAY),
    { flush: 'sync' },
  )
  const remember = (change: Matrix) => (lastMove.value = moved = followedBy(moved, change))
  return { lastMove, remember }
}

/** The selected pieces transformed; on another drawing, whatever is in their colours or lies within the ring they were taken with. */
function transformSelected(selected: Selected, matrixOn: (drawing: string) => Matrix, cut: boolean): Change {
  return (drawing, ink) => {
    const matrix = matrixOn(drawing)
    const transform = (pieces: Ink, ids: ReadonlySet<string>) =>
      replaced(pieces, (piece) => (ids.has(piece.id) ? transformed(piece, matrix) : undefined))
    if (drawing === selected.drawing || selected.swatches) return transform(ink, meantOn(selected, drawing, ink))
    const same = picked({ ink, lasso: selected.ring, cut, freshId })
    const ids = new Set(same.pieces.map(({ id }) => id))
    return changesJoined(ink, same.remove.length > 0 ? same : undefined, (left) => transform(left, ids))
  }
}

/** An eighth of a pixel: the step ink is kept in. */
const toGrid = (px: number) => Math.round(px * 8) / 8
const scaled = (along: number, across: number) =>
  `along ${along.toFixed(2)}, across ${across.toFixed(2)}, area ${Math.round(along * across * 100)} %`
const movedIn = (x: number, y: number) =>
  [
    x !== 0 && `${pixels(Math.abs(x))} px to the ${x > 0 ? 'right' : 'left'}`,
    y !== 0 && `${pixels(Math.abs(y))} px ${y > 0 ? 'down' : 'up'}`,
  ]
    .filter(Boolean)
    .join(', ')
const pixels = (px: number) => (px < 10 ? Number(px.toFixed(1)) : Math.round(px))

function ringMoved(ring: readonly number[], matrix: Matrix): number[] {
  const result: number[] = []
  for (let i = 0; i < ring.length; i += 2) {
    const { x, y } = transformPoint(matrix, { x: ring[i]!, y: ring[i + 1]! })
    result.push(x, y)
  }
  return result
}
