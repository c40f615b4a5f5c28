import { broughtBack, inkBackFor, type Part, type Scene } from '@unhurried/core'
import { computed, ref, watch } from 'vue'
import { sayWhy, useScene } from '../session/scene'
import { momentInWords } from './history'
import type { ShownMoment } from './useMoment'

/** Bringing back what is chosen of a moment: the whole scene, a level or a drawing. */
export function useBringBack(then: () => Scene | undefined) {
  const store = useScene()
  const kind = ref<'whole' | 'level' | 'drawing'>('whole')
  const level = ref('')
  const drawing = ref('')
  const isBringing = ref(false)
  watch(
    then,
    (scene) => {
      level.value = scene?.levelOrder.includes(store.level) ? store.level : (scene?.levelOrder.at(-1) ?? '')
      const here = store.drawing !== undefined && scene?.drawings[store.drawing] ? store.drawing : undefined
      drawing.value = here ?? Object.keys(scene?.drawings ?? {})[0] ?? ''
    },
    { immediate: true },
  )

  const part = computed<Part>(() => {
    if (kind.value === 'level') return { level: level.value }
    return kind.value === 'drawing' ? { drawing: drawing.value } : { whole: true }
  })
  const named = computed(() => {
    if (kind.value === 'level') return `level ${then()?.levels[level.value]?.name ?? ''}`
    return kind.value === 'drawing' ? `drawing ${then()?.drawings[drawing.value]?.number ?? ''}` : 'the whole scene'
  })

  /** Makes it as it was at the moment shown; false when it was not, and why is said. */
  async function bring({ scene, ink, moment }: ShownMoment, today: Date): Promise<boolean> {
    const present = store.ink
    if (!present) return false
    const here = store.thisScene()
    isBringing.value = true
    try {
      const ids = inkBackFor(scene, part.value)
      await store.needInk(ids)
      if (!here.isOpen() || store.ink !== present || !store.working) return false
      const now = { scene: store.working, inkOf: present.inkOf }
      const words = `${named.value} brought back as it was ${momentInWords(moment.to, today)}`
      const step = broughtBack(now, { scene, inkOf: ink.inkOf }, part.value, words)
      if (step.length === 0) throw new Error(`Nothing to bring back: ${named.value} is as it was.`)
      return here.change(...step)
    } catch (error) {
      sayWhy(error)
      return false
    } finally {
      isBringing.value = false
    }
  }
  return { kind, level, drawing, named, isBringing, bring }
}
