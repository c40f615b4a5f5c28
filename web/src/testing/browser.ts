/** As much of a browser as the page's logic needs: what waits for a pause or the next frame comes when a test says. */
export function standInBrowser() {
  let handle = 0
  const idle = new Map<number, (deadline: { timeRemaining: () => number }) => void>()
  const frames = new Map<number, (now: number) => void>()
  const later =
    <A>(map: Map<number, (value: A) => void>) =>
    (act: (value: A) => void) => {
      map.set(++handle, act)
      return handle
    }
  const run = <A>(map: Map<number, (value: A) => void>, value: A) => {
    const due = [...map.values()]
    map.clear()
    due.forEach((act) => act(value))
  }
  Object.assign(globalThis, {
    window: Object.assign(new EventTarget(), { setTimeout, clearTimeout }),
    document: Object.assign(new EventTarget(), { visibilityState: 'visible' }),
    navigator: {},
    requestIdleCallback: later(idle),
    cancelIdleCallback: (id: number) => void idle.delete(id),
    requestAnimationFrame: later(frames),
    cancelAnimationFrame: (id: number) => void frames.delete(id),
  })
  return {
    /** The hand pauses: whatever waited for it is done. */
    pause: () => run(idle, { timeRemaining: () => 50 }),
    /** The screen shows its next frame. */
    nextFrame: () => run(frames, 0),
  }
}

/** A worker that says what a test tells it to. */
export class FakeWorker {
  onmessage: ((event: { data: unknown }) => void) | null = null
  onmessageerror: (() => void) | null = null
  onerror: ((event: { preventDefault?: () => void }) => void) | null = null
  readonly asked: { kind: string; id: number; [key: string]: unknown }[] = []
  ended = false

  postMessage(order: FakeWorker['asked'][number]): void {
    this.asked.push(order)
  }
  terminate(): void {
    this.ended = true
  }
  /** Answers the newest order of a kind. */
  answer(kind: string, report: object): void {
    this.say({ ...report, id: this.asked.findLast((order) => order.kind === kind)!.id })
  }
  say(data: unknown): void {
    this.onmessage?.({ data })
  }
  die(): void {
    this.onerror?.({})
  }
}

/** What a canvas was asked to do, in order, and with what it was filled and how strongly. */
export class FakeSurface {
  readonly canvas: { width: number; height: number }
  readonly did: { what: string; with: readonly unknown[]; fill: string; alpha: number; blend: string }[] = []
  fillStyle = '#000000'
  strokeStyle = '#000000'
  globalAlpha = 1
  globalCompositeOperation = 'source-over'
  imageSmoothingEnabled = true
  lineWidth = 1
  readonly #saved: [string, number, string][] = []

  constructor({ width = 400, height = 300 } = {}) {
    this.canvas = { width, height }
    for (const what of ['fillRect', 'clearRect', 'fill', 'stroke', 'drawImage', 'clip', 'translate', 'rotate'])
      Object.assign(this, { [what]: (...given: unknown[]) => this.#did(what, given) })
    for (const what of ['beginPath', 'rect', 'transform', 'setTransform', 'moveTo', 'lineTo', 'closePath'])
      Object.assign(this, { [what]: () => {} })
  }
  #did(what: string, given: readonly unknown[]): void {
    const { fillStyle, globalAlpha, globalCompositeOperation } = this
    this.did.push({ what, with: given, fill: fillStyle, alpha: globalAlpha, blend: globalCompositeOperation })
  }
  save(): void {
    this.#saved.push([this.fillStyle, this.globalAlpha, this.globalCompositeOperation])
  }
  restore(): void {
    const last = this.#saved.pop()
    if (last) [this.fillStyle, this.globalAlpha, this.globalCompositeOperation] = last
  }
  /** How often it was asked to do something. */
  times(what: string): number {
    return this.did.filter((each) => each.what === what).length
  }
  get asContext(): CanvasRenderingContext2D {
    return this as unknown as CanvasRenderingContext2D
  }
}

/** Lets promises that are settled already be heard. */
export const settled = () => new Promise<void>((resolve) => setImmediate(resolve))
