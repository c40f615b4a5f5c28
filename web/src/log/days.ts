import { counted } from '@unhurried/core'
import { momentOf } from '../session/record/moment'

const two = (value: number) => String(value).padStart(2, '0')

/** When a day begins where the page is, in milliseconds since 1970; `by` days later. */
export function beginOf(day: string, by = 0): number {
  const [year, month, date] = day.split('-').map(Number)
  return new Date(year!, month! - 1, date! + by).getTime()
}

/** The last weeks up to a day, each from Monday to Sunday; days after it are left out. */
export function weeksUpTo(day: string, weeks: number): (string | undefined)[][] {
  const weekday = (new Date(beginOf(day)).getDay() + 6) % 7
  return Array.from({ length: weeks }, (_, week) =>
    Array.from({ length: 7 }, (_, n) => {
      const own = momentOf(beginOf(day, (week - weeks + 1) * 7 + n - weekday)).day
      return own <= day ? own : undefined
    }),
  )
}

/** "2 h 05 min", "35 min", "under a minute". */
export function durationInWords(seconds: number): string {
  const minutes = Math.round(seconds / 60)
  if (minutes < 1) return 'under a minute'
  return minutes < 60 ? `${minutes} min` : `${Math.floor(minutes / 60)} h ${two(minutes % 60)} min`
}

export const WEEKDAYS = ['Mo', 'Tu', 'We', 'Th', 'Fr', 'Sa', 'Su'] as const
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec']
/** "28 Nov". */
export const dateOf = (day: string): string => `${Number(day.slice(8))} ${MONTHS[Number(day.slice(5, 7)) - 1]}`

/** How sure hours are that are only likely: "25 min will do in 20 of 100 cases, 2 hours in 80." */
export function casesInWords({ p20, p80 }: { readonly p20: number; readonly p80: number }): string {
  const [least, most] = [hoursInWords(p20), hoursInWords(p80)]
  return least === most ? `${most} will do in 80 of 100 cases.` : `${least} will do in 20 of 100 cases, ${most} in 80.`
}

/** ", 3 hours to 5 hours": the range that most cases lie in, where it is more than one figure. */
export function rangeInWords({ p20, p80 }: { p20: number; p80: number }): string {
  const [least, most] = [hoursInWords(p20), hoursInWords(p80)]
  return least === most ? '' : `, ${least} to ${most}`
}

/** "1 min", "25 min", "1 hour", "3.4 hours", "12 hours": of what is only likely, to a tenth while it is little, a minute at least. */
export function hoursInWords(hours: number): string {
  if (hours < 0.95) return durationInWords(Math.max(60, hours * 3600))
  return counted(hours < 10 ? Math.round(hours * 10) / 10 : Math.round(hours), 'hour')
}
