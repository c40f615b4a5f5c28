import type { Answer, Scene } from '../scene/schema'
import type { Finding } from './finding'
import { printOf, type InkOf } from './measured'

/** What a finding is filed under: the same for the same check on the same drawings. */
export function answerId({ check, level = '', drawings }: Pick<Finding, 'check' | 'level' | 'drawings'>): string {
  let hash = 0xcbf29ce484222325n
  for (const letter of `${check}/${level}/${drawings.join('/')}`)
    hash = BigInt.asUintN(64, (hash ^ BigInt(letter.codePointAt(0)!)) * 0x100000001b3n)
  return `m${hash.toString(36)}`
}

const drawingsOf = (scene: Scene, { drawings }: Pick<Finding, 'drawings'>) =>
  drawings.flatMap((id) => scene.drawings[id] ?? [])

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
  const answer = scene.answers?.[answerId(finding)]
  return answer && answer.print === printOf(drawingsOf(scene, finding), inkOf) ? answer.reason : undefined
}
