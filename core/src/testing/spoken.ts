import { seededRandom } from '../base/random'
import { inkOfGuide } from '../edits/composed/guide-ink'
import { layIn } from '../edits/composed/lay'
import { completed, outcomeOf, type Inputs } from '../planners/planner'
import { plannerOf } from '../planners/register'
import type { Exposure, SaidWord, Scene, Sound } from '../scene/schema'
import { isLipSound, lipFrame } from '../sound/mouths'
import { heardSounds } from '../sound/said'
import { joined } from '../timing/column'
import { exposuresOf } from '../timing/sheet'
import { desk, settingsOf, type Made } from './planted'

/** Scenes of a voice: words on a sound, mouths and an accent laid to them, drawn as their guides show. */

const VOICE: Sound = { id: 'voice', name: 'Voice', file: 'b'.repeat(64), seconds: 7.5, start: 1, from: 0, strength: 1 }
const LINE: readonly (readonly [string, ...string[]])[] = [
  ['bring', 'b', 'r', 'ih1', 'ng'],
  ['my', 'm', 'ay1'],
  ['boat', 'b', 'ow1', 't'],
  ['please', 'p', 'l', 'iy1', 'z'],
  ['over', 'ow1', 'v', 'er0'],
  ['maybe', 'm', 'ey1', 'b', 'iy0'],
]

/** Words one after the other, evenly said but for a little. */
function line(seed: number): SaidWord[] {
  const random = seededRandom(seed)
  let second = 1.5
  return LINE.map(([text, ...sounds]) => {
    second += random() * 0.3
    const at = [second, ...sounds.map(() => (second += 0.12 + 0.08 * random()))]
    return { text, sounds, at, sureness: 0.8 }
  })
}

/** A scene with one plan laid on level A from its first frame, and every drawing of it drawn. */
function spoken(seed: number, planner: string, inputs: (scene: Scene) => Inputs): Made {
  const table = desk(settingsOf(180))
  table.make({ type: 'sound.put', sound: VOICE })
  table.make({ type: 'sound.said', sound: 'voice', said: { words: line(seed) } })
  const context = { scene: table.scene(), take: 'main', level: 'A', frame: 1 }
  const found = plannerOf(planner)!
  const full = completed(found, inputs(table.scene()), context)
  const outcome = outcomeOf(found, full, context)
  if ('refused' in outcome) throw new Error(outcome.refused)
  let count = 0
  const freshId = () => `s${++count}`
  table.make(layIn({ ...context, planner, inputs: full, motion: outcome.motion, freshId }).edit)
  for (const [drawing, { shapes }] of Object.entries(table.scene().guides ?? {}))
    table.lay(drawing, 'line', inkOfGuide({ shapes, swatch: 'ink', size: 3, freshId }))
  return { scene: table.scene(), inkOf: table.inkOf, planted: [] }
}

/** Mouths to a line, on exposures of so many frames. */
export const mouthScene = (seed: number, exposure: number): Made =>
  spoken(seed, 'mouths', () => ({ sound: 'voice', set: 'nine', exposure: String(exposure), lead: 0 }))

/** A nod on one of the later words. */
export const accentScene = (seed: number): Made =>
  spoken(seed, 'accent', () => ({ word: `voice/${2 + (seed % 3)}`, lead: 0 }))

const framesOf = (scene: Scene): (string | null)[] =>
  exposuresOf(scene, 'A').flatMap(({ drawing, frames }) => new Array<string | null>(frames).fill(drawing))

function shown(made: Made, frames: readonly (string | null)[]): Scene {
  const column: Exposure[] = joined(frames.map((drawing) => ({ drawing, frames: 1 })))
  return { ...made.scene, sheets: { main: { ...made.scene.sheets['main'], A: column } } }
}

/** The mouth open where lips meet, the nearest shut one `off` frames away. */
export function lipsApartBy(seed: number, off: number): Made {
  const made = mouthScene(seed, 2)
  const [plan] = Object.values(made.scene.plans!)
  const lips = heardSounds(made.scene, 'voice').filter(({ sound }) => isLipSound(sound))
  const at = lipFrame(lips[1 + (seed % 3)]!)
  const [shut, open] = [plan!.drawings[0]!, plan!.drawings[3]!]
  const frames = framesOf(made.scene).map((drawing, i) => {
    const far = Math.abs(i + 1 - at)
    return far < off ? open : far === off ? shut : drawing
  })
  return { ...made, scene: shown(made, frames), planted: [open] }
}

/** One mouth shown for so many frames less than the others, given to the one after it. */
export function mouthShorterBy(seed: number, less: number): Made {
  const made = mouthScene(seed, 4)
  const sheet = exposuresOf(made.scene, 'A')
  // Not the first, nor one that is held for long.
  const at = sheet.findIndex(({ frames, drawing }, i) => i > 2 && drawing !== null && frames < 8)
  const frames = sheet.flatMap(({ drawing, frames }, i) => {
    const [now, then] = i === at ? [4 - less, frames - (4 - less)] : [frames, 0]
    const next = sheet[i + 1]?.drawing ?? null
    return [...new Array<string | null>(now).fill(drawing), ...new Array<string | null>(then).fill(next)]
  })
  return { ...made, scene: shown(made, frames), planted: [sheet[at]!.drawing!] }
}

/** An accent that lands so many frames after its word. */
export function accentLateBy(seed: number, late: number): Made {
  const made = accentScene(seed)
  const [plan] = Object.values(made.scene.plans!)
  const frames = framesOf(made.scene)
  const moved = [...new Array<string | null>(late).fill(frames[0]!), ...frames].slice(0, frames.length)
  const accent = plan!.drawings[1 + Number(plan!.inputs['before']) + Number(plan!.inputs['strike'])]!
  return { ...made, scene: shown(made, moved), planted: [accent] }
}
