import { counted } from '../../base/counted'
import { LIMITS } from '../../base/limits'
import { nameWith } from '../../base/names'
import type { InkPiece } from '../../ink/ink'
import { planBoil } from '../../motion/planned/boil'
import { newLevel } from '../../scene/create'
import { refuse } from '../../scene/refusal'
import type { Exposure, Page, Pass, Scene } from '../../scene/schema'
import { applyEdit } from '../apply'
import type { Edit, SimpleEdit } from '../kinds'
import { inPortions } from './portions'

/** Drawings that come from paper, in order, each with its ink by pass, and where they are laid. */
export interface PagesToLay {
  readonly scene: Scene
  readonly take: string
  /** A level that is there, or the name of a new one above all others. */
  readonly on: { readonly level: string } | { readonly name: string }
  readonly frame: number
  /** Frames each is held. */
  readonly hold: number
  /** For each how many frames after the first it begins, rising; each is held until the next, the last for `hold`. Absent: one after another. */
  readonly after?: readonly number[] | undefined
  readonly inks: readonly Partial<Record<Pass, readonly InkPiece[]>>[]
  /** Pages of paper the ink shows. */
  readonly pages?: readonly Page[]
  /** They are the same thing drawn again and again: shown in turns that never repeat at once, for so many frames. */
  readonly boil?: { readonly frames: number; readonly seed: number } | undefined
  readonly freshId: () => string
}

/**
 * Drawings from paper on the sheet, one after another or as a boil, the scene as long as they need it.
 *
 * @returns edits to be made in this order as one step, and the drawings
 * Errors: EditRefused when a drawing begins where one would come to lie, there are too many frames, or a boil has no
 * level of its own.
 */
export function pagesLaid(wish: PagesToLay): { edits: Edit[]; level: string; drawings: string[] } {
  const { inks, freshId } = wish
  if (inks.length === 0) refuse('There is no page to lay in yet.')
  const level = 'level' in wish.on ? wish.on.level : freshId()
  const drawings = inks.map(() => freshId())
  const laid = [
    ...(wish.pages ?? []).map((page): SimpleEdit => ({ type: 'page.put', page })),
    ...shown(wish, level, drawings),
  ]
  const inked = inks.flatMap((passes, i) =>
    Object.entries(passes).map(([pass, pieces]): SimpleEdit => {
      const add = pieces.map((piece, at) => ({ at, piece }))
      return { type: 'ink.change', drawing: drawings[i]!, pass: pass as Pass, remove: [], add }
    }),
  )
  const words = `${counted(inks.length, 'drawing')} from paper`
  return { edits: inPortions(words, [...laid, ...inked]), level, drawings }
}

/** The drawings put in on the level, which is made first when it is new. */
function shown(
  { scene, take, on, frame, hold, boil, after }: PagesToLay,
  level: string,
  drawings: readonly string[],
): SimpleEdit[] {
  const beginOf = (i: number) => frame + (after?.[i] ?? (boil ? i : i * hold))
  const begins = beginOf(drawings.length - 1)
  const last = boil ? frame + boil.frames - 1 : begins + hold - 1
  if (last > LIMITS.length.max)
    refuse(`These drawings would end at frame ${last}: a scene has at most ${LIMITS.length.max}. Hold them shorter.`)
  if (boil && 'level' in on) refuse('A boil from paper is laid on a level of its own. Choose a new one.')
  const length = Math.max(last, scene.settings.length)
  const room = frame + drawings.length - 1
  const edits: SimpleEdit[] = [
    ...(length > scene.settings.length ? [{ type: 'scene.set' as const, settings: { length } }] : []),
    ...('name' in on ? [levelAdded(scene, level, on.name)] : []),
    ...drawings.map((id, i) => ({
      ...{ type: 'drawing.add' as const, take, level, frame: beginOf(i) },
      drawing: { id, role: 'key' as const },
    })),
  ]
  if (boil) {
    if (room > length) refuse(`${drawings.length} drawings need ${drawings.length} frames at least.`)
    return [
      ...edits,
      { type: 'sheet.lay', take, columns: { [level]: boiling(drawings, { frame, hold, length, boil }) } },
    ]
  }
  const held = edits.reduce((now, edit) => applyEdit(now, edit).scene, scene)
  // The last one lasts to the end already when the scene ends with it.
  const ends = held.settings.length === last
  return ends ? edits : [...edits, { type: 'exposure.hold', take, level, frame: begins, frames: hold }]
}

function levelAdded(scene: Scene, id: string, name: string): SimpleEdit {
  const level = newLevel({ id, name: nameWith(name), approach: scene.settings.approach })
  return { type: 'level.add', level, at: scene.levelOrder.length }
}

function boiling(
  drawings: readonly string[],
  {
    frame,
    hold,
    length,
    boil,
  }: { frame: number; hold: number; length: number; boil: { frames: number; seed: number } },
): Exposure[] {
  const order =
    drawings.length > 1
      ? planBoil({ variants: drawings.length, hold, frames: boil.frames, seed: boil.seed })
      : [{ variant: 0, frames: boil.frames }]
  const empty = (frames: number) => (frames > 0 ? [{ drawing: null, frames }] : [])
  return [
    ...empty(frame - 1),
    ...order.map(({ variant, frames }) => ({ drawing: drawings[variant]!, frames })),
    ...empty(length - frame - boil.frames + 1),
  ]
}
