import { pictureFile, productionFileSchema, sceneFile } from './production'

const file = {
  format: 'unhurried-sketch production',
  version: 1,
  name: 'Low Tide',
  limits: { volume: { share: 12 } },
  scenes: [{ file: 'scenes/0001-corrie.zip', name: 'Corrie' }],
}

test('scenes stand in the order of their files’ names, in any script', () => {
  expect(sceneFile(3, 'Corrie blinks')).toBe('scenes/0003-corrie-blinks.zip')
  expect(sceneFile(12, '雪の日')).toBe('scenes/0012-雪の日.zip')
  expect([sceneFile(9, 'b'), sceneFile(10, 'a')].sort()).toEqual([sceneFile(9, 'b'), sceneFile(10, 'a')])
})

test('the list is read as it is written, and refused with a sentence where it is another’s or damaged', () => {
  expect(productionFileSchema.parse(file)).toEqual(file)
  for (const wrong of [
    { ...file, version: 2 },
    { ...file, name: '' },
    { ...file, scenes: [{ file: '', name: 'x' }] },
    { ...file, limits: { volume: { share: 'much' } } },
    { ...file, scenes: Array.from({ length: 2001 }, () => file.scenes[0]) },
  ])
    expect(productionFileSchema.safeParse(wrong).success).toBe(false)
})

test('what it has beside its scenes goes along; a list written before there was any is read as it was', () => {
  const document = {
    reels: [{ id: 'r', name: 'Long cut', fps: 24, shots: [{ id: 's', scene: 'corrie' }] }],
    characters: [],
  }
  const picture = 'a'.repeat(64)
  const whole = {
    ...file,
    scenes: [{ ...file.scenes[0], id: 'corrie' }],
    ...{ document, pictures: [{ picture, file: pictureFile(picture) }] },
  }
  expect(productionFileSchema.parse(whole)).toEqual(whole)
  for (const wrong of [
    { ...whole, document: { ...document, reels: [{ ...document.reels[0], fps: 0 }] } },
    { ...whole, pictures: [{ picture: 'front.png', file: 'x' }] },
  ])
    expect(productionFileSchema.safeParse(wrong).success).toBe(false)
})
