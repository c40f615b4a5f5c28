import type { Answer, Scene } from '../scene/schema'
import type { Finding } from './finding'
import { printOf } from '../ink/print'
import type { InkOf } from './measured'

/** What a finding is filed under: the same for the same check on the same drawings. */
export function answerId({ check, level = '', drawings }: Pick<Finding, 'check' | 'level' | 'drawings'>): string {
  let hash = 0xcbf29ce484222325n
  for (const letter of `${check}/${level}/${drawings.join('/')}`)
    hash = BigInt.asUintN(64, (hash ^ BigInt(letter.codePointAt(0)!)) * 0x100000001b3n)
  return `m${hash.toString(36)}`
}

const drawingsOf = (scene: Scene, { drawings }: Pick<Finding, 'drawings'>) =>
  drawings.flatMap((id) => scene.drawings[id] ?? [])

/** What an answer for all of a level stands for: it is no matter what its drawings are like. */
const ANY = 'any drawing'
type On = Pick<Finding, 'check' | 'level'>

/** A level does that: whatever a check finds on it is meant. */
export const exceptionFor = ({ check, level }: On, reason: string): { id: string; answer: Answer } => ({
  id: answerId({ check, level, drawings: [] }),
  answer: { check, ...(level !== undefined && { level }), drawings: [], reason, print: ANY },
})
/** Why whatever a check finds on a level is meant, if it is. */
export function exceptionOf(scene: Scene, { check, level }: On): string | undefined {
  const answer = level === undefined ? undefined : scene.answers?.[answerId({ check, level, drawings: [] })]
  return answer?.print === ANY ? answer.reason : undefined
}

/** So many findings of one check meant on one level: then the level does that, most likely. */
const TAUGHT = 3
/** The reason that was given last for findings like this one, once so many were meant that it can stand for all of the level. */
export function learntFrom(scene: Scene, { check, level }: On): string | undefined {
  if (level === undefined || exceptionOf(scene, { check, level }) !== undefined) return undefined
  const alike = Object.values(scene.answers ?? {}).filter((answer) => answer.check === check && answer.level === level)
  return alike.length >= TAUGHT ? alike.at(-1)!.reason : undefined
}

/** A finding answered "meant" as its drawings are now. */
export function answerTo(
  scene: Scene,
  finding: Pick<Finding, 'check' | 'level' | 'drawings'>,
  inkOf: InkOf,
  reason: string,
): Answer {
  const { check, level, drawings } = finding
  return {
    check,
    ...(level !== undefined && { level }),
    drawings: [...drawings],
    reason,
    print: printOf(drawingsOf(scene, finding), inkOf),
  }
}

/** Why a finding is meant, as long as its drawings are what they were when that was said. */
export function meantBecause(
  scene: Scene,
  finding: Pick<Finding, 'check' | 'level' | 'drawings'>,
  inkOf: InkOf,
): string | undefined {
  const always = exceptionOf(scene, finding)
  if (always !== undefined) return always
  const answer = scene.answers?.[answerId(finding)]
  return answer && answer.print === printOf(drawingsOf(scene, finding), inkOf) ? answer.reason : undefined
}
