import fc from 'fast-check'
import { EditRefused } from '../../../scene/refusal'
import { PASSES, type Scene } from '../../../scene/schema'
import { faultOf } from '../../../scene/validate'
import { expectSame } from '../../../testing/build'
import { someWork, workedOn, workOn } from '../../../testing/worked-on'
import { inkBackFor, type Part } from '../../bring-back'
import { broughtBack } from './brought-back'

const partsOf = (scene: Scene): Part[] => [
  { whole: true },
  ...scene.levelOrder.map((level) => ({ level })),
  ...Object.keys(scene.drawings).map((drawing) => ({ drawing })),
]
/** What somebody would expect to be told instead. */
const isRefusedWell = (error: unknown) =>
  error instanceof EditRefused && /is locked|Bring level .+ back[.]/.test(error.message)

test('whatever was done since, every part of an earlier moment comes back with its ink, and undo takes it back', () => {
  fc.assert(
    fc.property(someWork, someWork, fc.nat(), (earlier, later, nth) => {
      const kept = workedOn(earlier)
      const then = kept.moment()
      workOn(kept, later)
      const now = kept.moment()
      const parts = partsOf(then.scene)
      const part = parts[nth % parts.length]!
      try {
        const undoing = broughtBack(now, then, part, 'brought back').map((edit) => kept.make(edit).inverse)
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

describe('colours', () => {
  const lagoon = { id: 'lagoon', name: 'Lagoon', colour: '#1c7f8a' }
  const lineIn = (swatch: string, id: string, drawing = 'd0') => ({
    type: 'ink.change',
    ...{ drawing, pass: 'line', remove: [] },
    add: [{ at: 0, piece: { kind: 'stroke', id, swatch, size: 2, points: [1, 2, 0.5, 9, 9, 1] } }],
  })

  test('one made since stays when the whole scene comes back: something is drawn in it', () => {
    const kept = workedOn([])
    const then = kept.moment()
    workOn(kept, [() => ({ type: 'swatch.put', swatch: lagoon }), () => lineIn('lagoon', 'x1', 'd1')])
    broughtBack(kept.moment(), then, { whole: true }, 'back').forEach(kept.make)
    expect(kept.scene().palette.map(({ id }) => id)).toContain('lagoon')
  })

  test('one unmade since comes back with the drawing that was drawn in it', () => {
    const kept = workedOn([])
    const before = kept.scene().palette.length
    const toUndo = [() => ({ type: 'swatch.put', swatch: lagoon }), () => lineIn('lagoon', 'x1')]
    const undoing = toUndo.map((deed) => kept.attempt(deed())!)
    const then = kept.moment()
    undoing.reverse().forEach(kept.make)
    expect(kept.scene().palette).toHaveLength(before)
    broughtBack(kept.moment(), then, { drawing: 'd0' }, 'back').forEach(kept.make)
    expect(kept.scene().palette.at(-1)).toEqual(lagoon)
    expect(kept.inkOf('d0', 'line')).toHaveLength(1)
  })
})
