import { counted } from '../base/counted'
import { planBounce, suggestBounce, type BounceOptions, type BouncePlan } from '../motion/planned/bounce'
import { patternReader } from '../timing/exposure-pattern'
import {
  EXPOSURE,
  number,
  PlanRefused,
  reading,
  stepped,
  type Graph,
  type Handle,
  type Inputs,
  type MotionDrawing,
  type Planner,
  type PlanContext,
  type PlanNote,
  place,
  GROUND,
} from './planner'
import { groundLine, nearestTo, round } from './figures/figure'
import { OPENING, openingAt } from './opening'

const percent = (share: number) => `${share > 0 ? '+' : share < 0 ? '−' : ''}${Math.abs(share * 100).toFixed(1)} %`

const FIELDS = {
  drop: number('drop', 'Height of the drop', 'px', [10, 4000]),
  fall: number('fall', 'First fall', 'frames', [1, 120]),
  keeps: number('keeps', 'Speed kept at each contact', '', [0, 0.98], 0.01, '0 is clay, 0.7 a rubber ball'),
  radius: number('radius', 'Radius', 'px', [2, 1000]),
  travel: number('travel', 'Travel', 'px a frame', [-200, 200], 0.1),
  hops: number('hops', 'Hops after the first contact', '', [0, 30]),
  roll: number('roll', 'Rolls to a stop over', 'frames', [0, 240]),
  squash: number('squash', 'Squash at the first contact', '', [0, 1.5], 0.01),
  stretch: number('stretch', 'Stretch at the first contact', '', [0, 1.5], 0.01),
  x: place('x', 'Drops from, across', 'across'),
  ground: GROUND,
} as const

const optionsOf = (inputs: Inputs, { scene }: PlanContext): BounceOptions => {
  const { n, held } = reading(inputs)
  return {
    fps: scene.settings.fps,
    exposure: held(),
    dropHeight: n('drop'),
    firstFall: n('fall'),
    restitution: n('keeps'),
    radius: n('radius'),
    travel: n('travel'),
    bounces: n('hops'),
    squash: n('squash'),
    stretch: n('stretch'),
    ...(n('roll') > 0 && { roll: n('roll') }),
  }
}

/** A dropped thing: contacts on drawings, hops that die away, a roll to a stop. */
export const bounce: Planner = {
  id: 'bounce',
  name: 'Bounce',
  about: 'A dropped thing that hops and comes to rest.',
  fields: () => [
    FIELDS.drop,
    FIELDS.fall,
    FIELDS.keeps,
    FIELDS.hops,
    FIELDS.roll,
    EXPOSURE,
    FIELDS.radius,
    FIELDS.travel,
    FIELDS.squash,
    FIELDS.stretch,
    OPENING,
    FIELDS.x,
    FIELDS.ground,
  ],
  start(context) {
    const { width, height, fps } = context.scene.settings
    return {
      drop: Math.round(height * 0.55),
      fall: Math.max(2, Math.round(fps / 3)),
      keeps: 0.68,
      hops: 3,
      roll: Math.round(fps * 0.75),
      exposure: '1',
      radius: Math.round(height * 0.06),
      travel: stepped(FIELDS.travel, (width * 0.66) / (fps * 1.9)),
      squash: 0.4,
      stretch: 0.35,
      opening: openingAt(context),
      x: Math.round(width * 0.16),
      ground: Math.round(height * 0.86),
    }
  },
  presets: [
    { id: 'rubber', words: 'rubber', inputs: () => ({ keeps: 0.78, squash: 0.5, stretch: 0.4, hops: 5 }) },
    { id: 'fruit', words: 'a fruit', inputs: () => ({ keeps: 0.55, squash: 0.15, stretch: 0.12, hops: 3 }) },
    { id: 'stone', words: 'a stone', inputs: () => ({ keeps: 0.3, squash: 0, stretch: 0, hops: 1 }) },
  ],
  plan(inputs, context) {
    const { n } = reading(inputs)
    const options = optionsOf(inputs, context)
    const plan = planBounce(options)
    refuseUnseen(plan, options)
    const opening = n('opening')
    const lasts = plan.drawings.map(({ frame }, i) => (plan.drawings[i + 1]?.frame ?? plan.frames) - frame)
    return {
      drawings: drawingsOf(plan, inputs),
      exposures: lasts.map((frames, i) => ({ drawing: i, frames: frames + (i === 0 ? opening : 0) })),
      cycle: false,
      lead: 'middle',
      ground: n('ground'),
      notes: notesOf(plan, options),
      graphs: [squashGraph(plan, opening)],
      handles: handlesOf(plan, inputs),
    }
  },
}

/** Hops nobody would see. Errors: PlanRefused with the nearest that can be seen. */
function refuseUnseen(plan: BouncePlan, options: BounceOptions): void {
  if (options.bounces > 0 && options.dropHeight * options.restitution ** 2 < 1)
    throw new PlanRefused('With so little speed kept it does not hop at all.', {
      words: 'No hops',
      inputs: { hops: 0 },
    })
  const { nearest } = patternReader(options.exposure)
  const short = plan.hops.findIndex(
    ({ trueFrames, from }, i) => i > 0 && nearest(trueFrames, { from: nearest(from) }) - nearest(from) < 2,
  )
  if (short > 0)
    throw new PlanRefused(
      `Hop ${short} would take ${plan.hops[short]!.trueFrames.toFixed(1)} frames, which is shorter than two drawings: nobody would see it hop.`,
      {
        words: short === 1 ? 'No hops' : `${short - 1} ${short === 2 ? 'hop' : 'hops'}`,
        inputs: { hops: short - 1 },
      },
    )
}

function drawingsOf(plan: BouncePlan, inputs: Inputs): MotionDrawing[] {
  const { n } = reading(inputs)
  const [x, ground] = [n('x'), n('ground')]
  const apexes = new Set(
    plan.hops.slice(1).map(({ from, to }) =>
      nearestTo(
        plan.drawings.map(({ frame }) => frame),
        (from + to) / 2,
      ),
    ),
  )
  return plan.drawings.map((drawing, i): MotionDrawing => {
    const at = { x: x + drawing.centre.x, y: ground + drawing.centre.y }
    const key = (drawing.contact && !drawing.rolling) || i === 0 || i === plan.drawings.length - 1
    const corner = drawing.contact && !drawing.rolling && i < plan.drawings.length - 1
    return {
      role: key ? 'key' : apexes.has(drawing.frame) ? 'breakdown' : 'inbetween',
      shapes: [
        round({ at, radius: n('radius'), along: drawing.along, across: drawing.across, way: drawing.way }),
        groundLine(ground, at.x - n('radius') * 1.6, at.x + n('radius') * 1.6),
      ],
      targets: { middle: { ...at, ...(corner && { corner }) } },
    }
  })
}

function notesOf(plan: BouncePlan, options: BounceOptions): PlanNote[] {
  const notes: PlanNote[] = plan.hops.slice(1).map((hop, i) => ({
    words: `Hop ${i + 1}: ${counted(hop.frames, 'frame')} where ${hop.trueFrames.toFixed(1)} would be true; gravity ${percent(hop.gravityError)}.`,
    ...(Math.abs(hop.gravityError) > 0.2 && { caution: true as const }),
  }))
  if (plan.hops.length > 1) {
    const better = suggestBounce(options)
    if (better.worst < plan.worst - 0.005)
      notes.push({
        words: `The worst hop is bent by ${(plan.worst * 100).toFixed(1)} %.`,
        nearest: {
          words: `First fall ${counted(better.firstFall, 'frame')}, speed kept ${better.restitution.toFixed(3)}: bent by ${(better.worst * 100).toFixed(1)} % at most`,
          inputs: { fall: better.firstFall, keeps: Number(better.restitution.toFixed(3)) },
        },
      })
  }
  if (plan.hops.length - 1 < options.bounces)
    notes.push({
      words: `Only ${plan.hops.length - 1} hops are high enough to see.`,
      nearest: { words: `${plan.hops.length - 1} hops`, inputs: { hops: plan.hops.length - 1 } },
    })
  return notes
}

const squashGraph = (plan: BouncePlan, opening: number): Graph => ({
  id: 'squash',
  words: 'Squash and stretch',
  unit: '%',
  points: plan.drawings.map((drawing) => ({
    frame: 1 + drawing.frame + (drawing.frame > 0 ? opening : 0),
    value: (drawing.along - 1) * 100,
  })),
})

function handlesOf(plan: BouncePlan, inputs: Inputs): Handle[] {
  const { n } = reading(inputs)
  const [x, ground] = [n('x'), n('ground')]
  const right = ground - n('radius')
  const [, first] = plan.hops
  const apex = first && { x: x + (n('travel') * (first.from + first.to)) / 2, y: right - first.height }
  return [
    {
      id: 'top',
      words: 'Top of the drop',
      x,
      y: right - n('drop'),
      drag: (to) => ({ drop: stepped(FIELDS.drop, right - to.y), x: stepped(FIELDS.x, to.x) }),
    },
    ...(apex
      ? [
          {
            id: 'apex',
            words: 'Top of the first hop',
            ...apex,
            drag: (to: { x: number; y: number }) => ({
              keeps: stepped(FIELDS.keeps, Math.sqrt(Math.max(0, right - to.y) / n('drop'))),
              travel: stepped(FIELDS.travel, ((to.x - x) * 2) / (first.from + first.to)),
            }),
          },
        ]
      : []),
    {
      id: 'side',
      words: 'Side of the ball',
      x: x + n('radius'),
      y: right - n('drop'),
      drag: (to) => ({ radius: stepped(FIELDS.radius, to.x - x) }),
    },
    {
      id: 'ground',
      words: 'Ground',
      x: x - n('radius') * 1.5,
      y: ground,
      drag: (to) => ({ ground: stepped(FIELDS.ground, to.y) }),
    },
  ]
}
