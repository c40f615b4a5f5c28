import { counted, coloursOf, modelTouches, usualExposure, type Edit, type InkPiece, type Pass } from '@unhurried/core'
import { computed, ref, shallowRef, type Ref } from 'vue'
import { freshId } from '../../api/ids'
import { sayWhy, useScene } from '../../session/scene'
import type { Bitmaps } from '../../stage/paint/bitmaps'
import type { BrushInHand } from '../../stage/tools/brush'
import type { PenEnd, Tool } from '../../stage/tools/tool'
import type { ViewOf } from '../paper/useView'
import type { Hands, Live } from './hand/hands'
import { usePicking } from './hand/pick'
import { useLinePoints } from './hand/points'
import { drawsWithBrush, type PencilSettings } from './pencil'
import { toolNamed, type ToolName } from './register'
import type { Paint } from './paint/usePaint'
import type { Rulers } from './rulers/useRulers'
import type { Selection } from './selection/useSelection'
import type { Targets } from './useTargets'

interface Given {
  readonly pencil: Ref<PencilSettings>
  readonly targets: Targets
  readonly selection: Selection
  readonly paint: Paint
  readonly rulers: Rulers
  readonly view: ViewOf
  readonly bitmaps: () => Bitmaps | undefined
  readonly flipped: Ref<string | undefined>
}

/** Puts the tool in hand to the paper, and what it does into the scene. */
export function useTools({ pencil, targets, selection, paint, rulers, view, bitmaps, flipped }: Given) {
  const store = useScene()
  const live = shallowRef<Live>()
  const swatch = computed(
    () => store.scene!.palette.find((each) => each.id === pencil.value.swatch) ?? store.scene!.palette[0]!,
  )
  const colour = computed(() => coloursOf(store.scene!.palette).get(swatch.value.id)!)
  const brushInHand = (): BrushInHand => {
    const { brush, brushes } = pencil.value
    return { brush, ...brushes[brush], colour: colour.value }
  }
  const points = useLinePoints({ store, pencil, targets, view })
  const picking = usePicking(store, pencil)
  const model = useModelNote()

  const hands: Hands = {
    store,
    pencil,
    targets,
    selection,
    paint,
    view,
    points,
    picking,
    rulers,
    live,
    swatch,
    colour,
    cells: computed(() => Boolean(store.scene?.settings.cells)),
    inkOf: (drawing: string, pass: Pass) => store.ink!.inkOf(drawing, pass),
    bitmaps,
    table: () => view.table.value!,
    brushInHand,
    lay: (pieces) => layOn({ store, pencil, targets }, pieces),
  }

  function mayDraw(tool = pencil.value.tool): boolean {
    if (flipped.value !== undefined) flipped.value = undefined
    return mayUse(hands, tool, model.tell)
  }
  /** What the pen does turned over, or with the button on its barrel held. */
  function otherEnd(end: PenEnd): Tool | 'paper' | undefined {
    const name = end === 'eraser' ? 'eraser' : (pencil.value.barrel ?? 'pick')
    if (name === 'paper') return name
    return mayDraw(name) ? toolNamed(name).inHand(hands) : undefined
  }

  return {
    toolOf: (): Tool => toolNamed(pencil.value.tool).inHand(hands),
    mayDraw,
    otherEnd,
    live,
    unknownColour: picking.unknown,
    forgetUnknown: picking.forget,
    pickColour: picking.pick,
    line: points.line,
    moveGrip: points.moveGrip,
    swatch,
    colour,
    modelNote: model.note,
  }
}
export type Tools = ReturnType<typeof useTools>

/** Says once for each level, on this page, what a change of its model touches. */
function useModelNote() {
  const store = useScene()
  const noted = new Set<string>()
  const note = ref('')
  function tell(drawing: string) {
    const { level } = store
    const { model, name } = store.scene!.levels[level]!
    if (model !== drawing || noted.has(level)) return
    noted.add(level)
    const touches = modelTouches(store.scene!, level)
    if (touches.length === 0) return
    const each = touches.map(({ pass, drawings }) => `${counted(drawings, 'drawing')} at the ${pass} pass`)
    note.value = `This is the model of level ${name}. A change of it touches ${each.join(', ')}.`
  }
  return { note, tell }
}

/** Whether the tool in hand can be used here; when not, why is said. A pen put down on an empty frame means a new drawing there. */
function mayUse(
  { store, pencil, paint, cells }: Hands,
  tool: ToolName,
  tellOfModel: (drawing: string) => void,
): boolean {
  const level = store.scene!.levels[store.level]!
  if (store.drawing === undefined) {
    if (!drawsWithBrush(tool)) return tool === 'pick'
    return store.change(newDrawing(store))
  }
  const entry = store.scene!.drawings[store.drawing]!
  if (!store.ink!.isLoaded(store.drawing) && Object.keys(entry.passes).length > 0) {
    sayWhy(new Error(`Drawing ${entry.number} is still being fetched. Wait a moment, then draw.`))
    return false
  }
  const on = tool === 'fill' && !cells.value ? paint.pass.value : pencil.value.pass
  if (tool !== 'pick' && level.passes?.[on]?.locked) {
    sayWhy(new Error(`The ${on} pass of level ${level.name} is locked. Unlock it among the passes first.`))
    return false
  }
  if (tool !== 'pick' && tool !== 'select') tellOfModel(store.drawing)
  return true
}

/** A drawing for an empty frame: planned from key to key it is held until the next, straight ahead as long as is usual. */
function newDrawing({ scene, take, level, frame }: Hands['store']): Edit {
  const drawing = { id: freshId(), role: 'key' as const }
  const { settings } = scene!
  return settings.approach === 'pose-to-pose'
    ? { type: 'drawing.add', take, level, frame, drawing }
    : { type: 'drawing.next', take, level, frame, frames: usualExposure(settings), drawing }
}

function layOn({ store, pencil, targets }: Pick<Hands, 'store' | 'pencil' | 'targets'>, pieces: InkPiece[]) {
  const { drawing } = store
  if (drawing === undefined || pieces.length === 0) return
  const { pass, beneath } = pencil.value
  if (targets.all.value.length === 1 && !beneath) {
    const { length } = store.ink!.inkOf(drawing, pass)
    const add = pieces.map((piece, i) => ({ at: length + i, piece }))
    store.change({ type: 'ink.change', drawing, pass, remove: [], add })
    return
  }
  const words = (drawings: string) => `a line on ${drawings}`
  targets.commit(pass, words, (target, ink) => ({
    remove: [],
    add: pieces.map((piece, i) => ({
      at: beneath ? i : ink.length + i,
      piece: target === drawing ? piece : { ...piece, id: freshId() },
    })),
  }))
}
