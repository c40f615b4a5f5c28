import { ElInputNumber } from 'element-plus'
import { computed, defineComponent, h } from 'vue'

/**
 * A field for a number that is always one. Emptied, or with words in it, it takes up the number it had, unless it is
 * `optional`: then nothing is an answer, too, and told as undefined. It is whole, unless its step is not, it says how
 * many decimals it has, or is `fractional`.
 */
export const NumberField = defineComponent({
  name: 'NumberField',
  props: {
    modelValue: { type: Number, default: undefined },
    min: { type: Number, default: -Infinity },
    max: { type: Number, default: Infinity },
    step: { type: Number, default: 1 },
    precision: { type: Number, default: undefined },
    optional: Boolean,
    fractional: Boolean,
  },
  emits: ['update:modelValue', 'change'],
  setup(props, { emit }) {
    const decimals = computed(
      () => props.precision ?? (props.fractional || !Number.isInteger(props.step) ? undefined : 0),
    )
    const tell = (event: 'update:modelValue' | 'change') => (value: number | null | undefined) => {
      if (Number.isFinite(value)) emit(event, value)
      else if (props.optional) emit(event, undefined)
    }
    const heard = { 'onUpdate:modelValue': tell('update:modelValue'), onChange: tell('change') }
    return () => {
      const { modelValue, min, max, step } = props
      // The part refuses to be there at all where least and most cross, as they do while a scene is made shorter.
      return h(ElInputNumber, { ...heard, modelValue, step, min, max: Math.max(min, max), precision: decimals.value })
    }
  },
})
