import {
  counted,
  applyEdit,
  between,
  exposuresOf,
  LIMITS,
  mirroredAbout,
  nextPlace,
  PASSES,
  transformed,
  type Exposure,
  type Scene,
  type SimpleEdit,
} from '@unhurried/core'
import { freshId } from '../../api/ids'
import { sayWhy, useScene } from '../../session/scene'
import type { SheetRange } from './useRange'

/** Drawings copied as they follow each other, after the last of them: as they are, or with their sides exchanged. */
export function useCopies({ range }: SheetRange) {
  const store = useScene()

  function mirroredInk(scene: Scene, source: string, drawing: string): SimpleEdit[] {
    const { width, height } = scene.settings
    const mirror = mirroredAbout({ x: width / 2, y: height / 2 }, Math.PI / 2)
    return PASSES.flatMap((pass): SimpleEdit[] => {
      const pieces = store.ink!.inkOf(source, pass).map((piece) => ({ ...transformed(piece, mirror), id: freshId() }))
      const parts = Array.from({ length: Math.ceil(pieces.length / LIMITS.piecesPerEdit) }, (_, i) => i)
      return parts.map((part): SimpleEdit => {
        const first = part * LIMITS.piecesPerEdit
        const add = pieces.slice(first, first + LIMITS.piecesPerEdit).map((piece, i) => ({ at: first + i, piece }))
        return { type: 'ink.change', drawing, pass, remove: [], add }
      })
    })
  }

  /** The edits that put one copy in after a frame, and where it comes to lie. */
  function oneCopy(scene: Scene, { drawing: source, frames: held }: Exposure, frame: number, mirrored: boolean) {
    const [take, level, frames] = [store.take, store.level, Math.min(held, LIMITS.exposure.max)]
    const drawing = { id: freshId(), role: scene.drawings[source!]!.role }
    const place = nextPlace(scene, { take, level, frame, frames })
    const edits: SimpleEdit[] = mirrored
      ? [{ type: 'drawing.next', take, level, frame, frames, drawing }, ...mirroredInk(scene, source!, drawing.id)]
      : [{ type: 'drawing.carry-on', take, frame, frames, source: source!, drawing }]
    return { edits, frame: place.frame }
  }

  /** Copies every drawing of the chosen frames of this level on after them, and goes to the first copy. */
  function copyOn(mirrored: boolean): boolean {
    const { from, to } = range.value
    const { take, level } = store
    const sources = between(exposuresOf(store.scene!, level, take), from, to).filter(({ drawing }) => drawing !== null)
    if (sources.length === 0) {
      sayWhy(new Error('There is no drawing in these frames to copy. Choose frames with drawings first.'))
      return false
    }
    const unread = sources.find(({ drawing }) => !store.ink!.isLoaded(drawing!))
    if (mirrored && unread && Object.keys(store.scene!.drawings[unread.drawing!]!.passes).length > 0) {
      sayWhy(new Error('Some of these drawings are still being fetched. Wait a moment, then do it again.'))
      return false
    }
    const edits: SimpleEdit[] = []
    let [scene, at, first] = [store.scene!, to, undefined as number | undefined]
    try {
      for (const source of sources) {
        const copy = oneCopy(scene, source, at, mirrored)
        edits.push(...copy.edits)
        scene = copy.edits.reduce((before, edit) => applyEdit(before, edit).scene, scene)
        at = copy.frame
        first ??= copy.frame
      }
    } catch (error) {
      sayWhy(error)
      return false
    }
    const words = `${counted(sources.length, 'drawing')} copied on${mirrored ? ', their sides exchanged' : ''}`
    if (!store.change({ type: 'together', words, edits })) return false
    store.chosen = undefined
    store.goTo(first!)
    return true
  }

  return { copyOn }
}
