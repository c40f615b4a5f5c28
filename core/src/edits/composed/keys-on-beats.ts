import { refuse } from '../../scene/refusal'
import type { Scene } from '../../scene/schema'
import { between } from '../../timing/column'
import { shortest } from '../../timing/range'
import { drawingsShown, exposuresOf } from '../../timing/sheet'
import { framesPerBeat } from '../../timing/time'
import type { Edit, SimpleEdit } from '../kinds'

/** A key of a level, where it begins, and the beat it goes to. */
interface Moved {
  readonly from: number
  readonly to: number
}

/**
 * The keys of a level put on the beats that are ruled: each on the nearest one that leaves room for the drawings before
 * it, which are shared out anew. What lies before the first beat stays.
 *
 * Errors: EditRefused, when nothing is ruled, there is no key, or there are more keys than beats
 */
export function keysOnBeats(scene: Scene, { take, level }: { readonly take: string; readonly level: string }): Edit {
  const { beats, fps, length } = scene.settings
  if (!beats) refuse('No beats are ruled. Rule them first.')
  const exposures = exposuresOf(scene, level, take)
  const keys = drawingsShown(exposures)
    .filter(({ drawing, frame }) => scene.drawings[drawing]!.role === 'key' && frame >= beats.first)
    .map(({ frame }) => frame)
  if (keys.length === 0) refuse(`Level ${scene.levels[level]!.name} has no key from the first beat on.`)
  const beat = framesPerBeat(beats.bpm, fps).exact
  const beatAt = (n: number) => beats.first + Math.round(n * beat)
  const moved: Moved[] = []
  let [before, placed] = [1, 1]
  for (const from of keys) {
    // The drawings from the key before to this one need a frame each.
    const room = from > before ? shortest(between(exposures, before, from - 1)) : 0
    let n = Math.max(0, Math.round((from - beats.first) / beat))
    while (beatAt(n) < placed + room) n++
    if (beatAt(n) > length) refuse('There are more keys than beats in this scene. Make it longer, or take a key out.')
    moved.push({ from, to: beatAt(n) })
    ;[before, placed] = [from, beatAt(n)]
  }
  const edits = retimings(moved, { take, level })
  if (edits.length === 0) refuse('Every key is on a beat already.')
  const words = `the keys of ${scene.levels[level]!.name} on the beats`
  return edits.length === 1 ? edits[0]! : { type: 'together', words, edits }
}

/** Each stretch before a key made to end where the key is to begin, the first one first. */
function retimings(moved: readonly Moved[], { take, level }: { take: string; level: string }): SimpleEdit[] {
  let [before, placed] = [1, 1]
  return moved.flatMap(({ from, to }): SimpleEdit[] => {
    const [old, frames] = [from - before, to - placed]
    const at = placed
    ;[before, placed] = [from, to]
    if (old === frames || old === 0) return []
    return [{ type: 'sheet.range', take, levels: [level], from: at, to: at + old - 1, act: { do: 'retime', frames } }]
  })
}
