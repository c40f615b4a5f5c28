import { counted } from '../base/counted'
import { planSwing, type SwingPlan } from '../motion/planned/swing'
import {
  asked,
  choice,
  EXPOSURE,
  number,
  reading,
  stepped,
  type MotionDrawing,
  type Inputs,
  type Handle,
  type Planner,
  type PlanNote,
  place,
} from './planner'
import { lineThrough, round } from './figures/figure'
import { OPENING, openingAt } from './opening'

const FIELDS = {
  from: choice('from', 'The time of a swing', [
    { id: 'length', words: 'from its length' },
    { id: 'frames', words: 'from frames' },
  ]),
  period: number('period', 'There and back, from frames', 'frames', [4, 480]),
  scale: number('scale', 'A metre, from length', 'px', [5, 20_000]),
  length: number('length', 'Length', 'px', [4, 4000]),
  wide: number('wide', 'Swings to each side by', '°', [1, 90]),
  keeps: number('keeps', 'Of its width each swing keeps', '', [0, 1], 0.01, '1 swings for ever and is a cycle'),
  swings: number('swings', 'Swings', '', [1, 40]),
  weight: number('weight', 'Radius of the weight', 'px', [1, 1000]),
  x: place('x', 'Hangs at, across', 'across'),
  y: place('y', 'Hangs at, down', 'down'),
} as const

/** A pendulum, lamp or tail that swings. */
export const swing: Planner = {
  id: 'swing',
  name: 'Swing',
  about: 'Pendulum, lamp, tail: slow at its ends, fast below.',
  fields: () => [
    FIELDS.wide,
    FIELDS.length,
    FIELDS.from,
    asked(FIELDS.period, ({ from }) => from === 'frames'),
    FIELDS.scale,
    EXPOSURE,
    FIELDS.keeps,
    asked(FIELDS.swings, ({ keeps }) => keeps !== 1),
    FIELDS.weight,
    OPENING,
    FIELDS.x,
    FIELDS.y,
  ],
  start(context) {
    const { width, height, fps } = context.scene.settings
    return {
      from: 'frames',
      period: Math.round(fps * 1.5),
      scale: Math.round(height * 0.7),
      length: Math.round(height * 0.52),
      wide: 32,
      keeps: 1,
      swings: 1,
      exposure: '2',
      weight: Math.round(height * 0.06),
      opening: openingAt(context),
      x: Math.round(width / 2),
      y: Math.round(height * 0.16),
    }
  },
  presets: [
    { id: 'lamp', words: 'a lamp that dies away', inputs: () => ({ keeps: 0.6, swings: 3, wide: 38 }) },
    {
      id: 'tail',
      words: 'a tail',
      inputs: ({ scene }) => ({ keeps: 1, swings: 1, wide: 20, from: 'frames', period: scene.settings.fps }),
    },
  ],
  plan(inputs, { scene }) {
    const { n } = reading(inputs)
    const { fps } = scene.settings
    const plan = swingPlan(inputs, fps)
    const opening = plan.closes ? 0 : n('opening')
    const whole = plan.closes ? plan.period : plan.drawings.at(-1)!.frame
    return {
      drawings: drawingsOf(plan, inputs),
      exposures: plan.drawings.map(({ frame }, i) => ({
        drawing: i,
        frames:
          (plan.drawings[i + 1]?.frame ?? (plan.closes ? whole : frame + plan.drawings[1]!.frame)) -
          frame +
          (i === 0 ? opening : 0),
      })),
      cycle: plan.closes,
      lead: 'weight',
      notes: notesOf(plan, inputs, fps),
      graphs: [
        {
          id: 'angle',
          words: 'Angle',
          unit: '°',
          points: plan.drawings.map(({ frame, angle }, i) => ({
            frame: 1 + frame + (i > 0 ? opening : 0),
            value: (angle * 180) / Math.PI,
          })),
        },
      ],
      handles: handlesOf(inputs),
    }
  },
}

function swingPlan(inputs: Inputs, fps: number): SwingPlan {
  const { n, s, held } = reading(inputs)
  return planSwing({
    fps,
    exposure: held(),
    length: n('length'),
    amplitude: (n('wide') * Math.PI) / 180,
    ...(s('from') === 'frames' && { period: n('period') }),
    pixelsPerMetre: n('scale'),
    keeps: n('keeps'),
    swings: n('keeps') === 1 ? 1 : n('swings'),
  })
}

function drawingsOf(plan: SwingPlan, inputs: Inputs): MotionDrawing[] {
  const { n } = reading(inputs)
  const [x, y] = [n('x'), n('y')]
  const count = plan.drawings.length
  const perSwing = plan.closes ? count : (count - 1) / n('swings')
  return plan.drawings.map(({ at, angle }, i): MotionDrawing => {
    const place = { x: x + at.x, y: y + at.y }
    const quarter = (4 * i) / perSwing
    const end = Math.abs(quarter - 2 * Math.round(quarter / 2)) < 1e-9 || i === count - 1
    const middle = Math.abs(quarter - Math.round(quarter)) < 1e-9
    const out = { x: Math.sin(angle), y: Math.cos(angle) }
    return {
      role:
        (end && !(plan.closes && i === count - 1 && quarter % 2 !== 0)) || i === 0
          ? 'key'
          : middle
            ? 'breakdown'
            : 'inbetween',
      shapes: [
        lineThrough([
          { x, y },
          { x: place.x - out.x * n('weight'), y: place.y - out.y * n('weight') },
        ]),
        round({ at: place, radius: n('weight') }),
        round({ at: { x, y }, radius: Math.max(2, n('weight') * 0.15) }, 'help'),
      ],
      targets: { weight: place },
    }
  })
}

function notesOf(plan: SwingPlan, inputs: Inputs, fps: number): PlanNote[] {
  const { n, s } = reading(inputs)
  const byFrames = s('from') === 'frames'
  const notes: PlanNote[] = []
  if (Math.abs(plan.gravityError) >= 0.005)
    notes.push({
      words: `There and back in ${counted(plan.period, 'frame')} where ${plan.truePeriod.toFixed(1)} ${byFrames ? 'were asked for' : 'would be true'}: gravity bent by ${(plan.gravityError * 100).toFixed(1)} %.`,
      ...(Math.abs(plan.gravityError) > 0.2 && { caution: true as const }),
      nearest: { words: `From frames, ${plan.period}`, inputs: { from: 'frames', period: plan.period } },
    })
  const metres = n('length') / n('scale')
  const truly = 2 * Math.PI * Math.sqrt(metres / 9.81) * fps
  if (byFrames)
    notes.push({
      words: `A pendulum as long as this looks (${metres.toFixed(2)} m) takes ${truly.toFixed(1)} frames.`,
      nearest: { words: 'Take its time from its length', inputs: { from: 'length' } },
    })
  return notes
}

function handlesOf(inputs: Inputs): Handle[] {
  const { n } = reading(inputs)
  const [x, y] = [n('x'), n('y')]
  return [
    {
      id: 'weight',
      words: 'The end of its swing',
      x: x + n('length') * Math.sin((n('wide') * Math.PI) / 180),
      y: y + n('length') * Math.cos((n('wide') * Math.PI) / 180),
      drag: (to) => ({
        length: stepped(FIELDS.length, Math.hypot(to.x - x, to.y - y)),
        wide: stepped(FIELDS.wide, (Math.atan2(Math.abs(to.x - x), Math.max(0, to.y - y)) * 180) / Math.PI),
      }),
    },
    {
      id: 'hang',
      words: 'Where it hangs',
      x,
      y,
      drag: (to) => ({ x: stepped(FIELDS.x, to.x), y: stepped(FIELDS.y, to.y) }),
    },
  ]
}
