import { landmarkCopied, landmarksOf, nextToPin, pinOf, type Landmark } from '@unhurried/core'
import { computed, ref } from 'vue'
import { freshId } from '../../api/ids'
import { useScene } from '../../session/scene'

const EIGHTH = 8

/** The landmarks of the level we are on: which one is in hand, and what is asked for next. */
export function useLandmarks() {
  const store = useScene()
  const picked = ref<string>()
  const shown = ref(true)
  const all = computed<readonly Landmark[]>(() => landmarksOf(store.apartFromInk!, store.level))
  const entry = computed(() => (store.drawing ? store.apartFromInk!.drawings[store.drawing] : undefined))
  /** The one picked, else the first this drawing still lacks, else the first. */
  const inHand = computed<Landmark | undefined>(
    () =>
      all.value.find(({ id }) => id === picked.value) ??
      (entry.value && nextToPin(store.apartFromInk!, entry.value.id)) ??
      all.value[0],
  )
  const missing = computed(() => (entry.value ? all.value.filter(({ id }) => !pinOf(entry.value, id)) : []))

  const placeOf = (landmark: string) => all.value.findIndex(({ id }) => id === landmark)

  const edit = (landmark: string, x: number, y: number) => {
    const corner = pinOf(entry.value, landmark)?.corner
    const at = (value: number) => Math.round(value * EIGHTH) / EIGHTH
    return {
      type: 'pin.set' as const,
      drawing: store.drawing!,
      landmark,
      pin: { x: at(x), y: at(y), ...(corner && { corner }) },
    }
  }
  return {
    all,
    inHand,
    missing,
    shown,
    entry,
    pick: (id: string) => (picked.value = id),
    /** Shows where a pin would lie while it is dragged. */
    tryAt: (landmark: string, x: number, y: number) => void (store.drawing && store.attempt(edit(landmark, x, y))),
    /** Pins a landmark and asks for the next that is missing. */
    pinAt(landmark: string, x: number, y: number) {
      if (!store.drawing || !store.change(edit(landmark, x, y))) return
      picked.value = nextToPin(store.scene!, store.drawing)?.id ?? landmark
    },
    unpin: (landmark: string) =>
      store.drawing && store.change({ type: 'pin.set', drawing: store.drawing, landmark, pin: null }),
    turnSharply(landmark: string, corner: boolean) {
      const pin = pinOf(entry.value, landmark)
      if (pin)
        store.change({
          type: 'pin.set',
          drawing: store.drawing!,
          landmark,
          pin: { x: pin.x, y: pin.y, ...(corner && { corner }) },
        })
    },
    add(name: string) {
      const id = freshId()
      if (!store.change({ type: 'landmark.put', level: store.level, landmark: { id, name } })) return false
      picked.value = id
      return true
    },
    rename: (landmark: string, name: string) =>
      store.change({ type: 'landmark.put', level: store.level, landmark: { id: landmark, name } }),
    /** The landmark once more, pinned where it is, to be dragged on from there. */
    copy(landmark: string) {
      const id = freshId()
      if (store.change(landmarkCopied(store.scene!, store.level, landmark, id))) picked.value = id
    },
    canStep: (landmark: string, by: 1 | -1) => all.value[placeOf(landmark) + by] !== undefined,
    step(landmark: string, by: 1 | -1) {
      const before = all.value[by === 1 ? placeOf(landmark) + 2 : placeOf(landmark) - 1]
      store.change({ type: 'landmark.place', level: store.level, landmark, before: before?.id ?? null })
    },
    remove: (landmark: string) => store.change({ type: 'landmark.remove', level: store.level, landmark }),
  }
}

export type Landmarks = ReturnType<typeof useLandmarks>
