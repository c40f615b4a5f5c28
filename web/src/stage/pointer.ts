import { inverted, transformPoint, type Matrix, type Point } from '@unhurried/core'
import type { Pen, PenEnd, Tool } from './tools/tool'
import { anchored, type View } from './view'

/** What the hand works on. */
export interface UnderHand {
  readonly tool: () => Tool
  /** What another end of the pen does when it is put down: a tool, the paper moved, or nothing here. */
  readonly otherEnd: (end: PenEnd) => Tool | 'paper' | undefined
  /** Whether the tool in hand may be put to the paper now. */
  readonly mayDraw: () => boolean
  /** From scene pixels to CSS pixels of the table. */
  readonly matrix: () => Matrix
  /** Where the ground of the drawing on the table is panned to. */
  readonly pan: () => Point | undefined
  readonly view: () => View
  readonly look: (view: View) => void
  readonly size: () => { width: number; height: number }
}

const CALM_SCROLL = 300
const LINE_HEIGHT = 16
/** Milliseconds after which a pen that told nothing is away from the paper: a palm is no finger while it is near. */
const NEAR = 600

/** Stands for a pointer where keys lead the pen. */
const KEYS = -1

/** Buttons of a pen, as Pointer Events names them: the barrel's is 2, an eraser turned over 5; held they are 2 and 32. */
function endOf({ pointerType, button, buttons }: PointerEvent): PenEnd | undefined {
  if (pointerType !== 'pen') return undefined
  if (button === 5 || (buttons & 32) > 0) return 'eraser'
  return button === 2 || (buttons & 2) > 0 ? 'barrel' : undefined
}

/** 0 upright, 1 flat; undefined where the device does not tell. */
function tiltOf({ pointerType, tiltX, tiltY }: PointerEvent): number | undefined {
  if (pointerType !== 'pen' || (!tiltX && !tiltY)) return undefined
  const slope = (degrees: number) => Math.tan((degrees * Math.PI) / 180)
  return Math.atan(Math.hypot(slope(tiltX), slope(tiltY))) / (Math.PI / 2)
}

/** Pen, mouse, fingers and wheel on the table: a pen draws, two fingers and the middle button move the paper. */
export class TablePointer {
  #pen: { id: number; pan: Point | undefined; tool: Tool; isFinger: boolean } | undefined
  /** When a pen last told where it is; a palm lies on the paper with it. */
  #penTold = -Infinity
  #penSeen = false
  /** Fingers on the table, by pointer, in CSS pixels of the table. */
  readonly #fingers = new Map<number, Point>()
  #dragging: { id: number; at: Point } | undefined
  readonly #end: () => void

  constructor(
    private readonly canvas: HTMLCanvasElement,
    private readonly under: UnderHand,
  ) {
    const up = (event: PointerEvent) => this.#up(event)
    canvas.addEventListener('pointerdown', (event) => this.#down(event))
    canvas.addEventListener('pointermove', (event) => this.#move(event))
    canvas.addEventListener('pointerup', up)
    // Lifted outside the window, or taken by the system: what was drawn so far is kept.
    canvas.addEventListener('pointercancel', up)
    canvas.addEventListener('lostpointercapture', up)
    // The button on a pen's barrel has its own use.
    canvas.addEventListener('contextmenu', (event) => {
      if ((event as PointerEvent).pointerType === 'pen') event.preventDefault()
    })
    canvas.addEventListener('wheel', (event) => this.#wheel(event), { passive: false })
    // A tab that is hidden in the middle of a stroke hears nothing more of the pen.
    const onHidden = () => document.visibilityState === 'hidden' && this.letGo()
    document.addEventListener('visibilitychange', onHidden)
    this.#end = () => document.removeEventListener('visibilitychange', onHidden)
  }

  get isDrawing(): boolean {
    return this.#pen !== undefined
  }

  /** Puts the tool in hand down where keys led it, in scene pixels; false when it stays nowhere, having done all it does or nothing. */
  putDown(at: Point): boolean {
    if (this.#pen || !this.under.mayDraw()) return false
    const tool = this.under.tool()
    this.#pen = { id: KEYS, pan: this.under.pan(), tool, isFinger: false }
    if (tool.down(this.#ledTo(at)) === false) this.#pen = undefined
    return this.#pen !== undefined
  }

  /** Keys led what they put down to another place. */
  lead(at: Point): void {
    if (this.#pen?.id === KEYS) this.#pen.tool.move([this.#ledTo(at)])
  }

  /** What is being drawn was not meant. */
  giveUp(): void {
    const { tool } = this.#pen ?? {}
    this.#pen = undefined
    tool?.cancel()
  }

  #ledTo({ x, y }: Point): Pen {
    const { x: panX, y: panY } = this.#pen?.pan ?? { x: 0, y: 0 }
    return { x: x - panX, y: y - panY, pressure: 0.5, shift: false, alt: false }
  }

  /** Ends what is being drawn; it is kept. */
  letGo(): void {
    if (!this.#pen) return
    const { tool } = this.#pen
    this.#pen = undefined
    tool.up()
  }

  end(): void {
    this.#end()
  }

  #at(event: PointerEvent | WheelEvent, origin = this.canvas.getBoundingClientRect()): Point {
    return { x: event.clientX - origin.left, y: event.clientY - origin.top }
  }

  #penOf(event: PointerEvent, origin: DOMRect, back: Matrix): Pen {
    const at = transformPoint(back, this.#at(event, origin))
    const pan = this.#pen?.pan
    const tilt = tiltOf(event)
    return {
      x: at.x - (pan?.x ?? 0),
      y: at.y - (pan?.y ?? 0),
      pressure: event.pointerType === 'mouse' ? 0.5 : event.pressure,
      shift: event.shiftKey,
      alt: event.altKey,
      ...(tilt !== undefined && { tilt }),
    }
  }

  /** Whether a touch is the hand that holds the pen. */
  #isPalm({ pointerType, timeStamp }: PointerEvent): boolean {
    return pointerType === 'touch' && timeStamp - this.#penTold < NEAR
  }

  #down(event: PointerEvent) {
    if (event.pointerType === 'pen') this.#penSeen = true
    this.#heard(event)
    if (this.#isPalm(event)) return
    const origin = this.canvas.getBoundingClientRect()
    if (event.pointerType === 'touch') this.#fingerDown(event, origin)
    if (event.button === 1) return this.#takePaper(event, origin)
    const finger = event.pointerType === 'touch' && this.#penSeen
    const end = endOf(event)
    if (this.#pen || (event.button > 0 && !end) || this.#fingers.size > 1 || finger) return
    const tool = end ? this.under.otherEnd(end) : this.under.mayDraw() && this.under.tool()
    if (tool === 'paper') return this.#takePaper(event, origin)
    if (!tool) return
    event.preventDefault()
    // The keys belong to the paper again, whatever was typed in before.
    const { activeElement } = document
    if (activeElement instanceof HTMLElement && activeElement.closest('input, textarea, .el-select'))
      activeElement.blur()
    this.canvas.setPointerCapture(event.pointerId)
    this.#pen = { id: event.pointerId, pan: this.under.pan(), tool, isFinger: event.pointerType === 'touch' }
    const at = this.#penOf(event, origin, inverted(this.under.matrix()))
    if (tool.down(at) === false) this.#pen = undefined
  }

  /** A pen that comes near: what touched before it was the hand that holds it. */
  #heard({ pointerType, timeStamp }: PointerEvent) {
    if (pointerType !== 'pen') return
    this.#penTold = timeStamp
    this.#fingers.clear()
    if (this.#pen?.isFinger) this.giveUp()
  }

  /** The paper goes with the pointer until it is lifted. */
  #takePaper(event: PointerEvent, origin: DOMRect) {
    this.#dragging = { id: event.pointerId, at: this.#at(event, origin) }
    this.canvas.setPointerCapture(event.pointerId)
    event.preventDefault()
  }

  #fingerDown(event: PointerEvent, origin: DOMRect) {
    this.#fingers.set(event.pointerId, this.#at(event, origin))
    // A second finger means the paper: the first one's line was not meant.
    if (this.#fingers.size !== 2 || !this.#pen) return
    this.giveUp()
  }

  #move(event: PointerEvent) {
    const { under } = this
    this.#heard(event)
    const origin = this.canvas.getBoundingClientRect()
    if (this.#dragging?.id === event.pointerId) {
      const to = this.#at(event, origin)
      under.look(anchored(under.view(), under.size(), { from: this.#dragging.at, to }))
      this.#dragging.at = to
      return
    }
    if (this.#fingers.has(event.pointerId)) this.#fingerMoved(event, this.#at(event, origin))
    const back = inverted(under.matrix())
    if (!this.#pen) return under.tool().hover?.(this.#penOf(event, origin, back))
    if (event.pointerId !== this.#pen.id) return
    const coalesced = event.getCoalescedEvents?.() ?? []
    const ahead = event.getPredictedEvents?.().at(-1)
    this.#pen.tool.move(
      (coalesced.length > 0 ? coalesced : [event]).map((each) => this.#penOf(each, origin, back)),
      ahead && this.#penOf(ahead, origin, back),
    )
  }

  /** Two fingers hold the paper: it goes, turns and grows with them. */
  #fingerMoved(event: PointerEvent, to: Point) {
    const { under } = this
    const from = this.#fingers.get(event.pointerId)!
    const [other] = [...this.#fingers].filter(([id]) => id !== event.pointerId)
    this.#fingers.set(event.pointerId, to)
    if (!other || this.#pen) return
    const [, resting] = other
    const way = (p: Point) => ({
      far: Math.hypot(p.x - resting.x, p.y - resting.y),
      angle: Math.atan2(p.y - resting.y, p.x - resting.x),
    })
    const [was, is] = [way(from), way(to)]
    const middle = (p: Point) => ({ x: (p.x + resting.x) / 2, y: (p.y + resting.y) / 2 })
    under.look(
      anchored(under.view(), under.size(), {
        from: middle(from),
        to: middle(to),
        by: is.far / Math.max(1, was.far),
        turn: Math.atan2(Math.sin(is.angle - was.angle), Math.cos(is.angle - was.angle)),
      }),
    )
  }

  #up(event: PointerEvent) {
    this.#fingers.delete(event.pointerId)
    if (this.#dragging?.id === event.pointerId) this.#dragging = undefined
    if (event.pointerId === this.#pen?.id) this.letGo()
  }

  #wheel(event: WheelEvent) {
    event.preventDefault()
    const { under } = this
    const from = this.#at(event)
    const unit = event.deltaMode === 1 ? LINE_HEIGHT : 1
    if (event.ctrlKey || event.metaKey) {
      const by = Math.exp((-event.deltaY * unit) / CALM_SCROLL)
      return under.look(anchored(under.view(), under.size(), { from, by }))
    }
    const [x, y] = event.shiftKey && event.deltaX === 0 ? [event.deltaY, 0] : [event.deltaX, event.deltaY]
    under.look(anchored(under.view(), under.size(), { from, to: { x: from.x - x * unit, y: from.y - y * unit } }))
  }
}
