import { limitsSchema, tightened, type Limits } from '@unhurried/core'
import { z } from 'zod'
import { keptRef } from '../kept/kept-ref'

const eyeSchema = z.object({ isOn: z.boolean(), limits: limitsSchema })

/** What one's own eye does not see, as limits of Second look, and whether it looks by them: everyone's own, on this machine. */
export const useOwnEye = keptRef<z.infer<typeof eyeSchema>>('unhurried-eye', eyeSchema, { isOn: false, limits: {} })

/** Limits to look by: a production's, tightened by one's own eye where that is asked for. */
export function limitsSeen(limits: Limits): Limits {
  const { isOn, limits: own } = useOwnEye().value
  return isOn ? tightened(limits, own) : limits
}
