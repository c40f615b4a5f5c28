import { CHECKS, SEVERITIES, type Severity } from '@unhurried/core'
import type { Found, SeenFinding } from '../workers/look/messages'

/** What is to be seen of all that was found. */
export interface FindingFilter {
  /** A level, or all of them and the scene. */
  level: string
  severity: Severity | 'all'
  from: number
  /** Absent: to the end. */
  to: number | undefined
  /** Those answered as meant as well. */
  meantToo: boolean
}

export const SEVERITY_WORDS: Readonly<Record<Severity, string>> = {
  stop: 'Not to be handed over like this',
  mend: 'To mend',
  look: 'Worth a look',
}

/** Those a filter lets through, in their order; what lies on no frame is about all of them. */
export function filtered(
  findings: readonly SeenFinding[],
  { level, severity, from, to = Infinity, meantToo }: Readonly<FindingFilter>,
): SeenFinding[] {
  const isOnFrames = ({ frames }: SeenFinding) =>
    frames.length === 0 || frames.some((frame) => frame >= from && frame <= to)
  return findings.filter(
    (finding) =>
      (meantToo || finding.meant === undefined) &&
      (level === 'all' || finding.level === level) &&
      (severity === 'all' || finding.severity === severity) &&
      isOnFrames(finding),
  )
}

/** Findings by how much they matter, what matters most first; none is an empty group. */
export const grouped = (findings: readonly SeenFinding[]) =>
  SEVERITIES.toReversed()
    .map((severity) => ({
      ...{ severity, words: SEVERITY_WORDS[severity] },
      findings: findings.filter((finding) => finding.severity === severity),
    }))
    .filter((group) => group.findings.length > 0)

export const nameOfCheck = (id: string): string => CHECKS.find((check) => check.id === id)?.name ?? id

/** Why something was not measured, each reason once, with the names of the checks that say so. */
export function unmeasuredOf(
  unmeasured: Found['unmeasured'],
  level: string,
): { readonly sentence: string; readonly checks: readonly string[] }[] {
  const checksBy = new Map<string, Set<string>>()
  for (const { check, level: on = level, sentence } of unmeasured) {
    if (level !== 'all' && on !== level) continue
    checksBy.set(sentence, (checksBy.get(sentence) ?? new Set()).add(nameOfCheck(check)))
  }
  return [...checksBy].map(([sentence, checks]) => ({ sentence, checks: [...checks] }))
}

/** Drawings of a level named for a check and not answered. */
export const namedFor = (check: string, level: string, findings: readonly SeenFinding[]): ReadonlySet<string> =>
  new Set(
    findings
      .filter((finding) => finding.check === check && finding.level === level && finding.meant === undefined)
      .flatMap(({ drawings }) => drawings),
  )
