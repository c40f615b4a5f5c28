import fc from 'fast-check'
import type { Ink, InkPiece } from '../../ink/ink'
import { newLevel, newScene } from '../../scene/create'
import { EditRefused } from '../../scene/refusal'
import { PASSES, type Pass, type Scene } from '../../scene/schema'
import { faultOf } from '../../scene/validate'
import { anyEdit } from '../../testing/any-edit'
import { drawn, expectSame, settingsOf } from '../../testing/build'
import { keeperOf } from '../../testing/keeper'
import { inkBackFor, type Part } from '../bring-back'
import { swatchesTakenOut } from '../ink-counts'
import { applyEdit } from '../apply'
import { editSchema, type Edit } from '../kinds'
import { broughtBack } from './brought-back'

const OPENING: Edit[] = [
  { type: 'level.add', level: newLevel({ id: 'B', name: 'B', approach: 'pose-to-pose' }), at: 1 },
  drawn('d0', 1),
  drawn('d1', 9),
  { type: 'drawing.add', take: 'main', level: 'B', frame: 1, drawing: { id: 'd5', role: 'key' } },
]
type Kept = ReturnType<typeof keeperOf>

/** All ink there ever was, of drawings in the scene and not. */
const IDS = ['d0', 'd1', 'd2', 'd3', 'd4', 'd5']
function momentOf({ scene, inkOf }: Kept) {
  const ink = new Map(IDS.flatMap((id) => PASSES.map((pass) => [`${id} ${pass}`, inkOf(id, pass)] as const)))
  return { scene: scene(), inkOf: (drawing: string, pass: Pass): Ink => ink.get(`${drawing} ${pass}`) ?? [] }
}
const partsOf = (scene: Scene): Part[] => [
  { whole: true },
  ...scene.levelOrder.map((level) => ({ level })),
  ...Object.keys(scene.drawings).map((drawing) => ({ drawing })),
]
/** The server's rule: a colour in which something is drawn stays. */
function coloursLost(before: Scene, after: Scene, inkOf: Kept['inkOf']): string[] {
  const drawnIn = new Set(
    Object.keys(after.drawings).flatMap((id) =>
      PASSES.flatMap((pass) => inkOf(id, pass).map((piece: InkPiece) => piece.swatch)),
    ),
  )
  return swatchesTakenOut(before, after).filter((swatch) => drawnIn.has(swatch))
}
/** Makes edits one after the other as any keeper would, a colour in which something is drawn being kept; whether all were taken. */
function madeWhole(kept: Kept, edits: readonly Edit[]): Edit[] {
  return edits.map((edit) => {
    const before = kept.scene()
    const { inverse } = kept.make(edit)
    expect(coloursLost(before, kept.scene(), kept.inkOf)).toEqual([])
    return inverse
  })
}
/** What somebody would expect to be told instead. */
const isRefusedWell = (error: unknown) =>
  error instanceof EditRefused && /is locked|Bring level .+ back[.]/.test(error.message)

/** What may happen to a scene next, by what is in it. */
type Deed = (kept: Kept) => unknown

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
    const removed = goes && ink[at] ? [{ at, piece: ink[at] }] : []
    return { type: 'ink.change', drawing, pass, remove: removed, add: removed.length > 0 ? [] : [{ at, piece }] }
  })
const history = fc.array(
  fc.oneof(
    { weight: 3, arbitrary: anything },
    { weight: 1, arbitrary: aColour },
    { weight: 3, arbitrary: aLine },
    { weight: 2, arbitrary: fc.constant('undo' as const) },
  ),
  { maxLength: 16 },
)
/** Does one after the other what a server would take. */
function live(kept: Kept, deeds: readonly (Deed | 'undo')[]) {
  const undo: Edit[] = []
  for (const deed of deeds) {
    const wished = editSchema.safeParse(deed === 'undo' ? undo.pop() : deed(kept))
    if (!wished.success) continue
    const before = kept.scene()
    try {
      if (coloursLost(before, applyEdit(before, wished.data).scene, kept.inkOf).length > 0) continue
      const { inverse } = kept.make(wished.data)
      if (deed !== 'undo') undo.push(inverse)
    } catch (error) {
      if (!(error instanceof EditRefused)) throw error
    }
  }
}

test('whatever was done since, every part of an earlier moment comes back with its ink, and undo takes it back', () => {
  fc.assert(
    fc.property(history, history, fc.nat(), (earlier, later, nth) => {
      const kept = keeperOf(newScene(settingsOf({ length: 16 })))
      OPENING.forEach(kept.make)
      live(kept, earlier)
      const then = momentOf(kept)
      live(kept, later)
      const now = momentOf(kept)
      const parts = partsOf(then.scene)
      const part = parts[nth % parts.length]!
      try {
        const undoing = madeWhole(kept, broughtBack(now, then, part, 'brought back'))
        expect(faultOf(kept.scene())).toBeUndefined()
        for (const drawing of inkBackFor(then.scene, part))
          for (const pass of PASSES) expect(kept.inkOf(drawing, pass)).toEqual(then.inkOf(drawing, pass))
        undoing.reverse().forEach(kept.make)
        expectSame(kept.scene(), now.scene)
      } catch (error) {
        if (!isRefusedWell(error)) throw error
      }
    }),
    { numRuns: 300 },
  )
})
