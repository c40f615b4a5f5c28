import { useHandFit } from './useHandFit'

const PRESSED = [0.2, 0.4, 0.6, 0.4, 0.2]

test('five lines tell how hard a hand presses, and then it is over', () => {
  const told: number[] = []
  const fit = useHandFit((curve) => told.push(curve))
  fit.add(PRESSED)
  expect([fit.isOn.value, fit.words.value, told]).toEqual([false, '', []])
  fit.toggle()
  for (let line = 1; line <= 4; line++) {
    fit.add(PRESSED)
    expect(fit.words.value).toContain(`${line} of 5`)
  }
  fit.add(PRESSED)
  expect(told).toHaveLength(1)
  expect([fit.isOn.value, fit.words.value]).toEqual([false, 'Every brush answers to your hand now; Touch says how.'])
})

test('a mouse tells no pressure: nothing is fitted to it', () => {
  const told: number[] = []
  const fit = useHandFit((curve) => told.push(curve))
  fit.toggle()
  for (let line = 0; line < 5; line++) fit.add([0.5, 0.5])
  expect([told, fit.words.value]).toEqual([[], 'No pressure was told: this needs a pen that tells it.'])
})

test('it can be left be half way', () => {
  const fit = useHandFit(() => {})
  fit.toggle()
  fit.add(PRESSED)
  fit.toggle()
  expect(fit.isOn.value).toBe(false)
  fit.toggle()
  expect(fit.words.value).toContain('0 of 5')
})
