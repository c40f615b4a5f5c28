import { exerciseOf, eyeKindOf, type PracticeResult } from '@unhurried/core'

const DAY = 86_400_000

/** "6.3", "14": to a tenth while it is small. */
export const round = (value: number): string => (value < 10 ? value.toFixed(1) : Math.round(value).toString())

/** "6.3 % of its area", "18 % off its law". */
export function amountInWords(result: PracticeResult): string {
  if (result.kind === 'exercise') return `${Math.round(100 * result.share)} % off its law`
  return withUnit(result.what, result.threshold)
}
/** An amount of what an eye is tried on: the unit begins with its sign or is a word. */
export const withUnit = (what: string, amount: number): string =>
  `${round(amount)}\u00a0${eyeKindOf(what)?.unit ?? ''}`.trim()

export const nameOf = (what: string): string => exerciseOf(what)?.name ?? eyeKindOf(what)?.name ?? what

/** "due now", "due tomorrow", "due in 9 days". */
export function dueInWords(at: number, now: number): string {
  const days = Math.ceil((at - now) / DAY)
  if (days <= 0) return 'due now'
  return days === 1 ? 'due tomorrow' : `due in ${days} days`
}
