import { clamp } from '../base/clamp'
import { planMove, type MovePlan } from '../motion/planned/move'
import { patternReader } from '../timing/exposure-pattern'
import {
  asked,
  EXPOSURE,
  number,
  reading,
  stepped,
  type Inputs,
  type Handle,
  type MotionDrawing,
  type Planner,
  type PlanNote,
  place,
} from './planner'
import { round } from './figures/figure'
import { OPENING, openingAt } from './opening'
import type { Point } from '../geometry/matrix'

const FIELDS = {
  frames: number('frames', 'The move takes', 'frames', [1, 240]),
  before: number('before', 'Goes back first over', 'frames', [0, 96]),
  back: number('back', 'and by', '% of the way', [0, 50]),
  over: number('over', 'Comes back over', 'frames', [0, 96], 1, 'After going too far'),
  beyond: number('beyond', 'having gone too far by', '% of the way', [0, 50]),
  settle: number('settle', 'Settles for', 'frames', [0, 96]),
  parts: number('parts', 'Parts', '', [1, 6]),
  later: number('later', 'Each part later by', 'frames', [0, 24]),
  radius: number('radius', 'Radius of a part', 'px', [2, 600]),
  rest: number('rest', 'Held after it', 'frames', [1, 96]),
  fromX: place('fromX', 'From, across', 'across'),
  fromY: place('fromY', 'From, down', 'down'),
  toX: place('toX', 'To, across', 'across'),
  toY: place('toY', 'To, down', 'down'),
} as const

/** A move that goes back first, goes too far and settles; its parts one after the other. */
export const move: Planner = {
  id: 'move',
  name: 'Move',
  about: 'Goes back first, goes too far, settles; loose parts arrive later.',
  fields: () => [
    FIELDS.frames,
    FIELDS.before,
    FIELDS.back,
    FIELDS.over,
    FIELDS.beyond,
    FIELDS.settle,
    EXPOSURE,
    FIELDS.parts,
    asked(FIELDS.later, ({ parts }) => Number(parts) > 1),
    FIELDS.rest,
    OPENING,
    FIELDS.radius,
    FIELDS.fromX,
    FIELDS.fromY,
    FIELDS.toX,
    FIELDS.toY,
  ],
  start(context) {
    const { width, height, fps } = context.scene.settings
    const some = (seconds: number) => Math.max(2, 2 * Math.round((fps * seconds) / 2))
    return {
      frames: some(0.58),
      before: some(0.33),
      back: 16,
      over: some(0.25),
      beyond: 12,
      settle: some(0.25),
      exposure: '2',
      parts: 3,
      later: some(0.16),
      radius: Math.round(height * 0.06),
      rest: some(0.5),
      opening: openingAt(context),
      fromX: Math.round(width * 0.28),
      fromY: Math.round(height * 0.5),
      toX: Math.round(width * 0.7),
      toY: Math.round(height * 0.5),
    }
  },
  presets: [
    { id: 'snap', words: 'a snap', inputs: () => ({ frames: 4, before: 6, back: 25, over: 4, beyond: 20 }) },
    {
      id: 'heavy',
      words: 'heavy',
      inputs: ({
        scene: {
          settings: { fps },
        },
      }) => ({ frames: fps, before: Math.round(fps / 2), back: 10, over: Math.round(fps / 3), beyond: 5 }),
    },
    { id: 'plain', words: 'plain', inputs: () => ({ before: 0, over: 0 }) },
  ],
  plan(inputs) {
    const { n, held } = reading(inputs)
    const { held: lasts, frameAt } = patternReader(held())
    const move = moveOf(inputs)
    const drawings = drawingsOf(move, inputs)
    const opening = n('opening')
    return {
      drawings,
      cycle: false,
      lead: partName(0, n('parts')),
      notes: notesOf(move, inputs),
      exposures: drawings.map((_, i) => ({
        drawing: i,
        frames: i === drawings.length - 1 ? n('rest') : lasts(i) + (i === 0 ? opening : 0),
      })),
      graphs: [
        {
          id: 'way',
          words: 'Share of the way',
          unit: '%',
          points: drawings.map((_, i) => ({
            frame: 1 + frameAt(i) + (i > 0 ? opening : 0),
            value: valueAt(move.plan, frameAt(i)) * 100,
          })),
        },
      ],
      handles: handlesOf(inputs),
    }
  },
}

/** A move whose keys fall on drawings, and by how many frames each was moved for it. */
interface Snapped {
  readonly plan: MovePlan
  /** Frames of the anticipation, the move, and the way back or the settle. */
  readonly took: { readonly before: number; readonly frames: number; readonly back: number }
  readonly shift: readonly number[]
}
function moveOf(inputs: Inputs): Snapped {
  const { n, held } = reading(inputs)
  const { frameAt, nearest } = patternReader(held())
  // Every key of the first part falls on a drawing.
  let at = 0
  const asked = { before: n('before'), frames: n('frames'), back: n('over') + n('settle') }
  const snapped = (frames: number) => {
    if (frames === 0) return 0
    const next = nearest(frames, { from: at, least: 1 })
    const took = frameAt(next) - frameAt(at)
    at = next
    return took
  }
  const [before, frames] = [snapped(asked.before), snapped(asked.frames)]
  const over = n('over') > 0
  const back = over ? snapped(asked.back) : snapped(n('settle'))
  const plan: MovePlan = planMove({
    from: 0,
    to: 1,
    frames,
    anticipation: { share: n('back') / 100, frames: before },
    overshoot: over ? { share: n('beyond') / 100, frames: back } : { share: 0, frames: 0 },
    settle: { frames: over ? 0 : back },
  })
  const shift = [before - asked.before, frames - asked.frames, back - (over ? asked.back : n('settle'))]
  return { plan, took: { before, frames, back }, shift }
}

const valueAt = ({ values, frames }: MovePlan, frame: number) => values[clamp(frame, 0, frames)]!
const partName = (part: number, parts: number) => (parts === 1 ? 'part' : `part ${part + 1}`)
const ends = ({ n }: ReturnType<typeof reading>) => ({
  from: { x: n('fromX'), y: n('fromY') },
  to: { x: n('toX'), y: n('toY') },
})

function drawingsOf({ plan }: Snapped, inputs: Inputs): MotionDrawing[] {
  const { n, held } = reading(inputs)
  const { frameAt, nearest } = patternReader(held())
  const [parts, later, radius] = [n('parts'), n('later'), n('radius')]
  // The last drawing begins when the last part rests, or after.
  const rests = plan.frames + later * (parts - 1)
  const nearRest = nearest(rests, { least: 1 })
  const count = (frameAt(nearRest) < rests ? nearRest + 1 : nearRest) + 1
  const placeOf = placesOf(plan, inputs)
  const keys = new Set(plan.keys.map(({ frame }) => frame))
  // Where a part turns back its way turns sharply, on the drawing nearest to it.
  const turnsAt = (part: number) =>
    new Set(
      plan.keys
        .filter(({ what }) => what === 'anticipation' || what === 'overshoot')
        .map((key) => nearest(key.frame + later * part)),
    )
  return Array.from({ length: count }, (_, i): MotionDrawing => {
    const frame = frameAt(i)
    return {
      role: i === 0 || i === count - 1 || keys.has(frame) ? 'key' : 'inbetween',
      shapes: Array.from({ length: parts }, (_, part) =>
        round({ at: placeOf(part, frame), radius: radius * (1 - part * 0.08) }),
      ),
      targets: Object.fromEntries(
        Array.from({ length: parts }, (_, part) => [
          partName(part, parts),
          { ...placeOf(part, frame), ...(turnsAt(part).has(i) && { corner: true }) },
        ]),
      ),
    }
  })
}

/** Where a part is at a frame: parts lie beside one another, each later than the one before. */
function placesOf(plan: MovePlan, inputs: Inputs): (part: number, frame: number) => Point {
  const read = reading(inputs)
  const [parts, later, radius] = [read.n('parts'), read.n('later'), read.n('radius')]
  const { from, to } = ends(read)
  const long = Math.hypot(to.x - from.x, to.y - from.y) || 1
  const side = { x: -(to.y - from.y) / long, y: (to.x - from.x) / long }
  return (part: number, frame: number) => {
    const share = valueAt(plan, frame - later * part)
    const off = (part - (parts - 1) / 2) * radius * 2.3
    return { x: from.x + (to.x - from.x) * share + side.x * off, y: from.y + (to.y - from.y) * share + side.y * off }
  }
}

function notesOf({ took: { before, frames, back }, shift }: Snapped, inputs: Inputs): PlanNote[] {
  const { n } = reading(inputs)
  const notes: PlanNote[] = []
  if (shift.some((off) => off !== 0))
    notes.push({
      words: `Keys moved by up to ${Math.max(...shift.map(Math.abs))} frames so that each falls on a drawing.`,
      nearest: {
        words: 'Take those frames over',
        inputs: { before, frames, ...(n('over') > 0 ? { over: Math.max(1, back - n('settle')) } : { settle: back }) },
      },
    })
  if (n('parts') > 2 && n('later') < 2)
    notes.push({
      words: 'All parts land within a frame of each other: it stops like a machine.',
      caution: true,
      nearest: { words: 'Each two frames later', inputs: { later: 2 } },
    })
  return notes
}

function handlesOf(inputs: Inputs): Handle[] {
  const read = reading(inputs)
  const { n } = read
  const { from, to } = ends(read)
  const long = Math.hypot(to.x - from.x, to.y - from.y) || 1
  const share = (value: number) => ({ x: from.x + (to.x - from.x) * value, y: from.y + (to.y - from.y) * value })
  const along = (p: { x: number; y: number }) =>
    ((p.x - from.x) * (to.x - from.x) + (p.y - from.y) * (to.y - from.y)) / (long * long)
  return [
    {
      id: 'from',
      words: 'From',
      ...from,
      drag: (p) => ({ fromX: stepped(FIELDS.fromX, p.x), fromY: stepped(FIELDS.fromY, p.y) }),
    },
    {
      id: 'to',
      words: 'To',
      ...to,
      drag: (p) => ({ toX: stepped(FIELDS.toX, p.x), toY: stepped(FIELDS.toY, p.y) }),
    },
    {
      id: 'back',
      words: 'How far back it goes first',
      ...share(-n('back') / 100),
      drag: (p) => ({ back: stepped(FIELDS.back, -along(p) * 100) }),
    },
    {
      id: 'beyond',
      words: 'How far too far it goes',
      ...share(1 + n('beyond') / 100),
      drag: (p) => ({ beyond: stepped(FIELDS.beyond, (along(p) - 1) * 100) }),
    },
  ]
}
