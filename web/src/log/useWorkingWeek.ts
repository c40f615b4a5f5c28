import { useLocalStorage } from '@vueuse/core'
import { z } from 'zod'

const hours = z.number().min(0).max(24)
const weekSchema = z.object({
  week: z.tuple([hours, hours, hours, hours, hours, hours, hours]),
  daysOff: z.array(z.iso.date()).max(2000),
  people: z.int().min(1).max(99),
})
export type WorkingWeek = z.infer<typeof weekSchema>

/** Five days of six hours at the table, by one person, until somebody says otherwise. */
export const USUAL_WEEK: WorkingWeek = { week: [6, 6, 6, 6, 6, 0, 0], daysOff: [], people: 1 }

/** What was kept, if it can be read. */
export function readWeek(kept: string): WorkingWeek {
  try {
    return weekSchema.parse(JSON.parse(kept))
  } catch {
    return USUAL_WEEK
  }
}

/** When one works: everyone's own, kept on this machine. */
export const useWorkingWeek = () =>
  useLocalStorage<WorkingWeek>('unhurried-week', USUAL_WEEK, {
    serializer: { read: readWeek, write: (week) => JSON.stringify(week) },
  })
