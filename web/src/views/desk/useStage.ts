import { eraseAlong, LIMITS, settled, shownAt, type InkPiece, type Pass } from '@unhurried/core'
import { computed, onMounted, onUnmounted, ref, watch, type Ref } from 'vue'
import { freshId } from '../../ids'
import { createBitmaps, type Bitmaps } from '../../stage/bitmaps'
import { underLight } from '../../stage/lamp'
import { boxOf } from '../../stage/paint'
import { composedPictures, playFrames } from '../../stage/player'
import { warmAround } from '../../stage/warm'
import { createTable, type PaperBox, type Table } from '../../stage/table'
import { sayWhy, useScene } from '../../stores/scene'
import type { Slide } from '../../stage/table'
import type { PencilCase } from './pencil'

const PASS: Pass = 'line'

/** Joins the stage, which knows nothing of Vue, to the scene on the table. */
export function useStage({ host, pencil, flipped, walked, slid }: {
  host: Ref<HTMLElement | undefined>
  pencil: Ref<PencilCase>
  flipped: Ref<string | undefined>
  /** The drawing the walk put on the pegs: exactly its parents lie under it. */
  walked: Ref<string | undefined>
  slid: Ref<ReadonlyMap<string, Slide>>
}) {
  const store = useScene()
  const box = ref<PaperBox>({ left: 0, top: 0, width: 1, height: 1 })
  const playing = ref(false)
  const playFrame = ref(1)
  let table: Table | undefined
  let bitmaps: Bitmaps | undefined
  let stopPlaying: (() => void) | undefined
  /** The piece just drawn: it is painted on top of what is there instead of painting all anew. */
  let onTop: InkPiece | undefined
  const inkOf = (drawing: string, pass: Pass) => store.ink!.inkOf(drawing, pass)
  const size = () => (pencil.value.tool === 'eraser' ? pencil.value.eraserSize : pencil.value.pencilSize)
  const swatch = () => store.scene!.palette.find((each) => each.id === pencil.value.swatch) ?? store.scene!.palette[0]!

  function mayDraw(): boolean {
    if (flipped.value !== undefined) flipped.value = undefined
    if (store.drawing === undefined) {
      if (pencil.value.tool === 'eraser') return false
      // A pen put down on an empty frame means a new drawing there.
      const drawing = { id: freshId(), role: 'key' as const }
      return store.change({ type: 'drawing.add', take: store.take, level: store.level, frame: store.frame, drawing })
    }
    const entry = store.scene!.drawings[store.drawing]!
    if (!store.ink!.isLoaded(store.drawing) && Object.keys(entry.passes).length > 0) {
      sayWhy(new Error(`Drawing ${entry.number} is still being fetched. Wait a moment, then draw.`))
      return false
    }
    return true
  }

  function onStroke(points: number[]) {
    const drawing = store.drawing
    if (drawing === undefined) return
    const most = LIMITS.strokePoints * 3
    for (let from = 0; from < points.length; from += most) {
      const piece = settled({ kind: 'stroke', id: freshId(), swatch: swatch().id, size: size(), points: points.slice(from, from + most) } as const)
      onTop = piece
      store.change({ type: 'ink.change', drawing, pass: PASS, remove: [], add: [{ at: inkOf(drawing, PASS).length, piece }] })
      onTop = undefined
      table!.repaint(boxOf(piece.points, 3, piece.size + 2))
    }
  }

  function onErase(path: number[]) {
    const drawing = store.drawing
    if (drawing === undefined) return
    const change = eraseAlong({ ink: inkOf(drawing, PASS), path, radius: size() / 2, freshId })
    bitmaps!.forget(drawing, PASS)
    if (change) store.change({ type: 'ink.change', drawing, pass: PASS, remove: [...change.remove], add: [...change.add] })
    table!.repaint()
  }

  /** What lies under the light now. */
  const under = computed(() => (store.scene?.levels[store.level] && flipped.value === undefined
    ? underLight(store.scene, { level: store.level, drawing: store.drawing, take: store.take, parentsOnly: store.drawing !== undefined && walked.value === store.drawing })
    : []))

  function lay() {
    const scene = store.scene
    if (!scene || !table || !scene.levels[store.level]) return
    const alone = store.solo ?? (scene.levels[store.level]!.lightTable.alone ? store.level : undefined)
    const shown = shownAt(scene, store.frame, store.take).filter((entry) => alone === undefined || entry.level === alone)
    const other = flipped.value
    table.show({
      drawing: store.drawing,
      level: store.level,
      pass: PASS,
      shown: other === undefined ? shown : shown.map((entry) => (entry.level === store.level ? { ...entry, drawing: other } : entry)),
      under: under.value,
      slid: slid.value,
    })
  }

  let stopWarming = () => {}
  function warm() {
    stopWarming()
    const { scene, drawing } = store
    if (!scene || drawing === undefined || playing.value || !table || !bitmaps) return
    stopWarming = warmAround({ scene, take: store.take, level: store.level, drawing, bitmaps, inkOf, scale: table.scale() })
  }

  function stop() {
    if (!playing.value) return
    stopPlaying?.()
    playing.value = false
    table?.stop()
  }

  function play() {
    const scene = store.scene
    if (playing.value) return stop()
    if (!scene || !table) return
    const pictures = composedPictures({ scene, inkOf, scale: table.scale(), take: store.take, ...(store.solo && { only: store.solo }) })
    playing.value = true
    stopPlaying = playFrames({
      fps: scene.settings.fps,
      length: scene.settings.length,
      from: store.frame,
      show(frame) {
        table!.play(pictures.at(frame))
        playFrame.value = frame
        requestIdleCallback(() => playing.value && pictures.prepareAfter(frame))
      },
    })
  }

  let release = () => {}
  onMounted(() => {
    const { width, height } = store.scene!.settings
    bitmaps = createBitmaps({ width, height, inkOf, palette: () => store.scene!.palette })
    table = createTable({ host: host.value!, scene: () => store.scene!, bitmaps, inkOf, events: { mayDraw, onStroke, onErase, onLayOut: (next) => (box.value = next) } })
    release = store.ink!.onChange((drawing, pass) => {
      if (onTop) bitmaps!.append(drawing, pass, onTop)
      else {
        bitmaps!.forget(drawing, pass)
        lay()
      }
    })
    watch(() => [store.frame, store.level, store.scene, store.take, store.solo, flipped.value, under.value, slid.value], () => {
      stop()
      lay()
      warm()
    }, { immediate: true, flush: 'post' })
    watch(() => store.scene?.palette, () => {
      bitmaps!.clear()
      lay()
    })
    watch([pencil, () => store.scene?.palette], () => {
      const { tool, steadiness, curve } = pencil.value
      if (store.scene) table!.setPencil({ tool: tool === 'eraser' ? 'eraser' : 'pencil', size: size(), steadiness, curve, colour: swatch().colour })
    }, { immediate: true, deep: true })
  })
  onUnmounted(() => {
    stop()
    stopWarming()
    release()
    table?.destroy()
  })
  return { play, stop, playing, playFrame, box, under }
}
