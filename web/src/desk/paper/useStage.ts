import { drawingsShown, exposureAt, hasPan, shownAt, type Pass, type Scene } from '@unhurried/core'
import { useEventListener } from '@vueuse/core'
import { computed, onMounted, onUnmounted, ref, watch, type Ref } from 'vue'
import { pictures } from '../../stage/pictures'
import { createBitmaps, type Bitmaps } from '../../stage/paint/bitmaps'
import { boxOfPieces } from '../../stage/paint/box'
import { underLight, type UnderLight } from '../../stage/light-table'
import { composedPictures, playFrames } from '../../stage/player'
import { Table, type OnTable, type Slide } from '../../stage/surface'
import { warmAround } from '../../stage/prepaint'
import { useLook } from '../../session/look'
import { sayWhy, useScene } from '../../session/scene'
import type { PencilCase } from '../tools/pencil'
import { usePaint } from '../tools/usePaint'
import { useSelection } from '../tools/useSelection'
import { useThrough } from '../tools/useThrough'
import { useTools } from '../tools/useTools'
import { useView } from './useView'

/** Joins the stage, which knows nothing of Vue, to the scene on the table. */
export function useStage({
  host,
  pencil,
  flipped,
  walked,
  slid,
  span,
}: {
  host: Ref<HTMLElement | undefined>
  pencil: Ref<PencilCase>
  flipped: Ref<string | undefined>
  /** The drawing the walk put on the pegs: exactly its parents lie under it. */
  walked: Ref<string | undefined>
  slid: Ref<ReadonlyMap<string, Slide>>
  /** The drawings of the span on the table, in order. */
  span: Ref<readonly string[]>
}) {
  const store = useScene()
  const look = useLook()
  const playing = ref(false)
  const playFrame = ref(1)
  const view = useView()
  let bitmaps: Bitmaps | undefined
  let stopPlaying: (() => void) | undefined
  const inkOf = (drawing: string, pass: Pass) => store.ink!.inkOf(drawing, pass)
  const through = useThrough({ pencil, span })
  const selection = useSelection({ pencil, through, table: view.table })
  const paint = usePaint({ pencil, through })
  const tools = useTools({ pencil, through, selection, paint, view, bitmaps: () => bitmaps, flipped })

  /** While a finding is shown the drawings on both sides lie under the light, whatever its switches say. */
  function lighted(scene: Scene): Scene {
    const level = scene.levels[store.level]!
    const around = {
      ...level.lightTable,
      on: true,
      shows: 'around' as const,
      earlier: Math.max(1, level.lightTable.earlier),
      later: Math.max(1, level.lightTable.later),
      keysOnly: false,
    }
    return look.shown?.level === store.level && look.shown.drawings.length > 0
      ? { ...scene, levels: { ...scene.levels, [level.id]: { ...level, lightTable: around } } }
      : scene
  }
  /** What lies under the light now. */
  const under = computed(() =>
    store.scene?.levels[store.level] && flipped.value === undefined
      ? underLight(lighted(store.scene), {
          level: store.level,
          drawing: store.drawing,
          take: store.take,
          parentsOnly: store.drawing !== undefined && walked.value === store.drawing,
        })
      : [],
  )

  /** What lies on the table at a frame of the take. */
  function onTableAt(
    scene: Scene,
    frame: number,
    drawing: string | undefined,
    lit: readonly UnderLight[],
    other?: string,
  ): OnTable {
    const only = store.solo ?? (scene.levels[store.level]!.lightTable.alone ? store.level : undefined)
    const shown = shownAt(scene, frame, store.take).filter((entry) => only === undefined || entry.level === only)
    return {
      // Only under a ground that moves is one frame not as good as another.
      frame: hasPan(scene) ? frame : 1,
      drawing,
      level: store.level,
      shown:
        other === undefined
          ? shown
          : shown.map((entry) => (entry.level === store.level ? { ...entry, drawing: other } : entry)),
      under: lit,
      only,
      slid: slid.value,
      silhouettes: view.silhouettes.value,
      outside: view.outside.value,
    }
  }
  function lay() {
    const scene = store.scene
    const table = view.table.value
    if (!scene || !table || !scene.levels[store.level]) return
    table.show(onTableAt(scene, store.frame, store.drawing, under.value, flipped.value))
  }
  /** The same as before, so that a stroke, which paints itself, does not paint everything anew. */
  function laidBy(): unknown[] {
    const { scene } = store
    return [
      store.frame,
      store.level,
      store.drawing,
      scene?.levels,
      scene?.levelOrder,
      scene?.sheets,
      scene?.settings,
      scene?.references,
      store.take,
      store.solo,
      flipped.value,
      JSON.stringify(under.value),
      slid.value,
      view.silhouettes.value,
      view.outside.value,
    ]
  }

  // ---- the paper first ----------------------------------------------------------------------------
  /** What is to be done once the paper is seen, and what was put on it. */
  let pending: (() => void) | undefined
  let handle = 0
  let ahead: string | undefined
  function catchUp() {
    cancelAnimationFrame(handle)
    const go = pending
    pending = undefined
    go?.()
  }
  /** Goes to a frame of the level: the paper at once, what is written around it a frame of the screen later. */
  function goAhead(frame: number) {
    catchUp()
    const { scene } = store
    const table = view.table.value
    if (
      !scene ||
      !table ||
      playing.value ||
      table.drawing() ||
      flipped.value !== undefined ||
      slid.value.size > 0 ||
      selection.selected.value ||
      frame === store.frame
    )
      return store.goTo(frame)
    const drawing = exposureAt(store.exposures, frame)?.drawing ?? undefined
    const next = onTableAt(
      scene,
      frame,
      drawing,
      underLight(lighted(scene), {
        level: store.level,
        drawing,
        take: store.take,
        parentsOnly: drawing !== undefined && walked.value === drawing,
      }),
    )
    table.show(next)
    ahead = JSON.stringify(next)
    pending = () => store.goTo(frame)
    handle = requestAnimationFrame(() => (handle = requestAnimationFrame(catchUp)))
  }
  /** Whether what should lie on the table was put there already. */
  function isAhead(): boolean {
    const was = ahead
    ahead = undefined
    return (
      was !== undefined &&
      slid.value.size === 0 &&
      store.scene !== undefined &&
      was === JSON.stringify(onTableAt(store.scene, store.frame, store.drawing, under.value, flipped.value))
    )
  }
  // Whatever is done next is done where the paper is.
  for (const type of ['keydown', 'pointerdown'] as const) useEventListener(window, type, catchUp, { capture: true })

  let stopWarming = () => {}
  function warm() {
    stopWarming()
    const { scene, drawing } = store
    if (!scene || drawing === undefined || playing.value || !view.table.value || !bitmaps) return
    stopWarming = warmAround({
      scene,
      take: store.take,
      level: store.level,
      drawing,
      bitmaps,
      inkOf,
      onWarm() {
        const order = drawingsShown(store.exposures)
        const here = order.findIndex((each) => each.drawing === drawing)
        const jobs = [order[here + 1], order[here - 1], order[here]].filter((each) => each !== undefined)
        let handle = requestIdleCallback(function ready() {
          const next = jobs.shift()
          if (!next || store.scene !== scene || !view.table.value) return
          view.table.value.ready(
            onTableAt(
              scene,
              next.frame,
              next.drawing,
              underLight(lighted(scene), { level: store.level, drawing: next.drawing, take: store.take }),
            ),
          )
          handle = requestIdleCallback(ready)
        })
        stopWarming = () => cancelIdleCallback(handle)
      },
    })
  }

  function stop() {
    if (!playing.value) return
    stopPlaying?.()
    // With it go the pictures composed for it.
    stopPlaying = undefined
    playing.value = false
    view.table.value?.stop()
  }

  function play() {
    const scene = store.scene
    const table = view.table.value
    if (playing.value) return stop()
    if (!scene || !table) return
    // Seen from near, pictures of twice the paper's size are as fine as a film is ever shown.
    const scale = scene.settings.cells ? 1 : Math.min(2, table.scale())
    const composed = composedPictures({
      scene,
      inkOf,
      scale,
      take: store.take,
      silhouettes: view.silhouettes.value,
      ...(store.solo && { only: store.solo }),
    })
    playing.value = true
    const stopFrames = playFrames({
      fps: scene.settings.fps,
      length: scene.settings.length,
      from: store.frame,
      show(frame) {
        table.play(composed.at(frame))
        playFrame.value = frame
        requestIdleCallback(() => playing.value && composed.prepareAfter(frame))
      },
    })
    stopPlaying = () => {
      stopFrames()
      composed.end()
    }
  }

  const releases: (() => void)[] = []
  onMounted(() => {
    const { width, height, cells = false } = store.scene!.settings
    bitmaps = createBitmaps({ width, height, cells, inkOf, palette: () => store.scene!.palette })
    const table = new Table({
      host: host.value!,
      scene: () => store.scene!,
      bitmaps,
      inkOf,
      pictureOf: pictures.of,
      references: () =>
        Object.values(store.scene!.references ?? {}).filter(
          (each) => each.place === 'under' && (each.level === undefined || each.level === store.level),
        ),
      events: {
        mayDraw: tools.mayDraw,
        onLie: (next) => (view.lie.value = next),
        onLost: (lost) =>
          lost &&
          sayWhy(
            new Error(
              'The browser took the drawing surface away for a moment. Everything drawn is kept; it comes back by itself.',
            ),
          ),
      },
    })
    view.table.value = table
    releases.push(
      store.ink!.onChange((drawing, pass, onTop) => {
        table.unready()
        if (onTop) {
          bitmaps!.append(drawing, pass, onTop)
          // First it is on its way to be kept, then it is shown; both in the same frame.
          queueMicrotask(() => table.repaint(boxOfPieces(onTop)))
        } else {
          bitmaps!.forget(drawing, pass)
          lay()
        }
      }),
      pictures.onChange(() => {
        table.unready()
        lay()
      }),
    )
    watch(
      () => [store.scene?.levels, store.scene?.settings, store.scene?.references, store.take, store.solo],
      () => table.unready(),
      { flush: 'sync' },
    )
    watch(
      laidBy,
      (now, before) => {
        if (before && now.every((value, i) => value === before[i])) return
        stop()
        if (!isAhead()) lay()
        warm()
      },
      { immediate: true, flush: 'post' },
    )
    // After a stroke, once the hand has paused, what lies beside is made ready again.
    watch(
      () => store.scene,
      () => warm(),
      { flush: 'post' },
    )
    watch(
      () => store.scene?.palette,
      () => {
        bitmaps!.clear()
        table.unready()
        lay()
      },
    )
    watch(
      [pencil, tools.colour, () => view.lie.value.zoom, () => store.drawing],
      () => {
        if (store.scene && !table.drawing()) table.take(tools.toolOf())
      },
      { immediate: true, deep: true },
    )
  })
  onUnmounted(() => {
    cancelAnimationFrame(handle)
    stop()
    stopWarming()
    for (const release of releases) release()
    view.table.value?.destroy()
    view.table.value = undefined
  })
  function flip(direction: 1 | -1) {
    catchUp()
    const target = store.besideOf(direction)
    if (target !== undefined) goAhead(target)
  }
  return {
    flip,
    goAhead,
    play,
    stop,
    playing,
    playFrame,
    under,
    view,
    through,
    selection,
    paint,
    tools,
    moves: computed(() => Boolean(store.scene && hasPan(store.scene))),
  }
}
export type Stage = ReturnType<typeof useStage>
