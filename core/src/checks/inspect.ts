import { requireNumber } from '../base/ranges'
import type { Scene } from '../scene/schema'
import { asTake } from '../timing/take-length'
import { flashCheck, type FlashReport } from '../motion/flash'
import type { CheckContext, CheckFacts } from './check'
import { SEVERITIES, SURENESS, type Finding, type Limits, type Outcome, type Unmeasured } from './finding'
import { JUDGES } from './judges'
import { measuredOf, type InkOf } from './measured'
import { checkOf, CHECKS, type CheckId } from './register'
import { limitsSchema } from './limits/limits'
import { isOnlyMatte, seenInk } from './seen'
import { smallFrames } from './small-frames'
import { surenessOf } from './sureness'
import { colourOf, levelSubject, type LevelSubject, type OnsetsOf, type Subject } from './subject'

export interface InspectOptions {
  /** The main take unless another is named. */
  readonly take?: string
  /** Ids of the checks to make; all of them unless some are named. */
  readonly checks?: readonly string[]
  /** Limits that differ from the checks' own, by check and name. */
  readonly limits?: Limits
  readonly signal?: { readonly aborted: boolean }
  /** Told after each drawing that was measured. */
  readonly onProgress?: (done: number, of: number) => void
  /** Awaited now and then, so that whoever runs this can hear others. */
  readonly breathe?: () => Promise<void>
  /** The scene this one hands on to. */
  readonly next?: { readonly scene: Scene; readonly inkOf: InkOf } | undefined
  /** The library of its production. */
  readonly library?: Subject['library']
  /** Where the sounds of a file begin anew, as far as they were heard. */
  readonly onsets?: OnsetsOf | undefined
  /** What the checks are given, when it was put together before from the same scene, take and limits. */
  readonly context?: Subject
  /** What was found before and the levels that changed since: only those are judged again, and the scene as a whole. */
  readonly before?: { readonly inspection: Inspection; readonly levels: readonly string[] } | undefined
}

export interface Inspection {
  readonly findings: readonly Finding[]
  readonly unmeasured: readonly Unmeasured[]
  readonly stopped: boolean
}

/** Levels that changed, and those they cut: what is seen of these changed with them. */
const withThoseCut = (scene: Scene, levels: readonly string[]): readonly string[] => [
  ...levels,
  ...scene.levelOrder.filter((id) => !levels.includes(id) && levels.includes(scene.levels[id]!.matte?.level ?? '')),
]

/** Milliseconds of work between two breaths. */
const SPELL = 12

/**
 * Measures and judges a scene's drawings in a take. Findings come what to mend first, the surest first, then by frame; what
 * could not be judged is told apart, never as fine. The measures of a drawing are kept for as long as its
 * ink is the same arrays, so that after an edit only what it touched is measured again.
 * Errors: RangeError for a limit outside its range.
 */
export async function inspectScene(scene: Scene, inkOf: InkOf, options: InspectOptions = {}): Promise<Inspection> {
  const { take = scene.mainTake, limits = {}, signal, onProgress = () => {}, breathe, next, library, onsets } = options
  const checks = CHECKS.filter(({ id }) => options.checks?.includes(id) ?? true)
  const context = options.context ?? subjectOf({ scene, take, inkOf, limits, next, library, onsets })
  const before = options.before && { ...options.before, levels: withThoseCut(scene, options.before.levels) }
  const own = limitsOn(scene, context.library)
  let spell = Date.now()
  const rest = async () => {
    if (!breathe || Date.now() - spell < SPELL) return
    await breathe()
    spell = Date.now()
  }
  const drawings = Object.keys(scene.drawings).filter(
    (id) => !before || before.levels.includes(scene.drawings[id]!.level),
  )
  for (const [i, id] of drawings.entries()) {
    if (signal?.aborted) return { findings: [], unmeasured: [], stopped: true }
    measuredOf(id, context.inkOf)
    if (i % 5 === 4 || i === drawings.length - 1) onProgress(i + 1, drawings.length)
    await rest()
  }
  const outcomes: Pick<Inspection, 'findings' | 'unmeasured'>[] = []
  if (before) {
    const kept = <T extends { readonly check: string; readonly level?: string }>(list: readonly T[]) =>
      list.filter(
        ({ check, level }) =>
          level !== undefined &&
          !before.levels.includes(level) &&
          scene.levels[level] !== undefined &&
          checks.some((each) => each.id === check) &&
          JUDGES[check as CheckId].level !== undefined,
      )
    outcomes.push({ findings: kept(before.inspection.findings), unmeasured: kept(before.inspection.unmeasured) })
  }
  for (const check of checks) {
    const judge = JUDGES[check.id as CheckId]
    for (const id of scene.levelOrder) {
      if (signal?.aborted) return { findings: [], unmeasured: [], stopped: true }
      if (judge.level && !isOnlyMatte(scene, id) && !(before && !before.levels.includes(id)))
        outcomes.push(
          stamped(check, judge.level(context.level(id), contextOf(check, context, own(id))), context.level(id)),
        )
      await rest()
    }
    if (judge.scene) outcomes.push(stamped(check, judge.scene(contextOf(check, context))))
  }
  return {
    findings: ordered(
      outcomes.flatMap(({ findings }) => findings),
      checks,
    ),
    unmeasured: outcomes.flatMap(({ unmeasured }) => unmeasured),
    stopped: false,
  }
}

/** What a check says, with its name, how much it matters and how sure it is put on. */
const stamped = (check: CheckFacts, { findings, unmeasured }: Outcome, subject?: LevelSubject) => ({
  findings: findings.map((finding): Finding => {
    const { id, severity } = check
    return { check: id, severity, sureness: surenessOf(check, finding, subject), ...finding }
  }),
  unmeasured: unmeasured.map((each): Unmeasured => ({ check: check.id, ...each })),
})

const contextOf = ({ id }: CheckFacts, context: Subject, own: Limits = {}): CheckContext => ({
  ...context,
  limit: (name) => own[id]?.[name] ?? context.limit(id, name),
})

/** The limits of whoever is drawn on a level, as far as they can be followed. */
function limitsOn({ levels }: Scene, library: Subject['library']): (level: string) => Limits {
  const known = new Map<string, Limits>()
  return (level) => {
    const { character } = levels[level]!
    const entry = library?.characters.find(({ id }) => id === character)
    if (!entry?.limits) return {}
    if (!known.has(entry.id)) known.set(entry.id, limitsSchema.safeParse(entry.limits).data ?? {})
    return known.get(entry.id)!
  }
}

/** What the checks are given: levels are put together when they are first asked for. */
export function subjectOf({
  scene: whole,
  take,
  inkOf: drawn,
  limits = {},
  next,
  library,
  onsets = () => [],
}: {
  scene: Scene
  take: string
  inkOf: InkOf
  limits?: Limits
  next?: Subject['next']
  library?: Subject['library']
  onsets?: OnsetsOf | undefined
}): Subject {
  const scene = asTake(whole, take)
  const inkOf = seenInk(scene, take, drawn)
  const levels = new Map<string, LevelSubject>()
  let report: FlashReport | undefined
  return {
    scene,
    take,
    inkOf,
    next,
    library,
    onsets,
    colour: colourOf(scene),
    flashes: () => (report ??= flashCheck(smallFrames({ scene, take, inkOf: drawn }), scene.settings.fps)),
    level(id) {
      let subject = levels.get(id)
      if (!subject) levels.set(id, (subject = levelSubject(scene, id, take, inkOf)))
      return subject
    },
    limit: limitsIn(limits),
  }
}

/** What is asked for a limit by check and name. Errors: RangeError for one outside its range. */
export const limitsIn =
  (limits: Limits): Subject['limit'] =>
  (check, name) => {
    const own = checkOf(check)!.limits[name]!
    return requireNumber(`${own.words} (${check})`, limits[check]?.[name] ?? own.value, own.min, own.max)
  }

function ordered(findings: readonly Finding[], checks: readonly CheckFacts[]): Finding[] {
  const place = (finding: Finding) => checks.findIndex(({ id }) => id === finding.check)
  const rank = (finding: Finding) =>
    -SEVERITIES.indexOf(finding.severity) * 10_000 + SURENESS.indexOf(finding.sureness) * 1000 + place(finding)
  return [...findings].sort((a, b) => rank(a) - rank(b) || (a.frames[0] ?? 0) - (b.frames[0] ?? 0))
}
