import { BRUSH_TABLE, BRUSHES, LIMITS, passSchema, type Brush } from '@unhurried/core'
import { useLocalStorage } from '@vueuse/core'
import { computed } from 'vue'
import { z } from 'zod'
import { TOOL_NAMES, toolNamed, type ToolName } from './register'

const brushSchema = z.object({
  size: z.number().min(1).max(200),
  taper: z.tuple([z.number().min(0).max(LIMITS.taper), z.number().min(0).max(LIMITS.taper)]),
  steadiness: z.number().min(0).max(1),
  curve: z.number().min(-1).max(1),
})
const pencilSchema = z.object({
  tool: z.enum(TOOL_NAMES),
  /** The brush last in hand: lines, circles and boxes are drawn with it. */
  brush: z.enum(BRUSHES),
  brushes: z.record(z.enum(BRUSHES), brushSchema),
  eraserSize: z.number().min(1).max(200),
  /** The eraser takes whatever it touches whole. */
  whole: z.boolean(),
  pushSize: z.number().min(8).max(600),
  /** Gaps up to this many pixels hold paint. */
  gap: z.number().min(0).max(60),
  form: z.enum(['lasso', 'box']),
  /** The lasso cuts lines where it crosses them. */
  cut: z.boolean(),
  /** The lasso takes from every pass that can be drawn on, not from one alone. */
  everyPass: z.boolean(),
  /** What is done is done on this drawing, on those chosen on the sheet, or on all of the span. */
  through: z.enum(['one', 'chosen', 'all']),
  /** New lines go beneath what is there. */
  beneath: z.boolean(),
  pass: passSchema,
  swatch: z.string(),
  cellSize: z.int().min(1).max(16),
})
export type PencilCase = z.infer<typeof pencilSchema>
/** What each brush is like when it is first taken in hand. */
function usualBrushes(): PencilCase['brushes'] {
  const usual = (brush: Brush) => ({ ...BRUSH_TABLE[brush].usual, taper: [...BRUSH_TABLE[brush].usual.taper] })
  return Object.fromEntries(BRUSHES.map((brush) => [brush, usual(brush)])) as PencilCase['brushes']
}

const USUAL: PencilCase = {
  tool: 'pencil',
  brush: 'pencil',
  brushes: usualBrushes(),
  eraserSize: 28,
  whole: false,
  pushSize: 90,
  gap: 8,
  form: 'lasso',
  cut: true,
  everyPass: false,
  through: 'one',
  beneath: false,
  pass: 'line',
  swatch: 'pencil',
  cellSize: 1,
}
const isBrush = (tool: ToolName): tool is Brush => (BRUSHES as readonly string[]).includes(tool)

/** Tools that draw with the brush last in hand. */
export const drawsWithBrush = (tool: ToolName): boolean => toolNamed(tool).draws === true

/** The pencil case, remembered on this machine. */
export function usePencil() {
  const kept = useLocalStorage<PencilCase>('unhurried-pencil-case', USUAL)
  if (!pencilSchema.safeParse(kept.value).success) kept.value = USUAL
  return computed<PencilCase>({
    get: () => kept.value,
    set: (next) => (kept.value = isBrush(next.tool) ? { ...next, brush: next.tool } : next),
  })
}
