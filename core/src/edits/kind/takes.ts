import { counted } from '../../base/counted'
import { z } from 'zod'
import { refuse } from '../../scene/refusal'
import { columnSchema, frameSchema, idSchema, noteSchema, takeSchema, type Scene, type Take } from '../../scene/schema'
import { totalFrames } from '../../timing/column'
import { editKind } from '../edit'
import { levelOf, requireFree, takeOf, withSheet } from '../lookup'

const withTake = (scene: Scene, take: Take): Scene => ({ ...scene, takes: { ...scene.takes, [take.id]: take } })

/** A new take timed like another, to be changed from there. */
export const takeAdd = editKind({
  pastLocks: true,
  schema: z.strictObject({
    type: z.literal('take.add'),
    ...takeSchema.pick({ id: true, name: true }).shape,
    from: idSchema,
  }),
  apply(scene, { id, name, from }) {
    requireFree(scene.takes[id], 'take')
    const { away: _, ...source } = takeOf(scene, from)
    return { ...withTake(scene, { ...source, id, name }), sheets: { ...scene.sheets, [id]: scene.sheets[from]! } }
  },
  words: ({ name, from }, scene) => `the take ${name} from ${scene.takes[from]?.name ?? ''}`,
})

export const takeSet = editKind({
  schema: z.strictObject({
    type: z.literal('take.set'),
    take: idSchema,
    // `null`: it lasts as long as the scene.
    fields: takeSchema
      .pick({ name: true, away: true })
      .partial()
      .extend({ length: takeSchema.shape.length.nullable() }),
  }),
  apply(scene, { take: id, fields: { name, away, length } }) {
    const { away: wasAway, length: lasted, ...take } = takeOf(scene, id)
    const lasts = length === undefined ? lasted : length
    if (length && length > scene.settings.length)
      refuse(`A take ends with the scene at the latest, which has ${scene.settings.length} frames.`)
    if (away && id === scene.mainTake) refuse('The main take stays out. Make another take the main one first.')
    return withTake(scene, {
      ...take,
      ...(name !== undefined && { name }),
      ...(lasts && { length: lasts }),
      ...((away ?? wasAway) && { away: true }),
    })
  },
  words: ({ take, fields }, scene) => {
    const { name = '' } = scene.takes[take] ?? {}
    if (fields.length !== undefined)
      return fields.length === null
        ? `the take ${name} lasts as long as the scene`
        : `the take ${name} lasts ${counted(fields.length, 'frame')}`
    return fields.away === undefined
      ? `the take ${name} named ${fields.name ?? ''}`
      : `the take ${name} ${fields.away ? 'put away' : 'brought back'}`
  },
})

export const takeMain = editKind({
  schema: z.strictObject({ type: z.literal('take.main'), take: idSchema }),
  apply(scene, { take: id }) {
    const { away: _, ...take } = takeOf(scene, id)
    return { ...withTake(scene, take), mainTake: id }
  },
  words: ({ take }, scene) => `${scene.takes[take]?.name ?? ''} made the main take`,
})

/** A note beside a frame of a take; an empty one is taken away. */
export const takeNote = editKind({
  schema: z.strictObject({ type: z.literal('take.note'), take: idSchema, frame: frameSchema, text: noteSchema }),
  apply(scene, { take: id, frame, text }) {
    const { notes = [], ...take } = takeOf(scene, id)
    if (frame > scene.settings.length)
      refuse(`Frame ${frame} is beyond the end: the scene has ${scene.settings.length} frames.`)
    const others = notes.filter((note) => note.frame !== frame)
    const next =
      text.trim() === '' ? others : [...others, { frame, text: text.trim() }].sort((a, b) => a.frame - b.frame)
    return withTake(scene, next.length > 0 ? { ...take, notes: next } : take)
  },
  words: ({ frame, text }) =>
    text.trim() === '' ? `the note at frame ${frame} taken away` : `a note at frame ${frame}`,
})

/** Whole columns of a take laid at once, as from a file; all of them or none. */
export const sheetLay = editKind({
  schema: z.strictObject({
    type: z.literal('sheet.lay'),
    take: idSchema,
    columns: z.record(idSchema, columnSchema),
    notes: takeSchema.shape.notes,
  }),
  apply(scene, { take, columns, notes }) {
    const { notes: before, ...here } = takeOf(scene, take)
    const present = notes ?? before ?? []
    if (present.some(({ frame }) => frame > scene.settings.length)) refuse('A note lies beyond the end of the scene.')
    const noted = notes ? withTake(scene, present.length > 0 ? { ...here, notes: present } : here) : scene
    return Object.entries(columns).reduce((next, [level, column]) => {
      levelOf(scene, level)
      if (totalFrames(column) !== scene.settings.length)
        refuse(
          `The column of level ${scene.levels[level]!.name} lasts ${totalFrames(column)} frames and the scene ${scene.settings.length}.`,
        )
      const drawings = column
        .flatMap((entry) => ('cycle' in entry ? entry.cycle : [entry]))
        .map((entry) => entry.drawing)
      if (drawings.some((drawing) => drawing !== null && scene.drawings[drawing]?.level !== level))
        refuse('A drawing can be shown only on its own level.')
      return withSheet(next, take, level, column)
    }, noted)
  },
  words({ columns }, scene) {
    const names = Object.keys(columns).map((level) => scene.levels[level]?.name ?? level)
    return names.length > 0 ? `the sheet of ${names.join(', ')} read from a file` : 'the sheet’s notes read from a file'
  },
})
