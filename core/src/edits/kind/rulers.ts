import { z } from 'zod'
import { refuse } from '../../scene/refusal'
import { idSchema, rulerSchema, type Ruler, type RulerKind, type Scene } from '../../scene/schema'
import { editKind } from '../edit'

const WORDS: Readonly<Record<RulerKind, string>> = {
  straight: 'a straight ruler',
  circle: 'a circle to draw along',
  ellipse: 'an ellipse to draw along',
  curve: 'a curve to draw along',
  vanishing: 'vanishing points',
  mirror: 'a mirror',
}
const wordsOf = (ruler: Ruler | undefined) => (ruler ? WORDS[ruler.kind] : 'a ruler')

/** A ruler laid on the paper, or one that lies there moved. */
export const rulerPut = editKind({
  pastLocks: true,
  schema: z.strictObject({ type: z.literal('ruler.put'), ruler: rulerSchema }),
  apply: (scene, { ruler }) => ({ ...scene, rulers: { ...scene.rulers, [ruler.id]: ruler } }),
  words: ({ ruler }, scene) => `${wordsOf(ruler)} ${scene.rulers?.[ruler.id] ? 'moved' : 'laid'}`,
})

export const rulerRemove = editKind({
  pastLocks: true,
  schema: z.strictObject({ type: z.literal('ruler.remove'), ruler: idSchema }),
  apply(scene, { ruler }) {
    if (!scene.rulers?.[ruler]) refuse('This ruler does not lie on the paper any more.')
    const { rulers, ...rest } = scene
    const left = Object.fromEntries(Object.entries(rulers!).filter(([id]) => id !== ruler))
    return Object.keys(left).length > 0 ? { ...rest, rulers: left } : (rest as Scene)
  },
  words: ({ ruler }, scene) => `${wordsOf(scene.rulers?.[ruler])} taken away`,
})
