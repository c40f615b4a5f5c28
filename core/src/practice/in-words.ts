import type { CopyScore } from './copied'
import { onFrames } from './exercise'
import { MEETS, type Score } from './score'

const px = (value: number) => (value < 10 ? value.toFixed(1) : Math.round(value).toString())
const percent = (share: number) => `${Math.round(100 * Math.abs(share))} %`
/** What the eye forgives: less is not said. */
const FINE = 0.15
/** A drawing larger or smaller than the others by less is not said to be. */
const SIZED = 0.06

/** What a score says, in sentences: all of it, where it lies, what meets, and what to look at first. */
export function scoreInWords(score: Score | CopyScore): string[] {
  return [
    ...('keys' in score ? keysInWords(score) : []),
    `Off the law by ${px(score.px)} px in all, ${percent(score.share)} of its steps: ${px(score.beside)} px beside the arc, ${px(Math.abs(score.along))} px along it, which is spacing.`,
    ...(score.isOneOfSeveral ? [`Several answers are right here; yours is nearest to ${score.school}.`] : []),
    ...firstInWords(score),
    ...sizeInWords(score),
    ...meetingsInWords(score),
    ...(score.seam === undefined
      ? []
      : [
          score.seam <= MEETS
            ? 'The loop closes.'
            : `The loop jumps by ${px(score.seam)} px from its last drawing to its first.`,
        ]),
    ...(score.lacking.length > 0
      ? [
          `Not measured: ${score.lacking.map(({ number, marks }) => `${number} (no ${marks.join(', no ')})`).join(', ')}. Pin them to have them measured.`,
        ]
      : []),
  ]
}

function firstInWords({ drawings, first, share }: Score): string[] {
  const worst = drawings.find(({ drawing }) => drawing === first)
  if (!worst) return []
  if (share <= FINE && worst.share <= 2 * FINE) return ['No drawing stands out: it moves as the law has it.']
  const { along, beside, px: off, number, mark } = worst
  const how =
    Math.abs(along) > beside
      ? `it comes ${along < 0 ? 'late' : 'early'} by ${px(Math.abs(along))} px of its way`
      : `it lies ${px(beside)} px beside the arc`
  return [`Look first at drawing ${number}: the ${mark} is ${px(off)} px from its place, ${how}.`]
}

function sizeInWords({ drawings }: Score): string[] {
  const sized = drawings.filter(({ larger }) => larger !== undefined && Math.abs(larger) > SIZED)
  const worst = sized.reduce<(typeof sized)[number] | undefined>(
    (a, b) => (a && Math.abs(a.larger!) >= Math.abs(b.larger!) ? a : b),
    undefined,
  )
  if (!worst) return drawings.some(({ larger }) => larger !== undefined) ? ['Its size holds.'] : []
  const side = worst.larger! > 0 ? 'larger' : 'smaller'
  return [`Its size does not hold: drawing ${worst.number} is ${percent(worst.larger!)} ${side} than the others.`]
}

function meetingsInWords({ meetings }: Score): string[] {
  if (meetings.length === 0) return []
  const without = meetings.filter(({ px: off }) => off === undefined).map(({ frame }) => frame)
  const missed = meetings.filter(({ px: off }) => off !== undefined && off > MEETS)
  return [
    ...(without.length > 0 ? [`No drawing begins on ${onFrames(without)}, where something must meet.`] : []),
    ...missed.map(({ frame, px: off }) => `On frame ${frame} they miss one another by ${px(off!)} px.`),
    ...(without.length + missed.length === 0 ? ['All that must meet meets on its frame.'] : []),
  ]
}

function keysInWords({ keys, more }: CopyScore): string[] {
  const missed = keys.filter(({ drawn }) => drawn === undefined).map(({ frame }) => frame)
  const off = keys.filter(({ frame, drawn }) => drawn !== undefined && drawn !== frame)
  return [
    missed.length === 0
      ? `All ${keys.length} keys were found.`
      : `Found ${keys.length - missed.length} of ${keys.length} keys; none near ${onFrames(missed)}.`,
    ...off.map(({ frame, drawn }) => `The key of frame ${frame} stands on ${drawn}.`),
    ...(more.length > 0 ? [`No key of the motion lies on ${onFrames(more)}.`] : []),
  ]
}
