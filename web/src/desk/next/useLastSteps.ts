import { inkWithShape, lastDrawn, placesPinned, stepsOver, type Ink, type Point, type Scene } from '@unhurried/core'
import { onUnmounted, shallowRef, watch } from 'vue'
import type { InkStore } from '../../session/ink-store'
import { useScene } from '../../session/scene'
import { atPause } from '../../stage/at-pause'
import { WorkerClient } from '../../workers/client'
import { middleReportSchema, type MiddleOrder, type MiddleReport } from '../../workers/middles/messages'

const DIED = 'Measuring the drawings stopped unexpectedly.'

/** Where the middles of drawings lie, each found once for as long as its ink stays the same. */
class Middles {
  readonly #client = new WorkerClient<MiddleOrder, MiddleReport>({
    start: () => new Worker(new URL('../../workers/middles/worker.ts', import.meta.url), { type: 'module' }),
    reportSchema: middleReportSchema,
    died: DIED,
  })
  readonly #known = new Map<string, { readonly ink: Ink; readonly at: Promise<Point | undefined> }>()

  /** Of some drawings, and of no others any more. Rejects when the worker could not. */
  async of(drawings: readonly string[], inkOf: InkStore['inkOf']): Promise<Point[]> {
    for (const drawing of this.#known.keys()) if (!drawings.includes(drawing)) this.#known.delete(drawing)
    const found = await Promise.all(drawings.map((drawing) => this.#of(drawing, inkWithShape(drawing, inkOf))))
    return found.filter((at) => at !== undefined)
  }

  #of(drawing: string, ink: Ink): Promise<Point | undefined> {
    const known = this.#known.get(drawing)
    if (known?.ink.length === ink.length && ink.every((piece, i) => piece === known.ink[i])) return known.at
    const at = this.#client.ask({ kind: 'middle', ink: [...ink] }).then((answer) => answer.at)
    this.#known.set(drawing, { ink, at })
    // What failed is asked anew.
    at.catch(() => this.#known.get(drawing)?.at === at && this.#known.delete(drawing))
    return at
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
    const places = placesPinned(scene, level, drawings) ?? (await middles.of(drawings, inkOf))
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
