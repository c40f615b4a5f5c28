import { z } from 'zod'
import { LIMITS } from '../base/limits'
import { idSchema, passSchema, textSchema, type Pass } from '../scene/schema'

/** The longest that one entry can say somebody worked, in seconds: two days. */
const LONGEST = 48 * 3600

/** Work of one person on one pass of one drawing, as the log keeps it. */
export const logEntrySchema = z.strictObject({
  id: z.string().regex(/^[A-Za-z0-9_-]{6,80}$/, 'An entry’s id is 6 to 80 letters, digits, - or _.'),
  scene: idSchema,
  level: idSchema,
  drawing: idSchema,
  pass: passSchema,
  /** When it was begun, in milliseconds since 1970. */
  from: z.int().min(0).max(8.64e15),
  seconds: z
    .number('How long it took must be a number of seconds.')
    .min(0, 'Work cannot take less than no time.')
    .max(LONGEST, 'One entry holds at most 48 hours. Write the work in parts.'),
  /** By the page that counted, or by the person. */
  by: z.enum(['counted', 'written']),
  note: textSchema(LIMITS.note, `A note can have at most ${LIMITS.note} characters.`).optional(),
})
export type LogEntry = z.infer<typeof logEntrySchema>

/** Minutes that drawings of one kind took. */
export interface Minutes {
  readonly count: number
  readonly median: number
  /** A quarter of them took less than the first of these, a quarter more than the second. */
  readonly quartiles: readonly [number, number]
  /** One number a drawing, the least first. */
  readonly all: readonly number[]
  /** What it is known from. */
  readonly from: 'level' | 'production' | 'usual'
}

/** What drawings usually take until a log says otherwise, in minutes. */
const USUAL_MINUTES: Readonly<Record<Pass, number>> = {
  rough: 12,
  'tie-down': 10,
  line: 9,
  colour: 6,
  shadow: 4,
}
/** Around the usual so much is likely, as a factor each way: what nobody measured is known badly. */
const USUAL_SPREAD = [0.5, 0.7, 0.85, 1, 1.2, 1.45, 2] as const

/** Fewer drawings than this say nothing of a level. */
const LEAST = 3

/** A pass of the drawings of one level. */
export interface WorkKind {
  readonly scene: string
  readonly level: string
  readonly pass: Pass
}

/**
 * Minutes a drawing by level and pass, from what was logged of whole drawings; where a level has fewer than three, from
 * all that is logged of that pass, and where that has, what is usual: `from` says which.
 */
export function minutesPerDrawing(log: readonly LogEntry[]): (kind: WorkKind) => Minutes {
  const drawings = new Map<string, WorkKind & { minutes: number }>()
  for (const { scene, level, drawing, pass, seconds } of log) {
    const name = `${scene} ${drawing} ${pass}`
    const own = drawings.get(name) ?? { scene, level, pass, minutes: 0 }
    drawings.set(name, { ...own, minutes: own.minutes + seconds / 60 })
  }
  const all = [...drawings.values()].filter(({ minutes }) => minutes > 0)
  return ({ scene, level, pass }) => {
    const ofPass = all.filter((each) => each.pass === pass)
    const ofLevel = ofPass.filter((each) => each.scene === scene && each.level === level)
    if (ofLevel.length >= LEAST) return summed(ofLevel, 'level')
    if (ofPass.length >= LEAST) return summed(ofPass, 'production')
    return usualMinutes(pass)
  }
}

/** What drawings of a pass usually take. */
export const usualMinutes = (pass: Pass): Minutes =>
  summed(
    USUAL_SPREAD.map((times) => ({ minutes: times * USUAL_MINUTES[pass] })),
    'usual',
  )

function summed(drawings: readonly { readonly minutes: number }[], from: Minutes['from']): Minutes {
  const all = drawings.map(({ minutes }) => minutes).sort((a, b) => a - b)
  return {
    ...{ count: from === 'usual' ? 0 : all.length, median: quantile(all, 0.5), all, from },
    quartiles: [quantile(all, 0.25), quantile(all, 0.75)],
  }
}

/** Between the values of a sorted list as if they lay evenly; of none it is 0. */
export function quantile(sorted: ArrayLike<number>, share: number): number {
  if (sorted.length === 0) return 0
  const at = share * (sorted.length - 1)
  const low = Math.floor(at)
  const [a, b] = [sorted[low]!, sorted[Math.min(low + 1, sorted.length - 1)]!]
  return a + (b - a) * (at - low)
}

/** Seconds worked by whatever an entry is counted under, the most first. */
export function secondsBy<T extends LogEntry>(
  log: readonly T[],
  nameOf: (entry: T) => string,
): { name: string; seconds: number }[] {
  const sums = new Map<string, number>()
  for (const entry of log) sums.set(nameOf(entry), (sums.get(nameOf(entry)) ?? 0) + entry.seconds)
  return [...sums].map(([name, seconds]) => ({ name, seconds })).sort((a, b) => b.seconds - a.seconds)
}
