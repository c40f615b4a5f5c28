import { planSpray, type SprayPlan } from '../motion/planned/spray'
import { patternReader } from '../timing/exposure-pattern'
import type { GuideShape } from '../scene/schema'
import { lineThrough, limb, round } from './figures/figure'
import { openingAt } from './opening'
import {
  choice,
  EXPOSURE,
  graphOver,
  number,
  reading,
  stepped,
  type Handle,
  type Inputs,
  type MotionDrawing,
  type Planner,
  type PlanContext,
  type PlanNote,
  type TextField,
  place,
} from './planner'

const FIELDS = {
  kind: choice('kind', 'What flies', [
    { id: 'drops', words: 'drops' },
    { id: 'sparks', words: 'sparks' },
  ]),
  count: number('count', 'How many', '', [1, 60]),
  drawings: number('drawings', 'Gone within', 'drawings', [1, 48]),
  speed: number('speed', 'The fastest goes', 'px a frame', [0.5, 400], 0.5),
  aim: number('aim', 'Which way', '° from upright', [-180, 180]),
  spread: number('spread', 'Opens by', '°', [0, 360]),
  fall: number('fall', 'Falls faster each frame by', 'px a frame', [0, 60], 0.05),
  slowing: number('slowing', 'The air slows it by', '% at the end', [0, 95]),
  size: number('size', 'Size', 'px', [0.5, 400], 0.5),
  seed: number('seed', 'Another scatter', '', [0, 999]),
  x: place('x', 'Comes from, across', 'across'),
  y: place('y', 'Comes from, down', 'down'),
  opening: number('opening', 'Empty before it', 'frames', [0, 240]),
} as const
/** The lettering it comes at the end of; none otherwise. */
const OF: TextField = { kind: 'text', id: 'of', words: 'At the end of lettering' }

const paperOf = ({ scene }: PlanContext) => scene.settings
const half = (value: number) => Math.max(0.5, Math.round(value * 2) / 2)

/** What flies off where something ends: drops of ink, sparks. */
export const spray: Planner = {
  id: 'spray',
  name: 'Drops and sparks',
  about: 'A burst that flies apart, falls and is gone: ink off a pen, sparks, a splash.',
  fields: () => [
    FIELDS.kind,
    FIELDS.count,
    FIELDS.drawings,
    EXPOSURE,
    FIELDS.speed,
    FIELDS.aim,
    FIELDS.spread,
    FIELDS.fall,
    FIELDS.slowing,
    FIELDS.size,
    FIELDS.seed,
    FIELDS.opening,
    FIELDS.x,
    FIELDS.y,
    OF,
  ],
  start(context) {
    const { width, height } = paperOf(context)
    return {
      ...dropsOn(context),
      seed: 1,
      opening: openingAt(context),
      x: Math.round(width / 2),
      y: Math.round(height * 0.6),
      of: '',
    }
  },
  presets: [
    { id: 'drops', words: 'drops', inputs: dropsOn },
    {
      id: 'sparks',
      words: 'sparks',
      inputs: (context) => {
        const { height } = paperOf(context)
        return {
          ...{ kind: 'sparks', count: 14, drawings: 8, exposure: '1', aim: 0, spread: 300, slowing: 80 },
          ...{ speed: half(height * 0.055), fall: Math.round(height * 0.014) / 20, size: half(height * 0.007) },
        }
      },
    },
    {
      id: 'splash',
      words: 'a splash',
      inputs: (context) => {
        const { height } = paperOf(context)
        return {
          ...{ kind: 'drops', count: 16, drawings: 12, exposure: '2', aim: 0, spread: 110, slowing: 0 },
          ...{ speed: half(height * 0.026), fall: Math.round(height * 0.05) / 20, size: half(height * 0.014) },
        }
      },
    },
  ],
  plan(inputs) {
    const { n, held } = reading(inputs)
    const plan = planSpray({
      drawings: n('drawings'),
      exposure: held(),
      count: n('count'),
      speed: n('speed'),
      aim: radians(n('aim')),
      spread: radians(n('spread')),
      fall: n('fall'),
      slowing: n('slowing') / 100,
      seed: n('seed'),
    })
    const { held: lasts } = patternReader(held())
    const burst = plan.drawings.map((_, i) => ({ drawing: i, frames: lasts(i) }))
    const exposures = n('opening') > 0 ? [{ drawing: null, frames: n('opening') }, ...burst] : burst
    const bitsOf = (place: number) => plan.drawings[exposures[place]!.drawing ?? -1] ?? []
    return {
      drawings: plan.drawings.map((bits) => drawingOf(bits, inputs)),
      exposures,
      cycle: false,
      noCharts: true,
      handles: handlesOf(inputs),
      graphs: [
        graphOver({ id: 'bits', words: 'In the air', unit: '' }, exposures, (place) => bitsOf(place).length),
        graphOver({ id: 'reach', words: 'The furthest', unit: 'px' }, exposures, (place) =>
          Math.max(0, ...bitsOf(place).map(({ x, y }) => Math.hypot(x, y))),
        ),
      ],
      notes: notesOf(plan, inputs),
    }
  },
}

function dropsOn(context: PlanContext): Inputs {
  const { height } = paperOf(context)
  return {
    ...{ kind: 'drops', count: 7, drawings: 9, exposure: '2', aim: 20, spread: 90, slowing: 10 },
    ...{ speed: half(height * 0.014), fall: Math.round(height * 0.03) / 20, size: half(height * 0.009) },
  }
}

const radians = (degrees: number) => (degrees * Math.PI) / 180

type Bit = SprayPlan['drawings'][number][number]

/** Every shape is a new one: each drawing of a burst is a key. */
function drawingOf(bits: readonly Bit[], inputs: Inputs): MotionDrawing {
  const { n, s } = reading(inputs)
  const source = { x: n('x'), y: n('y') }
  const shapeOf = s('kind') === 'sparks' ? spark : drop
  const shapes = bits.map((bit) => shapeOf({ ...bit, x: source.x + bit.x, y: source.y + bit.y }, n('size'), n('speed')))
  const here = n('size') / 2
  return {
    role: 'key',
    shapes: [
      ...shapes,
      lineThrough(
        [
          { x: source.x - here, y: source.y },
          { x: source.x + here, y: source.y },
        ],
        { tone: 'help' },
      ),
    ],
    targets: {},
  }
}

/** Long while it is fast, its area kept. */
const STRETCH = 0.7
function drop({ x, y, dx, dy, age }: Bit, size: number, fastest: number): GuideShape {
  const along = 1 + STRETCH * Math.min(1, Math.hypot(dx, dy) / fastest)
  const radius = (size / 2) * (age > 0.75 ? 1 - (age - 0.75) * 2 : 1)
  return round({ at: { x, y }, radius, along, across: 1 / along, way: Math.atan2(dy, dx) })
}
/** A streak as long as its way in one and a half frames, thinner as it burns out. */
function spark({ x, y, dx, dy, age }: Bit, size: number): GuideShape {
  const head = { x, y }
  const tail = { x: x - dx * 1.5, y: y - dy * 1.5 }
  return limb([tail, head], 0.4, Math.max(0.4, size * (1 - 0.8 * age)), age > 0.6 ? 'far' : undefined)
}

/** Beyond this many of its own lengths the eye does not find a thing again on the next drawing. */
const FOUND_AGAIN = 5
function notesOf({ reach, longestStep, drawings }: SprayPlan, inputs: Inputs): PlanNote[] {
  const { n, s } = reading(inputs)
  const notes: PlanNote[] = [
    {
      words: `The furthest comes ${Math.round(reach)} px off; ${drawings.at(-1)!.length} of ${n('count')} fly to the end.`,
    },
  ]
  const length = s('kind') === 'sparks' ? n('size') + 1.5 * n('speed') : n('size') * (1 + STRETCH)
  if (longestStep > FOUND_AGAIN * length)
    notes.push({
      words: `A bit ${Math.round(length)} px long goes ${Math.round(longestStep)} px from one drawing to the next: the eye does not find it again.`,
      caution: true,
      nearest: { words: 'On ones', inputs: { exposure: '1' } },
    })
  return notes
}

function handlesOf(inputs: Inputs): Handle[] {
  const { n } = reading(inputs)
  const [x, y, way] = [n('x'), n('y'), radians(n('aim'))]
  const far = n('speed') * 8
  return [
    {
      id: 'source',
      words: 'Where it comes from',
      x,
      y,
      drag: (to) => ({ x: stepped(FIELDS.x, to.x), y: stepped(FIELDS.y, to.y) }),
    },
    {
      id: 'aim',
      words: 'Which way and how fast: eight frames of it',
      x: x + far * Math.sin(way),
      y: y - far * Math.cos(way),
      drag: (to) => ({
        speed: stepped(FIELDS.speed, Math.hypot(to.x - x, to.y - y) / 8),
        aim: stepped(FIELDS.aim, (Math.atan2(to.x - x, y - to.y) * 180) / Math.PI),
      }),
    },
  ]
}
