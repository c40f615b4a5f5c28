import { counted } from '../base/counted'
import {
  highestHips,
  longestStep,
  stepFits,
  planRun,
  planWalk,
  type Leg,
  type WalkDrawing,
  type WalkOptions,
  type WalkPlan,
} from '../motion/planned/walk'
import { shareFrames } from '../timing/exposure'
import type { ExposurePattern } from '../timing/exposure-pattern'
import {
  asked,
  choice,
  EXPOSURE,
  graphOver,
  number,
  PlanRefused,
  reading,
  stepped,
  toggle,
  type Handle,
  type Inputs,
  type Motion,
  type MotionDrawing,
  type Planner,
  type PlanContext,
  type PlanNote,
  place,
  GROUND,
} from './planner'
import { groundLine, limb, lineThrough, nearestTo, round } from './figures/figure'

const FIELDS = {
  perStep: number('perStep', 'A step takes', 'frames', [2, 96]),
  form: choice('form', 'Drawings of the cycle', [
    { id: 'full', words: 'as each is held' },
    { id: '8', words: 'eight' },
    { id: '6', words: 'six' },
    { id: '4', words: 'four' },
  ]),
  step: number('step', 'Length of a step', 'px', [0, 4000]),
  hips: number('hips', 'Height of the hips', 'px', [4, 4000]),
  thigh: number('thigh', 'Thigh', 'px', [2, 2000]),
  shin: number('shin', 'Shin', 'px', [2, 2000]),
  bob: number('bob', 'Hips go up and down', 'px', [0, 800]),
  lift: number('lift', 'Foot lifted', 'px', [0, 1500]),
  lean: number('lean', 'Leans forward', '°', [-40, 55]),
  arms: number('arms', 'Arm swing', '°', [0, 80]),
  passing: choice('passing', 'Hips at the passing', [
    { id: 'up', words: 'nearly up' },
    { id: 'level', words: 'in the middle' },
    { id: 'low', words: 'nearly down' },
  ]),
  hipTurn: number('hipTurn', 'Hips turn', '° to each side', [0, 45]),
  hipDrop: number('hipDrop', 'Hip drops over the lifted leg', '°', [0, 25]),
  shoulderTurn: number('shoulderTurn', 'Shoulders turn against them', '° to each side', [0, 60]),
  follow: number('follow', 'Chest and head follow late by', 'drawings', [0, 6], 0.25),
  head: number('head', 'Head height', 'px', [4, 1500]),
  air: number('air', 'No foot down', '% of the time', [5, 70]),
  inPlace: toggle('inPlace', 'On the spot', 'The ground goes by instead'),
  steps: number('steps', 'Steps, when it travels', '', [1, 24]),
  x: place('x', 'Walks at, across', 'across'),
  ground: GROUND,
} as const
const COMMON = [
  FIELDS.perStep,
  EXPOSURE,
  FIELDS.form,
  FIELDS.step,
  FIELDS.hips,
  FIELDS.bob,
  FIELDS.lift,
  FIELDS.lean,
  FIELDS.arms,
  FIELDS.passing,
  FIELDS.hipTurn,
  FIELDS.hipDrop,
  FIELDS.shoulderTurn,
  FIELDS.follow,
  FIELDS.head,
  FIELDS.thigh,
  FIELDS.shin,
]
const radians = (degrees: number) => (degrees * Math.PI) / 180

function optionsOf(inputs: Inputs, { scene }: PlanContext, down: number): WalkOptions {
  const { n, is, s, held } = reading(inputs)
  const drawings = Number(s('form'))
  const perStep = n('perStep')
  if (drawings > 0 && perStep < drawings / 2)
    throw new PlanRefused(`${drawings} drawings need at least ${counted(drawings / 2, 'frame')} a step.`, {
      words: `${counted(drawings / 2, 'frame')} a step`,
      inputs: { perStep: drawings / 2 },
    })
  // A given count of drawings shares the frames of a step out among half of them.
  const exposure: ExposurePattern =
    drawings > 0 ? shareFrames(perStep, new Array<number>(drawings / 2).fill(1)) : held()
  const [thigh, shin, bob, hips] = [n('thigh'), n('shin'), n('bob'), n('hips')]
  const nearestLegs = (most: number): { words: string; inputs: Inputs } => {
    if (most >= 4) return { words: `Hips ${most} px high`, inputs: { hips: most } }
    if (bob > 0 && thigh + shin > 4) return { words: 'No bob', inputs: { bob: 0 } }
    const half = Math.min(2000, Math.ceil((hips + bob / 2 + 2) / 2))
    return { words: 'Legs as long as the hips are high', inputs: { thigh: half, shin: half } }
  }
  const options = {
    fps: scene.settings.fps,
    framesPerStep: perStep,
    exposure,
    stepLength: n('step'),
    hipHeight: hips,
    thigh,
    shin,
    bob,
    lean: radians(n('lean')),
    armSwing: radians(n('arms')),
    inPlace: is('inPlace'),
    footLift: n('lift'),
    hipTurn: radians(n('hipTurn')),
    hipDrop: radians(n('hipDrop')),
    shoulderTurn: radians(n('shoulderTurn')),
    follow: n('follow'),
    passing: s('passing') as NonNullable<WalkOptions['passing']>,
  }
  const highest = highestHips(options)
  if (hips > highest)
    throw new PlanRefused(
      `The legs are ${thigh + shin} px long: with ${bob} px of bob the hips can be at most ${highest} px high.`,
      nearestLegs(highest),
    )
  if (bob > hips)
    throw new PlanRefused('The hips cannot go up and down by more than their height.', {
      words: 'A tenth of their height',
      inputs: { bob: Math.round(hips / 10) },
    })
  if (n('lift') > hips)
    throw new PlanRefused('A foot cannot be lifted above the hips.', {
      words: 'To half their height',
      inputs: { lift: Math.floor(hips / 2) },
    })
  if (!stepFits(options, down)) {
    const longest = Math.floor(longestStep(options, down))
    throw new PlanRefused(
      `A step of ${n('step')} px is longer than the legs allow: the longest that fits is ${longest} px.`,
      { words: `A step of ${longest} px`, inputs: { step: longest } },
    )
  }
  return options
}

function figureOf(
  drawing: WalkDrawing,
  { x, y }: { x: number; y: number },
  head: number,
  leg: number,
): Pick<MotionDrawing, 'shapes' | 'targets'> {
  const at = (point: { x: number; y: number }) => ({ x: point.x + x, y: point.y + y })
  const [near, far] = ['right', 'left'] as const
  /** The foot as a shoe: heel, sole, toe cap, instep. */
  const shoe = ({ ankle, heel, ball, toe }: Leg, tone?: 'far') => {
    const instep = { x: (ankle.x + ball.x) / 2 + leg * 0.02, y: (ankle.y + ball.y) / 2 - leg * 0.012 }
    return lineThrough([ankle, heel, ball, toe, instep].map(at), { closed: true, ...(tone && { tone }) })
  }
  const side = (which: 'left' | 'right', tone?: 'far') => {
    const { hip, knee, ankle } = drawing.legs[which]
    const { shoulder, elbow, hand } = drawing.arms[which]
    return {
      leg: [limb([at(hip), at(knee), at(ankle)], leg * 0.11, leg * 0.06, tone), shoe(drawing.legs[which], tone)],
      arm: [limb([at(shoulder), at(elbow), at(hand)], leg * 0.08, leg * 0.05, tone)],
    }
  }
  const [nearSide, farSide] = [side(near), side(far, 'far')]
  const skull = { x: drawing.neck.x + (drawing.head.x - drawing.neck.x) * 0.9, y: drawing.neck.y - head * 0.5 }
  return {
    shapes: [
      ...farSide.arm,
      ...farSide.leg,
      body(at(drawing.hips), at(drawing.neck), leg),
      round({ at: at(skull), radius: head / 2 }),
      ...nearSide.leg,
      ...nearSide.arm,
    ],
    targets: {
      hips: at(drawing.hips),
      'near foot': at(drawing.legs[near].ankle),
      'far foot': at(drawing.legs[far].ankle),
      'near hand': at(drawing.arms[near].hand),
      'far hand': at(drawing.arms[far].hand),
      head: at(skull),
    },
  }
}

/** Trunk from the hips to the neck: a round drawn out along the spine. */
function body(
  hips: { x: number; y: number },
  neck: { x: number; y: number },
  leg: number,
): MotionDrawing['shapes'][number] {
  const [dx, dy] = [neck.x - hips.x, neck.y - hips.y]
  const long = Math.hypot(dx, dy)
  const radius = leg * 0.44
  return round({
    at: { x: (hips.x + neck.x) / 2, y: (hips.y + neck.y) / 2 },
    radius,
    along: (long / 2 + leg * 0.08) / radius,
    across: 0.8,
    way: Math.atan2(dy, dx),
  })
}

/** Contacts are keys; down, passing and up are breakdowns on the drawing of each step nearest to them, the passing alone when there are few. */
function rolesOf({ drawings, framesPerStep }: WalkPlan): ('key' | 'breakdown' | 'inbetween')[] {
  const perStep = drawings.length / 2
  const marks = perStep >= 4 ? [0.25, 0.5, 0.75] : [0.5]
  const breakdowns = new Set(
    [0, 1].flatMap((step) => {
      const shares = drawings
        .slice(step * perStep, (step + 1) * perStep)
        .map(({ frame }) => frame / framesPerStep - step)
      return marks.map((mark) => step * perStep + shares.indexOf(nearestTo(shares, mark)))
    }),
  )
  return drawings.map((_, i) => (i % perStep === 0 ? 'key' : breakdowns.has(i) ? 'breakdown' : 'inbetween'))
}

/** A foot's way turns sharply where it comes down and where it leaves the ground. */
function withCorners(plan: WalkPlan, own: number, targets: MotionDrawing['targets']): MotionDrawing['targets'] {
  const count = plan.drawings.length
  const planted = (i: number, side: 'left' | 'right') => plan.drawings[(i + count) % count]!.legs[side].planted
  const sharp = (side: 'left' | 'right') => planted(own, side) && !(planted(own - 1, side) && planted(own + 1, side))
  const marked = (name: string, side: 'left' | 'right') => ({
    [name]: { ...targets[name]!, ...(sharp(side) && { corner: true }) },
  })
  return { ...targets, ...marked('near foot', 'right'), ...marked('far foot', 'left') }
}

function motionOf(plan: WalkPlan, inputs: Inputs, notes: PlanNote[]): Motion {
  const { n, is } = reading(inputs)
  const inPlace = is('inPlace')
  const leg = n('thigh') + n('shin')
  const [x, ground, head] = [n('x'), n('ground'), n('head')]
  const roles = rolesOf(plan)
  const step = plan.pan * plan.framesPerStep
  const perStep = plan.drawings.length / 2
  const lasts = plan.drawings.map(({ frame }, i) => (plan.drawings[i + 1]?.frame ?? plan.frames) - frame)
  const count = inPlace ? plan.drawings.length : n('steps') * perStep + 1
  const made = Array.from({ length: count }, (_, i) => {
    const [turn, own] = [Math.floor(i / plan.drawings.length), i % plan.drawings.length]
    const figure = figureOf(plan.drawings[own]!, { x: x + turn * 2 * step, y: ground }, head, leg)
    return {
      figure: {
        ...figure,
        targets: withCorners(plan, own, figure.targets),
        role: i === count - 1 && !inPlace ? ('key' as const) : roles[own]!,
      },
      frames: lasts[own]!,
    }
  })
  const drawings = made.map(({ figure }) => ({
    ...figure,
    shapes: [...figure.shapes, groundLine(ground, figure.targets['hips']!.x - leg, figure.targets['hips']!.x + leg)],
  }))
  const exposures = made.map(({ frames }, i) => ({ drawing: i, frames }))
  return {
    drawings,
    exposures,
    cycle: inPlace,
    lead: 'near foot',
    ground,
    notes,
    graphs: [
      graphOver(
        { id: 'hips', words: 'Height of the hips', unit: 'px' },
        exposures,
        (i) => ground - drawings[i]!.targets['hips']!.y,
      ),
    ],
    ...(inPlace && plan.pan > 0 && { pan: plan.pan }),
    handles: handlesOf(inputs, step),
  }
}

/** Turned, dropped and late as most people go. */
const WALKED = { passing: 'up', hipTurn: 7, hipDrop: 3, shoulderTurn: 9, follow: 1 } as const
const RAN = { passing: 'level', hipTurn: 10, hipDrop: 3, shoulderTurn: 14, follow: 1 } as const

const sizes = ({
  scene: {
    settings: { width, height },
  },
}: PlanContext) => {
  const leg = Math.round(height * 0.34)
  return {
    thigh: Math.round(leg * 0.52),
    shin: Math.round(leg * 0.48),
    head: Math.round(height * 0.12),
    x: Math.round(width / 2),
    ground: Math.round(height * 0.88),
  }
}
function notesOf(plan: WalkPlan, inputs: Inputs, context: PlanContext): PlanNote[] {
  const { n } = reading(inputs)
  const { fps } = context.scene.settings
  const notes: PlanNote[] = [
    {
      words: `${counted(plan.drawings.length, 'drawing')} a cycle of ${counted(plan.frames, 'frame')}: ${(fps / plan.framesPerStep).toFixed(2)} steps a second.`,
    },
  ]
  if (plan.framesPerStep !== n('perStep'))
    notes.push({
      words: `A step takes ${counted(plan.framesPerStep, 'frame')} where ${n('perStep')} were asked for, so that each contact falls on a drawing.`,
      nearest: { words: `${counted(plan.framesPerStep, 'frame')} a step`, inputs: { perStep: plan.framesPerStep } },
    })
  return notes
}

/** Two steps that repeat, on the spot or travelling. */
export const walk: Planner = {
  id: 'walk',
  name: 'Walk',
  about: 'Contact, down, passing, up; the second step is the first with sides exchanged.',
  fields: () => [
    ...COMMON,
    FIELDS.inPlace,
    asked(FIELDS.steps, ({ inPlace }) => inPlace !== true),
    FIELDS.x,
    FIELDS.ground,
  ],
  start(context) {
    const size = sizes(context)
    const leg = size.thigh + size.shin
    return {
      perStep: Math.round(context.scene.settings.fps / 2),
      exposure: '2',
      form: 'full',
      step: Math.round(leg * 0.75),
      hips: Math.floor(leg * 1.02),
      bob: Math.round(leg * 0.05),
      lift: Math.round(leg * 0.16),
      lean: 4,
      arms: 24,
      ...WALKED,
      inPlace: true,
      steps: 4,
      ...size,
    }
  },
  presets: [
    {
      id: 'tired',
      words: 'tired',
      inputs: (context) => ({
        ...legs(context, { step: 0.46, hips: 0.97, bob: 0.06, lift: 0.05 }),
        passing: 'level',
        hipDrop: 6,
        shoulderTurn: 5,
        lean: 18,
        arms: 8,
        perStep: Math.round(context.scene.settings.fps * 0.75),
      }),
    },
    {
      id: 'proud',
      words: 'proud',
      inputs: (context) => ({
        ...legs(context, { step: 0.7, hips: 1, bob: 0.06, lift: 0.26 }),
        passing: 'up',
        hipTurn: 9,
        shoulderTurn: 14,
        lean: -8,
        arms: 38,
        perStep: Math.round(context.scene.settings.fps * 0.58),
      }),
    },
    {
      id: 'sneaking',
      words: 'sneaking',
      inputs: (context) => ({
        ...legs(context, { step: 0.78, hips: 0.84, bob: 0.12, lift: 0.34 }),
        passing: 'low',
        hipTurn: 12,
        follow: 1.5,
        lean: 26,
        arms: 14,
        perStep: context.scene.settings.fps,
      }),
    },
  ],
  plan(inputs, context) {
    const plan = planWalk(optionsOf(inputs, context, 1))
    return motionOf(plan, inputs, notesOf(plan, inputs, context))
  },
}
function legs(context: PlanContext, shares: Record<'step' | 'hips' | 'bob' | 'lift', number>): Inputs {
  const { thigh, shin } = sizes(context)
  return Object.fromEntries(Object.entries(shares).map(([id, share]) => [id, Math.round((thigh + shin) * share)]))
}

/** A walk with a time in which no foot is down. */
export const run: Planner = {
  id: 'run',
  name: 'Run',
  about: 'A walk with a time in which no foot is down.',
  fields: () => [
    FIELDS.air,
    ...COMMON,
    FIELDS.inPlace,
    asked(FIELDS.steps, ({ inPlace }) => inPlace !== true),
    FIELDS.x,
    FIELDS.ground,
  ],
  start(context) {
    const size = sizes(context)
    const leg = size.thigh + size.shin
    return {
      air: 35,
      perStep: Math.max(2, Math.round(context.scene.settings.fps / 3)),
      exposure: '1',
      form: 'full',
      step: Math.round(leg * 1.1),
      hips: Math.round(leg * 0.95),
      bob: Math.round(leg * 0.08),
      lift: Math.round(leg * 0.4),
      lean: 14,
      arms: 44,
      ...RAN,
      inPlace: true,
      steps: 4,
      ...size,
    }
  },
  presets: [
    {
      id: 'jog',
      words: 'a jog',
      inputs: (context) => ({
        ...legs(context, { step: 0.8, hips: 0.97, bob: 0.07, lift: 0.25 }),
        air: 18,
        lean: 8,
        arms: 30,
        perStep: Math.round(context.scene.settings.fps * 0.42),
      }),
    },
    {
      id: 'dash',
      words: 'a dash',
      inputs: (context) => ({
        ...legs(context, { step: 1.5, hips: 0.92, bob: 0.06, lift: 0.5 }),
        air: 50,
        lean: 22,
        arms: 60,
        perStep: Math.max(2, Math.round(context.scene.settings.fps / 4)),
      }),
    },
  ],
  plan(inputs, context) {
    const air = reading(inputs).n('air') / 100
    const plan = planRun({ ...optionsOf(inputs, context, 1 - air), air })
    const notes = notesOf(plan, inputs, context)
    return motionOf(plan, inputs, [
      ...notes,
      { words: `No foot is down for ${(plan.air * 100).toFixed(0)} % of the time.` },
    ])
  },
}

/** What can be dragged; `step` in pixels. */
function handlesOf(inputs: Inputs, step: number): Handle[] {
  const { n } = reading(inputs)
  const leg = n('thigh') + n('shin')
  const [x, ground] = [n('x'), n('ground')]
  const hips = ground - n('hips')
  return [
    {
      id: 'step',
      words: 'Length of a step',
      x: x + step / 2,
      y: ground,
      drag: (to) => ({ step: stepped(FIELDS.step, (to.x - x) * 2) }),
    },
    {
      id: 'hips',
      words: 'Height of the hips',
      x,
      y: hips,
      drag: (to) => ({ hips: stepped(FIELDS.hips, ground - to.y) }),
    },
    {
      id: 'lift',
      words: 'How high a foot is lifted',
      x: x - leg * 0.55,
      y: ground - n('lift'),
      drag: (to) => ({ lift: stepped(FIELDS.lift, ground - to.y) }),
    },
    {
      id: 'lean',
      words: 'Lean',
      x: x + Math.sin(radians(n('lean'))) * leg * 1.25,
      y: hips - Math.cos(radians(n('lean'))) * leg * 1.25,
      drag: (to) => ({ lean: stepped(FIELDS.lean, (Math.atan2(to.x - x, hips - to.y) * 180) / Math.PI) }),
    },
    {
      id: 'spot',
      words: 'Where it walks',
      x: x - leg * 0.9,
      y: ground,
      drag: (to) => ({ x: stepped(FIELDS.x, to.x + leg * 0.9), ground: stepped(FIELDS.ground, to.y) }),
    },
  ]
}
