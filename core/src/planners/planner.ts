import { usualMinutes, type Minutes } from '../record/log'
import { clamp } from '../base/clamp'
import { LIMITS } from '../base/limits'
import { counted } from '../base/counted'
import { requirePattern } from '../timing/exposure'
import type { ExposurePattern } from '../timing/exposure-pattern'
import type { Ink } from '../ink/ink'
import type { Point } from '../geometry/matrix'
import type { GuideShape, LaidPlan, Pass, Role, Scene } from '../scene/schema'

/**
 * A planner works out where, when and how much; it draws nothing. One file each, and a line in the register.
 * What it is asked is a flat record of inputs; what it answers is a motion that `layIn` turns into one edit.
 */

export type Inputs = LaidPlan['inputs']

/** Where a planner is opened. */
export interface PlanContext {
  readonly scene: Scene
  readonly take: string
  readonly level: string
  readonly frame: number
  /** Ink of a drawing, for planners that go on from what is drawn. */
  readonly inkOf?: (drawing: string, pass: Pass) => Ink
  /** Being changed: what it laid is not what it goes on from. */
  readonly plan?: string
}

interface Named {
  readonly id: string
  readonly words: string
  readonly about?: string
  /** Asked only while other inputs give it a meaning; absent: always. */
  readonly when?: (inputs: Inputs) => boolean
}
export interface NumberField extends Named {
  readonly kind: 'number'
  readonly unit: string
  readonly min: number
  readonly max: number
  readonly step: number
  /** It is a place of the paper, told from its left or its upper edge. */
  readonly along?: 'across' | 'down'
}
export interface ChoiceField extends Named {
  readonly kind: 'choice'
  readonly choices: readonly { readonly id: string; readonly words: string }[]
}
export interface SwitchField extends Named {
  readonly kind: 'switch'
}
/** Frames each drawing is held: one number, or a pattern such as `2 1`. */
export interface HeldField extends Named {
  readonly kind: 'held'
}
/** Set on the preview only, kept as text. */
export interface TextField extends Named {
  readonly kind: 'text'
}
export type Field = NumberField | ChoiceField | SwitchField | HeldField | TextField

/** A drawing the plan asks for, once; the scene's pixels. */
export interface MotionDrawing {
  readonly role: Role
  /** What it is, where that cannot be seen from where it stands. */
  readonly note?: string
  readonly shapes: readonly GuideShape[]
  /** Where landmarks land, by their names. */
  readonly targets: Readonly<Record<string, Point & { readonly corner?: boolean }>>
  /** A drawing that is there already and takes part as it is. */
  readonly existing?: string
  /** Share of the way from the motion's first shape to its last, where that says more than how far a landmark went. */
  readonly share?: number
  /** How far along its way the pen is, in pixels: what it has written by then is laid with it, not drawn by hand. */
  readonly way?: number
}

/** What can be dragged on the preview. */
export interface Handle extends Point {
  readonly id: string
  readonly words: string
  /** The inputs that put it at a place. */
  readonly drag: (to: Point) => Inputs
}
export interface Graph {
  readonly id: string
  readonly words: string
  readonly unit: string
  readonly points: readonly { readonly frame: number; readonly value: number }[]
}
/** A measure of each exposure at the frame where it begins, from 1. */
export function graphOver(
  about: Pick<Graph, 'id' | 'words' | 'unit'>,
  exposures: Motion['exposures'],
  valueOf: (place: number) => number,
): Graph {
  let frame = 1
  return {
    ...about,
    points: exposures.map(({ frames }, i) => ({ frame: (frame += frames) - frames, value: valueOf(i) })),
  }
}
/** What a choice costs or bends, and the choice nearby that bends less. */
export interface PlanNote {
  readonly words: string
  readonly caution?: true
  readonly nearest?: { readonly words: string; readonly inputs: Inputs }
}

export interface Motion {
  readonly drawings: readonly MotionDrawing[]
  /** Once through: which drawing for how many frames; null is an empty frame. */
  readonly exposures: readonly { readonly drawing: number | null; readonly frames: number }[]
  /** Repeats: after the last comes the first. */
  readonly cycle: boolean
  /** The landmark whose way spaces the charts. */
  readonly lead?: string
  /** A few drawings shown again and again: what a hand changed on the sheet since it was laid stays so. */
  readonly again?: true
  /** Its drawings lie between no others: nothing is charted. */
  readonly noCharts?: true
  readonly handles: readonly Handle[]
  readonly graphs: readonly Graph[]
  readonly notes: readonly PlanNote[]
  /** Pixels per frame by which the ground should go by, to the left. */
  readonly pan?: number
  /** Where the figure would be if it were not pinned to its spot, by exposure: shown in the preview only. */
  readonly travel?: readonly Point[]
  /** Height of the ground, if it stands on one. */
  readonly ground?: number
}

export interface Planner {
  readonly id: string
  readonly name: string
  readonly about: string
  readonly fields: (context: PlanContext) => readonly Field[]
  /** Sensible from the start, to the size of the paper. */
  readonly start: (context: PlanContext) => Inputs
  /** Starting points of the same inputs. */
  readonly presets?: readonly {
    readonly id: string
    readonly words: string
    readonly inputs: (context: PlanContext) => Inputs
  }[]
  /** Errors: PlanRefused, or RangeError of the arithmetic below. */
  readonly plan: (inputs: Inputs, context: PlanContext) => Motion
}

/** Nonsense, with its reason and the nearest sense. */
export class PlanRefused extends RangeError {
  override readonly name = 'PlanRefused'
  constructor(
    sentence: string,
    readonly nearest?: { readonly words: string; readonly inputs: Inputs },
  ) {
    super(sentence)
  }
}

export const number = (
  id: string,
  words: string,
  unit: string,
  [min, max]: readonly [number, number],
  step = 1,
  about?: string,
): NumberField => ({ kind: 'number', id, words, unit, min, max, step, ...(about !== undefined && { about }) })
/** Where something is on the paper. */
export const place = (
  id: string,
  words: string,
  along: 'across' | 'down',
  range: readonly [number, number] = [-4000, 8000],
): NumberField => ({ ...number(id, words, 'px', range), along })
export const GROUND = place('ground', 'Ground', 'down', [0, 8000])
export const choice = (id: string, words: string, choices: ChoiceField['choices'], about?: string): ChoiceField => ({
  kind: 'choice',
  id,
  words,
  choices,
  ...(about !== undefined && { about }),
})
export const toggle = (id: string, words: string, about?: string): SwitchField => ({
  kind: 'switch',
  id,
  words,
  ...(about !== undefined && { about }),
})
/** A field asked only while other inputs give it a meaning. */
export const asked = <F extends Field>(field: F, when: (inputs: Inputs) => boolean): F => ({ ...field, when })
export const EXPOSURE: HeldField = {
  kind: 'held',
  id: 'exposure',
  words: 'Each drawing held',
  about: 'Frames, or a pattern such as 2 1',
}

/** The exposure written in an input. Errors: PlanRefused. */
function heldOf(value: Inputs[string] | undefined): ExposurePattern {
  const parts = String(value ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number)
  const { min, max } = LIMITS.exposure
  if (parts.length === 0 || parts.some((frames) => !Number.isInteger(frames) || frames < min || frames > max)) {
    throw new PlanRefused(`Say on how many frames each drawing is held, ${min} to ${max}, or a pattern such as 2 1.`, {
      words: 'On twos',
      inputs: { exposure: '2' },
    })
  }
  return parts.length === 1 ? parts[0]! : requirePattern(parts)
}

/** Inputs read by kind: what is there was checked against its field. */
export const reading = (inputs: Inputs) => ({
  n: (id: string) => Number(inputs[id]),
  is: (id: string) => inputs[id] === true,
  s: (id: string) => String(inputs[id] ?? ''),
  held: () => heldOf(inputs['exposure']),
})
/** To the field's own step, within its range. */
export function stepped({ min, max, step }: NumberField, value: number): number {
  return Number(clamp(Math.round(value / step) * step, min, max).toFixed(6))
}

function checkField(field: Field, value: Inputs[string] | undefined): void {
  const refused = (sentence: string, nearest?: Inputs[string]) => {
    throw new PlanRefused(
      sentence,
      nearest === undefined
        ? undefined
        : { words: `${field.words} ${String(nearest)}`, inputs: { [field.id]: nearest } },
    )
  }
  if (field.kind === 'number') {
    const { min, max, unit, words } = field
    if (typeof value !== 'number' || !Number.isFinite(value))
      refused(`${words} must be a number from ${min} to ${max}${unit && ` ${unit}`}.`, clamp(0, min, max))
    else if (value < min || value > max)
      refused(`${words} must be from ${min} to ${max}${unit && ` ${unit}`}; it is ${value}.`, clamp(value, min, max))
  } else if (field.kind === 'choice') {
    if (!field.choices.some(({ id }) => id === value))
      refused(
        field.choices.length > 0
          ? `Choose one for ${field.words.toLowerCase()}.`
          : `There is nothing to choose for ${field.words.toLowerCase()}.`,
        field.choices[0]?.id,
      )
  } else if (field.kind === 'switch') {
    if (typeof value !== 'boolean') refused(`${field.words} is either on or off.`, false)
  } else if (field.kind === 'held') heldOf(value)
}

/** Inputs as a planner takes them: those it knows, the rest from its start. */
export function completed(planner: Planner, inputs: Inputs, context: PlanContext): Inputs {
  const start = planner.start(context)
  return Object.fromEntries(planner.fields(context).map(({ id }) => [id, inputs[id] ?? start[id] ?? '']))
}

export type PlanOutcome =
  | { readonly motion: Motion }
  | { readonly refused: string; readonly nearest?: { readonly words: string; readonly inputs: Inputs } }

/** The motion asked for, or why it is nonsense and the nearest sense. */
export function outcomeOf(planner: Planner, inputs: Inputs, context: PlanContext): PlanOutcome {
  try {
    for (const field of planner.fields(context)) checkField(field, inputs[field.id])
    const motion = planner.plan(inputs, context)
    if (motion.drawings.length > MOST_DRAWINGS)
      throw new PlanRefused(
        `This needs ${motion.drawings.length} drawings; a plan has at most ${MOST_DRAWINGS}. Hold each drawing longer or make the motion shorter.`,
      )
    return { motion }
  } catch (error) {
    if (error instanceof PlanRefused)
      return { refused: error.message, ...(error.nearest && { nearest: error.nearest }) }
    if (error instanceof RangeError) return { refused: error.message }
    throw error
  }
}
const MOST_DRAWINGS = 500

export interface Cost {
  readonly drawings: number
  readonly keys: number
  readonly hours: number
  readonly frames: number
  readonly words: string
}
export const framesOf = (motion: Motion): number => motion.exposures.reduce((sum, { frames }) => sum + frames, 0)

const FROM = {
  level: (count: number) => `as ${counted(count, 'drawing')} of this level took`,
  production: (count: number) => `as ${counted(count, 'drawing')} of other levels took`,
  usual: () => 'the usual while no log says otherwise',
} as const

/**
 * What a motion asks of the hand.
 *
 * @param rough - minutes a rough drawing takes, by the log; by default what is usual
 */
export function costOf(
  motion: Motion,
  rough: Pick<Minutes, 'median' | 'count' | 'from'> = usualMinutes('rough'),
): Cost {
  const mine = motion.drawings.filter(({ existing, way }) => existing === undefined && way === undefined)
  const keys = mine.filter(({ role }) => role !== 'inbetween').length
  const hours = (mine.length * rough.median) / 60
  const notes = hours < 1 ? counted(Math.round(hours * 60), 'minute') : `${hours.toFixed(1)} hours`
  const each = Math.max(1, Math.round(rough.median))
  return {
    drawings: mine.length,
    keys,
    hours,
    frames: framesOf(motion),
    words: motion.drawings.some(({ way }) => way !== undefined)
      ? `${counted(motion.drawings.length, 'drawing')}, all of them laid with what is written by then: none is drawn by hand.`
      : `${counted(mine.length, 'drawing')}, ${keys} of them keys and breakdowns; about ${notes} of rough at ${counted(each, 'minute')} a drawing, ${FROM[rough.from](rough.count)}.`,
  }
}
