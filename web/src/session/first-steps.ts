import { z } from 'zod'
import { keptRef } from './kept/kept-ref'

const firstStepsSchema = z.object({ next: z.int().min(0), isOn: z.boolean() })

/** How far somebody is with the first steps, and whether they are being taken. Everyone's own, kept on this machine. */
export const useFirstSteps = keptRef('unhurried-first-steps', firstStepsSchema, { next: 0, isOn: false })
