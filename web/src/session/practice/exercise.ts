import { exerciseOf } from '@unhurried/core'
import { defineStore } from 'pinia'
import { computed, onScopeDispose, ref, watch } from 'vue'
import { useScene } from '../scene'

/** Times a motion that is to be copied is shown in one go. */
const TURNS = 2

/** The exercise that the open scene is, and what of it is shown. */
export const useExercise = defineStore('exercise', () => {
  const store = useScene()
  const given = computed(() => store.scene?.settings.exercise ?? undefined)
  const exercise = computed(() => given.value && exerciseOf(given.value.id))
  const ideal = computed(() => exercise.value?.schools(given.value!.seed)[0]!.ideal)
  const task = computed(() => exercise.value?.task(ideal.value!, given.value!.seed) ?? '')
  const showsLaw = ref(false)
  const showsGuide = ref(false)
  /** The frame of the motion that is being watched. */
  const watched = ref<number>()
  let ticking = 0

  function stop() {
    cancelAnimationFrame(ticking)
    watched.value = undefined
  }
  /** Plays the motion at its true rate, on the paper. */
  function watchIt() {
    stop()
    const began = performance.now()
    const { fps } = store.scene!.settings
    const count = ideal.value!.frames.length
    const tick = (now: number) => {
      const frame = Math.floor(((now - began) / 1000) * fps)
      if (frame >= TURNS * count) return stop()
      watched.value = (Math.max(0, frame) % count) + 1
      ticking = requestAnimationFrame(tick)
    }
    ticking = requestAnimationFrame(tick)
  }
  watch(
    () => store.id,
    () => {
      stop()
      showsLaw.value = showsGuide.value = false
    },
  )
  onScopeDispose(stop)
  return { given, exercise, ideal, task, showsLaw, showsGuide, watched, watchIt, stop }
})
