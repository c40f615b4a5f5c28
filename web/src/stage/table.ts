import { INK_GRID, onGrid, PASSES, pressed, steadyPen, type Pass, type Scene, type Steady } from '@unhurried/core'
import type { Bitmaps } from './bitmaps'
import type { UnderLight } from './lamp'
import { boxOf, livePath, passesShown, type Box, type InkOf } from './paint'

export interface Pencil {
  readonly tool: 'pencil' | 'eraser'
  /** Width at full pressure, in scene pixels. */
  readonly size: number
  /** 0 follows the hand exactly, 1 smooths most. */
  readonly steadiness: number
  /** −1 answers to the lightest touch, 1 needs a heavy hand. */
  readonly curve: number
  readonly colour: string
}

/** What lies on the paper: other levels as they are, this level under the light, and the drawing itself. */
export interface OnTable {
  readonly drawing: string | undefined
  readonly level: string
  readonly pass: Pass
  readonly shown: readonly { level: string; drawing: string }[]
  readonly under: readonly UnderLight[]
  /** Where drawings under the light were slid to, for the eye only. */
  readonly slid: ReadonlyMap<string, Slide>
}

/** A drawing moved and turned about the middle of the paper: scene pixels and radians. */
export interface Slide { readonly x: number; readonly y: number; readonly turn: number }
/** Where the paper lies in its host, in CSS pixels. */
export interface PaperBox { readonly left: number; readonly top: number; readonly width: number; readonly height: number }

export interface TableEvents {
  onStroke: (points: number[]) => void
  /** The eraser's path, flat x and y. */
  onErase: (path: number[]) => void
  /** Why the pen does nothing here, when it does not. */
  mayDraw: () => boolean
  onLayOut: (box: PaperBox) => void
}

const MARGIN = 22
/** Browsers show no larger cursor than this, in CSS pixels. */
const LARGEST_CURSOR = 120

/** A ring as wide as the eraser rubs. */
function ringCursor(width: number): string {
  const across = Math.max(6, Math.min(LARGEST_CURSOR, Math.round(width)))
  const middle = across / 2 + 1
  const ring = `<svg xmlns="http://www.w3.org/2000/svg" width="${across + 2}" height="${across + 2}"><circle cx="${middle}" cy="${middle}" r="${across / 2 - 0.5}" fill="none" stroke="#2a2932"/></svg>`
  return `url("data:image/svg+xml,${encodeURIComponent(ring)}") ${Math.round(middle)} ${Math.round(middle)}, crosshair`
}

/**
 * The drawing surface: paper in the middle of its host, a canvas for what lies still and one on top
 * for the line being drawn. A moving pen repaints only the rectangle of its own line.
 */
export function createTable({ host, scene, bitmaps, inkOf, events }: {
  host: HTMLElement
  scene: () => Scene
  bitmaps: Bitmaps
  inkOf: InkOf
  events: TableEvents
}) {
  const still = document.createElement('canvas')
  const top = document.createElement('canvas')
  for (const canvas of [still, top]) {
    canvas.style.position = 'absolute'
    host.append(canvas)
  }
  top.style.touchAction = 'none'
  top.style.cursor = 'crosshair'
  top.setAttribute('aria-hidden', 'true')
  still.setAttribute('aria-hidden', 'true')
  const below = still.getContext('2d', { alpha: false })!
  const above = top.getContext('2d', { desynchronized: true })!

  let onTable: OnTable = { drawing: undefined, level: '', pass: 'line', shown: [], under: [], slid: new Map() }
  let pencil: Pencil = { tool: 'pencil', size: 6, steadiness: 0.35, curve: 0, colour: '#2a2932' }
  /** Canvas pixels for a scene pixel, and for a CSS pixel. */
  let scale = 1
  let density = 1
  let playing = false

  function layOut() {
    const { width, height } = scene().settings
    density = window.devicePixelRatio || 1
    const room = { width: Math.max(40, host.clientWidth - 2 * MARGIN), height: Math.max(40, host.clientHeight - 2 * MARGIN) }
    const fit = Math.min(room.width / width, room.height / height)
    const shown = { width: Math.round(width * fit), height: Math.round(height * fit) }
    const next = (shown.width * density) / width
    for (const canvas of [still, top]) {
      canvas.width = Math.round(shown.width * density)
      canvas.height = Math.round(shown.height * density)
      canvas.style.width = `${shown.width}px`
      canvas.style.height = `${shown.height}px`
      canvas.style.left = `${Math.round((host.clientWidth - shown.width) / 2)}px`
      canvas.style.top = `${Math.round((host.clientHeight - shown.height) / 2)}px`
    }
    if (next !== scale) bitmaps.clear()
    scale = next
    events.onLayOut({ left: top.offsetLeft, top: top.offsetTop, ...shown })
    repaint()
  }

  function layDrawing(drawing: string) {
    for (const pass of PASSES) {
      const bitmap = bitmaps.get(drawing, pass, 'ink', scale)
      if (bitmap) below.drawImage(bitmap, 0, 0)
    }
  }

  function layUnder({ drawing, style, strength, tint }: UnderLight) {
    const slide = onTable.slid.get(drawing)
    below.save()
    below.globalAlpha = strength
    if (slide) {
      const [x, y] = [still.width / 2, still.height / 2]
      below.translate(x + slide.x * scale, y + slide.y * scale)
      below.rotate(slide.turn)
      below.translate(-x, -y)
    }
    for (const pass of passesShown(drawing, inkOf)) {
      const bitmap = bitmaps.get(drawing, pass, style, scale, tint)
      if (bitmap) below.drawImage(bitmap, 0, 0)
    }
    below.restore()
  }

  /** Paints what lies still, all of it or only a box of scene pixels. */
  function repaint(box?: Box) {
    if (playing) return
    below.save()
    if (box) {
      below.beginPath()
      below.rect(Math.floor(box.left * scale) - 2, Math.floor(box.top * scale) - 2, Math.ceil((box.right - box.left) * scale) + 4, Math.ceil((box.bottom - box.top) * scale) + 4)
      below.clip()
    }
    below.fillStyle = scene().settings.paper
    below.fillRect(0, 0, still.width, still.height)
    const { shown, under, level, drawing } = onTable
    for (const entry of shown) {
      if (entry.level === level) under.forEach(layUnder)
      layDrawing(entry.drawing)
    }
    if (drawing === undefined || !shown.some((entry) => entry.level === level)) under.forEach(layUnder)
    below.restore()
  }

  const clearTop = () => above.clearRect(0, 0, top.width, top.height)

  // ---- the hand -------------------------------------------------------------------------------
  let pen: { id: number; steady: Steady; points: number[]; path: number[]; dirty: Box | undefined; tool: Pencil['tool'] } | undefined
  let penSeen = false
  const grown: Box = { left: 0, top: 0, right: 0, bottom: 0 }

  function onPaper(event: PointerEvent, origin: DOMRect): [number, number, number] {
    const perPixel = density / scale
    const force = event.pointerType === 'mouse' ? 0.5 : event.pressure
    return [(event.clientX - origin.left) * perPixel, (event.clientY - origin.top) * perPixel, pressed(force, pencil.curve)]
  }
  const add = (event: PointerEvent, origin: DOMRect) => put(pen!.steady.move(...onPaper(event, origin)))

  function put([x, y, pressure]: readonly [number, number, number]) {
    if (pen!.tool === 'eraser') pen!.path.push(onGrid(x, INK_GRID.place), onGrid(y, INK_GRID.place))
    else pen!.points.push(onGrid(x, INK_GRID.place), onGrid(y, INK_GRID.place), onGrid(pressure, INK_GRID.pressure))
  }

  /** The line so far and, for the eye only, where the browser expects the pen a moment from now. */
  function paintLive(expected?: readonly [number, number, number]) {
    const { dirty } = pen!
    const points = expected ? [...pen!.points, ...expected] : pen!.points
    if (dirty) above.clearRect(dirty.left, dirty.top, dirty.right - dirty.left, dirty.bottom - dirty.top)
    const box = boxOf(points, 3, pencil.size + 2)
    grown.left = Math.floor(box.left * scale)
    grown.top = Math.floor(box.top * scale)
    grown.right = Math.ceil(box.right * scale)
    grown.bottom = Math.ceil(box.bottom * scale)
    pen!.dirty = grown
    above.setTransform(scale, 0, 0, scale, 0, 0)
    above.fillStyle = pencil.colour
    above.fill(livePath(points, pencil.size, false))
    above.setTransform(1, 0, 0, 1, 0, 0)
  }

  /** Rubs the bitmap at once; the ink itself is cut when the eraser is lifted. */
  function rubLive(from: number) {
    const { path } = pen!
    const bitmap = onTable.drawing && bitmaps.get(onTable.drawing, onTable.pass, 'ink', scale)
    if (!bitmap) return
    const surface = bitmap.getContext('2d')!
    surface.save()
    surface.globalCompositeOperation = 'destination-out'
    surface.lineCap = surface.lineJoin = 'round'
    surface.lineWidth = pencil.size
    surface.beginPath()
    surface.moveTo(path[from]!, path[from + 1]!)
    for (let i = from; i < path.length; i += 2) surface.lineTo(path[i]!, path[i + 1]!)
    surface.stroke()
    surface.restore()
    repaint(boxOf(path.slice(from), 2, pencil.size))
  }

  function down(event: PointerEvent) {
    if (event.pointerType === 'pen') penSeen = true
    if (pen || event.button > 0 || playing || (event.pointerType === 'touch' && penSeen) || !events.mayDraw()) return
    event.preventDefault()
    top.setPointerCapture(event.pointerId)
    pen = { id: event.pointerId, steady: steadyPen(pencil.steadiness), points: [], path: [], dirty: undefined, tool: event.buttons & 32 ? 'eraser' : pencil.tool }
    add(event, top.getBoundingClientRect())
    if (pen.tool === 'pencil') paintLive()
    else rubLive(0)
  }

  function move(event: PointerEvent) {
    if (!pen || event.pointerId !== pen.id) return
    const origin = top.getBoundingClientRect()
    const from = Math.max(0, pen.path.length - 2)
    const coalesced = event.getCoalescedEvents?.() ?? []
    if (coalesced.length === 0) add(event, origin)
    else for (const each of coalesced) add(each, origin)
    const ahead = event.getPredictedEvents?.().at(-1)
    if (pen.tool === 'pencil') paintLive(ahead && pen.steady.peek(...onPaper(ahead, origin)))
    else rubLive(from)
  }

  function up(event: PointerEvent) {
    if (!pen || event.pointerId !== pen.id) return
    for (const point of pen.steady.lift()) put(point)
    const { tool, points, path } = pen
    pen = undefined
    if (tool === 'pencil') {
      events.onStroke(points)
      clearTop()
    } else events.onErase(path)
  }

  top.addEventListener('pointerdown', down)
  top.addEventListener('pointermove', move)
  top.addEventListener('pointerup', up)
  // Lifted outside the window, or taken by the system: what was drawn so far is kept.
  top.addEventListener('pointercancel', up)
  top.addEventListener('lostpointercapture', up)
  const watch = new ResizeObserver(layOut)
  watch.observe(host)
  layOut()

  return {
    show(next: OnTable) {
      onTable = next
      repaint()
    },
    repaint,
    layOut,
    setPencil(next: Pencil) {
      pencil = next
      top.style.cursor = next.tool === 'eraser' ? ringCursor((next.size * scale) / density) : 'crosshair'
    },
    scale: () => scale,
    /** While playing, finished pictures are laid on the table as they are. */
    play(picture: CanvasImageSource) {
      playing = true
      below.drawImage(picture, 0, 0, still.width, still.height)
    },
    stop() {
      playing = false
      repaint()
    },
    destroy() {
      watch.disconnect()
      still.remove()
      top.remove()
    },
  }
}

export type Table = ReturnType<typeof createTable>
