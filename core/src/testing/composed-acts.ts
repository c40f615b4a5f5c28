import fc from 'fast-check'
import type { z } from 'zod'
import type { Ink, InkPiece } from '../ink/ink'
import type { LayerIn } from '../ink/layered'
import { PLANNERS } from '../planners/register'
import { completed, outcomeOf } from '../planners/planner'
import { writeOn } from '../planners/write-on'
import { CHARACTER_KINDS, type Character } from '../production/schema'
import { newScene } from '../scene/create'
import { refuse } from '../scene/refusal'
import { BLENDS, PASSES, type Pass, type Scene } from '../scene/schema'
import { saidSchema } from '../scene/schema/said'
import { writingSchema } from '../scene/schema/writing'
import { applyEdit } from '../edits/apply'
import type { Edit, SimpleEdit } from '../edits/kinds'
import { coloursBrought } from '../edits/composed/brought/colours-in'
import { broughtFromLibrary } from '../edits/composed/brought/from-library'
import { layersLaid } from '../edits/composed/brought/layers'
import { mouthsBrought } from '../edits/composed/brought/mouths-in'
import { chartLaidLike, landmarkCopied } from '../edits/composed/copies'
import { withDrops } from '../edits/composed/drops'
import { keysFromLife } from '../edits/composed/from-life'
import { guideTaken } from '../edits/composed/guide-ink'
import { keysOnBeats } from '../edits/composed/keys-on-beats'
import { layIn } from '../edits/composed/lay'
import { withLetteringMoved } from '../edits/composed/lettering/lettering-moved'
import { lettersWritten, writtenMotion } from '../edits/composed/lettering/write-on'
import { drawingsMoved, levelCopied, levelSplit, levelsLaidTogether } from '../edits/composed/level-steps'
import { mendEdit, withMended } from '../edits/composed/mended'
import { mouthsLaid, wordsLaid } from '../edits/composed/mouths'
import { pagesLaid } from '../edits/composed/pages'
import { sceneSized } from '../edits/composed/scene-sized'
import { takeLasting } from '../edits/composed/take-lasting'
import { transformed } from '../ink/transform'
import { movedBy } from '../geometry/matrix'
import { anyOf } from './any-edit'
import { settingsOf } from './build'
import { keeperOf, type Keeper } from './keeper'

let ids = 0
const freshId = () => `n${ids++}`
/** Chooses one of what there is; what is not there is asked for as well. */
type Pick = (there: readonly string[]) => string

/** A value of a schema that holds everything it asks for; undefined where none was met. */
const whole = <T extends z.ZodType>(schema: T, name: string) =>
  anyOf(schema, name).map((value) => schema.safeParse(value).data)

const anyLayer: fc.Arbitrary<LayerIn> = fc
  .record({
    name: fc.constantFrom('', 'Mist', 'mist'.repeat(60), '\ud83c\udf0a'.repeat(99)),
    strength: fc.constantFrom(0, 0.4, 1),
    blend: fc.constantFrom(...BLENDS),
    hidden: fc.boolean(),
    passes: fc.uniqueArray(fc.constantFrom(...PASSES), { maxLength: 3 }),
    colours: fc.array(fc.constantFrom('#a0b0c0', '#1f1f24', '#ffffff'), { maxLength: 3 }),
    pictures: fc.nat(2),
  })
  .map(({ passes, colours, pictures, ...look }) => ({
    ...look,
    passes: passes.map((pass) => ({
      ...{ pass, strength: look.strength, blend: look.blend, hidden: !look.hidden },
      pictures: Array.from({ length: pictures }, (_, i) => ({
        ...{ png: new Uint8Array(8), x: -40 * i, y: 9.25, width: 64, height: 48 },
      })),
      ink: colours.map((colour) => ({ piece: aPiece('l', 'other'), colour })),
    })),
  }))
const aPiece = (id: string, swatch: string): InkPiece => ({
  ...{ kind: 'stroke', id, swatch, size: 2, points: [1, 2, 0.4, 9, 9, 1] },
})

const aName = fc.constantFrom('Corrie', 'Ring', 'pencil', 'Mist', 'mist'.repeat(30))
const anyCharacter: fc.Arbitrary<Character> = fc.record({
  ...{ id: fc.constantFrom('p0', 'p1'), name: aName, kind: fc.constantFrom(...CHARACTER_KINDS) },
  landmarks: fc.uniqueArray(aName, { maxLength: 4 }).map((names) => names.map((name, i) => ({ id: `l${i}`, name }))),
  colours: fc
    .array(aName, { maxLength: 4 })
    .map((names) => names.map((name, i) => ({ id: `s${i}`, name, colour: '#a0b0c0' }))),
  sheets: fc.array(aName, { maxLength: 2 }).map((names) =>
    names.map((name, i) => ({
      ...{ id: `m${i}`, name, picture: `${i}a`.repeat(32), width: 300, height: 400, angle: 90 * i },
      places: [{ landmark: 'l0', x: 0.5, y: 0.25 }],
    })),
  ),
})

/** What comes to a scene from outside it. */
const anyBrought = fc.record({
  said: whole(saidSchema, 'said'),
  writing: whole(writingSchema, 'writing'),
  character: anyCharacter,
  layers: fc.array(anyLayer, { maxLength: 4 }),
})
type Brought = typeof anyBrought extends fc.Arbitrary<infer T> ? T : never

export interface Asked {
  readonly kept: Keeper
  readonly scene: Scene
  readonly pick: Pick
  /** Between 0 and 1. */
  readonly share: number
  readonly frame: number
  readonly brought: Brought
}
/** What an act is asked for, beside the scene itself. */
export const anyWish = fc.record({
  nths: fc.array(fc.nat(), { minLength: 6, maxLength: 6 }),
  share: fc.double({ min: 0, max: 1, noNaN: true }),
  frame: fc.integer({ min: 1, max: 20 }),
  brought: anyBrought,
})
type Wish = typeof anyWish extends fc.Arbitrary<infer T> ? T : never

/** A wish asked of a scene: which of its things are meant is chosen among those there are. */
export function askedOf(kept: Keeper, { nths, ...wish }: Wish): Asked {
  let asking = 0
  const pick: Pick = (there) => there[nths[asking++ % nths.length]! % Math.max(1, there.length)] ?? 'gone'
  return { kept, scene: kept.scene(), pick, ...wish }
}

const take = ({ scene, pick }: Asked) => pick(Object.keys(scene.takes))
const level = ({ scene, pick }: Asked) => pick(scene.levelOrder)
const drawing = ({ scene, pick }: Asked) => pick(Object.keys(scene.drawings))

function motionLaid(asked: Asked): Edit[] {
  const { scene, frame, share } = asked
  const planner = PLANNERS[frame % PLANNERS.length]!
  const where = { scene, take: take(asked), level: level(asked), frame }
  const inputs = completed(planner, {}, where)
  const outcome = outcomeOf(planner, inputs, where)
  if ('refused' in outcome) return []
  const turns = share < 0.3 ? null : 1
  return [layIn({ ...where, planner: planner.id, inputs, motion: outcome.motion, turns, freshId }).edit]
}

const landmark = ({ scene, pick }: Asked, on: string) => pick(scene.levels[on]?.landmarks?.map(({ id }) => id) ?? [])
const sound = ({ scene, pick }: Asked) => pick(Object.keys(scene.sounds ?? {}))
/** Mouths drawn in another scene. */
const DRAWN_MOUTHS = (() => {
  const other = keeperOf(newScene(settingsOf({ name: 'Mouths', width: 640, height: 360, length: 60 })))
  const { edit, plan } = mouthsLaid({ scene: other.scene(), take: 'main', sound: 'none', freshId })
  other.make(edit)
  for (const drawing of Object.keys(other.scene().drawings))
    other.make({
      ...{ type: 'ink.change', drawing, pass: 'line', remove: [] },
      add: [{ at: 0, piece: aPiece('m', 'pencil') }],
    })
  return { scene: other.scene(), plan, inkOf: other.inkOf }
})()

function written(asked: Asked): Edit[] {
  const { scene, frame, share, kept, brought } = asked
  const of = drawing(asked)
  const writing = brought.writing ?? refuse('There is no way of the pen here.')
  const where = { scene, take: take(asked), drawing: of, writing, frame, freshId }
  const inputs = completed(writeOn, { of }, { scene, take: where.take, level: level(asked), frame })
  const lettering = { ...where, inputs }
  const motion = writtenMotion(lettering)
  const box = { outline: [0, 0, 40, 0, 40, 20, 0, 20], holes: [] }
  const { edit } = lettersWritten(lettering, motion, { shapes: motion.ways.map(() => [box]), inkOf: kept.inkOf })
  return [share < 0.5 ? edit : withDrops(edit, { kind: 'drops', count: 1 + (frame % 9) }, lettering)]
}

const AWAY = movedBy(8, 4)
function lineMoved({ inkOf }: Keeper, drawing: string, pass: Pass): SimpleEdit[] {
  const ink = inkOf(drawing, pass)
  const placed = (pieces: Ink) => pieces.map((piece, at) => ({ at, piece }))
  const moved = placed(ink.map((piece) => transformed(piece, AWAY)))
  return ink.length > 0 ? [{ type: 'ink.change', drawing, pass, remove: placed(ink), add: moved }] : []
}

/** All that is put together from several edits by what is in a scene. */
export const COMPOSED: Readonly<Record<string, (asked: Asked) => readonly Edit[]>> = {
  'a landmark copied': (asked) => [
    landmarkCopied(
      asked.scene,
      level(asked),
      asked.pick(Object.values(asked.scene.levels).flatMap(({ landmarks = [] }) => landmarks.map(({ id }) => id))),
      freshId(),
    ),
  ],
  'a chart laid like another': (asked) => {
    const charts = Object.values(asked.scene.charts)
    const like = charts[asked.frame % Math.max(1, charts.length)]
    const span = { id: freshId(), take: take(asked), level: level(asked), from: drawing(asked), to: drawing(asked) }
    return like ? [chartLaidLike(asked.scene, like, { ...span, freshId })] : []
  },
  'keys on beats': (asked) => [keysOnBeats(asked.scene, { take: take(asked), level: level(asked) })],
  'a take made longer or shorter': (asked) => [takeLasting(asked.scene, take(asked), asked.frame)],
  'paper of another size': ({ scene, kept, share, frame }) =>
    sceneSized(
      scene,
      {
        width: 16 + frame * 9,
        height: 16 + frame * 5,
        drawings: frame % 2 ? 'scale' : 'keep',
        across: share,
        down: share,
      },
      kept.inkOf,
    ),
  'a level copied': (asked) => [levelCopied(asked.scene, level(asked), { id: freshId(), name: freshId(), freshId })],
  'two levels laid together': (asked) => [
    levelsLaidTogether(asked.scene, level(asked), { inkOf: asked.kept.inkOf, freshId }),
  ],
  'a level split': (asked) => [
    levelSplit(asked.scene, level(asked), {
      ...{ id: freshId(), name: freshId(), freshId, inkOf: asked.kept.inkOf },
      goesUp: (piece, pass) => piece.swatch === 'pencil' || pass === 'colour',
    }),
  ],
  'drawings moved to another level': (asked) => [
    drawingsMoved(asked.scene, { drawings: [...new Set([drawing(asked), drawing(asked)])], to: level(asked), freshId }),
  ],
  'pages laid': (asked) =>
    pagesLaid({
      ...{ scene: asked.scene, take: take(asked), frame: asked.frame, hold: 1 + (asked.frame % 3), freshId },
      on: asked.share < 0.5 ? { level: level(asked) } : { name: freshId() },
      inks: [{ line: [{ kind: 'stroke', id: freshId(), swatch: 'pencil', size: 2, points: [1, 2, 0.5] }] }, {}],
    }).edits,
  'a guide taken': (asked) => {
    const laid = motionLaid(asked)
    const scene = laid.reduce((next, edit) => applyEdit(next, edit).scene, asked.scene)
    const drawing = asked.pick(Object.keys(scene.guides ?? {}))
    const swatch = asked.pick(scene.palette.map(({ id }) => id))
    const rough = asked.kept.inkOf(drawing, 'rough')
    return [...laid, guideTaken({ scene, drawing, rough, swatch, size: 3, freshId })]
  },
  'a motion laid in': motionLaid,
  'layers of a file': (asked) =>
    layersLaid({
      ...{ scene: asked.scene, take: take(asked), frame: asked.frame, layers: asked.brought.layers, freshId },
      ...{ width: 16 + asked.frame * 40, height: 90 },
      pageOf: ({ width, height }) => ({
        ...{
          id: freshId(),
          name: 'Page',
          picture: '0a'.repeat(32),
          width,
          height,
          black: 40,
          white: 220,
          colours: true,
        },
      }),
    }).edits,
  'mouths to the words of a sound': (asked) => [
    mouthsLaid({ scene: asked.scene, take: take(asked), sound: sound(asked), freshId }).edit,
  ],
  'words laid': (asked) => [
    wordsLaid({ scene: asked.scene, take: take(asked), sound: sound(asked), freshId }, asked.brought.said ?? null),
  ],
  'mouths of another scene': (asked) => [
    mouthsBrought({
      ...{ scene: asked.scene, take: take(asked), from: DRAWN_MOUTHS, freshId },
      ...(asked.share < 0.5 && { sound: sound(asked) }),
      character: asked.brought.character,
    }).edit,
  ],
  'an entry of the library': (asked) =>
    broughtFromLibrary(asked.scene, { level: level(asked), character: asked.brought.character, freshId }),
  'colours brought': ({ scene, brought }) => coloursBrought(scene, brought.character.colours, freshId).edits,
  'keys timed from life': (asked) => {
    const on = level(asked)
    const track = Array.from({ length: 3 + (asked.frame % 12) }, (_, i) => ({
      ...{ frame: asked.frame + i, x: 40 * Math.sin(i * asked.share * 3), y: 9.3 * i },
    }))
    const wish = { scene: asked.scene, take: take(asked), level: on, landmark: landmark(asked, on), track, freshId }
    return [keysFromLife({ ...wish, exposure: 1 + (asked.frame % 3) })]
  },
  'lettering that writes itself': written,
  'lettering moved': (asked) => {
    const laid = written(asked)
    const kept = asked.kept.copy()
    laid.forEach(kept.make)
    const scene = kept.scene()
    const moved = Object.keys(scene.writings ?? {}).flatMap((of) => PASSES.flatMap((pass) => lineMoved(kept, of, pass)))
    const step: Edit = { type: 'together', words: 'lines moved', edits: moved }
    const how = { take: take(asked), matrixOn: () => AWAY, inkOf: kept.inkOf, isHere: () => true, freshId }
    return moved.length > 0 ? [...laid, withLetteringMoved(step, { scene, ...how })] : []
  },
  'a pass to be mended, and mended': (asked) => {
    const { scene } = asked
    const of = drawing(asked)
    const marked = mendEdit(scene, { drawing: of, passes: PASSES, on: asked.share < 0.7 })
    if (!marked) return []
    const now = applyEdit(scene, marked).scene
    const swatch = asked.pick(scene.palette.map(({ id }) => id))
    const line: Edit = {
      ...{ type: 'ink.change', drawing: of, pass: 'line', remove: [] },
      add: [{ at: 0, piece: aPiece(freshId(), swatch) }],
    }
    return [marked, withMended(now, line)]
  },
}
