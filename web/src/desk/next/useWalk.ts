import type { WorkStep } from '@unhurried/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { workOf } from '../../stage/order-of-work'
import { useScene } from '../../session/scene'

/**
 * The walk through the order of work: what comes next, what was passed over, and the way back. It
 * knows what is done from what is drawn.
 */
export function useWalk() {
  const store = useScene()
  const scope = ref<'scene' | 'level'>('scene')
  const skipped = shallowRef<ReadonlySet<string>>(new Set())
  const trail = shallowRef<readonly string[]>([])
  /** The drawing the walk has put on the pegs: while it is there, its two parents lie under it. */
  const onPegs = ref<string>()

  const all = computed(() => {
    const scene = store.apartFromInk!
    // The level we are on first, so that the walk does not jump about.
    const levels =
      scope.value === 'level'
        ? [store.level]
        : [store.level, ...scene.levelOrder.filter((level) => level !== store.level)]
    return levels
      .filter((level) => !scene.levels[level]?.locked && !scene.levels[level]?.hidden)
      .flatMap((level) => workOf(scene, level, store.take))
  })
  const open = computed(() => all.value.filter((step) => !step.drawn))
  const next = computed<WorkStep | undefined>(() => {
    const inOrder = [
      ...open.value.filter((step) => !skipped.value.has(step.drawing)),
      ...open.value.filter((step) => skipped.value.has(step.drawing)),
    ]
    return inOrder[0]
  })
  const here = computed(() => all.value.find((step) => step.drawing === store.drawing))

  function put(drawing: string) {
    store.showDrawing(drawing)
    onPegs.value = drawing
  }
  watch(
    () => store.drawing,
    (drawing) => {
      if (drawing !== onPegs.value) onPegs.value = undefined
    },
  )

  return {
    scope,
    next,
    here,
    onPegs,
    left: computed(() => open.value.length),
    any: computed(() => all.value.length > 0),
    passedOver: computed(() => open.value.filter((step) => skipped.value.has(step.drawing)).length),
    over: (all: 'scene' | 'level') => (scope.value = all),
    canGoBack: computed(() => trail.value.length > 0),
    /** The next drawing; standing on it already and not having drawn it, the same. */
    forward() {
      const step = next.value
      if (!step) return
      if (store.drawing !== undefined && store.drawing !== step.drawing)
        trail.value = [...trail.value.slice(-99), store.drawing]
      put(step.drawing)
    },
    back() {
      const last = trail.value.at(-1)
      if (last === undefined) return
      trail.value = trail.value.slice(0, -1)
      put(last)
    },
    /** Leaves the next drawing for later and goes on to the one after. */
    skip() {
      const step = next.value
      if (!step) return
      const others = open.value.filter((each) => each.drawing !== step.drawing)
      const allPassed = others.every((each) => skipped.value.has(each.drawing))
      // All passed over: from here on none is, and the one just skipped comes last.
      skipped.value = new Set(allPassed ? [step.drawing] : [...skipped.value, step.drawing])
      this.forward()
    },
  }
}

export type Walk = ReturnType<typeof useWalk>
