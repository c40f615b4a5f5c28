import { exerciseOf, markedDrawings, scoreCopy, scoreExercise, scoreInWords } from '@unhurried/core'
import { practiceOrderSchema, type PracticeOrder, type PracticeReport } from './messages'

const tell = (report: PracticeReport) => self.postMessage(report)
const PROBLEM = 'This exercise could not be measured. Open it again.'

function measure({ id, exercise: { id: name, seed }, scene, ink }: PracticeOrder) {
  const exercise = exerciseOf(name)
  if (!exercise) throw new RangeError('This exercise is not known here: it was begun by a newer version.')
  const passes = new Map(ink.map((each) => [`${each.drawing} ${each.pass}`, each.ink]))
  const marked = markedDrawings(exercise, scene, (drawing, pass) => passes.get(`${drawing} ${pass}`) ?? [])
  const score = (exercise.copied ? scoreCopy : scoreExercise)(exercise, seed, marked)
  tell({
    kind: 'measured',
    id,
    score: { ...score, meetings: [...score.meetings] },
    words: scoreInWords(score),
  } as PracticeReport)
}

self.onmessage = ({ data }: MessageEvent<unknown>) => {
  try {
    measure(practiceOrderSchema.parse(data))
  } catch (error) {
    const id = Number((data as { id?: unknown } | null)?.id) || 0
    tell({ kind: 'failed', id, sentence: error instanceof RangeError ? error.message : PROBLEM })
  }
}
