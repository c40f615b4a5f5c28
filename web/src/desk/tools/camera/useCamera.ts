import {
  cameraSpeeds,
  clamp,
  fieldAt,
  judderLimit,
  LIMITS,
  wholePaper,
  type CameraField,
  type CameraKey,
  type Edit,
  type SpacingLaw,
} from '@unhurried/core'
import { computed } from 'vue'
import { useScene } from '../../../session/scene'

/** How a new key goes on: a camera sets out and comes to rest softly unless it is told otherwise. */
const USUAL = { law: 'swing', strength: 2 } as const
const eighths = (value: number) => Math.round(value * 8) / 8
const tenths = (value: number) => Math.round(value * 10) / 10
const fine = (value: number) => Math.round(value * 1e4) / 1e4

/** The camera of the take on the table, at the frame one is on. */
export function useCamera() {
  const store = useScene()
  const settings = computed(() => store.scene!.settings)
  const keys = computed<readonly CameraKey[]>(() => store.scene!.takes[store.take]?.camera ?? [])
  const here = computed(() => keys.value.find(({ frame }) => frame === store.frame))
  const field = computed<CameraField>(() => fieldAt(keys.value, store.frame) ?? wholePaper(settings.value))
  /** Pixels of the picture by which what is seen goes by from each frame to the next, and the most it may. */
  const speeds = computed(() => cameraSpeeds(keys.value, settings.value))
  const limit = computed(() => judderLimit(settings.value))
  const stutters = computed(() => speeds.value.some((speed) => speed > limit.value))

  /** Kept on the grid of places, within what a camera may be. */
  const fitting = ({ x, y, scale, turn }: CameraField): CameraField => ({
    x: eighths(x),
    y: eighths(y),
    scale: fine(clamp(scale, LIMITS.field.min, LIMITS.field.max)),
    turn: fine(turn),
  })
  function edit(next: CameraField, law: Partial<Pick<CameraKey, 'law' | 'strength'>> = {}): Edit {
    const before = here.value ?? keys.value.findLast(({ frame }) => frame < store.frame) ?? USUAL
    const key = { ...fitting(next), law: before.law, strength: before.strength, ...law }
    return { type: 'camera.key', take: store.take, frame: store.frame, key }
  }

  return {
    keys,
    here,
    field,
    /** Whether it goes by faster anywhere than what stands still can be seen without a stutter. */
    stutters,
    /** How fast it goes by, in words. */
    told: computed(() => {
      if (keys.value.length === 0) return 'Drag the field, a corner or the knob: a key is put here'
      const speed = speeds.value[store.frame - 1] ?? 0
      const here = speed === 0 ? 'stands here' : `${tenths(speed)} px a frame here`
      return stutters.value ? `${here}; over ${tenths(limit.value)} px a frame a move stutters` : here
    }),
    /** Shows what it would see. */
    attempt: (next: CameraField) => void store.attempt(edit(next)),
    keep: (next: CameraField) => store.change(edit(next)),
    goOnBy: (law: SpacingLaw) => store.change(edit(field.value, { law })),
    seeAll: () => store.change(edit(wholePaper(settings.value))),
    takeOut: () => here.value && store.change({ type: 'camera.key', take: store.take, frame: store.frame, key: null }),
  }
}
export type Camera = ReturnType<typeof useCamera>
