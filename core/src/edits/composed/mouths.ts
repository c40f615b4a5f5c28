import { nameWith } from '../../base/names'
import { mouths } from '../../planners/mouths'
import { completed, outcomeOf, type Inputs, type PlanContext } from '../../planners/planner'
import { newLevel } from '../../scene/create'
import { refuse } from '../../scene/refusal'
import type { Said, Scene } from '../../scene/schema'
import { heardSounds } from '../../sound/said'
import { applyEdit } from '../apply'
import type { Edit, SimpleEdit } from '../kinds'
import { layIn } from './lay'

interface Laid {
  readonly scene: Scene
  readonly take: string
  readonly sound: string
  readonly freshId: () => string
}

const simple = (edit: Edit): readonly SimpleEdit[] => (edit.type === 'together' ? edit.edits : [edit as SimpleEdit])

/**
 * Words laid on a sound, and the mouths that were laid to it laid anew: what a hand changed on the sheet stays.
 *
 * @param said - null takes the words out; the mouths stay as they are then
 */
export function wordsLaid({ scene, take, sound, freshId }: Laid, said: Said | null): Edit {
  const edits: SimpleEdit[] = [{ type: 'sound.said', sound, said }]
  let now = applyEdit(scene, edits[0]!).scene
  for (const plan of Object.values(scene.plans ?? {})) {
    if (plan.planner !== mouths.id || plan.inputs['sound'] !== sound || said === null) continue
    const context = { scene: now, take, level: plan.level, frame: plan.frame, plan: plan.id }
    const inputs = completed(mouths, plan.inputs, context)
    const outcome = outcomeOf(mouths, inputs, context)
    // Words that are not heard any more leave the mouths as they are.
    if ('refused' in outcome) continue
    const { edit } = layIn({ ...context, planner: mouths.id, inputs, motion: outcome.motion, freshId })
    edits.push(...simple(edit))
    now = applyEdit(now, edit).scene
  }
  if (edits.length === 1) return edits[0]!
  return { type: 'together', words: `the words of ${scene.sounds?.[sound]?.name ?? ''} and the mouths to them`, edits }
}

/** Mouths to the words of a sound on a level of their own, above all others. Errors: EditRefused, with why not. */
export function mouthsLaid(
  { scene, take, sound, freshId }: Laid,
  asked: Inputs = {},
): { edit: Edit; level: string; plan: string } {
  const name = nameWith(scene.sounds?.[sound]?.name ?? '', ' · mouth').trim()
  const level = newLevel({ id: freshId(), name, approach: scene.settings.approach })
  const added: SimpleEdit = { type: 'level.add', level, at: scene.levelOrder.length }
  const now = applyEdit(scene, added).scene
  const context: PlanContext = { scene: now, take, level: level.id, frame: firstFrame(scene, sound, asked) }
  const inputs = completed(mouths, { sound, ...asked }, context)
  const outcome = outcomeOf(mouths, inputs, context)
  if ('refused' in outcome) return refuse(outcome.refused)
  const { edit, plan } = layIn({ ...context, planner: mouths.id, inputs, motion: outcome.motion, freshId })
  const words = `the mouths of ${scene.sounds?.[sound]?.name ?? ''}`
  return { edit: { type: 'together', words, edits: [added, ...simple(edit)] }, level: level.id, plan }
}

/** A mouth is shut for a moment before its first word. */
const SHUT_BEFORE = 4
function firstFrame(scene: Scene, sound: string, inputs: Inputs): number {
  const [first] = heardSounds(scene, sound)
  const frame = Math.floor(first?.from ?? 1) - Number(inputs['lead'] ?? 1) - SHUT_BEFORE
  return Math.min(scene.settings.length, Math.max(1, frame))
}
