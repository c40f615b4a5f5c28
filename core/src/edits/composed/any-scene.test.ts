import fc from 'fast-check'
import { PLANNERS } from '../../planners/register'
import { completed, outcomeOf } from '../../planners/planner'
import { EditRefused } from '../../scene/refusal'
import { PASSES, type Scene } from '../../scene/schema'
import { faultOf } from '../../scene/validate'
import { expectSame } from '../../testing/build'
import type { Keeper } from '../../testing/keeper'
import { someWork, workedOn } from '../../testing/worked-on'
import { applyEdit } from '../apply'
import { countsOf, sameCounts } from '../ink-counts'
import { editSchema, type Edit } from '../kinds'
import { chartLaidLike, landmarkCopied } from './copies'
import { guideTaken } from './guide-ink'
import { keysOnBeats } from './keys-on-beats'
import { layIn } from './lay'
import { drawingsMoved, levelCopied, levelSplit, levelsLaidTogether } from './level-steps'
import { pagesLaid } from './pages'
import { sceneSized } from './scene-sized'
import { takeLasting } from './take-lasting'

let ids = 0
const freshId = () => `n${ids++}`
/** Chooses one of what there is; what is not there is asked for as well. */
type Pick = (there: readonly string[]) => string

interface Asked {
  readonly kept: Keeper
  readonly scene: Scene
  readonly pick: Pick
  /** Between 0 and 1. */
  readonly share: number
  readonly frame: number
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

/** All that is put together from several edits by what is in a scene. */
const COMPOSED: Readonly<Record<string, (asked: Asked) => readonly Edit[]>> = {
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
}

/** The ink there is of drawings in the scene, as text. */
const inkIn = ({ scene, inkOf }: Keeper) =>
  Object.keys(scene().drawings)
    .sort()
    .map((id) => PASSES.map((pass) => [id, pass, inkOf(id, pass)]))

test.each(Object.entries(COMPOSED))('%s: made whole on any scene and undone, or refused with a sentence', (_, make) => {
  let made = 0
  const asked = fc.record({
    nths: fc.array(fc.nat(), { minLength: 6, maxLength: 6 }),
    share: fc.double({ min: 0, max: 1, noNaN: true }),
    frame: fc.integer({ min: 1, max: 20 }),
  })
  fc.assert(
    fc.property(someWork, asked, (work, { nths, share, frame }) => {
      const kept = workedOn(work)
      const before = kept.scene()
      const lines = inkIn(kept)
      let asking = 0
      const pick: Pick = (there) => there[nths[asking++ % nths.length]! % Math.max(1, there.length)] ?? 'gone'
      try {
        const edits = make({ kept, scene: before, pick, share, frame })
        expect(edits.filter((edit) => !editSchema.safeParse(edit).success)).toEqual([])
        const undoing = edits.map((edit) => kept.make(edit).inverse)
        const after = kept.scene()
        expect(faultOf(after)).toBeUndefined()
        for (const { id, passes } of Object.values(after.drawings))
          expect(sameCounts(passes, countsOf(kept.inkOf, id))).toBe(true)
        undoing.reverse().forEach(kept.make)
        made += edits.length > 0 ? 1 : 0
        expectSame(kept.scene(), before)
        expect(inkIn(kept)).toEqual(lines)
      } catch (error) {
        if (!(error instanceof EditRefused)) throw error
        expect(error.message).toMatch(/\S+ .*[.]( \(.+\))?$/s)
      }
    }),
    { numRuns: 80 },
  )
  expect(made).toBeGreaterThan(0)
})
