import {
  BRUSH_TABLE,
  BRUSHES,
  GRAINS,
  LIMITS,
  passSchema,
  RULER_KINDS,
  SPACING_LAWS,
  type Brush,
} from '@unhurried/core'
import { useLocalStorage } from '@vueuse/core'
import { computed } from 'vue'
import { z } from 'zod'
import { TOOL_NAMES, toolNamed, type ToolName } from './register'

/** What the button on a pen's barrel may do. */
export const BARREL = ['pick', 'eraser', 'paper'] as const

const brushSchema = z.object({
  size: z.number().min(1).max(200),
  taper: z.tuple([z.number().min(0).max(LIMITS.taper), z.number().min(0).max(LIMITS.taper)]),
  steadiness: z.number().min(0).max(1),
  curve: z.number().min(-1).max(1),
})
/** Before, what is now `on` was called `through`; a brush that came later is as it usually is. */
const renamed = (kept: unknown): unknown => {
  if (kept === null || typeof kept !== 'object') return kept
  const brushes = 'brushes' in kept && typeof kept.brushes === 'object' ? { ...usualBrushes(), ...kept.brushes } : {}
  return { ...('through' in kept && { on: kept.through }), ...kept, brushes }
}

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
  /** A ring or a box is drawn around what is selected; or a line touched is cut in two. */
  form: z.enum(['lasso', 'box', 'part']),
  /** The lasso cuts lines where it crosses them. */
  cut: z.boolean(),
  /** The lasso takes from every pass that can be drawn on, not from one alone. */
  everyPass: z.boolean(),
  /** What is done is done on this drawing, on those chosen on the sheet, or on all of the span. */
  on: z.enum(['one', 'chosen', 'all']),
  /** On several drawings a move is the same on each, or grows by this law toward the one on the table. */
  grows: z.enum(SPACING_LAWS).optional(),
  /** New lines go beneath what is there. */
  beneath: z.boolean(),
  pass: passSchema,
  swatch: z.string(),
  cellSize: z.int().min(1).max(16),
  /** How densely the cell pen draws, and whether on both sides of the middle. */
  grain: z.enum(GRAINS).optional(),
  mirrors: z.boolean().optional(),
  /** What the pen does while the button on its barrel is held; absent: it picks a colour. */
  barrel: z.enum(BARREL).optional(),
  /** The rulers lead nothing; and the kind that is laid, absent: a straight one. */
  rulersOff: z.boolean().optional(),
  rulerKind: z.enum(RULER_KINDS).optional(),
})
export type PencilSettings = z.infer<typeof pencilSchema>
/** What each brush is like when it is first taken in hand. */
function usualBrushes(): PencilSettings['brushes'] {
  const usual = (brush: Brush) => ({ ...BRUSH_TABLE[brush].usual, taper: [...BRUSH_TABLE[brush].usual.taper] })
  return Object.fromEntries(BRUSHES.map((brush) => [brush, usual(brush)])) as PencilSettings['brushes']
}

const USUAL: PencilSettings = {
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
  on: 'one',
  beneath: false,
  pass: 'line',
  swatch: 'pencil',
  cellSize: 1,
}
const isBrush = (tool: ToolName): tool is Brush => (BRUSHES as readonly string[]).includes(tool)

/** Tools that draw with the brush last in hand. */
export const drawsWithBrush = (tool: ToolName): boolean => toolNamed(tool).draws === true

/** The size of what is in hand, what it may be, and what is set when it gets another. */
interface SizeInHand {
  readonly value: number
  readonly least: number
  readonly most: number
  readonly unit: string
  readonly set: (value: number) => Partial<PencilSettings>
}

/** @param cells - the scene is drawn in whole cells, where every tool has the cell pen's size */
export function sizeInHand(pencil: PencilSettings, cells: boolean): SizeInHand {
  const { tool, brush, brushes, eraserSize, pushSize, cellSize } = pencil
  if (cells) {
    const unit = cellSize === 1 ? 'cell' : 'cells'
    return { value: cellSize, least: 1, most: 16, unit, set: (value) => ({ cellSize: value }) }
  }
  const px = { unit: 'px' }
  if (tool === 'eraser')
    return { ...px, value: eraserSize, least: 2, most: 200, set: (value) => ({ eraserSize: value }) }
  if (tool === 'push') return { ...px, value: pushSize, least: 8, most: 400, set: (value) => ({ pushSize: value }) }
  return {
    ...{ ...px, value: brushes[brush].size, least: 1, most: BRUSH_TABLE[brush].widest },
    set: (value) => ({ brushes: { ...brushes, [brush]: { ...brushes[brush], size: value } } }),
  }
}

/** What was remembered, by this version or one before; what it is at first where that cannot be read. */
export function rememberedPencil(kept: unknown): PencilSettings {
  const parsed = pencilSchema.safeParse(renamed(kept))
  return parsed.success ? parsed.data : USUAL
}

/** What is set for the pencils and pots, remembered on this machine. */
export function usePencil() {
  const kept = useLocalStorage<PencilSettings>('unhurried-pencil-case', USUAL)
  kept.value = rememberedPencil(kept.value)
  return computed<PencilSettings>({
    get: () => kept.value,
    set: (next) => (kept.value = isBrush(next.tool) ? { ...next, brush: next.tool } : next),
  })
}
