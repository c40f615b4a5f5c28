import { z } from 'zod'
import { LIMITS } from '../base/limits'
import { isCycle, resizedTo, totalFrames } from '../timing/column'
import { shareFrames } from '../timing/exposure'
import { retimed } from '../timing/range'
import { refuse } from '../scene/refusal'
import { cutShort } from '../base/sentence'
import { settingsSchema, type Column, type Scene } from '../scene/schema'
import { editKind } from './edit'

function resized(scene: Scene, length: number): Scene {
  const sheets = Object.fromEntries(
    Object.entries(scene.sheets).map(([take, levels]) => [
      take,
      Object.fromEntries(
        Object.entries(levels).map(([level, column]) => {
          const [first] = column
          // A ground lies under the whole scene, however long it becomes.
          const ground = scene.levels[level]!.kind === 'ground' && column.length === 1 && first !== undefined
          return [level, ground ? [{ ...first, frames: length }] : [...resizedTo(column, length)]]
        }),
      ),
    ]),
  )
  return { ...scene, sheets }
}

/** Beats begin within the scene; a tempo taken away leaves nothing behind. */
function withoutBeatsBeyond(scene: Scene): Scene {
  const { beats, cells, colourLimit, handsOnTo, ...settings } = scene.settings
  return {
    ...scene,
    settings: {
      ...settings,
      ...(cells && { cells }),
      ...(colourLimit && { colourLimit }),
      ...(handsOnTo && { handsOnTo }),
      ...(beats && { beats: { ...beats, first: Math.min(beats.first, settings.length) } }),
    },
  }
}

export const sceneSet = editKind({
  pastLocks: true,
  schema: z.strictObject({
    type: z.literal('scene.set'),
    settings: settingsSchema.partial().refine((fields) => Object.keys(fields).length > 0, 'Say what to change.'),
  }),
  apply(scene, { settings }) {
    const next = withoutBeatsBeyond({ ...scene, settings: { ...scene.settings, ...settings } })
    return next.settings.length === scene.settings.length ? next : resized(next, next.settings.length)
  },
  words: ({ settings }) => `the scene's ${Object.keys(settings).join(', ')}`,
})

/** The whole column in the frames the same time takes at another rate. */
function columnAtRate(column: Column, from: number, to: number, length: number): Column {
  const frames = shareFrames(
    length,
    column.map((entry) => entry.frames),
  )
  return column.map((entry, i) => {
    if (!isCycle(entry)) return { ...entry, frames: frames[i]! }
    const turn = Math.max(entry.cycle.length, Math.round((totalFrames(entry.cycle) * to) / from))
    return { ...entry, cycle: retimed(entry.cycle, turn), frames: frames[i]! }
  })
}

/** Another rate, keeping every frame (so that it plays faster or slower) or every second (so that the frames are shared out anew). */
export const sceneRate = editKind({
  pastLocks: true,
  schema: z.strictObject({
    type: z.literal('scene.rate'),
    fps: settingsSchema.shape.fps,
    keep: z.enum(['frames', 'seconds']),
  }),
  apply(scene, { fps, keep }) {
    const settings = { ...scene.settings, fps }
    if (keep === 'frames') return { ...scene, settings }
    const was = scene.settings
    const moment = (frame: number) => Math.min(length, Math.max(1, 1 + Math.round(((frame - 1) * fps) / was.fps)))
    const length = Math.round((was.length * fps) / was.fps)
    if (length < LIMITS.length.min || length > LIMITS.length.max)
      refuse(
        `At ${fps} frames a second the scene would last ${length} frames; it can last from ${LIMITS.length.min} to ${LIMITS.length.max}.`,
      )
    const sheets = Object.fromEntries(
      Object.entries(scene.sheets).map(([take, columns]) => [
        take,
        Object.fromEntries(
          Object.entries(columns).map(([level, column]) => {
            if (column.length > length)
              refuse(
                `Level ${scene.levels[level]!.name} shows ${column.length} exposures and would have only ${length} frames. Cut drawings first, or keep the frames.`,
              )
            return [level, [...columnAtRate(column, was.fps, fps, length)]]
          }),
        ),
      ]),
    )
    const takes = Object.fromEntries(
      Object.entries(scene.takes).map(([id, take]) => {
        const notes = new Map<number, string>()
        for (const { frame, text } of take.notes ?? [])
          notes.set(moment(frame), [notes.get(moment(frame)), text].filter(Boolean).join(' · '))
        return [
          id,
          take.notes
            ? { ...take, notes: [...notes].map(([frame, text]) => ({ frame, text: cutShort(text, LIMITS.note) })) }
            : take,
        ]
      }),
    )
    const { beats } = was
    return {
      ...scene,
      settings: { ...settings, length, ...(beats && { beats: { ...beats, first: moment(beats.first) } }) },
      sheets,
      takes,
    }
  },
  words: ({ fps, keep }) => `${fps} frames a second, keeping the ${keep}`,
})
