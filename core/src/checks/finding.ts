import { z } from 'zod'

/** How much a finding matters: worth a look, to be mended, or not to be handed over like this. */
export const SEVERITIES = ['look', 'mend', 'stop'] as const
export type Severity = (typeof SEVERITIES)[number]

/** How sure it is that a finding is a fault: far over its limit and measured at landmarks, or only just, or by the shape alone. */
export const SURENESS = ['sure', 'likely', 'perhaps'] as const
export type Sureness = (typeof SURENESS)[number]

const pointSchema = z.object({ x: z.number(), y: z.number() }).readonly()
/** What is drawn on the paper to show a finding, in scene pixels. */
export const evidenceSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('arrow'), from: pointSchema, to: pointSchema, words: z.string().optional() }).readonly(),
  z.object({ kind: z.literal('ring'), at: pointSchema, radius: z.number(), words: z.string().optional() }).readonly(),
  z.object({ kind: z.literal('path'), points: z.array(pointSchema).readonly() }).readonly(),
  /** How it could be mended, to be drawn over by hand: lines as flat x, y. */
  z
    .object({
      kind: z.literal('guide'),
      lines: z.array(z.array(z.number()).readonly()).readonly(),
      closed: z.boolean(),
      words: z.string(),
    })
    .readonly(),
  z
    .object({
      kind: z.literal('shape'),
      rings: z.array(z.array(z.number()).readonly()).readonly(),
      words: z.string().optional(),
    })
    .readonly(),
])
export type Evidence = z.infer<typeof evidenceSchema>

export const findingSchema = z
  .object({
    /** The check that found it. */
    check: z.string(),
    /** Absent when it concerns the scene as a whole. */
    level: z.string().optional(),
    drawings: z.array(z.string()).readonly(),
    /** Where those drawings are first shown in the take, or the frames it lies on. */
    frames: z.array(z.int()).readonly(),
    value: z.number(),
    limit: z.number(),
    unit: z.string(),
    severity: z.enum(SEVERITIES),
    sureness: z.enum(SURENESS),
    sentence: z.string(),
    evidence: z.array(evidenceSchema).readonly(),
    /** A piece of ink that is the whole fault: it can be taken out. */
    takeOut: z.object({ drawing: z.string(), piece: z.string() }).readonly().exactOptional(),
  })
  .readonly()
export type Finding = z.infer<typeof findingSchema>

/** What a check could not judge, and what to do so that it can. */
export const unmeasuredSchema = z
  .object({
    check: z.string(),
    level: z.string().optional(),
    /** How many, and which of them where that is known. */
    drawings: z.int(),
    which: z.array(z.string()).readonly().exactOptional(),
    sentence: z.string(),
  })
  .readonly()
export type Unmeasured = z.infer<typeof unmeasuredSchema>

/** A finding as its check writes it: which check that is, how much it matters and how sure it is, is put on by whoever asked. */
export type Observation = Omit<Finding, 'check' | 'severity' | 'sureness'>
export type Unjudged = Omit<Unmeasured, 'check'>

export interface Outcome {
  readonly findings: readonly Observation[]
  readonly unmeasured: readonly Unjudged[]
}

/** One limit of a check, as it is asked for and shown. */
export interface Limit {
  readonly words: string
  readonly unit: string
  readonly value: number
  readonly min: number
  readonly max: number
  /** Which way it allows more, where finished work can say how much should be allowed. */
  readonly loosens?: 'up' | 'down'
}
export type Limits = Readonly<Record<string, Readonly<Record<string, number | undefined>> | undefined>>

/** What units are called where there is one of them. */
const ONE: Readonly<Record<string, string | undefined>> = {
  colours: 'colour',
  'flashes in a second': 'flash in a second',
  frames: 'frame',
  parts: 'part',
  widths: 'width',
}
/** "7 frames", "1 frame", "2.8 px": a value in its unit, as it is written for people. */
export function amountIn(value: number, unit: string): string {
  const number = rounded(value)
  return `${number} ${(number === '1' && ONE[unit]) || unit}`
}

/** A number as it is written for people: no more digits than the eye can use. */
export const rounded = (value: number): string =>
  String(Math.abs(value) >= 20 ? Math.round(value) : Math.round(value * 10) / 10).replace('-', '−')
