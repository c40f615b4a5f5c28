import { useLocalStorage } from '@vueuse/core'
import { computed, ref, shallowRef } from 'vue'
import type { PaperPlacement, Table } from '../../stage/surface'
import { FIT, anchored } from '../../stage/view'

const STEP = 1.25
const TURN = Math.PI / 12
/** How wide a phone held upright, or on its side, shows a picture, in CSS pixels. */
const PHONE = { upright: 210, across: 360 } as const

/** How the paper is looked at, for the eye only. */
export function useView() {
  const table = shallowRef<Table>()
  const placement = shallowRef<PaperPlacement>({ matrix: [1, 0, 0, 1, 0, 0], zoom: 1, view: FIT })
  const silhouettes = ref(false)
  const outside = useLocalStorage<'shown' | 'dim' | 'hidden'>('unhurried-outside', 'dim')
  if (!['shown', 'dim', 'hidden'].includes(outside.value)) outside.value = 'dim'
  const middle = (size: { width: number; height: number }) => ({ x: size.width / 2, y: size.height / 2 })
  const look = (change: { by?: number; turn?: number }) =>
    table.value?.look((view, size) => anchored(view, size, { from: middle(size), ...change }))
  return {
    table,
    placement,
    silhouettes,
    outside,
    showOutside: (how: 'shown' | 'dim' | 'hidden') => (outside.value = how),
    toggleSilhouettes: () => (silhouettes.value = !silhouettes.value),
    percent: computed(() => Math.round(placement.value.zoom * 100)),
    fit: () => table.value?.look(() => FIT),
    nearer: () => look({ by: STEP }),
    farther: () => look({ by: 1 / STEP }),
    actual: () =>
      table.value?.look((view, size) =>
        anchored(view, size, { from: middle(size), by: 1 / (view.zoom * (window.devicePixelRatio || 1)) }),
      ),
    phone: (width: number, height: number) =>
      table.value?.look((view, size) => {
        const whole = { ...view, fit: false, x: width / 2, y: height / 2 }
        return anchored(whole, size, {
          from: middle(size),
          by: (width > height ? PHONE.across : PHONE.upright) / width / view.zoom,
        })
      }),
    turnBy: (steps: number) => look({ turn: steps * TURN }),
    upright: () => table.value?.look((view) => ({ ...view, turn: 0 })),
    mirror: () => table.value?.look((view) => ({ ...view, mirror: !view.mirror })),
  }
}
export type ViewOf = ReturnType<typeof useView>
