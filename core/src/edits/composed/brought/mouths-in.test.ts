import { quantized, type Ink } from '../../../ink/ink'
import { coloursOf } from '../../../scene/palette'
import type { Scene } from '../../../scene/schema'
import { faultOf } from '../../../scene/validate'
import { MOUTH_SHAPES } from '../../../sound/mouths'
import { mouthScene } from '../../../testing/spoken'
import { exposuresOf } from '../../../timing/sheet'
import { applyEdit } from '../../apply'
import { EditRefused } from '../../../scene/refusal'
import { newScene } from '../../../scene/create'
import { settingsOf } from '../../../testing/build'
import { simpleEditsOf, type Edit } from '../../kinds'
import { mouthsBrought } from './mouths-in'

let n = 0
const freshId = () => `fresh${n++}`
const { scene: there } = mouthScene(11, 2)
const plan = Object.values(there.plans!)[0]!
/** Each shape drawn as a line as long as its place among them, in a colour of that scene. */
const inkOf = (drawing: string, pass: string): Ink => {
  const at = plan.drawings.indexOf(drawing)
  const swatch = there.palette[1]!.id
  const points = [10, 10, 0.5, 20 + at, 10, 0.5]
  return pass === 'line' && at >= 0 ? [quantized({ kind: 'stroke', id: `s${at}`, swatch, size: 4, points })] : []
}
const bring = (scene: Scene, more: Partial<Parameters<typeof mouthsBrought>[0]> = {}) =>
  mouthsBrought({
    scene,
    take: 'main',
    from: { scene: there, plan: plan.id, inkOf },
    character: { id: 'tansy', name: 'Tansy' },
    freshId,
    ...more,
  })
const inked = (edit: Edit) => simpleEditsOf(edit).flatMap((each) => (each.type === 'ink.change' ? [each] : []))

test('the shapes come on a level of their own, each shown in turn, as they are drawn there', () => {
  const here = newScene(there.settings, there.palette)
  const { edit, level } = bring(here)
  const after = applyEdit(here, edit).scene
  expect(faultOf(after)).toBeUndefined()
  expect(after.levels[level]).toMatchObject({ name: 'Tansy · mouth', character: 'tansy' })
  const shown = new Set(exposuresOf(after, level).flatMap(({ drawing }) => drawing ?? []))
  expect(
    inked(edit)
      .map(({ drawing }) => drawing)
      .sort(),
  ).toEqual([...shown].sort())
  for (const { drawing, add } of inked(edit)) {
    const shape = MOUTH_SHAPES.findIndex((name) => after.drawings[drawing]!.note.startsWith(name))
    expect(add[0]!.piece).toEqual(inkOf(plan.drawings[shape]!, 'line')[0])
  }
  expect(applyEdit(after, applyEdit(here, edit).inverse).scene).toEqual(here)
})

test('to the words of a sound they are laid as the words are', () => {
  const { edit, level } = bring(there, { sound: 'voice' })
  const after = applyEdit(there, edit).scene
  const notes = (scene: Scene, of: string) =>
    exposuresOf(scene, of).map(({ drawing, frames }) => [drawing && scene.drawings[drawing]!.note, frames] as const)
  // Shut until then; from the first word on it says the same.
  const said = (all: ReturnType<typeof notes>) => all.slice(all.findIndex(([note]) => note && !note.startsWith('shut')))
  expect(said(notes(after, level))).toEqual(said(notes(there, plan.level)))
})

test('on paper of another size they lie and are as large as that; colours are those of the library, of the name, or the nearest', () => {
  const { width, height } = there.settings
  const small = newScene(settingsOf({ width: width / 2, height: height / 2 }), [
    { id: 'black', name: 'Black', colour: '#000000' },
    { id: 'near', name: 'Other', colour: coloursOf(there.palette).get(there.palette[1]!.id)! },
  ])
  const [first] = inked(bring(small).edit)
  expect(first!.add[0]!.piece).toMatchObject({
    swatch: 'near',
    size: 2,
    points: [5, 5, expect.anything(), expect.anything(), 5, expect.anything()],
  })
})

test('a colour the scene lacks comes along, once', () => {
  const bare = newScene(settingsOf(), [{ id: 'black', name: 'Black', colour: '#000000' }])
  const { palette } = applyEdit(bare, bring(bare).edit).scene
  const { name } = there.palette[1]!
  expect(palette.slice(1)).toMatchObject([{ name, colour: coloursOf(there.palette).get(there.palette[1]!.id)! }])
})

test('mouths that are gone from their scene are refused', () => {
  expect(() => bring(newScene(settingsOf()), { from: { scene: newScene(settingsOf()), plan: 'p', inkOf } })).toThrow(
    EditRefused,
  )
})
