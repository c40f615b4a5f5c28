import {
  cellsOff,
  coloursOf,
  eraseAlong,
  eraseWhole,
  gripMoved,
  gripsOf,
  liesAt,
  LIMITS,
  penCells,
  pushed,
  replaced,
  runsOf,
  settled,
  STAY,
  PASSES,
  modelTouches,
  type Drawn,
  type Figure,
  type InkPiece,
  type Pass,
  type Push,
  type Stroke,
} from '@unhurried/core'
import { computed, ref, shallowRef, watch, type Ref } from 'vue'
import { freshId } from '../../api/ids'
import { sayWhy, useScene } from '../../session/scene'
import type { Bitmaps } from '../../stage/paint/bitmaps'
import type { Tool } from '../../stage/tools/tool'
import { brushTool, lineOf, type BrushInHand } from '../../stage/tools/brush'
import { cellTool } from '../../stage/tools/cells'
import { eraserTool } from '../../stage/tools/eraser'
import { figureTool } from '../../stage/tools/figure'
import { lassoTool } from '../../stage/tools/lasso'
import { pressTool } from '../../stage/tools/press'
import { pushTool } from '../../stage/tools/push'
import { isBrush, type PencilCase } from './pencil'
import type { Paint } from './usePaint'
import type { Selection } from './useSelection'
import type { Through } from './useThrough'
import type { ViewOf } from '../paper/useView'

/** A line being drawn, for whoever shows it elsewhere while it is made. */
export interface Live {
  readonly drawing: string
  readonly line: Drawn
  readonly colour: string
}

/** Puts the tool in hand to the paper, and what it does into the scene. */
export function useTools({
  pencil,
  through,
  selection,
  paint,
  view,
  bitmaps,
  flipped,
}: {
  pencil: Ref<PencilCase>
  through: Through
  selection: Selection
  paint: Paint
  view: ViewOf
  bitmaps: () => Bitmaps | undefined
  flipped: Ref<string | undefined>
}) {
  const store = useScene()
  const live = shallowRef<Live>()
  /** A colour found on the paper that is none of the scene's. */
  const found = ref<string>()
  /** The line whose points are shown. */
  const line = shallowRef<{ drawing: string; pass: Pass; stroke: Stroke; grips: number[] }>()
  const inkOf = (drawing: string, pass: Pass) => store.ink!.inkOf(drawing, pass)
  const swatch = computed(
    () => store.scene!.palette.find((each) => each.id === pencil.value.swatch) ?? store.scene!.palette[0]!,
  )
  const colour = computed(() => coloursOf(store.scene!.palette).get(swatch.value.id)!)
  const pass = computed(() => pencil.value.pass)
  const cells = computed(() => Boolean(store.scene?.settings.cells))

  /** Levels whose model was told of on this page. */
  const toldModels = new Set<string>()
  const modelNote = ref('')
  function tellOfModel(drawing: string) {
    const { level } = store
    if (store.scene!.levels[level]?.model !== drawing || toldModels.has(level)) return
    toldModels.add(level)
    const touches = modelTouches(store.scene!, level)
    if (touches.length === 0) return
    modelNote.value = `This is the model of level ${store.scene!.levels[level]!.name}. A change of it touches ${touches.map(({ pass: each, drawings }) => `${drawings} ${drawings === 1 ? 'drawing' : 'drawings'} at the ${each} pass`).join(', ')}.`
  }

  function mayDraw(): boolean {
    if (flipped.value !== undefined) flipped.value = undefined
    const { tool } = pencil.value
    const level = store.scene!.levels[store.level]!
    if (store.drawing === undefined) {
      if (!isBrush(tool) && !['line', 'circle', 'box'].includes(tool)) return tool === 'pick'
      // A pen put down on an empty frame means a new drawing there.
      return store.change({
        type: 'drawing.add',
        take: store.take,
        level: store.level,
        frame: store.frame,
        drawing: { id: freshId(), role: 'key' },
      })
    }
    const entry = store.scene!.drawings[store.drawing]!
    if (!store.ink!.isLoaded(store.drawing) && Object.keys(entry.passes).length > 0) {
      sayWhy(new Error(`Drawing ${entry.number} is still being fetched. Wait a moment, then draw.`))
      return false
    }
    const on = tool === 'fill' && !cells.value ? paint.pass.value : pass.value
    if (tool !== 'pick' && level.passes?.[on]?.locked) {
      sayWhy(new Error(`The ${on} pass of level ${level.name} is locked. Unlock it among the passes first.`))
      return false
    }
    if (tool !== 'pick' && tool !== 'select') tellOfModel(store.drawing)
    return true
  }

  function lay(pieces: InkPiece[]) {
    const { drawing } = store
    if (drawing === undefined || pieces.length === 0) return
    const on = pass.value
    const targets = through.targets.value
    if (targets.length > 1 || pencil.value.beneath) {
      through.commit(
        on,
        (count) => `a line on ${count} drawings`,
        (target, ink) => ({
          remove: [],
          add: pieces.map((piece, i) => ({
            at: pencil.value.beneath ? i : ink.length + i,
            piece: target === drawing ? piece : { ...piece, id: freshId() },
          })),
        }),
      )
      return
    }
    for (const piece of pieces) {
      store.change({
        type: 'ink.change',
        drawing,
        pass: on,
        remove: [],
        add: [{ at: inkOf(drawing, on).length, piece }],
      })
    }
  }

  function onLine(points: number[], tapered = true) {
    const most = LIMITS.strokePoints * 3
    const hand = brushInHand()
    const parts: InkPiece[] = []
    for (let from = 0; from < points.length; from += most) {
      parts.push(
        settled({
          kind: 'stroke',
          id: freshId(),
          swatch: swatch.value.id,
          ...lineOf({ ...hand, taper: tapered ? hand.taper : [0, 0] }),
          points: points.slice(from, from + most),
        }),
      )
    }
    lay(parts)
  }

  function onErase(path: number[]) {
    const { drawing } = store
    if (drawing === undefined) return
    const { whole, eraserSize, cellSize } = pencil.value
    const on = pass.value
    bitmaps()!.forget(drawing, on)
    if (path.length > 0)
      through.commit(
        on,
        (count) => `lines rubbed out of ${count} drawings`,
        (_, ink) => {
          if (cells.value) return cellsOff({ ink, cells: penCells(path, cellSize), freshId })
          return whole
            ? eraseWhole({ ink, path, radius: eraserSize / 2 })
            : eraseAlong({ ink, path, radius: eraserSize / 2, freshId })
        },
      )
    view.table.value!.repaint()
  }

  const brushInHand = (): BrushInHand => {
    const { brush, brushes } = pencil.value
    return { brush, ...brushes[brush], colour: colour.value }
  }

  // ---- push -----------------------------------------------------------------------------------------
  let pushes: Push[] = []
  let pushing: Map<string, InkPiece> | undefined
  let pushedFrom: ReadonlySet<string> = new Set()
  function push(more: readonly Push[]) {
    const { drawing } = store
    if (drawing === undefined || !pushing) return
    pushes.push(...more)
    for (const [id, piece] of pushing) {
      const after = more.reduce((now, each) => pushed(now, each), piece)
      if (after !== piece) {
        pushing.set(id, after)
        if (!pushedFrom.has(id)) pushedFrom = new Set([...pushedFrom, id])
      }
    }
    view.table.value!.lift({
      drawing,
      passes: new Set([pass.value]),
      from: pushedFrom,
      pieces: [...pushedFrom].map((id) => pushing!.get(id)!),
      matrix: STAY,
    })
  }
  function pushDone() {
    const { drawing } = store
    if (drawing !== undefined && pushes.length > 0) {
      const done = pushes
      through.commit(
        pass.value,
        (count) => `lines pushed on ${count} drawings`,
        (_, ink) =>
          replaced(ink, (piece) => {
            const after = done.reduce((now, each) => pushed(now, each), piece)
            return after === piece ? undefined : settled(after)
          }),
      )
    }
    pushing = undefined
    view.table.value!.lift(undefined)
  }

  // ---- points of a line ---------------------------------------------------------------------------------
  watch(
    () => [store.drawing, pencil.value.tool, pass.value],
    () => (line.value = undefined),
  )
  watch(
    () => store.scene,
    () => {
      const now = line.value
      if (!now) return
      const stroke = inkOf(now.drawing, now.pass).find(({ id }) => id === now.stroke.id)
      line.value = stroke?.kind === 'stroke' ? { ...now, stroke, grips: gripsOf(stroke, 3) } : undefined
    },
  )
  function chooseLine(x: number, y: number) {
    const { drawing } = store
    if (drawing === undefined) return
    const reach = 8 / view.lie.value.zoom
    const stroke = inkOf(drawing, pass.value).findLast((piece) => piece.kind === 'stroke' && liesAt(piece, x, y, reach))
    line.value =
      stroke?.kind === 'stroke' ? { drawing, pass: pass.value, stroke, grips: gripsOf(stroke, 3) } : undefined
  }
  function moveGrip(grip: number, dx: number, dy: number, done: boolean) {
    const now = line.value
    if (!now) return
    const after = gripMoved(now.stroke, now.grips, grip, dx, dy)
    if (!done)
      return view.table.value!.lift({
        drawing: now.drawing,
        passes: new Set([now.pass]),
        from: new Set([now.stroke.id]),
        pieces: [after],
        matrix: STAY,
      })
    if (dx !== 0 || dy !== 0)
      through.commit(
        now.pass,
        () => 'a line bent',
        (_, ink) => replaced(ink, (piece) => (piece.id === now.stroke.id ? after : undefined)),
        [now.drawing],
      )
    view.table.value!.lift(undefined)
  }

  // ---- pick ---------------------------------------------------------------------------------------------
  /** Takes the pot of a colour seen on the paper or on a reference; an unknown colour is offered as a new pot. */
  function pickColour(r: number, g: number, b: number, alpha = 255) {
    if (alpha < 128) return
    const hex = `#${[r, g, b].map((value) => value.toString(16).padStart(2, '0')).join('')}`
    const colours = coloursOf(store.scene!.palette)
    const far = (other: string) =>
      [1, 3, 5].reduce((sum, at, i) => sum + (Number.parseInt(other.slice(at, at + 2), 16) - [r, g, b][i]!) ** 2, 0)
    const nearest = [...colours].sort((x, y) => far(x[1]) - far(y[1]))[0]
    if (nearest && far(nearest[1]) <= 75) {
      pencil.value = { ...pencil.value, swatch: nearest[0] }
      found.value = undefined
    } else found.value = hex
  }
  function pickAt(x: number, y: number) {
    const { drawing } = store
    // Ink under the pen says exactly which pot it came from.
    for (const each of drawing === undefined ? [] : PASSES.toReversed()) {
      const piece = inkOf(drawing!, each).findLast((one) => liesAt(one, x, y, 0))
      if (piece) {
        found.value = undefined
        pencil.value = { ...pencil.value, swatch: piece.swatch }
        return
      }
    }
    const [r, g, b] = view.table.value!.pixelAt({ x, y })
    pickColour(r!, g!, b!)
  }

  // ---- the tool in hand -------------------------------------------------------------------------------------
  function toolOf(): Tool {
    const { bench } = view.table.value!
    const { tool, eraserSize, pushSize, form, cellSize, whole } = pencil.value
    const onLive = (drawn: Drawn | undefined) =>
      (live.value =
        drawn && store.drawing !== undefined
          ? { drawing: store.drawing, line: drawn, colour: colour.value }
          : undefined)
    if (cells.value && isBrush(tool))
      return cellTool({
        bench,
        size: cellSize,
        colour: colour.value,
        onPath: (path) =>
          lay([{ kind: 'cells', id: freshId(), swatch: swatch.value.id, runs: runsOf(penCells(path, cellSize)) }]),
      })
    if (cells.value && ['line', 'circle', 'box'].includes(tool)) {
      return figureTool({
        bench,
        hand: { ...brushInHand(), brush: 'pen', size: cellSize, taper: [0, 0] },
        figure: tool as Figure,
        onLine: (points) =>
          lay([
            {
              kind: 'cells',
              id: freshId(),
              swatch: swatch.value.id,
              runs: runsOf(
                penCells(
                  points.filter((_, i) => i % 3 !== 2),
                  cellSize,
                ),
              ),
            },
          ]),
      })
    }
    switch (tool) {
      case 'line':
      case 'circle':
      case 'box':
        return figureTool({
          bench,
          hand: brushInHand(),
          figure: tool,
          onLine: (points) => onLine(points, tool === 'line'),
        })
      case 'eraser': {
        const size = cells.value ? cellSize : eraserSize
        return eraserTool({
          bench,
          size,
          surface: () =>
            whole || store.drawing === undefined ? undefined : bitmaps()!.surface(store.drawing, pass.value),
          onPath: onErase,
        })
      }
      case 'fill':
        return pressTool({ cursor: 'cell', onPress: ({ x, y }) => void paint.fill(x, y) })
      case 'pick':
        return pressTool({ cursor: 'copy', onPress: ({ x, y }) => pickAt(x, y) })
      case 'select':
        return lassoTool({ bench, form, onRing: (ring) => selection.pick(ring) })
      case 'points':
        return pressTool({ cursor: 'pointer', onPress: ({ x, y }) => chooseLine(x, y) })
      case 'push':
        return pushTool({
          bench,
          radius: pushSize / 2,
          onPush: push,
          onDone: pushDone,
          onBegin() {
            pushes = []
            pushedFrom = new Set()
            pushing = new Map(inkOf(store.drawing!, pass.value).map((piece) => [piece.id, piece]))
            return true
          },
        })
      case 'pin':
      case 'slide':
        return pressTool({ cursor: 'default', onPress: () => {} })
      default:
        return brushTool({ bench, hand: brushInHand(), onLine, onLive })
    }
  }

  return {
    toolOf,
    mayDraw,
    live,
    found,
    forgetFound: () => (found.value = undefined),
    pickColour,
    line,
    moveGrip,
    swatch,
    colour,
    modelNote,
  }
}
export type Tools = ReturnType<typeof useTools>
