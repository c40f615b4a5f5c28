import {
  BRUSH_TABLE,
  clamp,
  closedLine,
  PASSES,
  PLAIN_BRUSH,
  replaced,
  steadied,
  type Brush,
  type InkPiece,
  type Pass,
  type Stroke,
} from '@unhurried/core'
import { computed } from 'vue'
import { useScene } from '../../../session/scene'
import type { Targets } from '../useTargets'
import { meantOn, type SelectedInk } from './useSelected'

/** Thinnest a line may become, in pixels. */
const THINNEST = 0.25
/** How much steadier a line is made at a time. */
const STEADIER = 0.3

/** What is selected drawn otherwise: in another colour, width or brush, or laid on another pass. */
export function useRestyle({ targets, ink: { selected, drop } }: { targets: Targets; ink: SelectedInk }) {
  const store = useScene()

  /** Changes each selected piece that `restyled` has an answer for; the selection stays. */
  function restyle(words: string, restyled: (piece: InkPiece) => InkPiece | undefined): boolean {
    const now = selected.value
    if (!now) return false
    return targets.commit(
      now.passes,
      (drawings) => `${words} on ${drawings}`,
      (drawing, ink) => {
        const ids = meantOn(now, drawing, ink)
        return replaced(ink, (piece) => (ids.has(piece.id) ? restyled(piece) : undefined))
      },
    )
  }
  const restyleLines = (words: string, restyled: (line: Stroke) => Stroke | undefined) =>
    restyle(words, (piece) => (piece.kind === 'stroke' ? restyled(piece) : undefined))
  const inColour = (swatch: string) =>
    restyle('lines in another colour', (piece) => (piece.swatch === swatch ? undefined : { ...piece, swatch }))
  const widest = ({ brush = PLAIN_BRUSH }: { brush?: Brush | undefined }) => BRUSH_TABLE[brush].widest
  const byWidth = (factor: number) =>
    restyleLines(factor > 1 ? 'lines made heavier' : 'lines made finer', (line) => ({
      ...line,
      size: clamp(Math.round(line.size * factor * 4) / 4, THINNEST, widest(line)),
    }))
  const toWidth = (size: number) =>
    restyleLines(`lines made ${size} px wide`, (line) =>
      line.size === size ? undefined : { ...line, size: clamp(size, THINNEST, widest(line)) },
    )
  const withBrush = (brush: Brush) =>
    restyleLines(`lines drawn with the ${brush}`, ({ brush: was = PLAIN_BRUSH, ...line }) =>
      was === brush
        ? undefined
        : {
            ...line,
            size: Math.min(line.size, BRUSH_TABLE[brush].widest),
            ...(brush !== PLAIN_BRUSH && { brush }),
          },
    )
  const steadier = () => restyleLines('lines steadied', (line) => steadied(line, STEADIER))
  const closed = () => restyleLines('lines closed', closedLine)

  /** Takes the selected pieces off their passes and lays them on top of another; they are selected there no more. */
  function toPass(pass: Pass): boolean {
    const now = selected.value
    if (!now) return false
    const inkOf = (drawing: string, each: Pass) => store.ink!.inkOf(drawing, each)
    const from = now.passes.filter((each) => each !== pass)
    const movedOn = (drawing: string, each: Pass) => {
      const ids = meantOn(now, drawing, inkOf(drawing, each))
      return inkOf(drawing, each).flatMap((piece, at) => (ids.has(piece.id) ? [{ at, piece }] : []))
    }
    const done = targets.commit(
      PASSES.filter((each) => each === pass || from.includes(each)),
      (drawings) => `lines laid on the ${pass} pass on ${drawings}`,
      (drawing, ink, each) => {
        const moved = each === pass ? from.flatMap((other) => movedOn(drawing, other)) : movedOn(drawing, each)
        if (moved.length === 0) return undefined
        if (each !== pass) return { remove: moved, add: [] }
        return { remove: [], add: moved.map(({ piece }, i) => ({ at: ink.length + i, piece })) }
      },
    )
    if (done) drop()
    return done
  }

  return {
    inColour,
    byWidth,
    toWidth,
    withBrush,
    steadier,
    closed,
    toPass,
    anyLine: computed(() => selected.value?.pieces.some(({ kind }) => kind === 'stroke') ?? false),
  }
}
