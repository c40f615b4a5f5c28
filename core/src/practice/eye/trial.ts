import type { Point } from '../../geometry/matrix'

export interface EyeShape {
  /** Flat x, y, within EYE_SIZE. */
  readonly points: readonly number[]
  readonly closed?: true
  readonly filled?: true
  /** No part of what is judged. */
  readonly tone?: 'help'
}
export interface EyePicture {
  /** One frame stands still; several play. */
  readonly frames: readonly (readonly EyeShape[])[]
  /** Words within it. */
  readonly labels?: readonly (Point & { readonly text: string })[]
  /** Says which frame is shown while it plays. */
  readonly counts?: true
}

/** One look: what is asked, what is shown, and which answer is right. */
export interface EyeTrial {
  readonly question: string
  /** Always as many. */
  readonly answers: readonly string[]
  readonly right: number
  /** One for each answer, or one for all. */
  readonly pictures: readonly EyePicture[]
  /** Frames a second, where they play; `once`: and then no more. */
  readonly fps?: number
  readonly once?: true
}

/** What an eye is tried on; made afresh each time. One file a kind, and a line in the register. */
export interface EyeKind {
  readonly id: string
  readonly name: string
  readonly about: string
  /** What the amount is of, as in “6 % of the gap”. */
  readonly unit: string
  /** What is seen at a threshold, as a sentence; the amount is written with its unit. */
  readonly sees: (amount: string) => string
  /** Amounts: where it begins, and the least and most there can be. */
  readonly start: number
  readonly least: number
  readonly most: number
  /** The check and the limit of Second look that this threshold can be for, and how an amount becomes that. */
  readonly limit?: { readonly check: string; readonly limit: string; readonly from: (amount: number) => number }
  /** Errors: none; the same chance gives the same trial. */
  readonly trial: (amount: number, random: () => number) => EyeTrial
}

export const EYE_SIZE = { width: 300, height: 200 } as const
/** Answers to choose from: chance alone is right in one of so many. */
export const EYE_ANSWERS = 4
export const NTH = ['the first', 'the second', 'the third', 'the fourth'] as const

export const between = (random: () => number, least: number, most: number) => least + random() * (most - least)
export const oneOf = (random: () => number, count: number) => Math.min(count - 1, Math.floor(random() * count))
export const sign = (random: () => number) => (random() < 0.5 ? -1 : 1)

/** A picture for each answer, the right one made otherwise than the others. */
export function odd(
  random: () => number,
  picture: (isRight: boolean) => EyePicture,
): Pick<EyeTrial, 'right' | 'answers' | 'pictures'> {
  const right = oneOf(random, EYE_ANSWERS)
  return { right, answers: NTH, pictures: NTH.map((_, i) => picture(i === right)) }
}

const CORNERS = 32
export const circle = ({ x, y }: Point, radius: number, filled = false): EyeShape => ({
  points: Array.from({ length: CORNERS }, (_, i) => (i / CORNERS) * 2 * Math.PI).flatMap((angle) => [
    x + radius * Math.cos(angle),
    y + radius * Math.sin(angle),
  ]),
  closed: true,
  ...(filled && { filled: true as const }),
})

/** Places on an arc through the picture, evenly or as `shares` of it has them; the arc differs each time. */
export function arcIn(random: () => number): (share: number) => Point {
  const { width, height } = EYE_SIZE
  const [bow, from, to] = [
    between(random, 0.3, 0.48) * height,
    between(random, 30, 50),
    width - between(random, 30, 50),
  ]
  const up = sign(random)
  const middle = { x: (from + to) / 2, y: height / 2 + (up * bow) / 2 }
  // A circle through both ends and a bow above or below them.
  const half = (to - from) / 2
  const radius = (half * half + bow * bow) / (2 * bow)
  const open = Math.asin(Math.min(1, half / radius))
  const centre = { x: middle.x, y: middle.y + up * (radius - bow) }
  return (share) => {
    const angle = -open + 2 * open * share
    return { x: centre.x + radius * Math.sin(angle), y: centre.y - up * radius * Math.cos(angle) }
  }
}
