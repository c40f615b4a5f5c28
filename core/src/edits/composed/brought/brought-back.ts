import type { Ink } from '../../../ink/ink'
import { PASSES, type Pass, type Scene } from '../../../scene/schema'
import { bringBack, inkBack, inkBackFor, type Part } from '../../bring-back'
import { countsOf } from '../../ink-counts'
import type { Edit } from '../../kinds'
import { inPortions } from '../portions'

/** A scene with its ink. */
interface Inked {
  readonly scene: Scene
  readonly inkOf: (drawing: string, pass: Pass) => Ink
}

/**
 * The edits, made as one step, that bring a part of a scene back as it was at an earlier moment, with its ink; none where
 * it is so. Asks both for the ink of the drawings that {@link inkBackFor} names.
 */
export function broughtBack(now: Inked, then: Inked, part: Part, words: string): Edit[] {
  const drawings = inkBackFor(then.scene, part)
  const inks = drawings.flatMap((drawing) => PASSES.map((pass) => then.inkOf(drawing, pass)))
  const parts = bringBack({
    now: now.scene,
    then: then.scene,
    part,
    counts: (drawing) => countsOf(now.inkOf, drawing),
    colours: new Set(inks.flat().map(({ swatch }) => swatch)),
  })
  const lines = drawings.flatMap((drawing) =>
    PASSES.flatMap(
      (pass) => inkBack({ drawing, pass, now: now.inkOf(drawing, pass), then: then.inkOf(drawing, pass) }) ?? [],
    ),
  )
  return inPortions(words, [...parts, ...lines])
}
