import { counted } from '../base/counted'
import type { z } from 'zod'
import { LIMITS } from '../base/limits'
import { exposuresNamed, isCycle, totalFrames } from './columns'
import { PART_DEPTH, type PartChange, type PartField } from './parts'
import { refuse } from './refusal'
import {
  answerSchema,
  chartSchema,
  columnSchema,
  drawingSchema,
  guideSchema,
  idSchema,
  levelSchema,
  paletteSchema,
  planSchema,
  referenceSchema,
  rulerSchema,
  footageSchema,
  pageSchema,
  saidSchema,
  sceneSchema,
  settingsSchema,
  soundSchema,
  takeSchema,
  writingSchema,
  type Chart,
  type Column,
  type Drawing,
  type Exposure,
  type Guide,
  type LaidPlan,
  type Level,
  type Footage,
  type Page,
  type Said,
  type Scene,
  type Sound,
  type Swatch,
  type Take,
  type Writing,
} from './schema'
import { sentenceOf } from '../base/sentence'

/**
 * What a whole scene is. Every part has its shape, is filed under its own id, and finds what it needs:
 * levels their place in the order and a column in every take, columns the scene's length and their
 * drawings, charts their drawings, guides their drawing and plan, pins and bends their landmark.
 *
 * Some ids are only remembered, and may name what is gone: a plan's drawings and charts, a level's model and
 * what is pinned to its light table, a level that is a matte or followed, the colours of a follower, lines put together by hand, the drawings of an answer, a reference's
 * level, the scene handed on to. Whoever reads those asks first.
 *
 * Ink lies outside of the document: `requireInk` in `edits/ink-counts` holds the counts against it.
 */
type Fault = string | undefined

/** What is wrong with one part by itself, and with what it names. */
interface PartRule {
  readonly schema: z.ZodType
  /** What of a changed part was not held against the schema before, in the shape of the part; absent: all of it. */
  readonly fresh?: (was: never, now: never) => unknown
  /** The most parts of this kind a scene has, and the sentence when there are more. */
  readonly most?: readonly [number, string]
  readonly fault?: (scene: Scene, now: never, key: string, second: string) => Fault
}

const filedUnder = (id: string, key: string): Fault => (id === key ? undefined : 'a part is filed under another id.')
const isOn = (scene: Scene, drawing: string, level?: string): boolean => {
  const found = Object.hasOwn(scene.drawings, drawing) ? scene.drawings[drawing] : undefined
  return found !== undefined && (level === undefined || found.level === level)
}
const hasLevel = (scene: Scene, level: string): boolean => Object.hasOwn(scene.levels, level)
const hasLandmarks = (scene: Scene, level: string, ids: Iterable<string>): boolean => {
  const known = scene.levels[level]?.landmarks ?? []
  for (const id of ids) if (!known.some((landmark) => landmark.id === id)) return false
  return true
}
const NO_LANDMARK = 'a landmark is used that its level does not have; take its pins and bends out first.'
const keysOf = (record: unknown): string[] => (typeof record === 'object' && record !== null ? Object.keys(record) : [])
const distinct = (ids: readonly string[]): boolean => new Set(ids).size === ids.length

function columnFault(scene: Scene, column: Column, level: string): Fault {
  if (!hasLevel(scene, level)) return 'a sheet belongs to no level.'
  const { length } = scene.settings
  if (totalFrames(column) !== length)
    return `the exposures of level ${scene.levels[level]!.name} do not add up to its length, ${counted(length, 'frame')}.`
  const stranger = exposuresNamed(column).find(({ drawing }) => drawing !== null && !isOn(scene, drawing, level))
  return stranger && `the sheet of level ${scene.levels[level]!.name} shows a drawing that is not there.`
}

/** A sheet of thousands of exposures is as a rule changed in a few: what was shown and held before is known to be right. */
function freshExposures(was: Column, now: Column): Column {
  const before = was.flatMap((entry) => (isCycle(entry) ? [] : [entry]))
  const [drawings, frames] = [new Set(before.map((each) => each.drawing)), new Set(before.map((each) => each.frames))]
  const isKnown = (entry: unknown) => {
    if (typeof entry !== 'object' || entry === null || Object.keys(entry).length !== 2) return false
    const { drawing, frames: held } = entry as Exposure
    return drawings.has(drawing) && frames.has(held)
  }
  return now.filter((entry) => !isKnown(entry))
}

/** What is heard of a sound lies within its file. */
function soundFault({ from, to, seconds }: Sound): Fault {
  const end = to ?? seconds
  if (from >= end) return 'a sound ends before it begins: move its beginning or its end.'
  return end > seconds ? 'a sound is to be heard longer than it is.' : undefined
}

/** Words come one after the other, and each has a place for every one of its sounds. */
function saidFault({ words }: Said): Fault {
  let last = 0
  for (const { sounds, at, held = [] } of words) {
    if (at.length !== sounds.length + 1 || held.some((border) => border >= at.length))
      return 'a word has not as many places as it has sounds.'
    for (const second of at) {
      if (second < last) return 'words overlap: one would begin before the one ahead of it has ended.'
      last = second
    }
  }
  return undefined
}

function levelFault({ id, matte, follows, adjust }: Level): Fault {
  if (matte?.level === id) return 'a level cannot be shown where it has ink itself.'
  if (follows?.level === id) return 'a level cannot follow itself.'
  return adjust && (adjust.black ?? 0) >= (adjust.white ?? 255) ? 'a level has no step from black to white.' : undefined
}

const chartDrawings = (chart: Chart): string[] => [chart.from, chart.to, ...chart.marks.map((mark) => mark.drawing)]

const RULES: Readonly<Record<PartField, PartRule>> = {
  settings: { schema: settingsSchema },
  palette: {
    schema: paletteSchema,
    fault: (_, palette: readonly Swatch[]) =>
      distinct(palette.map(({ id }) => id)) ? undefined : 'two colours have one id.',
  },
  levelOrder: {
    schema: sceneSchema.shape.levelOrder,
    fault: (scene, order: readonly string[]) =>
      order.length > 0 &&
      distinct(order) &&
      order.length === keysOf(scene.levels).length &&
      order.every((id) => hasLevel(scene, id))
        ? undefined
        : 'its levels and their order do not agree.',
  },
  mainTake: {
    schema: idSchema,
    fault: (scene, take: string) => (Object.hasOwn(scene.takes, take) ? undefined : 'its main take is missing.'),
  },
  levels: {
    schema: levelSchema,
    most: [LIMITS.levels, `A scene can have ${LIMITS.levels} levels.`],
    fault: (_, level: Level, key) => levelFault(level) ?? filedUnder(level.id, key),
  },
  drawings: {
    schema: drawingSchema,
    most: [LIMITS.drawings, `A scene can have ${LIMITS.drawings} drawings.`],
    fault(scene, drawing: Drawing, key) {
      if (!hasLevel(scene, drawing.level)) return 'a drawing is on no level.'
      if (!hasLandmarks(scene, drawing.level, keysOf(drawing.pins))) return NO_LANDMARK
      return filedUnder(drawing.id, key)
    },
  },
  charts: {
    schema: chartSchema,
    most: [LIMITS.charts, `A scene can have ${LIMITS.charts} charts.`],
    fault(scene, chart: Chart, key) {
      if (!hasLevel(scene, chart.level)) return 'a chart is on no level.'
      if (!chartDrawings(chart).every((id) => isOn(scene, id, chart.level)))
        return 'a chart names a drawing that is not there.'
      if (!hasLandmarks(scene, chart.level, keysOf(chart.bends))) return NO_LANDMARK
      return filedUnder(chart.id, key)
    },
  },
  takes: {
    schema: takeSchema,
    most: [LIMITS.takes, `A scene can have ${LIMITS.takes} takes, those put away among them.`],
    fault: (_, take: Take, key) => filedUnder(take.id, key),
  },
  sheets: {
    schema: columnSchema,
    fresh: freshExposures,
    fault: (scene, column: Column, take, level) =>
      Object.hasOwn(scene.takes, take) ? columnFault(scene, column, level) : 'a sheet belongs to no take.',
  },
  references: {
    schema: referenceSchema,
    most: [LIMITS.references, `A scene can have ${LIMITS.references} reference pictures. Take one away first.`],
    fault: (_, reference: { id: string }, key) => filedUnder(reference.id, key),
  },
  sounds: {
    schema: soundSchema,
    most: [LIMITS.sounds, `A scene can have ${LIMITS.sounds} sounds. Take one out first.`],
    fault: (_, sound: Sound, key) => soundFault(sound) ?? filedUnder(sound.id, key),
  },
  footage: {
    schema: footageSchema,
    most: [LIMITS.footage, `A scene can have ${LIMITS.footage} films under its paper. Take one out first.`],
    fault: (_, film: Footage, key) => filedUnder(film.id, key),
  },
  pages: {
    schema: pageSchema,
    most: [LIMITS.pages, `A scene can hold ${LIMITS.pages} pages of paper. Take some out first.`],
    fault: (_, page: Page, key) =>
      page.black < page.white ? filedUnder(page.id, key) : 'a page has no step from paper to line.',
  },
  said: {
    schema: saidSchema,
    fault: (scene, said: Said, sound) =>
      Object.hasOwn(scene.sounds ?? {}, sound) ? saidFault(said) : 'words are laid on a sound that is not there.',
  },
  answers: {
    schema: answerSchema,
    most: [LIMITS.answers, `A scene can have ${LIMITS.answers} findings answered. Take some answers back first.`],
  },
  plans: {
    schema: planSchema,
    most: [LIMITS.plans, `A scene can have ${LIMITS.plans} plans laid. Take some out first.`],
    fault: (scene, plan: LaidPlan, key) =>
      hasLevel(scene, plan.level) ? filedUnder(plan.id, key) : 'a plan is on no level.',
  },
  rulers: {
    schema: rulerSchema,
    most: [LIMITS.rulers, `${LIMITS.rulers} rulers lie on this paper. Take one away first.`],
    fault: (_, ruler: { id: string }, key) => filedUnder(ruler.id, key),
  },
  writings: {
    schema: writingSchema,
    fault(scene, { paths }: Writing, drawing) {
      if (!isOn(scene, drawing)) return 'lettering is written on a drawing that is not there.'
      return distinct(paths.map(({ id }) => id)) ? undefined : 'two ways of the pen have one id.'
    },
  },
  guides: {
    schema: guideSchema,
    fault(scene, guide: Guide, drawing) {
      if (!isOn(scene, drawing)) return 'a guide is for a drawing that is not there.'
      if (!Object.hasOwn(scene.plans ?? {}, guide.plan)) return 'a guide belongs to a plan that is not there.'
      return hasLandmarks(scene, scene.drawings[drawing]!.level, keysOf(guide.targets)) ? undefined : NO_LANDMARK
    },
  },
}

/** Every take has a column for every level, and no other. */
function sheetsFault({ sheets, takes, levelOrder }: Scene): Fault {
  if (keysOf(sheets).length !== keysOf(takes).length) return 'a take has no sheet.'
  for (const take of keysOf(takes)) {
    if (!Object.hasOwn(sheets, take)) return 'a take has no sheet.'
    const columns = sheets[take]!
    if (keysOf(columns).length !== levelOrder.length || !levelOrder.every((level) => Object.hasOwn(columns, level)))
      return 'a level has no sheet.'
  }
  return undefined
}

/** The rule's word on a part that is known to have its shape. */
const namesFault = (scene: Scene, field: PartField, now: unknown, [key = '', second = '']: readonly string[]): Fault =>
  RULES[field].fault?.(scene, now as never, key, second)

function everyPart(scene: Scene, fields: readonly PartField[]): Fault {
  for (const field of fields) {
    const branch = scene[field]
    if (branch === undefined) continue
    if (PART_DEPTH[field] === 0) {
      const fault = namesFault(scene, field, branch, [])
      if (fault !== undefined) return fault
      continue
    }
    for (const [key, part] of Object.entries(branch)) {
      const nested: [readonly string[], unknown][] =
        PART_DEPTH[field] === 2
          ? Object.entries(part as object).map(([second, each]) => [[key, second], each])
          : [[[key], part]]
      for (const [path, each] of nested) {
        const fault = namesFault(scene, field, each, path)
        if (fault !== undefined) return fault
      }
    }
  }
  return undefined
}

const FIELDS = keysOf(PART_DEPTH) as PartField[]

function tooMany(scene: Scene, field: PartField): Fault {
  const most = RULES[field].most
  return most && keysOf(scene[field]).length > most[0] ? most[1] : undefined
}

/** What is wrong with a scene that has the shape of one, as a sentence; undefined when it is whole. */
export function faultOf(scene: Scene): Fault {
  for (const field of FIELDS) {
    const fault = tooMany(scene, field)
    if (fault !== undefined) return fault
  }
  return namesFault(scene, 'levelOrder', scene.levelOrder, []) ?? sheetsFault(scene) ?? everyPart(scene, FIELDS)
}

/** A scene from outside, whole. Errors: EditRefused with the first thing wrong. */
export function validate(value: unknown): Scene {
  const parsed = sceneSchema.safeParse(value)
  if (!parsed.success) return refuse(`This is not a whole scene: ${sentenceOf(parsed.error)}`)
  const fault = faultOf(parsed.data)
  return fault === undefined ? parsed.data : refuse(`This is not a whole scene: ${fault}`)
}

/** The fields in which something may have lost what it names, when a part of another field went or changed its level. */
function lostBy(field: PartField, { was, now }: PartChange): readonly PartField[] {
  if (was === null) return []
  if (field === 'drawings')
    return now === null || (was as Drawing).level !== (now as Drawing).level ? ['charts', 'sheets', 'guides'] : []
  if (field === 'levels')
    return now === null || (was as Level).landmarks !== (now as Level).landmarks
      ? ['drawings', 'charts', 'plans', 'guides']
      : []
  if (field === 'plans') return now === null ? ['guides'] : []
  if (field === 'sounds') return now === null ? ['said'] : []
  return []
}

/**
 * Holds what an edit changed against the rules, knowing that the scene before was whole: only what the
 * changes could have broken is looked at. Errors: EditRefused with a sentence.
 */
export function requireWhole(before: Scene, after: Scene, changes: readonly PartChange[]): void {
  const again = new Set<PartField>()
  let arranged = false
  for (const change of changes) {
    const [name, ...path] = change.at
    const field = name as PartField
    for (const lost of lostBy(field, change)) again.add(lost)
    if ((field === 'levels' || field === 'takes' || field === 'sheets') && (change.was === null || change.now === null))
      arranged = true
    // Only what lies in a record can be absent.
    if (change.now === null && PART_DEPTH[field] > 0) continue
    const { schema, fresh } = RULES[field]
    const isKnownInPart = fresh !== undefined && Array.isArray(change.was) && Array.isArray(change.now)
    const shape = schema.safeParse(isKnownInPart ? fresh(change.was as never, change.now as never) : change.now)
    if (!shape.success) refuse(sentenceOf(shape.error))
    refuseFault(namesFault(after, field, change.now, path))
    if (change.was === null) {
      const full = tooMany(after, field)
      if (full !== undefined) refuse(full)
    }
  }
  if (before.settings.length !== after.settings.length) again.add('sheets')
  if (arranged)
    refuseFault(
      namesFault(after, 'levelOrder', after.levelOrder, []) ??
        namesFault(after, 'mainTake', after.mainTake, []) ??
        sheetsFault(after),
    )
  refuseFault(everyPart(after, [...again]))
}

function refuseFault(fault: Fault) {
  if (fault !== undefined) refuse(`What would be left is not a whole scene: ${fault}`)
}
