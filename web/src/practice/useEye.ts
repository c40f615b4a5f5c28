import { EYE_TRIALS, nextAmount, thresholdOf, type EyeAnswer, type EyeKind } from '@unhurried/core'
import { computed, ref, shallowRef } from 'vue'

/** A sitting of looks of one kind: each is made afresh, harder or easier by the answers so far. */
export function useEye(kind: EyeKind, random: () => number = Math.random) {
  const answers = shallowRef<readonly EyeAnswer[]>([])
  /** What the last answer was: right, or the one that would have been. */
  const last = ref('')
  const make = () => kind.trial(nextAmount(answers.value, kind), random)
  const trial = shallowRef(make())

  return {
    trial,
    last,
    answers,
    isEnough: computed(() => answers.value.length >= EYE_TRIALS),
    left: computed(() => Math.max(0, EYE_TRIALS - answers.value.length)),
    threshold: computed(() => thresholdOf(answers.value, kind)),
    right: computed(() => answers.value.filter(({ right }) => right).length),
    answer(choice: number) {
      const { right, answers: words } = trial.value
      const isRight = choice === right
      answers.value = [...answers.value, { amount: nextAmount(answers.value, kind), right: isRight }]
      last.value = isRight ? `Right: ${words[right]}.` : `It was ${words[right]}, not ${words[choice]}.`
      trial.value = make()
    },
    again() {
      answers.value = []
      last.value = ''
      trial.value = make()
    },
  }
}
