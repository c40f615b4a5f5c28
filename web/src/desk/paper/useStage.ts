import { hasPan, sameItems, type Pass } from '@unhurried/core'
import { computed, watch, type Ref } from 'vue'
import { useScene } from '../../session/scene'
import type { HeardSounds } from '../../sound/useHeard'
import type { Slide, Table } from '../../stage/surface'
import { usePaint } from '../tools/paint/usePaint'
import type { PencilSettings } from '../tools/pencil'
import { useSelection } from '../tools/selection/useSelection'
import { useRulers } from '../tools/rulers/useRulers'
import { useTargets } from '../tools/useTargets'
import { useTools } from '../tools/useTools'
import { useGoAhead } from './stage/useGoAhead'
import { useLaying } from './stage/useLaying'
import { usePlayback } from './stage/usePlayback'
import { useTable } from './stage/useTable'
import { CALM, useWarming } from './stage/useWarming'
import { useView } from './useView'

interface StageOptions {
  readonly host: Ref<HTMLElement | undefined>
  readonly pencil: Ref<PencilSettings>
  readonly flipped: Ref<string | undefined>
  readonly walked: Ref<string | undefined>
  readonly slid: Ref<ReadonlyMap<string, Slide>>
  /** The drawings of the span on the table, in order. */
  readonly span: Ref<readonly string[]>
  readonly heard: HeardSounds
}

/** Joins the stage, which knows nothing of Vue, to the scene on the table. */
export function useStage({ host, pencil, flipped, walked, slid, span, heard }: StageOptions) {
  const store = useScene()
  const view = useView()
  const inkOf = (drawing: string, pass: Pass) => store.ink!.inkOf(drawing, pass)
  const targets = useTargets({ pencil, span })
  const selection = useSelection({ pencil, targets, table: view.table })
  const paint = usePaint({ pencil, targets })
  const rulers = useRulers(pencil)
  const tools = useTools({ pencil, targets, selection, paint, rulers, view, bitmaps: () => bitmaps(), flipped })
  const playback = usePlayback(view, inkOf, heard)
  const { playing } = playback
  const lies = { view, flipped, walked, slid }
  const laying = useLaying(lies)
  const { goAhead, isAhead, flip } = useGoAhead(lies, laying, { playing, selected: selection.selected })
  const warm = useWarming(view, laying, { inkOf, playing })
  const bitmaps = useTable({ host, view, laying, inkOf, hand: tools, onReady })

  function onReady(table: Table) {
    watch(
      laying.laidBy,
      (now, before) => {
        if (sameItems(now, before)) return
        playback.stop()
        if (!isAhead()) laying.lay()
        warm()
      },
      { immediate: true, flush: 'post' },
    )
    // What is played is no longer what the sheet says.
    watch(
      () => store.scene?.sheets,
      () => playback.stop(),
      { flush: 'post' },
    )
    // After a stroke, once the hand has paused, what lies beside is made ready again.
    watch(
      () => store.scene,
      () => warm(CALM),
      { flush: 'post' },
    )
    watch(
      [pencil, tools.colour, () => view.placement.value.zoom, () => store.drawing],
      () => {
        if (store.scene && !table.drawing()) table.take(tools.toolOf())
      },
      { immediate: true, deep: true },
    )
  }

  return {
    ...playback,
    flip,
    goAhead,
    under: laying.under,
    view,
    targets,
    selection,
    paint,
    rulers,
    tools,
    moves: computed(() => Boolean(store.scene && hasPan(store.scene))),
  }
}
export type Stage = ReturnType<typeof useStage>
