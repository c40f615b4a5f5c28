import { curveOfHand } from '@unhurried/core'
import { computed, ref } from 'vue'

/** Lines drawn to tell how hard a hand presses. */
const LINES = 5
/** Fewer different pressures than this are those of a mouse. */
const LEAST = 3

/** The touch of all brushes fitted to a hand by a few lines drawn as it usually draws. */
export function useHandFit(onFit: (curve: number) => void) {
  /** The pressures of each line so far, while it is being told. */
  const lines = ref<readonly (readonly number[])[]>()
  const said = ref('')
  const words = computed(() =>
    lines.value ? `Draw ${LINES} lines on the strip as you usually do: ${lines.value.length} of ${LINES}` : said.value,
  )

  function add(pressures: readonly number[]) {
    if (!lines.value) return
    lines.value = [...lines.value, pressures]
    if (lines.value.length === LINES) fit(lines.value.flat())
  }
  function fit(all: readonly number[]) {
    lines.value = undefined
    if (new Set(all).size < LEAST) return void (said.value = 'No pressure was told: this needs a pen that tells it.')
    onFit(Math.round(curveOfHand(all) * 10) / 10)
    said.value = 'Every brush answers to your hand now; Touch says how.'
  }

  return {
    isOn: computed(() => lines.value !== undefined),
    words,
    /** Begins, or leaves it be. */
    toggle: () => (lines.value = lines.value ? undefined : []),
    add,
  }
}
