import { clamp } from '../../base/clamp'
import type { Scene } from '../../scene/schema'
import { meantBecause } from '../answers'
import type { Limit, Limits } from '../finding'
import { inspectScene, limitsIn, subjectOf, type InspectOptions } from '../inspect'
import type { InkOf } from '../measured'
import { CHECKS } from '../register'

/*
 * Limits fitted to finished scenes. What was handed over is what its makers call right: a limit under which finished
 * scenes raise a finding in every tenth drawing is too tight for this production, and one that nothing of theirs comes
 * near could tell of more. Each fitted limit is tried on a ladder of looser and tighter ones.
 */

/** A limit that can be fitted. */
interface FittedLimit {
  readonly check: string
  readonly name: string
  readonly limit: Limit & { readonly loosens: 'up' | 'down' }
}
const FITTED: readonly FittedLimit[] = CHECKS.flatMap(({ id, limits }) =>
  Object.entries(limits).flatMap(([name, limit]) =>
    limit.loosens ? [{ check: id, name, limit: { ...limit, loosens: limit.loosens } }] : [],
  ),
)

/** From half as much allowed to four times as much, tightest first. */
const RUNGS = Array.from({ length: 13 }, (_, i) => 2 ** (i / 4 - 1))
const OWN = RUNGS.indexOf(1)

/** As a person would write it. */
function roundly(value: number): number {
  const step = value >= 20 ? 1 : value >= 5 ? 0.5 : value >= 1 ? 0.1 : 0.01
  return Math.round(Math.round(value / step) * step * 100) / 100
}
const atRung = ({ limit: { value, min, max, loosens } }: FittedLimit, rung: number): number =>
  clamp(roundly(loosens === 'up' ? value * RUNGS[rung]! : value / RUNGS[rung]!), min, max)

/** What a finished scene shows: for each fitted limit the findings nobody answered, at each rung and at the limit in use. */
export interface FinishedLook {
  readonly drawings: number
  readonly counts: Readonly<Record<string, { readonly rungs: readonly number[]; readonly now: number }>>
}

/** Looks at a finished scene with every rung; undefined when it was stopped. */
export async function lookAtFinished(
  scene: Scene,
  inkOf: InkOf,
  options: Pick<InspectOptions, 'limits' | 'signal' | 'breathe' | 'onProgress'> = {},
): Promise<FinishedLook | undefined> {
  const { limits = {}, signal, breathe, onProgress = () => {} } = options
  const subject = subjectOf({ scene, take: scene.mainTake, inkOf })
  const looks = RUNGS.length + 1
  const countsWith = async (tried: Limits, done: number) => {
    const { findings, stopped } = await inspectScene(scene, inkOf, {
      checks: FITTED.map(({ check }) => check),
      // What is measured of the levels stays; only what counts differs.
      context: { ...subject, limit: limitsIn(tried) },
      ...(signal && { signal }),
      ...(breathe && { breathe }),
      onProgress: (at, of) => onProgress(done + at / of, looks),
    })
    if (stopped) return undefined
    const counts: Record<string, number> = {}
    for (const finding of findings)
      if (meantBecause(scene, finding, inkOf) === undefined) counts[finding.check] = (counts[finding.check] ?? 0) + 1
    return counts
  }
  const now = await countsWith(limits, 0)
  if (!now) return undefined
  const rungs: Record<string, number>[] = []
  for (let rung = 0; rung < RUNGS.length; rung++) {
    const tried = Object.fromEntries(
      FITTED.map((each) => [each.check, { ...limits[each.check], [each.name]: atRung(each, rung) }]),
    )
    const counts = await countsWith(tried, rung + 1)
    if (!counts) return undefined
    rungs.push(counts)
  }
  return {
    drawings: Object.values(scene.drawings).filter(({ passes }) => Object.values(passes).some((lines) => lines > 0))
      .length,
    counts: Object.fromEntries(
      FITTED.map(({ check }) => [check, { rungs: rungs.map((counts) => counts[check] ?? 0), now: now[check] ?? 0 }]),
    ),
  }
}

/** A limit as finished scenes would have it. */
export interface Fit {
  readonly check: string
  readonly limit: string
  readonly now: number
  readonly proposed: number
  /** Findings in the finished scenes at the limit in use, and at the one proposed. */
  readonly found: number
  readonly left: number
  readonly drawings: number
}

/** Findings a hundred finished drawings may raise. */
const MOST = 1
/** With fewer finished drawings than this nothing is known, and with fewer than this nothing is made tighter. */
export const LEAST_FINISHED = 24
const LEAST_TO_TIGHTEN = 150

/** Limits that finished scenes would have otherwise, in the order of the checks; none from too few drawings. */
export function fitLimits(looks: readonly FinishedLook[], limits: Limits = {}): Fit[] {
  const drawings = looks.reduce((sum, look) => sum + look.drawings, 0)
  if (drawings < LEAST_FINISHED) return []
  const allowed = Math.floor((MOST * drawings) / 100)
  return FITTED.flatMap((fitted): Fit[] => {
    const { check, name, limit } = fitted
    const sum = (of: (counts: FinishedLook['counts'][string]) => number) =>
      looks.reduce((total, look) => total + (look.counts[check] ? of(look.counts[check]) : 0), 0)
    const rungs = RUNGS.map((_, rung) => sum((counts) => counts.rungs[rung]!))
    const now = limits[check]?.[name] ?? limit.value
    const found = sum((counts) => counts.now)
    const isLooser = (rung: number) =>
      limit.loosens === 'up' ? atRung(fitted, rung) > now : atRung(fitted, rung) < now
    /** From here on they raise no more than they may. */
    const least = rungs.findLastIndex((count) => count > allowed) + 1
    const rung = found > allowed ? looserRung(least, isLooser) : tighterRung(least, { found, drawings })
    const proposed = rung !== undefined && atRung(fitted, rung)
    if (!proposed || proposed === now || isLooser(rung) !== found > allowed) return []
    return [{ check, limit: name, now, proposed, found, left: rungs[rung]!, drawings }]
  })
}

/** The tightest rung that is looser than the limit in use and allows what finished scenes show; none where none does. */
const looserRung = (least: number, isLooser: (rung: number) => boolean): number | undefined =>
  RUNGS.map((_, rung) => rung).find((rung) => rung >= least && isLooser(rung))

/**
 * Nothing at all may be found at the limit in use, and a tighter one must find something: what nothing of theirs comes
 * near says nothing of where a limit should be. One rung of room is left.
 */
const tighterRung = (
  least: number,
  { found, drawings }: { readonly found: number; readonly drawings: number },
): number | undefined =>
  found > 0 || least === 0 || drawings < LEAST_TO_TIGHTEN ? undefined : Math.min(least + 1, OWN)
