import { useLocalStorage } from '@vueuse/core'
import { computed } from 'vue'
import { z } from 'zod'

const pencilSchema = z.object({
  tool: z.enum(['pencil', 'eraser', 'pin', 'slide']),
  pencilSize: z.number().min(1).max(60),
  eraserSize: z.number().min(4).max(200),
  steadiness: z.number().min(0).max(1),
  curve: z.number().min(-1).max(1),
  swatch: z.string(),
})
export type PencilCase = z.infer<typeof pencilSchema>
const USUAL: PencilCase = { tool: 'pencil', pencilSize: 5, eraserSize: 28, steadiness: 0.35, curve: 0, swatch: 'pencil' }

/** The pencil in hand, remembered on this machine. */
export function usePencil() {
  const kept = useLocalStorage<PencilCase>('unhurried-pencil', USUAL)
  const parsed = pencilSchema.safeParse(kept.value)
  if (!parsed.success) kept.value = USUAL
  return computed<PencilCase>({ get: () => kept.value, set: (next) => (kept.value = next) })
}
