import { numbersOf, type InkPiece } from '../../ink/ink'
import { LIMITS } from '../../base/limits'
import { newLevel } from '../../scene/create'
import { refuse } from '../../scene/refusal'
import type { Pass, Scene } from '../../scene/schema'
import { applyEdit } from '../apply'
import type { Edit, SimpleEdit } from '../kinds'

/** Drawings that come from paper, in order, each with its ink, and where they are laid. */
export interface PagesToLay {
  readonly scene: Scene
  readonly take: string
  /** A level that is there, or the name of a new one above all others. */
  readonly on: { readonly level: string } | { readonly name: string }
  readonly frame: number
  /** Frames each is held. */
  readonly hold: number
  readonly pass: Pass
  readonly inks: readonly (readonly InkPiece[])[]
  readonly freshId: () => string
}

/** More numbers of lines than one step carries: beyond it the ink of each drawing is a step of its own. */
const MOST_NUMBERS = 400_000

/**
 * Drawings from paper on the sheet, one after another, the scene as long as they need it.
 *
 * @returns edits to be made in this order, and the drawings
 * Errors: EditRefused when a drawing begins where one would come to lie, or there are too many frames.
 */
export function pagesLaid(wish: PagesToLay): { edits: Edit[]; level: string; drawings: string[] } {
  const { scene, take, frame, hold, pass, inks, freshId } = wish
  const level = 'level' in wish.on ? wish.on.level : freshId()
  const last = frame + inks.length * hold - 1
  if (last > LIMITS.length.max)
    refuse(
      `${inks.length} drawings of ${hold} frames would end at frame ${last}: a scene has at most ${LIMITS.length.max}.`,
    )
  const drawings = inks.map(() => freshId())
  const edits: SimpleEdit[] = [
    ...('name' in wish.on ? [levelAdded(scene, level, wish.on.name)] : []),
    ...(last > scene.settings.length ? [{ type: 'scene.set' as const, settings: { length: last } }] : []),
    ...drawings.map((id, i) => ({
      ...{ type: 'drawing.add' as const, take, level, frame: frame + i * hold },
      drawing: { id, role: 'key' as const },
    })),
    { type: 'exposure.hold', take, level, frame: frame + (inks.length - 1) * hold, frames: hold },
  ]
  // The last one lasts to the end already when the scene ends with it.
  const laid = edits.slice(0, -1).reduce((now, edit) => applyEdit(now, edit).scene, scene)
  if (laid.settings.length === last) edits.pop()
  const inked = inks.map((pieces, i): SimpleEdit => {
    const add = pieces.map((piece, at) => ({ at, piece }))
    return { type: 'ink.change', drawing: drawings[i]!, pass, remove: [], add }
  })
  const words = `${inks.length === 1 ? 'a drawing' : `${inks.length} drawings`} from paper`
  const numbers = inks.flat().reduce((sum, piece) => sum + numbersOf(piece), 0)
  if (numbers <= MOST_NUMBERS)
    return { edits: [{ type: 'together', words, edits: [...edits, ...inked] }], level, drawings }
  return { edits: [{ type: 'together', words, edits }, ...inked], level, drawings }
}

function levelAdded(scene: Scene, id: string, name: string): SimpleEdit {
  const level = newLevel({ id, name: name.slice(0, LIMITS.name), approach: scene.settings.approach })
  return { type: 'level.add', level, at: scene.levelOrder.length }
}
