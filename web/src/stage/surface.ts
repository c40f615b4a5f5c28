import {
  followedBy,
  inverted,
  movedBy,
  panAt,
  PASSES,
  scaledAbout,
  through,
  type InkPiece,
  type Level,
  type Matrix,
  type Pass,
  type Point,
  type Reference,
  type Scene,
} from '@unhurried/core'
import type { Bitmaps } from './paint/bitmaps'
import { free } from './release-canvas'
import type { UnderLight } from './light-table'
import type { Box } from './paint/box'
import { paintInk, paintQuick, passesShown } from './paint/ink'
import { compositeOf, paintGround } from './paint/picture'
import { paintSilhouette } from './paint/silhouette'
import type { InkOf, PictureOf, Style } from './paint/surface'
import { layTexture } from './paint/textures'
import { boxThrough, type Bench, type Pen, type Tool } from './tools/tool'
import { FIT, fitted, held, matrixOf, type View } from './view'

/** What lies on the paper: other levels as they are, this level under the light, and the drawing itself. */
export interface OnTable {
  readonly frame: number
  readonly drawing: string | undefined
  readonly level: string
  readonly shown: readonly { level: string; drawing: string }[]
  readonly under: readonly UnderLight[]
  /** Only this level. */
  readonly only?: string | undefined
  /** Where drawings under the light were slid to, for the eye only. */
  readonly slid: ReadonlyMap<string, Slide>
  readonly silhouettes: boolean
  /** What lies beyond the edge of the paper. */
  readonly outside: 'shown' | 'dim' | 'hidden'
}

/** Pieces taken up from a drawing and moved about before they are laid down again, the lowest first. */
export interface Lifted {
  readonly drawing: string
  readonly passes: ReadonlySet<Pass>
  /** Their ids as they lie in the ink. */
  readonly from: ReadonlySet<string>
  readonly pieces: readonly InkPiece[]
  readonly matrix: Matrix
}

/** A drawing moved and turned about the middle of the paper: scene pixels and radians. */
export interface Slide {
  readonly x: number
  readonly y: number
  readonly turn: number
}
/** How the paper lies on the table: from scene pixels to CSS pixels of the table, and the view that makes it so. */
export interface Lie {
  readonly matrix: Matrix
  readonly zoom: number
  readonly view: View
}

export interface TableEvents {
  /** Asked before a tool is put to the paper; false when it can do nothing here. */
  mayDraw: () => boolean
  onLie: (lie: Lie) => void
  /** The canvas lost what it showed, and has it again. */
  onLost?: (lost: boolean) => void
}

const TABLE = '#eadfcc'
/** How pale a dimmed pass is, and what lies beyond the paper. */
const DIM = 0.3
const OUTSIDE_DIM = 0.72
/** Milliseconds spent on sharpening at a time; what was painted in them is put to pixels in about as many more. */
const SLICE = 4
/** Sharpening begins once nothing was flipped for so many milliseconds: a quick run of flips is not held up by it. */
const CALM = 45
/** Pictures made ready for the next flips. */
const READIED = 6
const IDLE: Tool = { cursor: 'default', down: () => false, move: () => {}, up: () => {}, cancel: () => {} }

/**
 * The drawing surface: a canvas for what lies still and one on top for the line being drawn, both as
 * large as the table. A moving pen repaints only the rectangle of its own line.
 */
export function createTable({
  host,
  scene,
  bitmaps,
  inkOf,
  pictureOf,
  references,
  events,
}: {
  host: HTMLElement
  scene: () => Scene
  bitmaps: Bitmaps
  inkOf: InkOf
  pictureOf: PictureOf
  /** Pictures under the paper's drawings. */
  references: () => readonly Reference[]
  events: TableEvents
}) {
  const still = document.createElement('canvas')
  const top = document.createElement('canvas')
  for (const canvas of [still, top]) {
    canvas.style.position = 'absolute'
    canvas.style.inset = '0'
    canvas.setAttribute('aria-hidden', 'true')
    host.append(canvas)
  }
  top.style.touchAction = 'none'
  const screen = still.getContext('2d', { alpha: false })!
  /** What is being painted on: the screen, or a picture made ready for later. */
  let below: CanvasRenderingContext2D = screen
  const above = top.getContext('2d', { desynchronized: true })!

  let onTable: OnTable = {
    frame: 1,
    drawing: undefined,
    level: '',
    shown: [],
    under: [],
    slid: new Map(),
    silhouettes: false,
    outside: 'shown',
  }
  let tool: Tool = IDLE
  let view = FIT
  /** From scene pixels to CSS pixels of the table, and to pixels of the canvas. */
  let matrix: Matrix = [1, 0, 0, 1, 0, 0]
  let pixels: Matrix = matrix
  let density = 1
  let playing = false
  let lifted: Lifted | undefined
  const size = () => ({ width: Math.max(1, host.clientWidth), height: Math.max(1, host.clientHeight) })

  function layOut() {
    density = window.devicePixelRatio || 1
    const { width, height } = size()
    for (const canvas of [still, top]) {
      // Setting a canvas's size empties it.
      if (canvas.width !== Math.round(width * density)) canvas.width = Math.round(width * density)
      if (canvas.height !== Math.round(height * density)) canvas.height = Math.round(height * density)
      canvas.style.width = `${width}px`
      canvas.style.height = `${height}px`
    }
    view = fitted(view, { width, height }, scene().settings)
    matrix = matrixOf(view, { width, height })
    pixels = followedBy(matrix, scaledAbout({ x: 0, y: 0 }, { along: density, across: density }))
    if (view.turn === 0)
      pixels = [pixels[0], pixels[1], pixels[2], pixels[3], Math.round(pixels[4]), Math.round(pixels[5])]
    bitmaps.lookFrom(pixels, still.width, still.height)
    unready()
    events.onLie({ matrix, zoom: view.zoom, view })
    repaint()
  }

  // ---- what lies still --------------------------------------------------------------------------
  const panOf = (level: Level): Point | undefined =>
    level.ground?.pan ? panAt(level.ground.pan, onTable.frame, scene().settings.length) : undefined

  function paperPath(): Path2D {
    const { width, height } = scene().settings
    const path = new Path2D()
    for (const [i, [x, y]] of (
      [
        [0, 0],
        [width, 0],
        [width, height],
        [0, height],
      ] as const
    ).entries()) {
      const at = through(pixels, { x, y })
      if (i === 0) path.moveTo(at.x, at.y)
      else path.lineTo(at.x, at.y)
    }
    path.closePath()
    return path
  }

  function layPasses(drawing: string, level: Level) {
    for (const pass of PASSES) {
      const state = level.passes?.[pass]
      if (state?.hidden) continue
      below.save()
      below.globalAlpha *= (state?.strength ?? 1) * (state?.dim ? DIM : 1)
      if (state?.blend) below.globalCompositeOperation = compositeOf(state.blend)
      if (lifted?.drawing === drawing && lifted.passes.has(pass)) {
        const { from } = lifted
        below.transform(...pixels)
        paintInk(
          below,
          inkOf(drawing, pass).filter(({ id }) => !from.has(id)),
          scene().palette,
        )
      } else if (quick && !bitmaps.ready(drawing, pass, 'ink')) {
        missing.push({ drawing, pass, style: 'ink', tint: '' })
        below.transform(...pixels)
        paintQuick(below, inkOf(drawing, pass), scene().palette)
      } else {
        const bitmap = bitmaps.get(drawing, pass, 'ink')
        if (bitmap) bitmaps.lay(below, bitmap)
      }
      below.restore()
    }
  }

  function layLevel(level: Level, drawing: string | undefined) {
    below.save()
    if (level.strength !== undefined) below.globalAlpha = level.strength
    if (level.blend) below.globalCompositeOperation = compositeOf(level.blend)
    const pan = panOf(level)
    if (onTable.silhouettes) {
      below.transform(...pixels)
      if (drawing !== undefined && level.kind !== 'ground') paintSilhouette(below, drawing, inkOf)
    } else if (level.ground) {
      // Grounds are painted as they are: they are few, and a bitmap would end at the edge of the table.
      below.save()
      below.transform(...pixels)
      if (pan) below.translate(pan.x, pan.y)
      if (scene().settings.cells) below.imageSmoothingEnabled = false
      paintGround(below, level.ground, pictureOf, scene().settings)
      if (drawing !== undefined && pan)
        for (const pass of PASSES)
          if (!level.passes?.[pass]?.hidden) paintInk(below, inkOf(drawing, pass), scene().palette)
      below.restore()
      if (drawing !== undefined && !pan) layPasses(drawing, level)
      if (level.ground.texture) {
        below.transform(...pixels)
        layTexture(below, level.ground.texture, scene().settings)
      }
    } else if (drawing !== undefined) layPasses(drawing, level)
    below.restore()
  }

  function layUnder({ drawing, style, strength, tint }: UnderLight) {
    const slide = onTable.slid.get(drawing)
    below.save()
    below.globalAlpha = strength
    if (slide) {
      const { width, height } = scene().settings
      const middle = through(pixels, { x: width / 2, y: height / 2 })
      const moved = through(pixels, { x: width / 2 + slide.x, y: height / 2 + slide.y })
      below.translate(moved.x, moved.y)
      below.rotate(view.mirror ? -slide.turn : slide.turn)
      below.translate(-middle.x, -middle.y)
    }
    for (const pass of passesShown(drawing, inkOf)) {
      if (quick && !bitmaps.ready(drawing, pass, style, tint)) {
        // What lies under the light follows a moment later.
        missing.push({ drawing, pass, style, tint })
        continue
      }
      const bitmap = bitmaps.get(drawing, pass, style, tint)
      if (bitmap) bitmaps.lay(below, bitmap)
    }
    below.restore()
  }

  // ---- quickly now, sharply a moment later --------------------------------------------------------
  let quick = false
  let missing: { drawing: string; pass: Pass; style: Style; tint: string }[] = []
  let sharpening = 0
  let calm: ReturnType<typeof setTimeout> | undefined
  function leaveBlunt() {
    clearTimeout(calm)
    cancelAnimationFrame(sharpening)
  }
  /** Paints the bitmaps that were missing, a little in each frame of the screen, and then all of it once more. */
  function sharpen() {
    const began = performance.now()
    const enough = () => performance.now() - began > SLICE
    while (missing.length > 0 && !enough()) {
      const { drawing, pass, style, tint } = missing[0]!
      if (bitmaps.work(drawing, pass, style, tint, enough)) missing.shift()
    }
    if (missing.length > 0) return sharpenSoon()
    repaint()
    host.dataset['sharp'] = 'yes'
  }

  const sharpenSoon = () => void (sharpening = requestAnimationFrame(sharpen))

  /** Whole pictures of what may be asked for next, ready to be laid at once. */
  const readied = new Map<string, HTMLCanvasElement>()
  const nameOf = ({ slid, ...rest }: OnTable) => (slid.size > 0 ? undefined : JSON.stringify(rest))
  function unready() {
    for (const canvas of readied.values()) free(canvas)
    readied.clear()
  }

  /** What is seen at a place of the scene: red, green, blue, alpha. */
  function pixelAt(place: Point): readonly number[] {
    const at = through(pixels, place)
    return [...below.getImageData(Math.round(at.x), Math.round(at.y), 1, 1).data]
  }

  /** Paints what lies still, all of it or only a box of scene pixels. */
  function repaint(box?: Box) {
    if (playing) return
    below.save()
    if (box) {
      const { left, top: high, right, bottom } = boxThrough(pixels, box)
      below.beginPath()
      below.rect(Math.floor(left) - 2, Math.floor(high) - 2, Math.ceil(right - left) + 4, Math.ceil(bottom - high) + 4)
      below.clip()
    }
    below.fillStyle = TABLE
    below.fillRect(0, 0, still.width, still.height)
    const upright =
      view.turn === 0
        ? boxThrough(pixels, { left: 0, top: 0, right: scene().settings.width, bottom: scene().settings.height })
        : undefined
    below.fillStyle = scene().settings.paper
    if (upright) below.fillRect(upright.left, upright.top, upright.right - upright.left, upright.bottom - upright.top)
    else below.fill(paperPath())
    layReferences()
    const { shown, under, level, drawing, only } = onTable
    const drawings = new Map(shown.map((entry) => [entry.level, entry.drawing]))
    let lit = false
    for (const id of scene().levelOrder) {
      const each = scene().levels[id]!
      const on = drawings.get(id)
      if (each.hidden || (only !== undefined && only !== id) || (on === undefined && !each.ground)) continue
      if (id === level && on !== undefined && !onTable.silhouettes) {
        lit = true
        under.forEach(layUnder)
      }
      layLevel(each, on)
    }
    if ((drawing === undefined || !lit) && !onTable.silhouettes) under.forEach(layUnder)
    if (onTable.outside !== 'shown') {
      below.globalAlpha = onTable.outside === 'dim' ? OUTSIDE_DIM : 1
      below.fillStyle = TABLE
      if (upright) layAround(upright)
      else {
        const around = paperPath()
        around.rect(0, 0, still.width, still.height)
        below.fill(around, 'evenodd')
      }
    }
    below.restore()
  }

  /** Fills what lies around an upright box. */
  function layAround({ left, top: high, right, bottom }: Box) {
    const [w, h] = [still.width, still.height]
    below.fillRect(0, 0, w, Math.max(0, high))
    below.fillRect(0, bottom, w, Math.max(0, h - bottom))
    below.fillRect(0, high, Math.max(0, left), bottom - high)
    below.fillRect(right, high, Math.max(0, w - right), bottom - high)
  }

  function layReferences() {
    for (const { picture, x, y, width, strength } of references()) {
      const bitmap = pictureOf(picture)
      if (!bitmap) continue
      below.save()
      below.transform(...pixels)
      below.globalAlpha = strength
      below.drawImage(bitmap, x, y, width, (bitmap.height * width) / bitmap.width)
      below.restore()
    }
  }

  // ---- what moves -------------------------------------------------------------------------------
  let painted: Box | undefined
  function clearAbove() {
    if (painted) above.clearRect(painted.left, painted.top, painted.right - painted.left, painted.bottom - painted.top)
    painted = undefined
  }
  const bench: Bench = {
    above(box, paint) {
      clearAbove()
      const { left, top: high, right, bottom } = boxThrough(toPixels(), box)
      painted = {
        left: Math.floor(left) - 2,
        top: Math.floor(high) - 2,
        right: Math.ceil(right) + 2,
        bottom: Math.ceil(bottom) + 2,
      }
      above.save()
      above.setTransform(...toPixels())
      paint(above)
      above.restore()
    },
    clearAbove,
    zoom: () => view.zoom,
    repaint,
  }
  function layLifted() {
    if (!lifted) return clearAbove()
    const { pieces, matrix: moved } = lifted
    bench.above({ left: -1e5, top: -1e5, right: 1e5, bottom: 1e5 }, (surface) => {
      surface.transform(...moved)
      paintInk(surface, pieces, scene().palette)
    })
    painted = { left: 0, top: 0, right: top.width, bottom: top.height }
  }

  // ---- the hand -------------------------------------------------------------------------------
  let pen: { id: number; pan: Point | undefined } | undefined
  let penSeen = false
  /** Fingers on the table, by pointer, in CSS pixels of the table. */
  const fingers = new Map<number, Point>()
  let dragging: { id: number; at: Point } | undefined

  /** From the drawing on the table to pixels; a panned ground lies elsewhere than it was drawn. */
  function toPixels(): Matrix {
    const level = scene().levels[onTable.level]
    const pan = level && panOf(level)
    return pan ? followedBy(movedBy(pan.x, pan.y), pixels) : pixels
  }
  const onHost = (event: PointerEvent | WheelEvent, origin: DOMRect): Point => ({
    x: event.clientX - origin.left,
    y: event.clientY - origin.top,
  })
  function penOf(event: PointerEvent, origin: DOMRect, back: Matrix): Pen {
    const at = through(back, onHost(event, origin))
    const pan = pen?.pan
    return {
      x: at.x - (pan?.x ?? 0),
      y: at.y - (pan?.y ?? 0),
      pressure: event.pointerType === 'mouse' ? 0.5 : event.pressure,
      shift: event.shiftKey,
      alt: event.altKey,
    }
  }

  function lookFrom(next: View) {
    view = next
    soon ||= requestAnimationFrame(() => {
      soon = 0
      layOut()
      layLifted()
    })
  }
  let soon = 0

  function down(event: PointerEvent) {
    if (event.pointerType === 'pen') penSeen = true
    const origin = top.getBoundingClientRect()
    if (event.pointerType === 'touch') {
      fingers.set(event.pointerId, onHost(event, origin))
      // A second finger means the paper: the first one's line was not meant.
      if (fingers.size === 2 && pen) {
        pen = undefined
        tool.cancel()
      }
    }
    if (event.button === 1) {
      dragging = { id: event.pointerId, at: onHost(event, origin) }
      top.setPointerCapture(event.pointerId)
      event.preventDefault()
      return
    }
    if (
      pen ||
      event.button > 0 ||
      playing ||
      fingers.size > 1 ||
      (event.pointerType === 'touch' && penSeen) ||
      !events.mayDraw()
    )
      return
    event.preventDefault()
    // The keys belong to the paper again, whatever was typed in before.
    if (document.activeElement instanceof HTMLElement && document.activeElement.closest('input, textarea, .el-select'))
      document.activeElement.blur()
    top.setPointerCapture(event.pointerId)
    pen = { id: event.pointerId, pan: scene().levels[onTable.level] && panOf(scene().levels[onTable.level]!) }
    if (tool.down(penOf(event, origin, inverted(matrix))) === false) pen = undefined
  }

  /** Two fingers hold the paper: it goes, turns and grows with them. */
  function fingersMoved(event: PointerEvent, to: Point) {
    const from = fingers.get(event.pointerId)!
    const [other] = [...fingers].filter(([id]) => id !== event.pointerId)
    fingers.set(event.pointerId, to)
    if (!other || pen) return
    const way = (p: Point) => ({
      far: Math.hypot(p.x - other[1].x, p.y - other[1].y),
      angle: Math.atan2(p.y - other[1].y, p.x - other[1].x),
    })
    const [was, is] = [way(from), way(to)]
    const middle = (p: Point) => ({ x: (p.x + other[1].x) / 2, y: (p.y + other[1].y) / 2 })
    lookFrom(
      held(view, size(), {
        from: middle(from),
        to: middle(to),
        by: is.far / Math.max(1, was.far),
        turn: Math.atan2(Math.sin(is.angle - was.angle), Math.cos(is.angle - was.angle)),
      }),
    )
  }

  function move(event: PointerEvent) {
    const origin = top.getBoundingClientRect()
    if (dragging?.id === event.pointerId) {
      const to = onHost(event, origin)
      lookFrom(held(view, size(), { from: dragging.at, to }))
      dragging.at = to
      return
    }
    if (fingers.has(event.pointerId)) fingersMoved(event, onHost(event, origin))
    const back = inverted(matrix)
    if (!pen) return tool.hover?.(penOf(event, origin, back))
    if (event.pointerId !== pen.id) return
    const coalesced = event.getCoalescedEvents?.() ?? []
    const ahead = event.getPredictedEvents?.().at(-1)
    tool.move(
      (coalesced.length > 0 ? coalesced : [event]).map((each) => penOf(each, origin, back)),
      ahead && penOf(ahead, origin, back),
    )
  }

  function letGo() {
    if (!pen) return
    pen = undefined
    tool.up()
  }
  function up(event: PointerEvent) {
    fingers.delete(event.pointerId)
    if (dragging?.id === event.pointerId) dragging = undefined
    if (event.pointerId === pen?.id) letGo()
  }

  function wheel(event: WheelEvent) {
    event.preventDefault()
    const from = onHost(event, top.getBoundingClientRect())
    const unit = event.deltaMode === 1 ? 16 : 1
    if (event.ctrlKey || event.metaKey)
      lookFrom(held(view, size(), { from, by: Math.exp((-event.deltaY * unit) / 300) }))
    else {
      const [x, y] = event.shiftKey && event.deltaX === 0 ? [event.deltaY, 0] : [event.deltaX, event.deltaY]
      lookFrom(held(view, size(), { from, to: { x: from.x - x * unit, y: from.y - y * unit } }))
    }
  }

  top.addEventListener('pointerdown', down)
  top.addEventListener('pointermove', move)
  top.addEventListener('pointerup', up)
  // Lifted outside the window, or taken by the system: what was drawn so far is kept.
  top.addEventListener('pointercancel', up)
  top.addEventListener('lostpointercapture', up)
  top.addEventListener('wheel', wheel, { passive: false })
  // A tab that is hidden in the middle of a stroke hears nothing more of the pen.
  const onHidden = () => document.visibilityState === 'hidden' && letGo()
  document.addEventListener('visibilitychange', onHidden)
  const onLost = (event: Event) => {
    event.preventDefault()
    events.onLost?.(true)
  }
  const onFound = () => {
    bitmaps.clear()
    painted = undefined
    layOut()
    events.onLost?.(false)
  }
  for (const canvas of [still, top]) {
    canvas.addEventListener('contextlost', onLost)
    canvas.addEventListener('contextrestored', onFound)
  }
  const watch = new ResizeObserver(() => {
    layOut()
    layLifted()
  })
  watch.observe(host)
  layOut()

  return {
    bench,
    /** Puts drawings on the table: at once when they were made ready, else quickly first and sharply a moment later. */
    show(next: OnTable) {
      onTable = next
      leaveBlunt()
      missing = []
      const name = nameOf(next)
      const ready = lifted || playing || name === undefined ? undefined : readied.get(name)
      host.dataset['sharp'] = 'yes'
      if (ready) return screen.drawImage(ready, 0, 0)
      quick = !playing
      repaint()
      quick = false
      if (missing.length === 0) return
      host.dataset['sharp'] = 'no'
      calm = setTimeout(sharpenSoon, CALM)
    },
    /** Makes the picture of `next` ready, whose bitmaps are painted. */
    ready(next: OnTable) {
      const name = nameOf(next)
      if (playing || lifted || name === undefined || readied.has(name)) return
      const canvas = document.createElement('canvas')
      canvas.width = still.width
      canvas.height = still.height
      const now = onTable
      below = canvas.getContext('2d', { alpha: false })!
      onTable = next
      repaint()
      below = screen
      onTable = now
      readied.set(name, canvas)
      const [oldest] = readied
      if (readied.size > READIED && oldest) {
        free(oldest[1])
        readied.delete(oldest[0])
      }
    },
    /** What was made ready is no longer true. */
    unready,
    pixelAt,
    repaint,
    layOut,
    /** Takes a tool in hand; what is being drawn with another is finished first. */
    take(next: Tool) {
      letGo()
      tool = next
      top.style.cursor = next.cursor
    },
    lift(next: Lifted | undefined) {
      const ground = next?.drawing !== lifted?.drawing || next?.from !== lifted?.from
      lifted = next
      if (ground) repaint()
      layLifted()
    },
    look: (next: (view: View, table: { width: number; height: number }) => View) => lookFrom(next(view, size())),
    view: () => view,
    /** Canvas pixels for one scene pixel. */
    scale: () => view.zoom * density,
    drawing: () => pen !== undefined,
    /** While playing, finished pictures are laid on the table as they are. */
    play(picture: CanvasImageSource) {
      if (!playing) {
        clearAbove()
        below.fillStyle = TABLE
        below.fillRect(0, 0, still.width, still.height)
      }
      playing = true
      below.save()
      below.setTransform(...pixels)
      if (scene().settings.cells) below.imageSmoothingEnabled = false
      below.drawImage(picture, 0, 0, scene().settings.width, scene().settings.height)
      below.restore()
    },
    stop() {
      playing = false
      repaint()
    },
    destroy() {
      watch.disconnect()
      cancelAnimationFrame(soon)
      leaveBlunt()
      document.removeEventListener('visibilitychange', onHidden)
      unready()
      still.remove()
      top.remove()
    },
  }
}

export type Table = ReturnType<typeof createTable>
