import { counted } from '../../base/counted'
import { clamp } from '../../base/clamp'
import { z } from 'zod'
import { LIMITS } from '../../base/limits'
import { isCycle, totalFrames } from '../../timing/column'
import { shareFrames } from '../../timing/exposure'
import { retimed } from '../../timing/range'
import { refuse } from '../../scene/refusal'
import { cutShort } from '../../base/sentence'
import { settingsSchema, type Column, type Scene } from '../../scene/schema'
import { editKind } from '../edit'
import { withKeysAt } from './camera'
import { withContactsAt } from './contacts'
import { resized, withFittingSettings } from '../resized'

export const sceneSet = editKind({
  pastLocks: true,
  schema: z.strictObject({
    type: z.literal('scene.set'),
    settings: settingsSchema.partial().refine((fields) => Object.keys(fields).length > 0, 'Say what to change.'),
  }),
  apply(scene, { settings }) {
    const next = withFittingSettings({ ...scene, settings: { ...scene.settings, ...settings } })
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

/** Sounds begin at the same second as before, as near as a frame can say. */
const soundsMoved = (sounds: NonNullable<Scene['sounds']>, atRate: (frame: number) => number) =>
  Object.fromEntries(
    Object.entries(sounds).map(([id, sound]) => [
      id,
      { ...sound, start: clamp(atRate(sound.start), -LIMITS.length.max, LIMITS.length.max) },
    ]),
  )

/** And so do films. */
const filmsMoved = (films: NonNullable<Scene['footage']>, atRate: (frame: number) => number) =>
  Object.fromEntries(
    Object.entries(films).map(([id, film]) => [
      id,
      { ...film, start: clamp(atRate(film.start), -LIMITS.length.max, LIMITS.length.max) },
    ]),
  )

/** And what follows another level is as long behind it. */
const followersAtRate = (levels: Scene['levels'], rate: number): Scene['levels'] =>
  Object.fromEntries(
    Object.entries(levels).map(([id, level]) => {
      if (!level.follows) return [id, level]
      const frames = clamp(Math.round(level.follows.frames * rate), -LIMITS.length.max, LIMITS.length.max)
      return [id, { ...level, follows: { ...level.follows, frames } }]
    }),
  )

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
    const atRate = (frame: number) => 1 + Math.round(((frame - 1) * fps) / was.fps)
    const frameAtRate = (frame: number) => clamp(atRate(frame), 1, length)
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
                `Level ${scene.levels[level]!.name} shows ${counted(column.length, 'exposure')} and would have only ${counted(length, 'frame')}. Cut drawings first, or keep the frames.`,
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
          notes.set(frameAtRate(frame), [notes.get(frameAtRate(frame)), text].filter(Boolean).join(' · '))
        const noted = take.notes
          ? { ...take, notes: [...notes].map(([frame, text]) => ({ frame, text: cutShort(text, LIMITS.note) })) }
          : take
        const lasting = take.length
          ? { ...noted, length: clamp(Math.round((take.length * fps) / was.fps), 1, length) }
          : noted
        const touching = withContactsAt(lasting, ({ from, to }) => {
          const first = frameAtRate(from)
          return { from: first, to: Math.max(first, frameAtRate(to + 1) - 1) }
        })
        return [id, take.camera ? withKeysAt(touching, frameAtRate) : touching]
      }),
    )
    const { beats, cover } = was
    return {
      ...scene,
      settings: {
        ...settings,
        length,
        ...(beats && { beats: { ...beats, first: frameAtRate(beats.first) } }),
        ...(cover && { cover: frameAtRate(cover) }),
      },
      sheets,
      takes,
      levels: followersAtRate(scene.levels, fps / was.fps),
      ...(scene.footage && { footage: filmsMoved(scene.footage, atRate) }),
      ...(scene.sounds && { sounds: soundsMoved(scene.sounds, atRate) }),
    }
  },
  words: ({ fps, keep }) => `${counted(fps, 'frame')} a second, keeping the ${keep}`,
})
