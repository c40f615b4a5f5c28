import type { Pass, Scene } from '../scene/schema'
import { exposuresOf } from '../timing/sheet'
import type { ToDo } from './estimate'
import { drawnLevels, stagesDone, STAGES, stagesOf } from './stages'

/** What another length or rate brings and takes. */
export interface Reworked {
  /** Drawings that come to it. */
  readonly toDo: readonly ToDo[]
  /** Drawings with lines on them that it shows no more, and those lines' passes. */
  readonly lost: readonly { readonly drawing: string; readonly passes: readonly Pass[] }[]
}

/**
 * What a scene of another length asks for, and what of it falls away: levels go on with as many drawings a frame as they
 * have, those that repeat with none.
 *
 * @param after - the scene as the edit of its length leaves it
 */
export function costOfLength(id: string, before: Scene, after: Scene): Reworked {
  const added = after.settings.length - before.settings.length
  const toDo = added <= 0 ? [] : moreOf(id, before, added / before.settings.length)
  return { toDo, lost: lostBetween(before, after) }
}

/** What as many frames a drawing as now ask for at another rate, in the same time; below the rate of now it is nothing. */
export function costOfRate(id: string, before: Scene, after: Scene): Reworked {
  const share = after.settings.fps / before.settings.fps - 1
  return { toDo: share <= 0 ? [] : moreOf(id, before, share), lost: lostBetween(before, after) }
}

/** A share of the drawings of each level that does not repeat, through all its passes. */
const moreOf = (id: string, scene: Scene, share: number): ToDo[] =>
  drawnLevels(scene).flatMap((level) => {
    const shown = exposuresOf(scene, level, scene.mainTake).filter(({ drawing }) => drawing !== null)
    const drawings = stagesDone(scene, level).length
    // What is shown again and again is shown again in the new frames too.
    const count = shown.length > drawings ? 0 : Math.round(drawings * share)
    return count === 0 ? [] : stagesOf(scene, level).map((pass) => ({ scene: id, level, pass, count }))
  })

function lostBetween(before: Scene, after: Scene): Reworked['lost'] {
  return drawnLevels(before).flatMap((level) => {
    const kept = new Set(stagesDone(after, level).map(({ drawing }) => drawing.id))
    return stagesDone(before, level).flatMap(({ drawing }) => {
      const passes = STAGES.filter((pass) => drawing.passes[pass] !== undefined)
      return kept.has(drawing.id) || passes.length === 0 ? [] : [{ drawing: drawing.id, passes }]
    })
  })
}

/** Drawings on the sheet that show any of some colours, with the passes on which they do; tones of a colour count as it. */
export function drawnInColours(
  scene: Scene,
  inkOf: (drawing: string, pass: Pass) => readonly { readonly swatch: string }[],
  swatches: ReadonlySet<string>,
): { drawing: string; passes: Pass[] }[] {
  const all = new Set(swatches)
  for (const { id, tone, into } of scene.palette)
    if ((tone && swatches.has(tone.of)) || (into && swatches.has(into))) all.add(id)
  return drawnLevels(scene).flatMap((level) =>
    stagesDone(scene, level).flatMap(({ drawing, done }) => {
      const passes = STAGES.filter(
        (pass) => done.has(pass) && inkOf(drawing.id, pass).some(({ swatch }) => all.has(swatch)),
      )
      return passes.length > 0 ? [{ drawing: drawing.id, passes }] : []
    }),
  )
}
