import { EYE_TRIALS, eyeKindOf } from '@unhurried/core'
import { useEye } from './useEye'

const grew = eyeKindOf('grew')!
/** Chance that is the same every time. */
function chance() {
  let n = 0
  return () => ((n = (n * 16807 + 11) % 2147483647), n / 2147483647)
}

test('answered right it becomes harder, wrong easier; what was right is said', () => {
  const eye = useEye(grew, chance())
  const first = eye.trial.value
  eye.answer(first.right)
  expect(eye.last.value).toBe(`Right: ${first.answers[first.right]}.`)
  expect(eye.trial.value).not.toBe(first)
  const second = eye.trial.value
  const wrong = (second.right + 1) % 4
  eye.answer(wrong)
  expect(eye.last.value).toBe(`It was ${second.answers[second.right]}, not ${second.answers[wrong]}.`)
  expect(eye.answers.value.map(({ right }) => right)).toEqual([true, false])
  expect(eye.answers.value[1]!.amount).toBeLessThan(eye.answers.value[0]!.amount)
})

test('an eye that sees from 6 % up is told a threshold near that after thirty looks', () => {
  const eye = useEye(grew, chance())
  while (!eye.isEnough.value) {
    const { right } = eye.trial.value
    const sees = (eye.answers.value.at(-1)?.amount ?? grew.start) > 0 && nextOf(eye) >= 6
    eye.answer(sees ? right : (right + 1) % 4)
  }
  expect(eye.answers.value).toHaveLength(EYE_TRIALS)
  expect(eye.left.value).toBe(0)
  expect(eye.threshold.value!).toBeGreaterThan(4.5)
  expect(eye.threshold.value!).toBeLessThan(8)
  eye.again()
  expect([eye.answers.value.length, eye.left.value]).toEqual([0, EYE_TRIALS])
})

/** The amount of the trial that is shown, by the areas of its pictures. */
function nextOf(eye: ReturnType<typeof useEye>): number {
  const areas = eye.trial.value.pictures.map(({ frames }) => areaOf(frames[0]![0]!.points))
  return 100 * (Math.max(...areas) / Math.min(...areas) - 1)
}
const areaOf = (points: readonly number[]) => {
  let sum = 0
  for (let i = 0; i < points.length; i += 2) {
    const k = (i + 2) % points.length
    sum += points[i]! * points[k + 1]! - points[k]! * points[i + 1]!
  }
  return Math.abs(sum) / 2
}
