import { nameWith, potsOf, type Swatch, type Tone } from '@unhurried/core'
import { computed, type Ref } from 'vue'
import { freshId } from '../../api/ids'
import { useScene } from '../../session/scene'

/** What is done to the pots: the one in hand, and what becomes of it. */
export function usePaletteActs(inHand: Ref<string>) {
  const store = useScene()
  const palette = computed(() => store.scene!.palette)
  const pots = computed(() => potsOf(palette.value))
  const chosen = computed(() => pots.value.find((swatch) => swatch.id === inHand.value) ?? pots.value[0]!)

  const put = (swatch: Swatch) => store.change({ type: 'swatch.put', swatch })
  /** Puts a new pot on the tray and takes it in hand. */
  function putNew(swatch: Omit<Swatch, 'id'>): boolean {
    const id = freshId()
    const done = put({ ...swatch, id, name: nameWith(swatch.name) })
    if (done) inHand.value = id
    return done
  }

  return {
    ...{ pots, chosen, put },
    add: (name: string, colour: string) =>
      putNew({ name, colour, ...(chosen.value.group && { group: chosen.value.group }) }),
    copy() {
      const { id: _, ...swatch } = chosen.value
      return putNew({ ...swatch, name: `${swatch.name}, copy` })
    },
    addTone(tone: Tone) {
      const of = chosen.value.tone?.of ?? chosen.value.id
      const { name, colour, group } = palette.value.find(({ id }) => id === of)!
      return putNew({ name: `${name}, ${tone}`, colour, tone: { of, is: tone }, ...(group && { group }) })
    },
    letGo() {
      const { tone: _, ...swatch } = chosen.value
      put(swatch)
    },
    merge(into: string) {
      if (store.change({ type: 'swatch.pour', swatch: chosen.value.id, into })) inHand.value = into
    },
    takeOutAgain: (swatch: string) => store.change({ type: 'swatch.take-out', swatch }),
    /** Whether the pot in hand can go one place on, and the step itself. */
    canStep: (by: 1 | -1) => pots.value[at() + by] !== undefined,
    step(by: 1 | -1) {
      const before = pots.value[by === 1 ? at() + 2 : at() - 1]
      store.change({ type: 'swatch.place', swatch: chosen.value.id, before: before?.id ?? null })
    },
  }

  function at(): number {
    return pots.value.indexOf(chosen.value)
  }
}
