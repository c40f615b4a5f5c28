import { BRUSH_TABLE } from '@unhurried/core'
import { rememberedPencil, sizeInHand } from './pencil'

const MINE = { size: 11, taper: [3, 4], steadiness: 0.9, curve: 0.2 }
const BEFORE = {
  ...{ tool: 'pen', brush: 'pen', eraserSize: 33, whole: true, pushSize: 90, gap: 8, form: 'lasso', cut: true },
  ...{ everyPass: false, through: 'one', beneath: false, pass: 'line', swatch: 'tide', cellSize: 1 },
  brushes: { pencil: MINE, pen: MINE, wash: MINE, flat: MINE },
}

test('a pencil case kept before a brush came has its own settings still, and the new brush as it usually is', () => {
  const { brushes, eraserSize, on } = rememberedPencil(BEFORE)
  expect([brushes.pen, eraserSize, on]).toEqual([MINE, 33, 'one'])
  expect(brushes.charcoal.size).toBe(BRUSH_TABLE.charcoal.usual.size)
})

test('what cannot be read is as it is at first', () => {
  for (const kept of [undefined, null, 'pencil', {}, { ...BEFORE, tool: 'broom' }, { ...BEFORE, brushes: 7 }])
    expect(rememberedPencil(kept).tool).toBe('pencil')
})

test('each tool in hand has its own size, and a brush that of its kind', () => {
  const pencil = rememberedPencil(BEFORE)
  const sizeOf = (tool: typeof pencil.tool) => sizeInHand({ ...pencil, tool }, false).value
  expect([sizeOf('pen'), sizeOf('eraser'), sizeOf('push')]).toEqual([11, 33, 90])
  const { brushes } = sizeInHand(pencil, false).set(20)
  expect([brushes!.pen.size, brushes!.wash.size]).toEqual([20, 11])
  expect(sizeInHand({ ...pencil, tool: 'eraser' }, false).set(50)).toEqual({ eraserSize: 50 })
})

test('in whole cells every tool is as large as the cell pen', () => {
  const pencil = rememberedPencil(BEFORE)
  expect(sizeInHand({ ...pencil, tool: 'eraser' }, true)).toMatchObject({ value: 1, unit: 'cell' })
  expect(sizeInHand({ ...pencil, cellSize: 3 }, true)).toMatchObject({ value: 3, unit: 'cells' })
})
