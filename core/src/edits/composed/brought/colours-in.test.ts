import { newScene } from '../../../scene/create'
import { EditRefused } from '../../../scene/refusal'
import { settingsOf } from '../../../testing/build'
import { applyEdit } from '../../apply'
import { coloursBrought } from './colours-in'

let n = 0
const freshId = () => `fresh${n++}`
const scene = newScene(settingsOf())
const [first] = scene.palette

test('one of the same name gets the colour, the others come after; what is there already is left alone', () => {
  const coming = [
    { name: first!.name, colour: '#010203' },
    { name: 'Sea', colour: '#0000ff', group: 'Water' },
    { name: scene.palette[1]!.name, colour: scene.palette[1]!.colour },
  ]
  const { edits, changed, added } = coloursBrought(scene, coming, freshId)
  expect([edits.length, changed, added]).toEqual([2, 1, 1])
  const after = edits.reduce((before, edit) => applyEdit(before, edit).scene, scene)
  expect(after.palette[0]).toMatchObject({ id: first!.id, colour: '#010203' })
  expect(after.palette.at(-1)).toMatchObject({ name: 'Sea', colour: '#0000ff', group: 'Water' })
})

test('a tone that gets a colour of its own follows no more', () => {
  const tone = { id: 'tone', name: 'Dim', colour: '#000000', tone: { of: first!.id, is: 'lighter' as const } }
  const { edits } = coloursBrought(
    { ...scene, palette: [...scene.palette, tone] },
    [{ name: 'Dim', colour: '#222222' }],
    freshId,
  )
  expect(edits).toEqual([{ type: 'swatch.put', swatch: { id: 'tone', name: 'Dim', colour: '#222222' } }])
})

test('more than a scene can have is refused, with how many would come', () => {
  const many = Array.from({ length: 200 }, (_, i) => ({ name: `c${i}`, colour: '#000000' }))
  expect(() => coloursBrought(scene, many, freshId)).toThrow(EditRefused)
})
