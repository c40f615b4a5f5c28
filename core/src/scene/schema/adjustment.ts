import { z } from 'zod'

const step = (min: number, max: number) => z.number().min(min).max(max)

/** How colours are changed as they are shown, and never burnt in; what says nothing is absent. */
export const adjustmentSchema = z.strictObject({
  /** As dark as this is black, as light as this white, 0…255. */
  black: step(0, 254).optional(),
  white: step(1, 255).optional(),
  /** Above 1 the middle tones are lighter, below darker. */
  middle: step(0.1, 10).optional(),
  /** All hues turned, in degrees. */
  hue: step(-180, 180).optional(),
  /** How much colour is left: 0 grey, 1 as it is. */
  colour: step(0, 4).optional(),
})
export type Adjustment = z.infer<typeof adjustmentSchema>
