import { framesToSeconds } from '../../timing/time'
import { judged, type CheckFacts, type Judge } from '../check'

/**
 * Opening too short. After a cut the eye needs about a quarter of a second to find its way about; what
 * moves before that is not seen. Loops have no opening, and neither has the scene a move is handed on to.
 */
export const openingShort = {
  id: 'opening-short',
  name: 'Opening too short',
  group: 'timing',
  severity: 'look',
  why: 'What moves before the eye has settled after a cut is not seen.',
  limits: { seconds: { words: 'First movement before', unit: 's', value: 0.25, min: 0.05, max: 3, loosens: 'down' } },
} as const satisfies CheckFacts

export const judgeOpeningShort: Judge = {
  scene({ scene, level, limit }) {
    const least = limit('seconds')
    const { fps } = scene.settings
    const starts = scene.levelOrder
      .flatMap((id) => {
        const subject = level(id)
        if (subject.level.kind === 'ground' || subject.level.loop) return []
        const [first, second] = subject.runs.flat()
        return first && second ? [{ subject, first, second, at: first.frame === 1 ? second.frame : first.frame }] : []
      })
      .sort((a, b) => a.at - b.at)
    const [start] = starts
    const value = start ? framesToSeconds(start.at - 1, fps) : Infinity
    // Where nothing ever rests the scene is all movement: it begins in it on purpose.
    const rests = scene.levelOrder
      .flatMap((id) => (level(id).level.kind === 'ground' ? [] : level(id).shots))
      .some(({ frames }) => framesToSeconds(frames, fps) >= least)
    if (!start || value >= least || !rests) return judged([])
    return judged([
      {
        level: start.subject.level.id,
        drawings: [start.first.drawing],
        frames: [start.at],
        value,
        limit: least,
        unit: 's',
        sentence: `${start.subject.level.name} moves on frame ${start.at}, ${Math.round(value * 100) / 100} s after the cut. Hold the first drawing a little longer.`,
        evidence: [],
      },
    ])
  },
}
