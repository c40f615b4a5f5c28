import { nameSchema, sentenceOf, type Landmark } from '@unhurried/core'
import { computed, ref } from 'vue'
import { sayWhy } from '../../session/scene'
import type { Landmarks } from './useLandmarks'

/** The name that is being given to a landmark: a new one, or one that has another. */
export function useLandmarkNames(landmarks: Landmarks) {
  const name = ref('')
  /** The landmark that is being given another name. */
  const renaming = ref<string>()
  /** The field for a name stays while several are named. */
  const adding = ref(false)
  const naming = computed(() => adding.value || renaming.value !== undefined || landmarks.all.value.length === 0)

  function end() {
    adding.value = false
    renaming.value = undefined
    name.value = ''
  }
  function rename({ id, name: was }: Landmark) {
    renaming.value = id
    name.value = was
  }
  function give() {
    const parsed = nameSchema.safeParse(name.value)
    if (!parsed.success) return sayWhy(new Error(`A landmark needs a name: ${sentenceOf(parsed.error)}`))
    const was = renaming.value
    const isDone = was ? landmarks.rename(was, parsed.data) : landmarks.add(parsed.data)
    if (!isDone) return
    end()
    adding.value = !was
  }

  return { name, renaming, adding, naming, end, rename, give }
}
