import { counted } from '../base/counted'
import { planMorph, type AreaPath, type MorphPlan, type MorphOptions, type Pair } from '../motion/planned/morph'
import type { Ink } from '../ink/ink'
import { silhouette, type Silhouette } from '../ink/silhouette'
import { spacingLaw, LAW_WORDS } from '../timing/chart'
import { patternReader } from '../timing/exposure-pattern'
import { exposuresOf, firstFrameOf } from '../timing/sheet'
import { PASSES, SPACING_LAWS, type SpacingLaw } from '../scene/schema'
import type { Point } from '../geometry/matrix'
import { drawnHere } from './boil'
import {
  asked,
  choice,
  EXPOSURE,
  graphOver,
  number,
  PlanRefused,
  reading,
  stepped,
  type Handle,
  type Inputs,
  type MotionDrawing,
  type Planner,
  type PlanContext,
  type TextField,
  type PlanNote,
  place,
} from './planner'
import { lineThrough } from './figures/figure'
import { OPENING, openingAt } from './opening'
import { memoLists } from '../base/memo'

const FIELDS = {
  law: choice(
    'law',
    'Spacing',
    SPACING_LAWS.map((law) => ({ id: law, words: LAW_WORDS[law] })),
  ),
  frames: number('frames', 'From one to the other', 'frames', [2, 480]),
  area: choice('area', 'The area', [
    { id: 'even', words: 'changes evenly' },
    { id: 'early', words: 'changes early' },
    { id: 'late', words: 'changes late' },
    { id: 'swells', words: 'swells on the way' },
    { id: 'pinches', words: 'pinches on the way' },
  ]),
  rest: number('rest', 'Held after it', 'frames', [1, 96]),
  size: number('size', 'Size of shapes made here', 'px', [4, 2000]),
  fromX: place('fromX', 'First shape, across', 'across'),
  toX: place('toX', 'Second shape, across', 'across'),
  y: place('y', 'Both, down', 'down'),
} as const
const PAIRS: TextField = { kind: 'text', id: 'pairs', words: 'Points put together by hand' }
const MADE: Readonly<Record<string, { words: string; ring: (angle: number) => number }>> = {
  'made-drop': { words: 'a drop made here', ring: (angle) => 0.78 + 0.42 * Math.max(0, -Math.sin(angle)) ** 6 },
  'made-leaf': { words: 'a leaf made here', ring: (angle) => 0.55 + 0.5 * Math.abs(Math.cos(angle)) ** 3 },
  'made-star': { words: 'a star made here', ring: (angle) => 0.75 + 0.28 * Math.cos(5 * angle) },
  'made-round': { words: 'a round made here', ring: () => 0.85 },
}
const made = ({ from, to }: Inputs) => MADE[String(from)] !== undefined || MADE[String(to)] !== undefined
const madeChoices = Object.entries(MADE).map(([id, { words }]) => ({ id, words }))

/** Pairs are kept as `from:to` shares with spaces between. */
function pairsOf(text: string): Pair[] {
  return text
    .split(' ')
    .filter(Boolean)
    .map((each) => {
      const [from, to] = each.split(':').map(Number)
      if (!(from! >= 0 && from! <= 1 && to! >= 0 && to! <= 1))
        throw new PlanRefused('A pair of points could not be read.', {
          words: 'Match them anew',
          inputs: { pairs: '' },
        })
      return { from: from!, to: to! }
    })
}
const written = (pairs: readonly Pair[]) =>
  pairs.map(({ from, to }) => `${Number(from.toFixed(4))}:${Number(to.toFixed(4))}`).join(' ')

function outlineOf(id: string, context: PlanContext, middle: Point, size: number): readonly number[] {
  const made = MADE[id]
  if (made) {
    const angles = Array.from({ length: 96 }, (_, i) => (i / 96) * 2 * Math.PI)
    // All of the same area: only the shape changes.
    const even = size * Math.sqrt(0.7 / (angles.reduce((sum, angle) => sum + made.ring(angle) ** 2, 0) / 96))
    return angles.flatMap((angle) => [
      middle.x + even * made.ring(angle) * Math.cos(angle),
      middle.y + even * made.ring(angle) * Math.sin(angle),
    ])
  }
  const shape = shapeOf(id, context)
  if (!shape)
    throw new PlanRefused('This drawing has no outline yet: draw its shape first.', {
      words: 'A round made here',
      inputs: { from: 'made-round' },
    })
  return shape.rings.reduce((longest, ring) => (ring.length > longest.length ? ring : longest))
}

/** A drawing's outline; found once for as long as its ink is the same arrays, for a hand drags while this is asked. */
const shapeOf = (id: string, { inkOf }: PlanContext): Silhouette | undefined =>
  outlined(PASSES.map((pass) => inkOf?.(id, pass) ?? NONE))
const outlined = memoLists((inks: readonly Ink[]) => silhouette(inks.flat(), { tolerance: 12 }))
const NONE: Ink = []

/** What of the drawings was open and taken as closed. */
const gapNotes = (ids: readonly string[], context: PlanContext): PlanNote[] =>
  ids.flatMap((id) => {
    const gaps = MADE[id] ? [] : (shapeOf(id, context)?.gaps ?? [])
    if (gaps.length === 0) return []
    const widest = Math.max(...gaps.map(({ width }) => width))
    const { number } = context.scene.drawings[id]!
    const open = gaps.length === 1 ? 'a gap' : `${gaps.length} gaps, the widest`
    return [
      { words: `The outline of drawing ${number} has ${open} of ${widest.toFixed(0)} px: it was taken as closed.` },
    ]
  })

/** Corners offered to be put together by hand. */
const GRIPS = 6

/** One outline into another, its shapes at the chart's fractions. */
export const morph: Planner = {
  id: 'shape',
  name: 'Change of shape',
  about: 'One outline into another, its points matched and correctable.',
  fields: (context) => {
    const drawn = drawnHere(context)
    return [
      choice('from', 'From', [...drawn, ...madeChoices]),
      choice('to', 'Into', [...drawn, ...madeChoices]),
      FIELDS.law,
      EXPOSURE,
      FIELDS.frames,
      FIELDS.area,
      FIELDS.rest,
      OPENING,
      asked(FIELDS.size, made),
      asked(FIELDS.fromX, ({ from }) => MADE[String(from)] !== undefined),
      asked(FIELDS.toX, ({ to }) => MADE[String(to)] !== undefined),
      asked(FIELDS.y, made),
      PAIRS,
    ]
  },
  start(context) {
    const { width, height, fps } = context.scene.settings
    const drawn = drawnHere(context)
    const sheet = exposuresOf(context.scene, context.level, context.take)
    const at = (id: string) => firstFrameOf(sheet, id) ?? Infinity
    const [here] = drawn
    const next = here && drawn.filter(({ id }) => at(id) > at(here.id)).sort((a, b) => at(a.id) - at(b.id))[0]
    // Two drawings with room between them and no chart that is somebody else's; else shapes made here.
    const charted = Object.values(context.scene.charts).some(({ from, to }) => from === here?.id || to === next?.id)
    const both =
      here !== undefined &&
      next !== undefined &&
      !charted &&
      at(here.id) === context.frame &&
      at(next.id) - at(here.id) >= 4
    return {
      from: both ? here.id : 'made-drop',
      to: both ? next.id : 'made-leaf',
      law: 'slow-out-in',
      exposure: '2',
      frames: fps,
      area: 'even',
      rest: Math.round(fps / 2),
      opening: both ? 0 : openingAt(context),
      size: Math.round(height * 0.2),
      fromX: Math.round(width * 0.36),
      toX: Math.round(width * 0.6),
      y: Math.round(height * 0.5),
      pairs: '',
    }
  },
  plan(inputs, context) {
    const { n, s } = reading(inputs)
    refuseSame(s('from'), s('to'))
    const timing = timingOf(inputs, context)
    const { starts, span } = timing
    const fractions = [...starts.map((frame) => spacingLaw(s('law') as SpacingLaw, frame / span)), 1]
    const outlines = outlinesOf(inputs, context)
    const pairs = pairsOf(s('pairs'))
    const plan = planMorph({ ...outlines, fractions, area: s('area') as AreaPath, pairs })
    const grips = gripsOf(plan, pairs)
    const last = fractions.length - 1
    const exposures = fractions.map((_, i) => ({
      drawing: i,
      frames: i === last ? n('rest') : (starts[i + 1] ?? span) - starts[i]! + (i === 0 ? n('opening') : 0),
    }))
    return {
      drawings: drawingsOf(plan, { fractions, grips }, inputs),
      exposures,
      cycle: false,
      lead: 'middle',
      notes: [...notesOf(plan, { pairs, timing }, inputs), ...gapNotes([s('from'), s('to')], context)],
      graphs: [
        graphOver({ id: 'area', words: 'Area', unit: 'px²' }, exposures, (i) => plan.areas[i]!),
        graphOver({ id: 'share', words: 'Share of the way', unit: '%' }, exposures, (i) => fractions[i]! * 100),
      ],
      handles: [
        ...grips.map((grip, i) => ({
          id: `pair-${i}`,
          words: 'Where this point goes',
          ...plan.to[grip]!,
          drag: (at: Point) => corrected(plan, { grips, index: i, at }, outlines),
        })),
        ...madeHandles(inputs),
      ],
    }
  },
}
const ordered = (fixed: Pair, other: Pair) => {
  const turn = (value: number) => ((value % 1) + 1) % 1
  // Going round from the fixed pair, the other should be about as far on both outlines.
  return Math.abs(turn(other.from - fixed.from) - turn(other.to - fixed.to)) < 0.4
}

/** Errors: PlanRefused when both ends are one shape. */
function refuseSame(from: string, to: string): void {
  if (from !== to) return
  throw new PlanRefused('Both ends are the same shape.', {
    words: from === 'made-round' ? 'Into a star' : 'Into a round',
    inputs: { to: from === 'made-round' ? 'made-star' : 'made-round' },
  })
}

/** A drawing that is there, and not a shape made here. */
const existing = (id: string): string | undefined => (MADE[id] ? undefined : id)

interface Timing {
  /** The frame, from the change's first, at which each drawing before the last begins. */
  readonly starts: readonly number[]
  /** Frames from the first shape to the last. */
  readonly span: number
  /** Where the first shape is a drawing: the frame it is first shown at. */
  readonly begins: number | undefined
}
/** When the change's drawings begin. Errors: PlanRefused where drawings that are there leave no room. */
function timingOf(inputs: Inputs, context: PlanContext): Timing {
  const { n, s, held } = reading(inputs)
  const sheet = exposuresOf(context.scene, context.level, context.take)
  const firstOf = (id: string) => (MADE[id] ? undefined : firstFrameOf(sheet, id))
  const [begins, ends] = [firstOf(s('from')), firstOf(s('to'))]
  if (begins !== undefined && begins !== context.frame)
    throw new PlanRefused(`The first shape is first shown at frame ${begins}: open this there, or change another.`, {
      words: 'A drop made here',
      inputs: { from: 'made-drop' },
    })
  const opening = n('opening')
  const { frameAt, nearest } = patternReader(held())
  // Between two drawings that are there the frames are theirs.
  const last = nearest(Math.max(2, n('frames')), { least: 2 })
  let span = frameAt(last)
  if (begins !== undefined && ends !== undefined) {
    span = ends - begins - opening
    if (span < frameAt(1) + 1)
      throw new PlanRefused('There is no frame for an inbetween between these two drawings.', {
        words: 'No opening hold',
        inputs: { opening: 0 },
      })
  }
  const starts = Array.from({ length: 500 }, (_, i) => frameAt(i)).filter((frame) => frame < span)
  return { starts, span, begins }
}

function outlinesOf(inputs: Inputs, context: PlanContext): Outlines {
  const { n, s } = reading(inputs)
  const size = n('size')
  return {
    from: outlineOf(s('from'), context, { x: n('fromX'), y: n('y') }, size),
    to: outlineOf(s('to'), context, { x: n('toX'), y: n('y') }, size),
  }
}
type Outlines = Pick<MorphOptions, 'from' | 'to'>

/** Points of the first outline that are offered to be put together by hand. */
const gripsOf = ({ from }: MorphPlan, pairs: readonly Pair[]): number[] =>
  pairs.length > 0
    ? pairs.map(({ from: share }) => Math.round(share * from.length) % from.length)
    : Array.from({ length: GRIPS }, (_, i) => Math.round((i * from.length) / GRIPS))

const pointsOf = (flat: readonly number[]): Point[] =>
  Array.from({ length: flat.length / 2 }, (_, i) => ({ x: flat[2 * i]!, y: flat[2 * i + 1]! }))
const middleOf = (flat: readonly number[]) => ({
  x: flat.reduce((sum, value, i) => sum + (i % 2 === 0 ? value : 0), 0) / (flat.length / 2),
  y: flat.reduce((sum, value, i) => sum + (i % 2 === 1 ? value : 0), 0) / (flat.length / 2),
})

function drawingsOf(
  plan: MorphPlan,
  { fractions, grips }: { fractions: readonly number[]; grips: readonly number[] },
  inputs: Inputs,
): MotionDrawing[] {
  const { s } = reading(inputs)
  const ties = grips.map((grip) => lineThrough([plan.from[grip]!, plan.to[grip]!], { tone: 'help' }))
  return fractions.map((share, i): MotionDrawing => {
    const end = i === 0 ? existing(s('from')) : i === fractions.length - 1 ? existing(s('to')) : undefined
    return {
      role: i === 0 || i === fractions.length - 1 ? 'key' : 'inbetween',
      shapes: [lineThrough(pointsOf(plan.shapes[i]!), { closed: true }), ...(i === 0 ? ties : [])],
      targets: { middle: middleOf(plan.shapes[i]!) },
      share,
      ...(end !== undefined && { existing: end }),
    }
  })
}

/** A share as it is written. */
const share = (at: number) => Number(at.toFixed(4))

/** The place round the second outline nearest to a point. */
function nearestShare(plan: MorphPlan, at: Point): number {
  const ring = plan.to
  const k = ring.reduce(
    (best, place, i) =>
      Math.hypot(place.x - at.x, place.y - at.y) < Math.hypot(ring[best]!.x - at.x, ring[best]!.y - at.y) ? i : best,
    0,
  )
  return plan.matched[k]!
}

/** The pairs once a grip is pulled to another place of the second outline. */
function corrected(
  plan: MorphPlan,
  { grips, index, at }: { grips: readonly number[]; index: number; at: Point },
  outlines: Outlines,
): Inputs {
  const now = grips.map((grip) => ({ from: share(grip / plan.from.length), to: share(plan.matched[grip]!) }))
  const wished = now.map((pair, i) => (i === index ? { ...pair, to: share(nearestShare(plan, at)) } : pair))
  // A pair pulled past its neighbours takes them out of its way.
  const kept = wished.filter((pair, i) => i === index || ordered(wished[index]!, pair))
  try {
    planMorph({ ...outlines, fractions: [0.5], area: 'even', pairs: kept })
    return { pairs: written(kept) }
  } catch {
    return { pairs: written([wished[index]!]) }
  }
}

function notesOf(
  plan: MorphPlan,
  { pairs, timing }: { pairs: readonly Pair[]; timing: Timing },
  inputs: Inputs,
): PlanNote[] {
  const asked = reading(inputs).n('frames')
  const notes: PlanNote[] = [
    { words: `Its area goes from ${Math.round(plan.areas[0]!)} to ${Math.round(plan.areas.at(-1)!)} px².` },
  ]
  if (pairs.length > 0)
    notes.push({
      words: `${pairs.length} points are put together by hand.`,
      nearest: { words: 'Match them anew', inputs: { pairs: '' } },
    })
  if (timing.begins === undefined && timing.span !== asked)
    notes.push({
      words: `It takes ${counted(timing.span, 'frame')} where ${asked} were asked for, so that both ends fall on drawings.`,
      nearest: { words: counted(timing.span, 'frame'), inputs: { frames: timing.span } },
    })
  return notes
}

/** Shapes made here can be moved about. */
function madeHandles(inputs: Inputs): Handle[] {
  const { n, s } = reading(inputs)
  return [
    ...(MADE[s('from')]
      ? [
          {
            id: 'from',
            words: 'The first shape',
            x: n('fromX'),
            y: n('y'),
            drag: (at: Point) => ({ fromX: stepped(FIELDS.fromX, at.x), y: stepped(FIELDS.y, at.y) }),
          },
        ]
      : []),
    ...(MADE[s('to')]
      ? [
          {
            id: 'to',
            words: 'The second shape',
            x: n('toX'),
            y: n('y'),
            drag: (at: Point) => ({ toX: stepped(FIELDS.toX, at.x), y: stepped(FIELDS.y, at.y) }),
          },
        ]
      : []),
  ]
}
