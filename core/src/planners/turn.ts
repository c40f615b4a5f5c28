import { clamp } from '../base/clamp'
import { planTurn, type TurnDrawing } from '../motion/planned/turn'
import { patternReader } from '../timing/exposure-pattern'
import {
  EXPOSURE,
  number,
  reading,
  stepped,
  type MotionDrawing,
  type Inputs,
  type Handle,
  type Graph,
  type Planner,
  type PlanNote,
  place,
} from './planner'
import { lineThrough, round } from './figures/figure'
import { OPENING, openingAt } from './opening'
import type { Point } from '../geometry/matrix'
import type { GuideShape } from '../scene/schema'

const FIELDS = {
  drawings: number('drawings', 'Drawings, both ends among them', '', [3, 60]),
  from: number('from', 'Looks at first', '°', [-90, 90], 1, '0 to the front, positive to the right'),
  to: number('to', 'Looks at last', '°', [-90, 90]),
  radius: number('radius', 'Radius of the head', 'px', [4, 2000]),
  dip: number('dip', 'Dips by', 'px', [-1000, 1000]),
  rest: number('rest', 'Held after it', 'frames', [1, 96]),
  x: place('x', 'Middle, across', 'across'),
  y: place('y', 'Middle, down', 'down'),
} as const
const FEATURES = [
  { name: 'left eye', across: -0.36, down: -0.16 },
  { name: 'right eye', across: 0.36, down: -0.16 },
  { name: 'nose', across: 0, down: 0.14 },
  { name: 'mouth', across: 0, down: 0.48 },
] as const

/** A head turned from one side to the other by way of a dip. */
export const turn: Planner = {
  id: 'turn',
  name: 'Turn',
  about: 'A head from one side to the other by way of a dip; its features ride on a round.',
  fields: () => [
    FIELDS.drawings,
    FIELDS.from,
    FIELDS.to,
    FIELDS.dip,
    EXPOSURE,
    FIELDS.radius,
    FIELDS.rest,
    OPENING,
    FIELDS.x,
    FIELDS.y,
  ],
  start(context) {
    const { width, height, fps } = context.scene.settings
    return {
      drawings: 9,
      from: -48,
      to: 48,
      dip: Math.round(height * 0.06),
      exposure: '2',
      radius: Math.round(height * 0.22),
      rest: Math.round(fps / 2),
      opening: openingAt(context),
      x: Math.round(width / 2),
      y: Math.round(height * 0.45),
    }
  },
  presets: [
    { id: 'quick', words: 'a quick look', inputs: () => ({ drawings: 5, exposure: '1' }) },
    { id: 'slow', words: 'a slow turn', inputs: () => ({ drawings: 13, exposure: '2' }) },
  ],
  plan(inputs) {
    const { n, held } = reading(inputs)
    const [count, exposure] = [n('drawings'), held()]
    const plan = turnPlan(inputs)
    const { held: last } = patternReader(exposure)
    return {
      drawings: drawingsOf(plan, inputs),
      cycle: false,
      lead: 'nose',
      exposures: plan.map((_, i) => ({
        drawing: i,
        frames: i === count - 1 ? n('rest') : last(i) + (i === 0 ? n('opening') : 0),
      })),
      notes: notesOf(inputs),
      graphs: [yawGraph(plan, n('opening'))],
      handles: handlesOf(inputs),
    }
  },
}

const radians = (degrees: number) => (degrees * Math.PI) / 180

function turnPlan(inputs: Inputs): TurnDrawing[] {
  const { n, held } = reading(inputs)
  return planTurn({
    drawings: n('drawings'),
    exposure: held(),
    from: radians(n('from')),
    to: radians(n('to')),
    radius: n('radius'),
    dip: n('dip'),
    features: FEATURES,
  })
}

function drawingsOf(plan: readonly TurnDrawing[], inputs: Inputs): MotionDrawing[] {
  const { n } = reading(inputs)
  const [x, y, radius, count] = [n('x'), n('y'), n('radius'), plan.length]
  const middle = plan.reduce((best, each, i) => (Math.abs(each.dip) > Math.abs(plan[best]!.dip) ? i : best), 0)
  return plan.map((drawing, i): MotionDrawing => {
    const at = { x, y: y + drawing.dip }
    const end = i === 0 || i === count - 1
    const placed = drawing.features.map((feature) => ({ ...feature, x: x + feature.x, y: y + feature.y }))
    return {
      role: end ? 'key' : i === middle && count > 2 ? 'breakdown' : 'inbetween',
      shapes: [
        round({ at, radius }),
        faceLine(at, radius, drawing.yaw),
        ...placed.filter(({ wide }) => wide > 0.05).map((feature) => featureShape(feature, radius)),
      ],
      // The features go with the head: two landmarks say all of it.
      targets: { nose: { x: placed[2]!.x, y: placed[2]!.y }, head: at },
    }
  })
}

/** The middle line of the face, from brow to chin, lies on the round too. */
function faceLine(at: Point, radius: number, yaw: number): GuideShape {
  const half = (down: number) => radius * Math.sqrt(1 - down * down)
  const line = Array.from({ length: 13 }, (_, k) => -0.9 + (1.8 * k) / 12).map((down) => ({
    x: at.x + half(down) * Math.sin(yaw),
    y: at.y + radius * down,
  }))
  return lineThrough(line, { tone: 'help' })
}

const featureShape = ({ name, wide, x, y }: TurnDrawing['features'][number], radius: number): GuideShape =>
  round({
    at: { x, y },
    radius: radius * (name === 'nose' ? 0.09 : name === 'mouth' ? 0.16 : 0.11),
    along: Math.max(0.2, wide),
    across: name === 'mouth' ? 0.4 : 1,
  })

function notesOf(inputs: Inputs): PlanNote[] {
  const { n } = reading(inputs)
  const radius = n('radius')
  return [
    {
      words: `Features crowd where the head curves away: the nose goes ${(Math.abs(Math.sin(radians(n('to'))) - Math.sin(radians(n('from')))) * radius).toFixed(0)} px altogether.`,
    },
    ...(n('dip') === 0
      ? [
          {
            words: 'Without a dip a turn looks like a sign on a pole.',
            caution: true as const,
            nearest: { words: 'A small dip', inputs: { dip: Math.round(radius * 0.2) } },
          },
        ]
      : []),
  ]
}

const yawGraph = (plan: readonly TurnDrawing[], opening: number): Graph => ({
  id: 'yaw',
  words: 'Turned',
  unit: '°',
  points: plan.map(({ frame, yaw }, i) => ({
    frame: 1 + frame + (i > 0 ? opening : 0),
    value: (yaw * 180) / Math.PI,
  })),
})

function handlesOf(inputs: Inputs): Handle[] {
  const { n } = reading(inputs)
  const [x, y, radius] = [n('x'), n('y'), n('radius')]
  return [
    {
      id: 'dip',
      words: 'How far it dips',
      x,
      y: y + n('dip'),
      drag: (to) => ({ dip: stepped(FIELDS.dip, to.y - y) }),
    },
    {
      id: 'radius',
      words: 'Side of the head',
      x: x + radius,
      y,
      drag: (to) => ({ radius: stepped(FIELDS.radius, to.x - x) }),
    },
    {
      id: 'from',
      words: 'Where it looks at first',
      x: x + radius * Math.sin(radians(n('from'))),
      y: y + radius * 0.14,
      drag: (to) => ({
        from: stepped(FIELDS.from, (Math.asin(clamp((to.x - x) / radius, -1, 1)) * 180) / Math.PI),
      }),
    },
    {
      id: 'to',
      words: 'Where it looks at last',
      x: x + radius * Math.sin(radians(n('to'))),
      y: y + radius * 0.14,
      drag: (to) => ({
        to: stepped(FIELDS.to, (Math.asin(clamp((to.x - x) / radius, -1, 1)) * 180) / Math.PI),
      }),
    },
    {
      id: 'top',
      words: 'Where the head is',
      x,
      y: y - radius,
      drag: (to) => ({ x: stepped(FIELDS.x, to.x), y: stepped(FIELDS.y, to.y + radius) }),
    },
  ]
}
