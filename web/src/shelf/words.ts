import { DRAWER_DAYS } from '@unhurried/core/api'

/** "26 December", with the year when it is another than now. */
export const dayInWords = (day: Date, now = new Date()): string =>
  day.toLocaleDateString('en-GB', {
    day: 'numeric',
    month: 'long',
    year: day.getFullYear() === now.getFullYear() ? undefined : 'numeric',
  })

/** The day on which something forgotten now is gone. */
export function goneOn(now: Date): Date {
  const day = new Date(now)
  day.setDate(day.getDate() + DRAWER_DAYS)
  return day
}
