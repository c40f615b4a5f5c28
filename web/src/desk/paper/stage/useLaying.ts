import { hasPan, momentAt, type Scene } from '@unhurried/core'
import { computed, type Ref } from 'vue'
import { useLook } from '../../../session/look'
import { useScene } from '../../../session/scene'
import { underLight, type UnderLight } from '../../../stage/light-table'
import type { OnTable, Slide } from '../../../stage/surface'
import type { ViewOf } from '../useView'

export interface LayingOptions {
  readonly view: ViewOf
  /** Another drawing of the level laid on the pegs for the moment. */
  readonly flipped: Ref<string | undefined>
  /** The drawing the walk put on the pegs: exactly its parents lie under it. */
  readonly walked: Ref<string | undefined>
  readonly slid: Ref<ReadonlyMap<string, Slide>>
}

/** What lies on the table and under the light. */
export function useLaying({ view, flipped, walked, slid }: LayingOptions) {
  const store = useScene()
  const look = useLook()
  const seen = useSeen()

  /** While a finding is shown the drawings on both sides lie under the light, whatever its switches say. */
  function lighted(scene: Scene): Scene {
    const { shown } = look
    if (shown?.level !== store.level || shown.drawings.length === 0) return scene
    const level = scene.levels[store.level]!
    const lightTable = {
      ...level.lightTable,
      on: true,
      shows: 'around' as const,
      earlier: Math.max(1, level.lightTable.earlier),
      later: Math.max(1, level.lightTable.later),
      keysOnly: false,
    }
    return { ...scene, levels: { ...scene.levels, [level.id]: { ...level, lightTable } } }
  }

  /** What lies under the light when a drawing is on the pegs. */
  function underOf(scene: Scene, drawing: string | undefined): UnderLight[] {
    const parentsOnly = drawing !== undefined && walked.value === drawing
    return underLight(lighted(scene), { level: store.level, drawing, take: store.take, parentsOnly })
  }
  const under = computed(() =>
    store.scene?.levels[store.level] && flipped.value === undefined ? underOf(store.scene, store.drawing) : [],
  )

  /** What lies on the table at a frame of the take. */
  function onTableAt(
    scene: Scene,
    {
      frame,
      drawing,
      under,
      other,
    }: { frame: number; drawing: string | undefined; under: readonly UnderLight[]; other?: string | undefined },
  ): OnTable {
    const only = store.solo ?? (scene.levels[store.level]!.lightTable.alone ? store.level : undefined)
    const { shown: all, mattes } = momentAt(scene, frame, store.take)
    const shown = all.filter((entry) => only === undefined || entry.level === only)
    return {
      // Only under a ground that moves is one frame not as good as another.
      frame: hasPan(scene) || scene.footage ? frame : 1,
      drawing,
      level: store.level,
      shown:
        other === undefined
          ? shown
          : shown.map((entry) => (entry.level === store.level ? { ...entry, drawing: other } : entry)),
      mattes,
      under,
      only,
      slid: slid.value,
      silhouettes: view.silhouettes.value,
      outside: view.outside.value,
    }
  }

  /** What lies on the table now. */
  const now = (scene: Scene): OnTable =>
    onTableAt(scene, { frame: store.frame, drawing: store.drawing, under: under.value, other: flipped.value })

  function lay() {
    const scene = store.scene
    if (scene?.levels[store.level]) view.table.value?.show(now(scene))
  }

  /** While it is the same, nothing is laid anew: a stroke, which paints itself, does not paint everything again. */
  function laidBy(): unknown[] {
    const { scene } = store
    return [
      ...[store.frame, store.level, store.drawing],
      scene?.levels,
      scene?.levelOrder,
      seen.value,
      scene?.settings,
      ...[scene?.references, scene?.footage],
      store.take,
      store.solo,
      flipped.value,
      JSON.stringify(under.value),
      slid.value,
      view.silhouettes.value,
      view.outside.value,
    ]
  }

  return { under, underOf, onTableAt, now, lay, laidBy }
}
export type Laying = ReturnType<typeof useLaying>

/** What is seen at this frame, in words that can be compared: the sheet may change elsewhere. */
function useSeen() {
  const store = useScene()
  return computed(() => {
    const { apartFromInk, frame, take } = store
    return apartFromInk && JSON.stringify(momentAt(apartFromInk, frame, take))
  })
}
