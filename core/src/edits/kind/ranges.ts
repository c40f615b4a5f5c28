import { counted, framesFromTo } from '../../base/counted'
import { z } from 'zod'
import { LIMITS } from '../../base/limits'
import { between, cycleAt, fitted, isCycle, resizedTo, spliced, totalFrames, withTurn } from '../../timing/column'
import { backAndForth, exposedOn, filledWith, retimed, reversed, shortest } from '../../timing/range'
import { exposureAt, exposuresOf } from '../../timing/sheet'
import { lengthOfTake } from '../../timing/take-length'
import { refuse } from '../../scene/refusal'
import { cutShort } from '../../base/sentence'
import {
  exposureSchema,
  frameSchema,
  idSchema,
  patternSchema,
  type Column,
  type Exposure,
  type Scene,
  type Settings,
  type Take,
} from '../../scene/schema'
import { editKind } from '../edit'
import { withKeysAt } from './camera'
import { withContactsAt } from './contacts'
import { columnOf, drawingOf, levelOf, withFrames } from '../lookup'
import { asDrawn, withFittingSettings } from '../resized'

const frameCount = z.int('Say a whole number of frames.').min(1, 'Say at least one frame.').max(LIMITS.length.max)
const turnCount = z
  .int('A cycle turns a whole number of times.')
  .min(1, 'A cycle turns at least once.')
  .max(LIMITS.length.max)
  .nullable()

/** What can be done to frames chosen on the sheet. */
const actSchema = z.discriminatedUnion('do', [
  z.strictObject({ do: z.literal('expose'), pattern: patternSchema }),
  z.strictObject({ do: z.literal('retime'), frames: frameCount }),
  z.strictObject({ do: z.literal('fill'), pattern: patternSchema }),
  z.strictObject({ do: z.literal('reverse') }),
  z.strictObject({ do: z.literal('back-and-forth') }),
  z.strictObject({ do: z.literal('blank') }),
  z.strictObject({ do: z.literal('show'), drawing: idSchema }),
  z.strictObject({ do: z.literal('put-in'), frames: frameCount }),
  z.strictObject({ do: z.literal('take-out') }),
  /** `columns` for the chosen levels in their order, laid over what is there. */
  z.strictObject({
    do: z.literal('paste'),
    columns: z.array(z.array(exposureSchema).min(1).max(LIMITS.length.max)).min(1).max(LIMITS.levels),
  }),
  z.strictObject({ do: z.literal('cycle'), turns: turnCount }),
  z.strictObject({ do: z.literal('cycle-turns'), turns: turnCount }),
  z.strictObject({ do: z.literal('uncycle') }),
])
export type RangeAct = z.infer<typeof actSchema>
/** After these what follows stands elsewhere. */
const MOVING: readonly RangeAct['do'][] = ['expose', 'retime', 'put-in', 'take-out']
/** What it means for the history and for buttons. */
const WORDS: Readonly<Record<RangeAct['do'], string>> = {
  expose: 'exposed anew',
  retime: 'retimed',
  fill: 'filled with a pattern',
  reverse: 'reversed',
  'back-and-forth': 'led back again',
  blank: 'left empty',
  show: 'shown again',
  'put-in': 'frames put in',
  'take-out': 'frames taken out',
  paste: 'pasted',
  cycle: 'made a cycle',
  'cycle-turns': 'a cycle turned on',
  uncycle: 'a cycle written out',
}

interface Place {
  readonly take: string
  readonly level: string
  readonly from: number
  readonly to: number
}

/** Lays `run` from a frame on over what is there, clipped at the end of the scene. */
function laidOver(scene: Scene, { take, level, from }: Place, run: Column): Scene {
  const room = scene.settings.length - from + 1
  const fits: Exposure[] | Column = run.some(isCycle) ? run : between(run as Exposure[], 1, room)
  const frames = Math.min(room, totalFrames(fits))
  return withFrames(scene, { take, level, from, remove: frames, insert: fits })
}

function cycleHere(scene: Scene, { take, level, from }: Place) {
  return (
    cycleAt(columnOf(scene, take, level), from) ??
    refuse(`There is no cycle at frame ${from} of level ${levelOf(scene, level).name}.`)
  )
}

/** A run as a cycle that fills `turns` turns, or all that is left, laid over what follows. */
function madeCycle(scene: Scene, place: Place, run: Exposure[], turns: number | null): Scene {
  const { take, level, from, to } = place
  if (run.every(({ drawing }) => drawing === null)) refuse('There is no drawing in these frames to go round.')
  const column = columnOf(scene, take, level)
  if (Array.from({ length: to - from + 1 }, (_, i) => from + i).some((frame) => cycleAt(column, frame))) {
    refuse('There is a cycle in these frames already. Write it out first, or choose other frames.')
  }
  const room = scene.settings.length - from + 1
  const cycle = withTurn({ cycle: run, turns, frames: room }, run)
  return laidOver(scene, place, [{ ...cycle, frames: Math.min(room, cycle.frames) }])
}

function acted(scene: Scene, place: Place, act: RangeAct, nth: number): Scene {
  const { take, level, from, to } = place
  const run = between(exposuresOf(scene, level, take), from, to)
  const chosen = to - from + 1
  const inPlace = (insert: readonly Exposure[]) => withFrames(scene, { take, level, from, remove: chosen, insert })
  switch (act.do) {
    case 'expose':
      return inPlace(exposedOn(run, act.pattern))
    case 'retime':
      if (act.frames < shortest(run))
        refuse(
          `${shortest(run)} exposures cannot last ${act.frames} frames: each needs at least one. Cut a drawing first.`,
        )
      return inPlace(retimed(run, act.frames))
    case 'fill':
      return inPlace(filledWith(run, act.pattern))
    case 'reverse':
      return inPlace(reversed(run))
    case 'back-and-forth':
      return laidOver(scene, place, backAndForth(run))
    case 'blank':
      return inPlace([{ drawing: null, frames: chosen }])
    case 'show':
      if (drawingOf(scene, act.drawing).level !== level) refuse('A drawing can be shown only on its own level.')
      return inPlace([{ drawing: act.drawing, frames: chosen }])
    case 'put-in': {
      // What was shown just before is held on, so that no frame flashes blank.
      const held = exposureAt(exposuresOf(scene, level, take), from - 1)?.drawing ?? null
      return withFrames(scene, { take, level, from, remove: 0, insert: [{ drawing: held, frames: act.frames }] })
    }
    case 'take-out':
      return inPlace([])
    case 'paste': {
      const column =
        act.columns[nth] ?? refuse(`${act.columns.length} columns were copied: choose as many levels to paste on.`)
      const stranger = column.find(({ drawing }) => drawing !== null && drawingOf(scene, drawing).level !== level)
      if (stranger)
        refuse(
          `Drawing ${scene.drawings[stranger.drawing!]!.number} belongs to another level and cannot be shown on ${levelOf(scene, level).name}. Copy the drawing instead.`,
        )
      return laidOver(scene, place, column)
    }
    case 'cycle':
      return madeCycle(scene, place, run, act.turns)
    case 'cycle-turns': {
      const { entry, frame } = cycleHere(scene, place)
      const room = scene.settings.length - frame + 1
      const next = withTurn({ ...entry, turns: act.turns, frames: room }, entry.cycle)
      const frames = Math.min(room, next.frames)
      // Turning on it lies over what follows; turning less it leaves empty frames.
      const rest = entry.frames - frames
      const remove = Math.max(entry.frames, frames)
      return withFrames(scene, {
        take,
        level,
        from: frame,
        remove,
        insert: [{ ...next, frames }, ...(rest > 0 ? [{ drawing: null, frames: rest }] : [])],
      })
    }
    case 'uncycle': {
      const { entry, frame } = cycleHere(scene, place)
      const turns = between(exposuresOf(scene, level, take), frame, frame + entry.frames - 1)
      return withFrames(scene, { take, level, from: frame, remove: entry.frames, insert: turns })
    }
  }
}

/** Does one thing to the frames from `from` to `to` on each of some levels of a take. */
export const sheetRange = editKind({
  schema: z.strictObject({
    type: z.literal('sheet.range'),
    take: idSchema,
    levels: z.array(idSchema).min(1, 'Choose a level.').max(LIMITS.levels),
    from: frameSchema,
    to: frameSchema,
    act: actSchema,
  }),
  apply(scene, { take, levels, from, to, act }) {
    if (to < from) refuse('Frames are chosen from the earlier to the later.')
    if (to > scene.settings.length)
      refuse(`Frame ${to} is beyond the end: the scene has ${counted(scene.settings.length, 'frame')}.`)
    const onEach = (start: Scene) =>
      levels.reduce((next, level, nth) => acted(next, { take, level, from, to }, act, nth), start)
    return MOVING.includes(act.do) ? asDrawn(scene, { take, levels }, onEach) : onEach(scene)
  },
  words: ({ from, to, levels, act }, scene) =>
    `${framesFromTo(from, to)} of ${levels.map((level) => scene.levels[level]?.name ?? level).join(', ')} ${WORDS[act.do]}`,
})

/**
 * Every level of a take with frames put in or taken out, and the scene made longer or shorter by
 * them. Other takes gain or lose at their end.
 */
function allLevels(
  scene: Scene,
  take: string,
  length: number,
  change: (column: Column, level: string) => Column,
): Scene {
  if (length < LIMITS.length.min || length > LIMITS.length.max)
    refuse(`A scene lasts from ${LIMITS.length.min} to ${LIMITS.length.max} frames; this would make it ${length}.`)
  const sheets = Object.fromEntries(
    Object.entries(scene.sheets).map(([other, columns]) => [
      other,
      Object.fromEntries(
        Object.entries(columns).map(([level, column]) => {
          const now = other === take ? change(column, level) : fittedElsewhere(scene, other, column, length)
          return [level, [...now]]
        }),
      ),
    ]),
  )
  return withFittingSettings({ ...scene, settings: { ...scene.settings, length }, sheets })
}

function fittedElsewhere(scene: Scene, take: string, column: Column, length: number): Column {
  const grew = length - totalFrames(column)
  if (grew >= 0) return resizedTo(column, length)
  return (
    fitted(column, length) ??
    refuse(
      `The take ${scene.takes[take]!.name} needs these frames: it shows a drawing at the very end. Shorten a hold there first.`,
    )
  )
}

export const framesPutIn = editKind({
  pastLocks: true,
  schema: z.strictObject({ type: z.literal('frames.put-in'), take: idSchema, at: frameSchema, frames: frameCount }),
  apply(scene, { take, at, frames }) {
    if (at > scene.settings.length + 1)
      refuse(`Frame ${at} is beyond the end: the scene has ${counted(scene.settings.length, 'frame')}.`)
    const next = allLevels(scene, take, scene.settings.length + frames, (column, level) => {
      const cycle = cycleAt(column, at)
      const within = cycle !== undefined && at > cycle.frame
      // A cycle keeps its turn: frames put in while it goes round let it go on, or come after it.
      if (within && cycle.entry.turns === null) return resizedTo(column, scene.settings.length + frames)
      const from = within ? cycle.frame + cycle.entry.frames : at
      const held = exposureAt(exposuresOf(scene, level, take), from - 1)?.drawing ?? null
      return spliced(column, { from, remove: 0, insert: [{ drawing: held, frames }] })
    })
    return withMarksMoved(othersLasting(next, scene, take), scene.settings, take, at, frames)
  },
  words: ({ at, frames }) => `${counted(frames, 'frame')} put in at frame ${at} on all levels`,
})

/** Where a take with an end of its own made the scene longer, every other one lasts as long as before. */
function othersLasting(scene: Scene, before: Scene, take: string): Scene {
  if (!before.takes[take]?.length) return scene
  const { length } = before.settings
  const takes = Object.values(scene.takes).map((each) =>
    each.id === take || lengthOfTake(before, each.id) < length ? each : { ...each, length },
  )
  return { ...scene, takes: Object.fromEntries(takes.map((each) => [each.id, each])) }
}

export const framesTakeOut = editKind({
  pastLocks: true,
  schema: z.strictObject({ type: z.literal('frames.take-out'), take: idSchema, from: frameSchema, to: frameSchema }),
  apply(scene, { take, from, to }) {
    if (to < from || to > scene.settings.length)
      refuse(`Choose frames from 1 to ${scene.settings.length}, the earlier first.`)
    const gone = to - from + 1
    // A take that ends before the scene takes no frames from the others.
    const length = scene.settings.length - (scene.takes[take]?.length ? 0 : gone)
    const next = allLevels(scene, take, length, (column) => {
      const cycle = cycleAt(column, from)
      if (cycle && to < cycle.frame + cycle.entry.frames && gone < cycle.entry.frames) {
        const shorter = column.map((entry, i) =>
          i === cycle.index ? { ...entry, frames: entry.frames - gone } : entry,
        )
        return resizedTo(shorter, length)
      }
      const left = spliced(column, { from, remove: gone, insert: [] })
      return fitted(left, length) ?? refuse('A drawing would be left with less than one frame.')
    })
    return withMarksMoved(next, scene.settings, take, from, -gone)
  },
  words: ({ from, to }) => `${framesFromTo(from, to)} taken out on all levels`,
})

/**
 * Notes, contacts, the camera's keys and the cover from `at` on move along; those of frames taken out move to where the
 * frames were, but for contacts, which go with the last of their frames.
 */
function withMarksMoved(scene: Scene, { cover }: Settings, take: string, at: number, by: number): Scene {
  const { length } = scene.settings
  const moved = (frame: number) => Math.min(length, frame < at ? frame : Math.max(at, frame + by))
  const settings = cover && take === scene.mainTake ? { ...scene.settings, cover: moved(cover) } : scene.settings
  const noted = withCameraMoved(withNotesMoved({ ...scene, settings }, take, moved), take, moved)
  const touching = withContactsAt(withEndMoved(noted.takes[take]!, at, by), ({ from, to }) => ({
    from: from < at ? from : Math.max(at, from + by),
    // The frame after its last is where the frames after it go on.
    to: to < at ? to : Math.max(at, to + 1 + by) - 1,
  }))
  return touching === noted.takes[take] ? noted : { ...noted, takes: { ...noted.takes, [take]: touching } }
}

/** A take that ends before the scene ends by as many frames later or earlier as there are more or fewer before its end. */
function withEndMoved(take: Take, at: number, by: number): Take {
  if (!take.length || at > take.length + 1) return take
  return { ...take, length: Math.max(1, at - 1, take.length + by) }
}

function withCameraMoved(scene: Scene, take: string, movedTo: (frame: number) => number): Scene {
  const here = scene.takes[take]!
  return here.camera ? { ...scene, takes: { ...scene.takes, [take]: withKeysAt(here, movedTo) } } : scene
}

function withNotesMoved(scene: Scene, take: string, movedTo: (frame: number) => number): Scene {
  const here = scene.takes[take]!
  if (!here.notes) return scene
  const moved = new Map<number, string>()
  for (const { frame, text } of here.notes) {
    const now = movedTo(frame)
    moved.set(now, moved.has(now) ? `${moved.get(now)} · ${text}` : text)
  }
  const notes = [...moved]
    .sort((a, b) => a[0] - b[0])
    .map(([frame, text]) => ({ frame, text: cutShort(text, LIMITS.note) }))
  return { ...scene, takes: { ...scene.takes, [take]: { ...here, notes } } }
}
