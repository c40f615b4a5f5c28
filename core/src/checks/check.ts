import { counted } from '../base/counted'
import type { Limit, Observation, Outcome, Severity, Unjudged } from './finding'
import type { LevelSubject, Shot, Subject } from './subject'

type CheckGroup = 'motion' | 'size' | 'timing' | 'meeting' | 'drawing' | 'colour'

/** One thing that is judged: what it is called, and its limits. */
export interface CheckFacts {
  readonly id: string
  readonly name: string
  readonly group: CheckGroup
  /** Why animators care, for whoever reads the finding. */
  readonly why: string
  readonly severity: Severity
  readonly limits: Readonly<Record<string, Limit>>
}

/** How it is judged: each level by itself, or the scene as a whole. */
export interface Judge {
  readonly level?: (subject: LevelSubject, context: CheckContext) => Outcome
  readonly scene?: (context: CheckContext) => Outcome
}

/** What a check is given; its limits are asked for by name. */
export interface CheckContext extends Omit<Subject, 'limit'> {
  readonly limit: (name: string) => number
}

export const judged = (findings: readonly Observation[], unmeasured: readonly Unjudged[] = []): Outcome => ({
  findings,
  unmeasured,
})

/** Of neighbours that are all over the limit only the worst is at fault: it throws the others off. */
export function worstOnly<T extends { readonly at: number; readonly excess: number }>(
  suspects: readonly T[],
  reach = 1,
): T[] {
  return suspects.filter(
    (one) =>
      !suspects.some(
        (other) =>
          other !== one &&
          Math.abs(other.at - one.at) <= reach &&
          (other.excess > one.excess || (other.excess === one.excess && other.at < one.at)),
      ),
  )
}

/** Each observation of the same check on the same drawings once, the worst of them. */
export function onePerDrawing(findings: readonly Observation[]): Observation[] {
  const best = new Map<string, Observation>()
  for (const finding of findings) {
    const name = `${finding.level ?? ''}/${finding.drawings.join(' ')}`
    const before = best.get(name)
    if (!before || Math.abs(finding.value / finding.limit) > Math.abs(before.value / before.limit))
      best.set(name, finding)
  }
  return [...best.values()]
}

/** So many drawings are named one by one. */
const NAMED = 8
const namesOf = (shots: readonly Shot[]): string =>
  shots.length > NAMED ? '' : ` (${shots.map(({ entry }) => entry.number).join(', ')})`

/** What is said of drawings of a level that could not be judged; `what` goes on after their names. */
export function notJudged({ level, shots }: LevelSubject, which: readonly Shot[], what: string): Unjudged[] {
  if (which.length === 0) return []
  return [
    {
      ...{ level: level.id, drawings: which.length, which: which.map(({ drawing }) => drawing) },
      sentence: `${which.length} of ${counted(shots.length, 'drawing')} of ${level.name}${namesOf(which)} ${what}`,
    },
  ]
}

/** Without landmarks what moves is the middle of the shape, which says nothing where the shape itself changes. */
function lackingBody(subject: LevelSubject): Unjudged[] {
  const lacking = subject.shots.filter((shot) => subject.tracks.some((track) => !track.at(shot)))
  return notJudged(subject, lacking, 'could not be judged where the shape changes: pin a landmark there.')
}

/** What whole bodies and landmarks say, and of painted parts what those do not. */
export const wholeFirst = (whole: readonly Observation[], parts: readonly Observation[]): Observation[] => {
  const told = new Set(whole.flatMap(({ drawings }) => drawings))
  return [...whole, ...parts.filter(({ drawings }) => !drawings.some((drawing) => told.has(drawing)))]
}

/** Says which drawings lack a pin for a landmark that others of the level have. */
export function lackingPins(subject: LevelSubject): Unjudged[] {
  const landmarks = subject.tracks.filter(({ standIn }) => !standIn)
  if (landmarks.length === 0) return lackingBody(subject)
  const lacking = subject.shots.filter((shot) => landmarks.some((track) => !track.at(shot)))
  const names = landmarks.filter((track) => lacking.some((shot) => !track.at(shot))).map(({ name }) => name)
  return notJudged(subject, lacking, `could not be judged: pin ${names.join(', ')} there.`)
}
