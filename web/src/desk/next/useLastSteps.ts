import {
  inkWithShape,
  lastDrawn,
  placesPinned,
  sameItems,
  stepsOver,
  type Ink,
  type Point,
  type Scene,
} from '@unhurried/core'
import { onUnmounted, shallowRef, watch } from 'vue'
import type { InkStore } from '../../session/ink-store'
import { useScene } from '../../session/scene'
import { atPause } from '../../stage/at-pause'
import { WorkerClient } from '../../workers/client'
import { middleReportSchema, type MiddleOrder, type MiddleReport } from '../../workers/middles/messages'

const DIED = 'Measuring the drawings stopped unexpectedly.'

/** Where the middle of what moves lies on a few drawings, found once for as long as their ink stays the same. */
class Middles {
  readonly #client = new WorkerClient<MiddleOrder, MiddleReport>({
    start: () => new Worker(new URL('../../workers/middles/worker.ts', import.meta.url), { type: 'module' }),
    reportSchema: middleReportSchema,
    died: DIED,
  })
  /** What the worker was asked last, and its ink, so that only what changed is sent again. */
  #known: { readonly inks: ReadonlyMap<string, Ink>; readonly places: Promise<Point[]> } | undefined

  /** Of some drawings, one after the other, with their ink. Rejects when the worker could not. */
  of(inks: ReadonlyMap<string, Ink>, { width, height }: Scene['settings']): Promise<Point[]> {
    const had = this.#known?.inks
    const changed = [...inks].filter(([drawing, ink]) => !sameItems(ink, had?.get(drawing)))
    if (this.#known && changed.length === 0 && [...inks.keys()].join() === [...had!.keys()].join())
      return this.#known.places
    const anew = new Map(changed)
    const drawings = [...inks.keys()].map((drawing) => {
      const ink = anew.get(drawing)
      return { drawing, ...(ink && { ink: [...ink] }) }
    })
    const order = { kind: 'middles', frame: { width, height }, drawings } as const
    const known = { inks, places: this.#client.ask(order).then(({ places }) => places) }
    this.#known = known
    // What failed is asked anew, with all its ink.
    known.places.catch(() => this.#known === known && (this.#known = undefined))
    return known.places
  }

  end(): void {
    this.#client.stop()
  }
}

/** The last steps as they were drawn, measured while the hand pauses; none where all is planned beforehand. */
export function useLastSteps() {
  const store = useScene()
  const steps = shallowRef<readonly number[]>([])
  const middles = new Middles()
  let turn = 0

  async function measure(scene: Scene, { inkOf }: InkStore) {
    const mine = ++turn
    const { take, level, frame } = store
    const drawings = lastDrawn(scene, { take, level, frame, inkOf })
    const inks = () => new Map(drawings.map((drawing) => [drawing, inkWithShape(drawing, inkOf)]))
    const places = placesPinned(scene, level, drawings) ?? (await middles.of(inks(), scene.settings))
    if (mine === turn) steps.value = stepsOver(places)
  }

  const owner = {}
  watch(
    () => [store.scene?.drawings, store.level, store.take, store.drawing],
    () =>
      atPause(owner, () => {
        const { scene, ink } = store
        // Without it nothing is said of them.
        if (scene && ink && scene.settings.approach !== 'pose-to-pose') measure(scene, ink).catch(() => undefined)
      }),
    { immediate: true },
  )
  onUnmounted(() => middles.end())
  return steps
}
