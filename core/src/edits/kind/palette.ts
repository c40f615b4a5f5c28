import { z } from 'zod'
import { placedBefore } from '../../base/placed-before'
import { poured, toned } from '../../scene/palette'
import { refuse } from '../../scene/refusal'
import { colourSchema, idSchema, swatchSchema, type Scene, type Swatch } from '../../scene/schema'
import { editKind } from '../edit'

const nameOf = (scene: Scene, id: string) => scene.palette.find((swatch) => swatch.id === id)?.name ?? ''
const required = (scene: Scene, id: string) =>
  scene.palette.find((swatch) => swatch.id === id) ?? refuse('This colour is not in the scene any more.')

/** A new colour, or a colour changed everywhere; the tones that follow it change with it. */
export const swatchPut = editKind({
  schema: z.strictObject({ type: z.literal('swatch.put'), swatch: swatchSchema }),
  apply(scene, { swatch }) {
    const known = scene.palette.some(({ id }) => id === swatch.id)
    if (swatch.tone && (swatch.tone.of === swatch.id || required(scene, swatch.tone.of).tone))
      refuse('A tone follows a colour of its own, not another tone.')
    const palette = known
      ? scene.palette.map((old) => (old.id === swatch.id ? swatch : old))
      : [...scene.palette, swatch]
    return { ...scene, palette: toned(palette) }
  },
  words: ({ swatch }) => `the colour ${swatch.name}`,
})

/** Merges a colour into another: what was drawn with it is shown in that one from now on. */
export const swatchPour = editKind({
  schema: z.strictObject({ type: z.literal('swatch.pour'), swatch: idSchema, into: idSchema }),
  apply(scene, { swatch, into }) {
    const end = poured(scene.palette, required(scene, into).id)
    if (required(scene, swatch).id === end) refuse('A colour cannot be merged into itself.')
    // Tones that followed it follow what it became.
    const palette = scene.palette.map((each) => {
      if (each.id === swatch) return { ...each, into: end }
      return each.tone?.of === swatch ? { ...each, tone: { ...each.tone, of: end } } : each
    })
    return {
      ...scene,
      palette: toned(palette.map(({ tone, ...each }) => (tone && tone.of !== each.id ? { ...each, tone } : each))),
    }
  },
  words: ({ swatch, into }, scene) => `the colour ${nameOf(scene, swatch)} merged into ${nameOf(scene, into)}`,
})

/** Takes a colour that was merged out of its merger again. */
export const swatchTakeOut = editKind({
  schema: z.strictObject({ type: z.literal('swatch.take-out'), swatch: idSchema }),
  apply(scene, { swatch }) {
    const { into: _, ...alone } = required(scene, swatch)
    return { ...scene, palette: scene.palette.map((each) => (each.id === swatch ? alone : each)) }
  },
  words: ({ swatch }, scene) => `the colour ${nameOf(scene, swatch)} by itself again`,
})

/** Puts a colour before another in the row of pots, or last. */
export const swatchPlace = editKind({
  schema: z.strictObject({ type: z.literal('swatch.place'), swatch: idSchema, before: idSchema.nullable() }),
  apply: (scene, { swatch, before }) => ({
    ...scene,
    palette: placedBefore(scene.palette, swatch, before) ?? refuse('This colour is not in the scene any more.'),
  }),
  words: ({ swatch }, scene) => `the place of the colour ${nameOf(scene, swatch)}`,
})

const followsColour = ({ linked }: Swatch, entry: string, of: string): boolean =>
  linked !== undefined && linked.entry === entry && linked.of === of && !linked.own

/** Colours that follow one of the library become what it is; those kept on purpose stay. */
export const swatchFollow = editKind({
  schema: z.strictObject({ type: z.literal('swatch.follow'), entry: idSchema, of: idSchema, colour: colourSchema }),
  apply(scene, { entry, of, colour }) {
    if (!scene.palette.some((swatch) => followsColour(swatch, entry, of)))
      refuse('No colour of this scene follows this one of the library.')
    const palette = scene.palette.map((swatch) => {
      if (!followsColour(swatch, entry, of)) return swatch
      const { tone: _, ...plain } = swatch
      return { ...plain, colour }
    })
    return { ...scene, palette: toned(palette) }
  },
  words: ({ entry, of }, scene) =>
    `the colour ${scene.palette.find((swatch) => followsColour(swatch, entry, of))?.name ?? ''} as the library has it`,
})
