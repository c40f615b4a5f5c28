import { z } from 'zod'
import { freeNumber, numberFor, numbersOf, renumbered } from '../../timing/numbering'
import { inFirstTurn } from '../../timing/column'
import { refuse } from '../../scene/refusal'
import { drawingSchema, frameSchema, idSchema, PASSES, passSchema, type Drawing, type Scene } from '../../scene/schema'
import { editKind, type InkWriting } from '../edit'
import { columnOf, drawingOf, levelOf, placeOn, requireFree, withFrames } from '../lookup'
import { withoutDrawing, withoutMark } from '../take-out'

const fresh = drawingSchema.pick({ id: true, role: true })

/** A new drawing shown from `frame` to the end of the exposure it is put into. */
function putIn(
  scene: Scene,
  { take, level, frame, drawing }: { take: string; level: string; frame: number; drawing: Drawing },
): Scene {
  requireFree(scene.drawings[drawing.id], 'drawing')
  const here = placeOn(scene, take, level, frame)
  const begin = inFirstTurn(columnOf(scene, take, level), frame)
  const held = here.frame + here.frames - begin
  const next = { ...scene, drawings: { ...scene.drawings, [drawing.id]: drawing } }
  return withFrames(next, { take, level, from: begin, remove: held, insert: [{ drawing: drawing.id, frames: held }] })
}

function refuseToCover(scene: Scene, take: string, level: string, frame: number) {
  const here = placeOn(scene, take, level, frame)
  if (here.frame === inFirstTurn(columnOf(scene, take, level), frame) && here.drawing !== null) {
    refuse(
      `Drawing ${scene.drawings[here.drawing]!.number} begins at frame ${frame} already. Choose a frame between two drawings.`,
    )
  }
}

export const drawingAdd = editKind({
  schema: z.strictObject({
    type: z.literal('drawing.add'),
    take: idSchema,
    level: idSchema,
    frame: frameSchema,
    drawing: fresh,
  }),
  apply(scene, { take, level, frame, drawing }) {
    levelOf(scene, level)
    refuseToCover(scene, take, level, frame)
    const number = numberFor(scene, level, frame)
    return putIn(scene, { take, level, frame, drawing: { ...drawing, level, number, note: '', passes: {} } })
  },
  words: ({ frame }) => `a drawing put in at frame ${frame}`,
})

interface Copying {
  readonly source: string
  readonly drawing: { readonly id: string }
}
/** What a copy writes: all the ink of the drawing it is made from. */
export const copiedInk: InkWriting<Copying> = {
  drawing: ({ drawing }) => drawing.id,
  source: ({ source }) => source,
  lay: ({ source, drawing }, inkOf) =>
    PASSES.map((pass) => ({ drawing: drawing.id, pass, ink: inkOf(source, pass) })).filter(({ ink }) => ink.length > 0),
}

/** A new drawing with the same ink as `source`; the ink itself is copied by whoever keeps ink. */
export const drawingCopy = editKind({
  schema: z.strictObject({
    type: z.literal('drawing.copy'),
    take: idSchema,
    frame: frameSchema,
    source: idSchema,
    drawing: fresh,
  }),
  ink: copiedInk,
  apply(scene, { take, frame, source, drawing }) {
    const original = drawingOf(scene, source)
    refuseToCover(scene, take, original.level, frame)
    const number = numberFor(scene, original.level, frame)
    return putIn(scene, { take, level: original.level, frame, drawing: { ...original, ...drawing, number } })
  },
  words: ({ source, frame }, scene) => `drawing ${scene.drawings[source]?.number ?? ''} copied to frame ${frame}`,
})

/** A new drawing with the same ink as `source` on another level or the same, shown nowhere yet. */
export const drawingBring = editKind({
  schema: z.strictObject({ type: z.literal('drawing.bring'), source: idSchema, level: idSchema, drawing: fresh }),
  parts: ({ drawing }) => [['drawings', drawing.id]],
  ink: copiedInk,
  apply(scene, { source, level, drawing }) {
    const { pins, ...original } = drawingOf(scene, source)
    requireFree(scene.drawings[drawing.id], 'drawing')
    const named = new Set((levelOf(scene, level).landmarks ?? []).map(({ id }) => id))
    const kept = Object.fromEntries(Object.entries(pins ?? {}).filter(([landmark]) => named.has(landmark)))
    const number = freeNumber(original.number, numbersOf(scene, level))
    const brought: Drawing = {
      ...{ ...original, ...drawing, level, number },
      ...(Object.keys(kept).length > 0 && { pins: kept }),
    }
    return { ...scene, drawings: { ...scene.drawings, [drawing.id]: brought } }
  },
  words: ({ source, level }, scene) =>
    `drawing ${scene.drawings[source]?.number ?? ''} brought to level ${scene.levels[level]?.name ?? ''}`,
})

const drawingFields = drawingSchema
  .pick({ number: true, role: true, note: true })
  .extend({
    /** The passes to be drawn again from now on; none ends that. */
    mend: z.array(passSchema).max(PASSES.length),
    checked: z.boolean(),
  })
  .partial()
type DrawingFields = z.infer<typeof drawingFields>

export const drawingSet = editKind({
  schema: z.strictObject({
    type: z.literal('drawing.set'),
    drawing: idSchema,
    fields: drawingFields,
  }),
  apply(scene, { drawing, fields }) {
    const before = drawingOf(scene, drawing)
    const twin = Object.values(scene.drawings).find(
      (other) => other.level === before.level && other.id !== drawing && other.number === fields.number,
    )
    if (twin) refuse(`There is a drawing ${fields.number} on this level already. Give this one another number.`)
    return { ...scene, drawings: { ...scene.drawings, [drawing]: withFields(before, fields) } }
  },
  words: ({ drawing, fields: { mend, checked, ...others } }, scene) => {
    const number = `drawing ${scene.drawings[drawing]?.number ?? ''}`
    const said = [
      ...(Object.keys(others).length > 0 ? [`${Object.keys(others).join(', ')} of ${number}`] : []),
      ...(mend ? [mend.length > 0 ? `${mend.join(', ')} of ${number} to be mended` : `${number} mended`] : []),
      ...(checked === undefined ? [] : [`${number} ${checked ? 'checked' : 'no longer checked'}`]),
    ]
    return said.join(', ') || number
  },
})

/** A drawing with other fields; what says nothing is absent. */
function withFields(drawing: Drawing, { mend, checked, ...others }: DrawingFields): Drawing {
  const { mend: mendBefore, checked: checkedBefore, ...plain } = drawing
  const passes = mend ? [...new Set(mend)] : mendBefore
  const isChecked = checked ?? checkedBefore ?? false
  return {
    ...{ ...plain, ...others },
    ...(passes && passes.length > 0 && { mend: passes }),
    ...(isChecked && { checked: true as const }),
  }
}

export const drawingsRenumber = editKind({
  schema: z.strictObject({ type: z.literal('drawings.renumber'), level: idSchema }),
  apply(scene, { level }) {
    levelOf(scene, level)
    return { ...scene, drawings: renumbered(scene, level) }
  },
  words: ({ level }, scene) => `level ${scene.levels[level]?.name ?? level} renumbered`,
})

export const drawingRemove = editKind({
  schema: z.strictObject({ type: z.literal('drawing.remove'), drawing: idSchema }),
  apply(scene, { drawing }) {
    const { number } = drawingOf(scene, drawing)
    for (const chart of Object.values(scene.charts)) {
      if (chart.from === drawing || chart.to === drawing)
        refuse(`Drawing ${number} is an end of a chart. Take that chart out first.`)
    }
    return withoutDrawing(withoutMark(scene, drawing), drawing)
  },
  words: () => 'a drawing taken out',
})
