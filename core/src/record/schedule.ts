import { requireNumber } from '../base/ranges'

/** A day of the calendar, as 2026-11-28: the same wherever and whenever clocks are changed. */
export type Day = string
/** Working hours from Monday to Sunday. */
export type Week = readonly [number, number, number, number, number, number, number]

const DAY = 86_400_000
/** Nothing is planned farther ahead, in days. */
const FARTHEST = 3660

const timeOf = (day: Day): number => {
  const time = Date.parse(`${day}T00:00:00Z`)
  if (!/^\d{4}-\d\d-\d\d$/.test(day) || Number.isNaN(time))
    throw new RangeError(`${day} is no day: write it as 2026-11-28.`)
  return time
}
export const dayAfter = (day: Day, by = 1): Day => new Date(timeOf(day) + by * DAY).toISOString().slice(0, 10)
/** 0 is Monday. */
export const weekdayOf = (day: Day): number => (new Date(timeOf(day)).getUTCDay() + 6) % 7

export interface Calendar {
  readonly week: Week
  readonly daysOff: ReadonlySet<Day>
  /** The first day on which work may be done. */
  readonly from: Day
  /** So many work side by side. */
  readonly people?: number
}

export const hoursOn = ({ week, daysOff, people = 1 }: Omit<Calendar, 'from'>, day: Day): number =>
  daysOff.has(day) ? 0 : people * week[weekdayOf(day)]!

export interface Planned {
  /** The day it is done; undefined where no hours are ever worked. */
  readonly day: Day | undefined
  /** Hours of it by day, none on days off. */
  readonly byDay: readonly { readonly day: Day; readonly hours: number }[]
}

/** Lays hours of work on working days, one after the other. Errors: RangeError for hours below 0 or a day that is none. */
export function laidOnDays(hours: number, calendar: Calendar): Planned {
  let left = requireNumber('hours', hours, 0, 1e6)
  const byDay: { day: Day; hours: number }[] = []
  let day = calendar.from
  for (let n = 0; n < FARTHEST; n++, day = dayAfter(day)) {
    const free = hoursOn(calendar, day)
    const own = Math.min(left, free)
    if (own > 0) byDay.push({ day, hours: own })
    left -= own
    if (left <= 1e-9) return { day: byDay.at(-1)?.day ?? calendar.from, byDay }
  }
  return { day: undefined, byDay }
}

/** The day on which work is done in 50 and in 80 of 100 cases, and how it lies on the days before. */
export const schedule = ({ hours, ...calendar }: Calendar & { hours: { p50: number; p80: number } }) => ({
  likely: laidOnDays(hours.p50, calendar),
  safe: laidOnDays(hours.p80, calendar),
})

/**
 * Drawings that must be made each working day so that all are done by the end of a day; Infinity where no hours are left
 * till then. Days of fewer hours count by their hours.
 */
export function mustMake({ toDo, by, ...calendar }: Calendar & { toDo: number; by: Day }): number {
  let [hours, most] = [0, 0]
  for (let day = calendar.from; day <= by; day = dayAfter(day)) {
    hours += hoursOn(calendar, day)
    most = Math.max(most, hoursOn(calendar, day))
  }
  if (toDo <= 0) return 0
  return hours > 0 ? (toDo * most) / hours : Infinity
}

/**
 * Scenes in the order that keeps the worst lateness of any least: the one that must go out first is done first (Jackson's
 * rule, 1955). Those that need not go out on a day come last, in the order they are given.
 */
export const inDueOrder = <T extends { readonly dueOn?: Day | undefined }>(scenes: readonly T[]): T[] =>
  scenes
    .map((scene, place) => ({ scene, place, due: scene.dueOn ?? '9999-99-99' }))
    .sort((a, b) => (a.due < b.due ? -1 : a.due > b.due ? 1 : a.place - b.place))
    .map(({ scene }) => scene)
