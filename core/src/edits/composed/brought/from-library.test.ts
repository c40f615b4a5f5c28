import type { Character, ModelSheet } from '../../../production/schema'
import { newScene } from '../../../scene/create'
import type { Scene } from '../../../scene/schema'
import { faultOf } from '../../../scene/validate'
import { settingsOf } from '../../../testing/build'
import { applyEdit } from '../../apply'
import type { Edit } from '../../kinds'
import { broughtFromLibrary, nearestSheet, sheetAtSize } from './from-library'

let n = 0
const freshId = () => `fresh${n++}`
const sheet = (fields: Partial<ModelSheet> = {}): ModelSheet => ({
  ...{ id: 'front', name: 'Front', picture: 'a'.repeat(64), width: 200, height: 400, angle: 0 },
  places: [
    { landmark: 'crown', x: 0.5, y: 0.1 },
    { landmark: 'foot', x: 0.5, y: 0.9 },
    { landmark: 'chin', x: 0.5, y: 0.3 },
  ],
  ...fields,
})
const tansy: Character = {
  ...{ id: 'tansy', name: 'Tansy', kind: 'character' },
  colours: [
    { id: 'skin', name: 'Skin', colour: '#c2573f' },
    { id: 'pencil', name: 'Pencil', colour: '#223344', group: 'Line' },
  ],
  sheets: [sheet()],
  landmarks: ['Crown', 'Chin', 'Foot'].map((name) => ({ id: name.toLowerCase(), name })),
}
const made = (scene: Scene, edits: readonly Edit[]) =>
  edits.reduce((before, edit) => applyEdit(before, edit).scene, scene)
const begun = () => newScene(settingsOf(), [{ id: 'pencil', name: 'Pencil', colour: '#000000' }])
const brought = (scene: Scene) => broughtFromLibrary(scene, { level: 'A', character: tansy, freshId })

test('an entry brings its colours, linked, its landmarks and model sheets; a second time it brings nothing', () => {
  const scene = made(begun(), brought(begun()))
  expect(faultOf(scene)).toBeUndefined()
  expect(scene.levels['A']).toMatchObject({
    character: 'tansy',
    landmarks: [{ name: 'Crown' }, { name: 'Chin' }, { name: 'Foot' }],
  })
  expect(scene.palette).toEqual([
    { id: 'pencil', name: 'Pencil', colour: '#223344', linked: { entry: 'tansy', of: 'pencil' } },
    { id: expect.any(String), name: 'Skin', colour: '#c2573f', group: 'Tansy', linked: { entry: 'tansy', of: 'skin' } },
  ])
  expect(Object.values(scene.references!)).toMatchObject([{ name: 'Front', place: 'beside', level: 'A' }])
  expect(brought(scene)).toEqual([])
})

test('more colours than a scene can have are refused', () => {
  const full = newScene(
    settingsOf(),
    Array.from({ length: 199 }, (_, i) => ({ id: `s${i}`, name: `Shade ${i}`, colour: '#000000' })),
  )
  expect(() => brought(full)).toThrow('199 are here and 2 would come')
})

test('the sheet nearest to an angle is found the shorter way round', () => {
  const turned = [0, 90, -170].map((angle) => sheet({ id: String(angle), angle }))
  expect([10, 60, 180, -100].map((angle) => nearestSheet(turned, angle)?.angle)).toEqual([0, 90, -170, -170])
  expect(nearestSheet([], 0)).toBeUndefined()
})

describe('a model sheet as large as the figure', () => {
  function pinned(...names: string[]) {
    const scene = made(begun(), brought(begun()))
    const at: Record<string, { x: number; y: number }> = {
      Crown: { x: 300, y: 100 },
      Chin: { x: 300, y: 140 },
      Foot: { x: 300, y: 260 },
    }
    const landmarks = scene.levels['A']!.landmarks!
    return made(scene, [
      { type: 'drawing.add', take: 'main', level: 'A', frame: 1, drawing: { id: 'd', role: 'key' } },
      ...names.map((name): Edit => ({
        ...{
          type: 'pin.set',
          drawing: 'd',
          landmark: landmarks.find((each) => each.name === name)!.id,
          pin: at[name]!,
        },
      })),
    ])
  }
  const laid = (scene: Scene) => sheetAtSize(scene, { drawing: 'd', character: tansy, sheet: sheet(), id: 'r' })

  test('its landmarks lie on those of the drawing', () => {
    const { x, y, width, place } = laid(pinned('Crown', 'Chin', 'Foot'))
    // 160 px where the sheet has 320: half as large.
    expect([place, width]).toEqual(['under', 100])
    expect([x + 0.5 * width, y + 0.1 * 200, y + 0.9 * 200]).toEqual([300, 100, 260])
  })

  test('with fewer than two pinned it says what to do', () => {
    expect(() => laid(pinned('Crown'))).toThrow('Pin two landmarks on this drawing')
  })
})
