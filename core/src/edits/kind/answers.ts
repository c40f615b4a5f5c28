import { z } from 'zod'
import { refuse } from '../../scene/refusal'
import { answerSchema, idSchema, type Scene } from '../../scene/schema'
import { editKind } from '../edit'

function withAnswers(scene: Scene, answers: NonNullable<Scene['answers']>): Scene {
  const { answers: _, ...rest } = scene
  return Object.keys(answers).length > 0 ? { ...rest, answers } : rest
}

/** A finding of Second look answered: it is meant, and why. */
export const answerPut = editKind({
  schema: z.strictObject({ type: z.literal('answer.put'), id: idSchema, answer: answerSchema }),
  apply(scene, { id, answer }) {
    return withAnswers(scene, { ...scene.answers, [id]: answer })
  },
  words: ({ answer }) => `a finding answered: ${answer.reason}`,
})

/** The answer taken back: it is a finding again. */
export const answerRemove = editKind({
  schema: z.strictObject({ type: z.literal('answer.remove'), id: idSchema }),
  apply(scene, { id }) {
    if (!scene.answers?.[id]) refuse('This answer is not in the scene any more.')
    return withAnswers(scene, Object.fromEntries(Object.entries(scene.answers!).filter(([key]) => key !== id)))
  },
  words: () => 'an answer to a finding taken back',
})
