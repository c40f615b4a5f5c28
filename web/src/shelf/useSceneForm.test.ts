import { useSceneForm } from './useSceneForm'

const named = () => {
  const all = useSceneForm()
  all.form.name = 'Ebb'
  return all
}

test('what stands there makes a scene of its size, rate and length', () => {
  const { choose, settings } = named()
  expect(settings()).toEqual({
    ...{ name: 'Ebb', width: 1280, height: 720, fps: 24, length: 48, paper: '#fbf7ee' },
    ...{ approach: 'pose-to-pose', numbering: 'by-frame' },
  })
  choose('Small sprite')
  expect(settings()).toMatchObject({ width: 64, height: 64, cells: true })
})

test('a length typed in seconds is kept in frames of the rate, and the unit changes what is typed, not what is meant', () => {
  const { form, length, changeUnit } = named()
  changeUnit('seconds')
  expect([form.length, length.value]).toEqual(['2', 48])
  form.fps = '12'
  expect(length.value).toBe(24)
  changeUnit('frames')
  expect(form.length).toBe('24')
  form.length = 'many'
  changeUnit('seconds')
  expect([form.unit, length.value]).toEqual(['frames', undefined])
})

test('straight ahead the scene may end where its drawings do, and drawings are held as is usual until it is chosen', () => {
  const { form, settings, onFrames } = named()
  form.approach = 'straight-ahead'
  expect([settings(), onFrames.value]).toEqual([expect.objectContaining({ lengthFollows: true }), 2])
  expect(settings()).not.toHaveProperty('exposure')
  form.exposure = 3
  form.follows = false
  expect(settings()).toMatchObject({ exposure: 3 })
  expect(settings()).not.toHaveProperty('lengthFollows')
})

test('what makes no sense is told once it was typed; what is empty when one tries to go on', () => {
  const { form, wrong, settings } = useSceneForm()
  form.fps = '0'
  form.length = ''
  expect([wrong('name'), wrong('length'), wrong('width')]).toEqual(['', '', ''])
  expect(wrong('fps')).toMatch(/[.]$/)
  expect(settings()).toBeUndefined()
  expect([wrong('name'), wrong('length')]).toEqual(['Give it a name.', expect.stringMatching(/[.]$/)])
})
