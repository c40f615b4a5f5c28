import type { Point } from '../shape/matrix'

/** How much a finding matters: worth a look, to be mended, or not to be handed over like this. */
export const SEVERITIES = ['look', 'mend', 'stop'] as const
export type Severity = (typeof SEVERITIES)[number]

/** What is drawn on the paper to show a finding, in scene pixels. */
export type Evidence =
  | { readonly kind: 'arrow'; readonly from: Point; readonly to: Point; readonly words?: string }
  | { readonly kind: 'ring'; readonly at: Point; readonly radius: number; readonly words?: string }
  | { readonly kind: 'path'; readonly points: readonly Point[] }
  | { readonly kind: 'shape'; readonly rings: readonly (readonly number[])[]; readonly words?: string }

export interface Finding {
  /** The check that found it. */
  readonly check: string
  /** Absent when it concerns the scene as a whole. */
  readonly level?: string
  readonly drawings: readonly string[]
  /** Where those drawings are first shown in the take, or the frames it lies on. */
  readonly frames: readonly number[]
  readonly value: number
  readonly limit: number
  readonly unit: string
  readonly severity: Severity
  readonly sentence: string
  readonly evidence: readonly Evidence[]
}

/** What a check could not judge, and what to do so that it can. */
export interface Unmeasured { readonly check: string; readonly level?: string; readonly drawings: number; readonly sentence: string }

export interface Outcome { readonly findings: readonly Finding[]; readonly unmeasured: readonly Unmeasured[] }

/** One limit of a check, as it is asked for and shown. */
export interface Limit { readonly words: string; readonly unit: string; readonly value: number; readonly min: number; readonly max: number }
export type Limits = Readonly<Record<string, Readonly<Record<string, number>>>>

/** A number as it is written in a sentence: no more digits than the eye can use. */
export const told = (value: number): string => String(Math.abs(value) >= 20 ? Math.round(value) : Math.round(value * 10) / 10)
