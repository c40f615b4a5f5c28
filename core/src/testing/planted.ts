import type { ProductionDocument } from '../production/schema'
import { seededRandom } from '../base/random'
import { applyEdit } from '../edits/apply'
import type { Edit } from '../edits/kinds'
import type { Point } from '../geometry/matrix'
import { keepArea } from '../geometry/squash'
import { quantized, type Ink, type InkPiece, type Stroke } from '../ink/ink'
import { arcThrough, placeOnArc } from '../motion/arc'
import { chartTargets } from '../motion/landmarks/targets'
import { newScene } from '../scene/create'
import type { Pass, Pin, Scene, Settings, SpacingLaw, Swatch } from '../scene/schema'
import { drawingsShown, mainSheet } from '../timing/sheet'

/** Scenes drawn by arithmetic with a hand's small unevenness: clean ones, and the same with one fault planted. */

export interface Made {
  readonly scene: Scene
  readonly inkOf: (drawing: string, pass: Pass) => Ink
  readonly library?: Pick<ProductionDocument, 'characters'>
  readonly next?: { readonly scene: Scene; readonly inkOf: (drawing: string, pass: Pass) => Ink }
  /** The drawings the fault is on; none in a clean scene. */
  readonly planted: readonly string[]
}

export interface Kind {
  readonly figure: 'ball' | 'bean' | 'jug'
  readonly squash: boolean
  readonly exposure: readonly number[]
  readonly loop: boolean
  readonly pinned: boolean
}
const FIGURES = ['ball', 'bean', 'jug'] as const
export function kindOf(seed: number): Kind {
  const random = seededRandom(seed * 7 + 1)
  return {
    figure: FIGURES[Math.floor(random() * 3)]!,
    squash: random() < 0.5,
    exposure: [[1], [2], [2, 1]][Math.floor(random() * 3)]!,
    loop: random() < 0.35,
    pinned: random() < 0.6,
  }
}

const PALETTE: readonly Swatch[] = [
  { id: 'ink', name: 'Wet slate', colour: '#2a2932' },
  { id: 'body', name: 'Buoy red', colour: '#c2573f' },
  { id: 'spot', name: 'Weed', colour: '#5f8f74' },
  { id: 'stone', name: 'Slip stone', colour: '#d9cfbb' },
  { id: 'loud', name: 'Signal', colour: '#ff5a00' },
  { id: 'light', name: 'Lamp', colour: '#ffffff' },
  { id: 'night', name: 'Night', colour: '#000000' },
]
const SIZE = { width: 1280, height: 720 }
const settingsOf = (length: number, more: Partial<Settings> = {}): Settings => ({
  name: 'Planted',
  ...SIZE,
  fps: 24,
  length,
  paper: '#fbf7ee',
  approach: 'pose-to-pose',
  numbering: 'by-frame',
  ...more,
})

/** What is done to one drawing of a figure. */
export interface Change {
  readonly move?: Point
  readonly scale?: number
  readonly part?: number
  readonly width?: number
  readonly gap?: number
  readonly without?: 'spot' | 'line'
  readonly dot?: Point
}

const REACH: Readonly<Record<Kind['figure'], (angle: number) => number>> = {
  ball: () => 1,
  bean: (angle) => 1 + 0.16 * Math.cos(2 * angle + 0.5),
  jug: (angle) => 1 + 0.08 * Math.cos(3 * angle) + 0.05 * Math.cos(5 * angle + 1),
}

/** A figure's ink at a place, stretched along a direction with its area kept. */
export function figureInk({
  figure,
  at,
  radius,
  along = 1,
  way = 0,
  random,
  change = {},
  name,
}: {
  figure: Kind['figure']
  at: Point
  radius: number
  along?: number
  way?: number
  random: () => number
  change?: Change
  name: string
}): Record<'line' | 'colour', InkPiece[]> {
  const [sin, cos] = [Math.sin(way), Math.cos(way)]
  const across = keepArea(along)
  const centre = { x: at.x + (change.move?.x ?? 0), y: at.y + (change.move?.y ?? 0) }
  const put = (x: number, y: number): [number, number] => {
    const [u, v] = [(x * cos + y * sin) * along, (-x * sin + y * cos) * across]
    return [centre.x + u * cos - v * sin, centre.y + u * sin + v * cos]
  }
  const size = radius * Math.sqrt(change.scale ?? 1) * (1 + (random() - 0.5) * 0.012)
  const ring = (count: number, share: number) =>
    Array.from({ length: count }, (_, i) => {
      const angle = (i / count) * 2 * Math.PI
      const r = size * share * REACH[figure](angle)
      return put(r * Math.cos(angle), r * Math.sin(angle))
    })
  const kept = ringWithGap({ figure, size, put, change })
  const drift = random() * 6
  const line: Stroke = quantized({
    kind: 'stroke',
    id: `${name}l`,
    swatch: 'ink',
    size: 5 * (change.width ?? 1),
    points: kept.flatMap(([x, y], i) => [
      x + 0.3 * Math.sin(i / 5 + drift),
      y + 0.3 * Math.cos(i / 6 + drift),
      0.5 + 0.08 * Math.sin(i / 11 + drift),
    ]),
  })
  const spot = Math.sqrt(change.part ?? 1) * (1 + (random() - 0.5) * 0.02)
  const spotRing = Array.from({ length: 30 }, (_, i) => {
    const angle = (i / 30) * 2 * Math.PI
    return put(-0.25 * size + 0.3 * size * spot * Math.cos(angle), -0.2 * size + 0.22 * size * spot * Math.sin(angle))
  })
  return {
    line: [...(change.without === 'line' ? [] : [line]), ...dotOf(change, centre, name)],
    colour: [
      quantized({ kind: 'fill', id: `${name}f`, swatch: 'body', outline: ring(60, 0.995).flat() }),
      ...(change.without === 'spot'
        ? []
        : [quantized({ kind: 'fill' as const, id: `${name}s`, swatch: 'spot', outline: spotRing.flat() })]),
    ],
  }
}

/** The figure's outline, open by as wide a gap as asked whatever the step between points. */
function ringWithGap({
  figure,
  size,
  put,
  change,
}: {
  figure: Kind['figure']
  size: number
  put: (x: number, y: number) => [number, number]
  change: Change
}): [number, number][] {
  const at = (share: number) => {
    const angle = share * 2 * Math.PI
    const r = size * REACH[figure](angle)
    return put(r * Math.cos(angle), r * Math.sin(angle))
  }
  const outline = Array.from({ length: 90 }, (_, i) => at(i / 90))
  if (change.gap === undefined) return [...outline, outline[0]!]
  const open = (change.gap + 5 * (change.width ?? 1)) / (2 * Math.PI * size)
  const kept = outline.slice(Math.ceil((open * 90) / 2), 90 - Math.floor((open * 90) / 2) + 1)
  kept[0] = at(open / 2)
  kept[kept.length - 1] = at(1 - open / 2)
  return kept
}

/** A stray dot, as a resting hand leaves one. */
function dotOf({ dot }: Change, centre: Point, name: string): InkPiece[] {
  if (!dot) return []
  const [x, y] = [centre.x + dot.x, centre.y + dot.y]
  return [quantized({ kind: 'stroke', id: `${name}d`, swatch: 'ink', size: 4, points: [x, y, 0.5, x + 2, y + 1, 0.5] })]
}

/** A scene being made, edit by edit. */
export function desk(settings: Settings) {
  let scene = newScene(settings, PALETTE)
  const ink = new Map<string, Ink>()
  return {
    scene: () => scene,
    make(edit: Edit) {
      scene = applyEdit(scene, edit).scene
    },
    lay(drawing: string, pass: Pass, pieces: readonly InkPiece[]) {
      if (pieces.length === 0) return
      scene = applyEdit(scene, {
        type: 'ink.change',
        drawing,
        pass,
        remove: [],
        add: pieces.map((piece, at) => ({ at, piece })),
      }).scene
      ink.set(`${drawing}/${pass}`, pieces)
    },
    inkOf: (drawing: string, pass: Pass): Ink => ink.get(`${drawing}/${pass}`) ?? [],
  }
}

interface Plan {
  readonly kind: Kind
  readonly seed: number
  readonly change?: (context: Context) => Change | undefined
  readonly hold?: number
  /** The last two keys differ by this share of what both cover. */ readonly closeKeys?: number
  /** The step over the seam is so many times the others. */ readonly seam?: number
}

/** Where a changed drawing lies, half the way from the one before to the one after, and the way back to the one before. */
interface Context {
  readonly place: Point
  readonly step: Point
  readonly back: Point
}

/** One figure along an arc between keys, by charts; `change` is made to one inbetween in the middle. */
export function arcScene({
  kind,
  seed,
  change,
  hold = 8,
  closeKeys,
  seam = 1,
}: Plan): Made & { readonly order: readonly string[] } {
  const random = seededRandom(seed)
  const plan = arcPlan(kind, random, hold)
  const { loop, length, held, radius, placeAt } = plan
  const table = desk(settingsOf(length))
  chartArc(table, { kind, plan, random, closeKeys })
  const pins = arcPins(table, { plan, closeKeys, loop })
  if (held > 0) table.make({ type: 'exposure.hold', take: 'main', level: 'A', frame: 1, frames: held })
  const order = drawingsShown(mainSheet(table.scene(), 'A')).map(({ drawing }) => drawing)
  if (seam > 1) {
    // All pushed together, so that only the step over the seam is longer.
    const entries = drawingsShown(mainSheet(table.scene(), 'A'))
    const last = entries.at(-1)!.frame - 1
    const squeeze = length / (last + seam * (length - last))
    for (const { drawing, frame } of entries) pins.set(drawing, placeAt(((frame - 1) / length) * squeeze))
  }
  const faulty = change ? faultyOf(order, random) : undefined
  let planted: readonly string[] = []
  for (const [index, id] of order.entries()) {
    const at = pins.get(id)!
    const [before, after] = [
      pins.get(order[(index - 1 + order.length) % order.length]!)!,
      pins.get(order[(index + 1) % order.length]!)!,
    ]
    const step = { x: (after.x - before.x) / 2, y: (after.y - before.y) / 2 }
    const fast = Math.hypot(step.x, step.y)
    const stretch = kind.squash ? 1 + Math.min(0.22, fast / 300) : 1
    const own =
      faulty?.index === index
        ? change!({ step, place: at, back: { x: before.x - at.x, y: before.y - at.y } })
        : undefined
    if (own) planted = [id]
    const tremble = Math.min(0.7, fast * 0.03)
    const place = { x: at.x + (random() - 0.5) * tremble, y: at.y + (random() - 0.5) * tremble }
    const ink = figureInk({
      figure: kind.figure,
      at: place,
      radius,
      along: stretch,
      way: Math.atan2(step.y, step.x),
      random,
      name: id,
      ...(own && { change: own }),
    })
    for (const pass of ['colour', 'line'] as const) table.lay(id, pass, ink[pass])
    if (kind.pinned) table.make({ type: 'pin.set', drawing: id, landmark: 'mid', pin: pinAt(place, own) })
  }
  if (!kind.pinned) table.make({ type: 'landmark.remove', level: 'A', landmark: 'mid' })
  return { scene: table.scene(), inkOf: table.inkOf, planted, order }
}

interface ArcPlan {
  readonly loop: boolean
  readonly keys: number
  /** Frames from key to key. */
  readonly span: number
  /** Frames the first key is held longer. */
  readonly held: number
  readonly length: number
  readonly radius: number
  /** Where the figure is at a share of its arc. */
  readonly placeAt: (share: number) => Point
}
function arcPlan({ loop }: Kind, random: () => number, hold: number): ArcPlan {
  const keys = loop ? 4 : 3
  const span = (loop ? 10 : 14) + 2 * Math.floor(random() * 3)
  const held = loop ? 0 : hold
  const length = keys * span + (loop ? 0 : held + 1) - (loop ? 0 : span) + (loop ? 0 : 6)
  const radius = 45 + random() * 35
  const [middle, wide, high] = [{ x: 600 + random() * 80, y: 380 }, 260 + random() * 160, 120 + random() * 120]
  const [start, sweep] = [random() * 6.28, (2.4 + random()) * (random() < 0.5 ? 1 : -1)]
  const placeAt = (share: number): Point => {
    const angle = loop ? start + share * 2 * Math.PI : start + share * sweep
    return { x: middle.x + wide * Math.cos(angle), y: middle.y + (loop ? wide * 0.8 : high) * Math.sin(angle) }
  }
  return { loop, keys, span, held, length, radius, placeAt }
}

/** Keys along the arc and the charts between them. */
function chartArc(
  table: ReturnType<typeof desk>,
  { kind, plan, random, closeKeys }: { kind: Kind; plan: ArcPlan; random: () => number; closeKeys: number | undefined },
): void {
  const { loop, keys, span } = plan
  table.make({ type: 'level.set', level: 'A', fields: { name: 'Buoy', loop } })
  const frames = Array.from({ length: keys }, (_, i) => 1 + i * span)
  frames.forEach((frame, i) =>
    table.make({
      type: 'drawing.add',
      take: 'main',
      level: 'A',
      frame,
      drawing: { id: `k${i}`, role: i === 1 && !loop && closeKeys === undefined ? 'breakdown' : 'key' },
    }),
  )
  table.make({ type: 'landmark.put', level: 'A', landmark: { id: 'mid', name: 'Middle' } })
  const laws: SpacingLaw[] = loop
    ? ['even', 'even', 'even', 'even']
    : [random() < 0.5 ? 'slow-out' : 'even', random() < 0.5 ? 'slow-in' : 'even']
  for (let i = 0; i < (loop ? keys : keys - 1); i++) {
    table.make({
      type: 'chart.add',
      id: `c${i}`,
      level: 'A',
      from: `k${i}`,
      to: `k${(i + 1) % keys}`,
      spacing: { by: 'law', law: laws[i]!, strength: 1.4 },
      exposure: [...kind.exposure],
      drawings: Array.from({ length: 30 }, (_, n) => `c${i}d${n}`),
    })
  }
}

/** Where each drawing's figure lies: keys on the arc, inbetweens where the charts put them. */
function arcPins(
  table: ReturnType<typeof desk>,
  { plan: { keys, placeAt, radius }, closeKeys, loop }: { plan: ArcPlan; closeKeys: number | undefined; loop: boolean },
): Map<string, Point> {
  const shares = Array.from({ length: keys }, (_, i) => i / (loop ? keys : keys - 1))
  const beside = (at: Point): Point => ({ x: at.x + (closeKeys! * Math.PI * radius) / 4, y: at.y })
  const pins = new Map(
    shares.map((share, i) => [
      `k${i}`,
      closeKeys !== undefined && i === keys - 1 ? beside(placeAt(shares[i - 1]!)) : placeAt(share),
    ]),
  )
  for (const [drawing, at] of pins) table.make({ type: 'pin.set', drawing, landmark: 'mid', pin: { x: at.x, y: at.y } })
  for (const chart of Object.values(table.scene().charts))
    for (const target of chartTargets(table.scene(), chart).flatMap(({ targets }) => targets))
      pins.set(target.drawing, { x: target.place.x, y: target.place.y })
  return pins
}

/** An inbetween about the middle, with inbetweens on both sides. */
function faultyOf(order: readonly string[], random: () => number): { id: string; index: number } | undefined {
  const inbetweens = order
    .map((id, index) => ({ id, index }))
    .filter(
      ({ id, index }) =>
        id.startsWith('c') &&
        order[index - 1]?.startsWith('c') &&
        order[index + 1]?.startsWith('c') &&
        order[index - 2] !== undefined &&
        order[index + 2] !== undefined,
    )
  return inbetweens[Math.floor(inbetweens.length / 2 + (random() - 0.5) * inbetweens.length * 0.6)]
}

const pinAt = (at: Point, change: Change | undefined): Pin => ({
  x: at.x + (change?.move?.x ?? 0),
  y: at.y + (change?.move?.y ?? 0),
})

/** A figure drawn straight ahead on a curve, every drawing a key. */
export function aheadScene({
  kind,
  seed,
  change,
  over = () => ({}),
  radius: given,
  level = false,
}: {
  kind: Kind
  seed: number
  change?: Plan['change']
  over?: (index: number, count: number) => Change
  radius?: number
  level?: boolean
}): Made & { readonly order: readonly string[] } {
  const random = seededRandom(seed)
  const count = 14 + Math.floor(random() * 6)
  const frames: number[] = []
  let frame = 1
  for (let i = 0; i < count; i++) {
    frames.push(frame)
    frame += i === 0 ? 8 : kind.exposure[i % kind.exposure.length]!
  }
  const table = desk(settingsOf(frame + 4, { approach: 'straight-ahead' }))
  table.make({ type: 'level.set', level: 'A', fields: { name: 'Buoy', loop: false } })
  const radius = given ?? 40 + random() * 30
  const arc = level
    ? arcThrough([
        { x: 300, y: 150 },
        { x: 420, y: 160 },
        { x: 540, y: 150 },
      ])
    : arcThrough([
        { x: 180, y: 500 - random() * 80 },
        { x: 520 + random() * 200, y: 160 + random() * 60 },
        { x: 1080, y: 480 + random() * 80 },
      ])
  // Speeds swell and fade, and follow the exposures so that a pixel a frame stays one.
  const speeds = frames.map(
    (_, i) =>
      (0.55 + 0.45 * Math.sin((i / count) * Math.PI)) *
      (i === 0 ? 1 : (frames[i]! - frames[i - 1]!) / (i === 1 ? 8 : 1)),
  )
  const whole = speeds.slice(1).reduce((sum, speed) => sum + speed, 0)
  let far = 0
  const places = frames.map((_, i) => {
    if (i > 0) far += speeds[i]!
    return placeOnArc(arc, 0, 2, far / whole)
  })
  const order = frames.map((_, i) => `d${i}`)
  const at = change ? 4 + Math.floor(random() * (count - 8)) : -1
  order.forEach((id, i) => {
    table.make({ type: 'drawing.add', take: 'main', level: 'A', frame: frames[i]!, drawing: { id, role: 'key' } })
    const [before, after] = [places[Math.max(0, i - 1)]!, places[Math.min(count - 1, i + 1)]!]
    const step = { x: (after.x - before.x) / 2, y: (after.y - before.y) / 2 }
    const own =
      i === at
        ? change!({ step, place: places[i]!, back: { x: before.x - places[i]!.x, y: before.y - places[i]!.y } })
        : undefined
    const place = { x: places[i]!.x + (random() - 0.5) * 0.6, y: places[i]!.y + (random() - 0.5) * 0.6 }
    const ink = figureInk({
      figure: kind.figure,
      at: place,
      radius,
      random,
      name: id,
      change: { ...over(i, count), ...own },
      along: kind.squash ? 1.1 : 1,
      way: Math.atan2(step.y, step.x),
    })
    for (const pass of ['colour', 'line'] as const) table.lay(id, pass, ink[pass])
  })
  return { scene: table.scene(), inkOf: table.inkOf, planted: at < 0 ? [] : [order[at]!], order }
}

export { settingsOf }
