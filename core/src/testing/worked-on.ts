import fc from 'fast-check'
import type { Edit } from '../edits/kinds'
import { newLevel, newScene } from '../scene/create'
import { PASSES } from '../scene/schema'
import { anyEdit } from './any-edit'
import { drawn, settingsOf } from './build'
import { keeperOf, type Keeper } from './keeper'

/** What may happen to a scene next, by what is in it; `undo` takes the last step back that was not yet. */
export type Deed = ((kept: Keeper) => unknown) | 'undo'

const OPENING: Edit[] = [
  { type: 'level.add', level: newLevel({ id: 'B', name: 'B', approach: 'pose-to-pose' }), at: 1 },
  drawn('d0', 1),
  drawn('d1', 9),
  { type: 'drawing.add', take: 'main', level: 'B', frame: 1, drawing: { id: 'd5', role: 'key' } },
  { type: 'landmark.put', level: 'A', landmark: { id: 'l0', name: 'Ring' } },
  { type: 'scene.set', settings: { beats: { bpm: 200, first: 1 } } },
  {
    ...{ type: 'sound.put' },
    sound: { id: 'p0', name: 'Gull', file: '0a'.repeat(32), start: 2, from: 0, seconds: 7.5, strength: 1 },
  },
  {
    ...{ type: 'sound.said', sound: 'p0' },
    said: { words: [{ text: 'boat', sounds: ['b', 'ow1', 't'], sureness: 0.5, at: [0.1, 0.2, 0.3, 0.5] }] },
  },
  { type: 'level.add', level: newLevel({ id: 'G', name: 'G', approach: 'pose-to-pose' }), at: 2 },
  { type: 'landmark.put', level: 'G', landmark: { id: 'l1', name: 'Crest' } },
  {
    ...{ type: 'chart.add', id: 'c0', level: 'A', from: 'd0', to: 'd1', exposure: [4], drawings: ['d2'] },
    spacing: { by: 'halves', slowOut: 1, slowIn: 0 },
  },
]

const anything: fc.Arbitrary<Deed> = anyEdit.map((make) => (kept) => make(kept.scene(), []))
const aColour: fc.Arbitrary<Deed> = fc.constantFrom('s0', 's1').map((id) => () => ({
  type: 'swatch.put',
  swatch: { id, name: id, colour: '#a0b0c0' },
}))
/** A line drawn in any colour there is, or one taken off again. */
const aLine: fc.Arbitrary<Deed> = fc
  .record({ nth: fc.nat(), pass: fc.constantFrom(...PASSES), colour: fc.nat(), line: fc.nat(9), goes: fc.boolean() })
  .map(({ nth, pass, colour, line, goes }) => ({ scene, inkOf }) => {
    const { drawings, palette } = scene()
    const ids = Object.keys(drawings)
    const drawing = ids[nth % Math.max(1, ids.length)] ?? 'd0'
    const ink = inkOf(drawing, pass)
    const swatch = palette[colour % palette.length]!.id
    const piece = { kind: 'stroke', id: `x${line}`, swatch, size: 2, points: [1, 2, 0.5, 9, 9, 1] }
    const at = line % (ink.length + 1)
    const gone = goes ? ink.slice(at, at + 1).map((each) => ({ at, piece: each })) : []
    return { type: 'ink.change', drawing, pass, remove: gone, add: gone.length > 0 ? [] : [{ at, piece }] }
  })

/** What somebody does to a scene for a while: anything, lines in all its colours, and some of it undone again. */
export const someWork: fc.Arbitrary<Deed[]> = fc.array(
  fc.oneof(
    { weight: 3, arbitrary: anything },
    { weight: 1, arbitrary: aColour },
    { weight: 3, arbitrary: aLine },
    { weight: 2, arbitrary: fc.constant('undo' as const) },
  ),
  { maxLength: 16 },
)

/** Does one thing after the other, as far as the scene takes it. */
export function workOn(kept: Keeper, deeds: readonly Deed[]): void {
  const undo: Edit[] = []
  for (const deed of deeds) {
    const inverse = kept.attempt(deed === 'undo' ? undo.pop() : deed(kept))
    if (inverse && deed !== 'undo') undo.push(inverse)
  }
}

/** A small scene of two levels somebody worked on. */
export function workedOn(deeds: readonly Deed[]): Keeper {
  const kept = keeperOf(newScene(settingsOf({ length: 16 })))
  OPENING.forEach(kept.make)
  workOn(kept, deeds)
  return kept
}
