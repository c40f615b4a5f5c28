import { penCells, runsOf } from '../../ink/cells'
import { quantized, type Ink, type InkPiece } from '../../ink/ink'
import type { GuideShape, Scene } from '../../scene/schema'
import type { Edit, SimpleEdit } from '../kinds'
import { refuse } from '../../scene/refusal'

/** How hard a guide is drawn when it is taken as ink. */
const PRESSURE = 0.45
/** Corners of a guide are joined by lines with a point at least this often, in pixels, so that they can be pushed and cut. */
const OFTEN = 12

function pathOf({ points, closed }: GuideShape): number[] {
  const flat = closed ? [...points, points[0]!, points[1]!] : [...points]
  const path = [flat[0]!, flat[1]!]
  for (let i = 2; i < flat.length; i += 2) {
    const [ax, ay, bx, by] = [flat[i - 2]!, flat[i - 1]!, flat[i]!, flat[i + 1]!]
    const steps = Math.max(1, Math.ceil(Math.hypot(bx - ax, by - ay) / OFTEN))
    for (let k = 1; k <= steps; k++) path.push(ax + ((bx - ax) * k) / steps, ay + ((by - ay) * k) / steps)
  }
  return path
}

/** Guide lines as pieces of ink, in whole cells where the scene is drawn so; what is no part of the figure is left out. */
export function inkOfGuide({
  shapes,
  swatch,
  size,
  cells = false,
  freshId,
}: {
  shapes: readonly GuideShape[]
  swatch: string
  size: number
  cells?: boolean
  freshId: () => string
}): InkPiece[] {
  return shapes
    .filter(({ tone }) => tone !== 'help')
    .map((shape) => {
      const path = pathOf(shape)
      if (cells) return { kind: 'cells', id: freshId(), swatch, runs: runsOf(penCells(path)) }
      return quantized({
        kind: 'stroke',
        id: freshId(),
        swatch,
        brush: 'pencil',
        size,
        points: Array.from({ length: path.length / 2 }, (_, i) => [path[2 * i]!, path[2 * i + 1]!, PRESSURE]).flat(),
      })
    })
}

/**
 * A drawing's guide taken as rough ink, and its landmarks pinned where the guide has them unless they are
 * pinned already. Errors: EditRefused when there is no guide to take.
 */
export function guideTaken({
  scene,
  drawing,
  shapes,
  rough,
  swatch,
  size,
  freshId,
}: {
  readonly scene: Scene
  readonly drawing: string
  /** What is taken; absent: what a plan laid. */
  readonly shapes?: readonly GuideShape[]
  /** The rough pass as it is. */
  readonly rough: Ink
  readonly swatch: string
  readonly size: number
  readonly freshId: () => string
}): Edit {
  const guide = scene.guides?.[drawing]
  const figure = shapes ?? guide?.shapes
  if (!figure || figure.length === 0) refuse('There is no guide under this drawing.')
  const pieces = inkOfGuide({ shapes: figure, swatch, size, cells: scene.settings.cells === true, freshId })
  const edits: SimpleEdit[] = [
    {
      type: 'ink.change',
      drawing,
      pass: 'rough',
      remove: [],
      add: pieces.map((piece, i) => ({ at: rough.length + i, piece })),
    },
  ]
  const pins = scene.drawings[drawing]?.pins ?? {}
  for (const [landmark, pin] of Object.entries(shapes ? {} : (guide?.targets ?? {})))
    if (!pins[landmark]) edits.push({ type: 'pin.set', drawing, landmark, pin })
  return {
    type: 'together',
    words: `the guide of drawing ${scene.drawings[drawing]?.number ?? ''} taken as rough ink`,
    edits,
  }
}
