import { numbersOf, type Ink } from '../ink/ink'
import { replaced, transformed } from '../ink/transform'
import type { Matrix } from '../geometry/matrix'
import { refuse } from '../scene/refusal'
import { PASSES, type Pass, type Scene, type Settings } from '../scene/schema'
import type { Placing } from './kind/size'
import type { Edit, SimpleEdit } from './kinds'

/** What becomes of the drawings on paper of another size: they keep their size and lie at an edge or in the middle, or grow with it. */
export interface Sizing {
  readonly width: number
  readonly height: number
  /** `scale`: as large as fits; `keep`: their own size, whatever lies beyond the edge stays there. */
  readonly drawings: 'scale' | 'keep'
  /** Where the old paper lies on the new one: 0 left or top, ½ in the middle, 1 right or bottom. */
  readonly across: number
  readonly down: number
}

export function placingOf({ width, height, cells }: Settings, to: Sizing): Placing {
  const scale = to.drawings === 'scale' && !cells ? Math.min(to.width / width, to.height / height) : 1
  const [x, y] = [(to.width - width * scale) * to.across, (to.height - height * scale) * to.down]
  // A place in eighths of a pixel is one the ink grid holds; a sprite lies on whole pixels.
  const grid = cells ? 1 : 8
  return { scale, x: Math.round(x * grid) / grid, y: Math.round(y * grid) / grid }
}

/** More numbers of lines than one step can carry. */
const MOST_NUMBERS = 500_000

/** A scene on paper of another size, with its ink placed. Errors: EditRefused when there is more ink than one step holds. */
export function sceneSized(scene: Scene, sizing: Sizing, inkOf: (drawing: string, pass: Pass) => Ink): Edit {
  const { width, height } = sizing
  const placing = placingOf(scene.settings, sizing)
  const { scale, x, y } = placing
  const matrix: Matrix = [scale, 0, 0, scale, x, y]
  const stays = scale === 1 && x === 0 && y === 0
  const inks = stays
    ? []
    : Object.keys(scene.drawings).flatMap((drawing) =>
        PASSES.map((pass) => ({ drawing, pass, ink: inkOf(drawing, pass) })),
      )
  const numbers = inks.reduce((sum, { ink }) => sum + ink.reduce((own, piece) => own + numbersOf(piece), 0), 0)
  if (numbers > MOST_NUMBERS)
    refuse(
      'These are more lines than can be placed anew in one step. Leave the drawings at their size at the top left: then none has to move.',
    )
  const edits = inks.flatMap(({ drawing, pass, ink }): SimpleEdit[] => {
    const change = replaced(ink, (piece) => transformed(piece, matrix))
    if (!change) return []
    return [{ type: 'ink.change', drawing, pass, remove: [...change.remove], add: [...change.add] }]
  })
  return {
    type: 'together',
    words: `the paper made ${width} × ${height}`,
    edits: [{ type: 'scene.size', width, height, placing }, ...edits],
  }
}
