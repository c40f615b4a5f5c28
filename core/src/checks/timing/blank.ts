import { counted } from '../../base/counted'
import { isDrawn } from '../../timing/work'
import { exposuresOf, placed } from '../../timing/sheet'
import { judged, onePerDrawing, type CheckFacts, type Judge } from '../check'
import type { Observation } from '../finding'

/** A level is taken as finished, but for what was forgotten, once this share of it is drawn. */
const FINISHED = 0.8

/**
 * Blank in the middle. An empty frame between two drawings flashes; a drawing that was forgotten while
 * all others of the level are done does the same.
 */
export const blank = {
  id: 'blank',
  name: 'Blank in the middle',
  group: 'timing',
  severity: 'mend',
  why: 'A frame without a drawing between two drawings flashes.',
  limits: { frames: { words: 'Empty frames between two drawings', unit: 'frames', value: 1, min: 1, max: 240 } },
} as const satisfies CheckFacts

export const judgeBlank: Judge = {
  level(subject, { scene, take, limit }) {
    const least = limit('frames')
    const entries = placed(exposuresOf(scene, subject.level.id, take))
    const shown = new Set(entries.flatMap(({ drawing }) => drawing ?? []))
    const drawn = (drawing: string | null) => drawing !== null && isDrawn(scene.drawings[drawing]!)
    const finished = [...shown].filter(drawn).length >= FINISHED * shown.size
    const findings: Observation[] = []
    for (let i = 0; i < entries.length; i++) {
      if (drawn(entries[i]!.drawing) || i === 0) continue
      let last = i
      while (last + 1 < entries.length && !drawn(entries[last + 1]!.drawing)) last++
      const [before, gap, after] = [entries[i - 1]!, entries.slice(i, last + 1), entries[last + 1]]
      i = last
      if (!after || (gap.some(({ drawing }) => drawing !== null) && !finished)) continue
      const value = gap.reduce((sum, { frames }) => sum + frames, 0)
      if (value < least) continue
      const forgotten = gap.flatMap(({ drawing }) => (drawing === null ? [] : [scene.drawings[drawing]!.number]))
      const [a, b] = [before, after].map(({ drawing }) => scene.drawings[drawing!]!.number)
      findings.push({
        level: subject.level.id,
        drawings: [before.drawing!, ...gap.flatMap(({ drawing }) => drawing ?? []), after.drawing!],
        frames: [gap[0]!.frame],
        value,
        limit: least,
        unit: value === 1 ? 'frame' : 'frames',
        sentence:
          forgotten.length > 0
            ? `Nothing is drawn on ${forgotten.join(', ')} of ${subject.level.name}: ${counted(value, 'frame flashes', 'frames flash')} blank between ${a} and ${b}.`
            : `${subject.level.name} is empty for ${counted(value, 'frame')} between ${a} and ${b}.`,
        evidence: [],
      })
    }
    return judged(onePerDrawing(findings))
  },
}
