import { useSpacingForm } from './spacing-form'

const halves = { by: 'halves', slowOut: 2, slowIn: 0 } as const

test('the fields begin with what the chart has; one spaced by hand begins with halves', () => {
  expect(useSpacingForm({ spacing: halves, exposure: [3, 2] })).toMatchObject({
    form: { by: 'halves', slowOut: 2, slowIn: 0, exposure: '3 2' },
    wished: { value: halves },
    pattern: { value: { frames: [3, 2] } },
  })
  const law = { by: 'law', law: 'swing', strength: 3 } as const
  expect(useSpacingForm({ spacing: law, exposure: [2] }).wished.value).toEqual(law)
  expect(useSpacingForm({ spacing: { by: 'hand' }, exposure: [2] }).wished.value).toEqual({
    ...{ by: 'halves', slowOut: 1, slowIn: 1 },
  })
})

test('another way begins at its plainest; the same chosen again changes nothing', () => {
  const { wished, choose } = useSpacingForm({ spacing: halves, exposure: [2] })
  choose('halves')
  expect(wished.value).toEqual(halves)
  choose('thirds')
  expect(wished.value).toEqual({ by: 'thirds', slowOut: 0, slowIn: 0 })
  choose('law')
  expect(wished.value).toEqual({ by: 'law', law: 'slow-out-in', strength: 2 })
})

test('what is typed is a pattern of frames, or why it is none is told', () => {
  const { form, pattern } = useSpacingForm({ spacing: halves, exposure: [2] })
  form.exposure = ' 3, 2  1'
  expect(pattern.value).toEqual({ frames: [3, 2, 1] })
  form.exposure = '0 99'
  expect(pattern.value).toEqual({ sentence: expect.stringMatching(/[.]/) })
})
