import { z } from 'zod'

/** A page asks the worker of a newer version to take over. */
export const takeOverSchema = z.strictObject({ kind: z.literal('take-over') })
export type TakeOver = z.infer<typeof takeOverSchema>
/** How many other windows of the app are open: only when there is none does it take over. */
export const othersSchema = z.strictObject({ others: z.int().nonnegative() })
export type Others = z.infer<typeof othersSchema>
