import { counted } from '../base/counted'
import { planLeap, type LeapDrawing, type LeapPlan } from '../motion/planned/leap'
import { patternReader } from '../timing/exposure-pattern'
import {
  choice,
  EXPOSURE,
  graphOver,
  number,
  reading,
  stepped,
  toggle,
  type Inputs,
  type Handle,
  type MotionDrawing,
  type Planner,
  type PlanNote,
  place,
  GROUND,
} from './planner'
import { groundLine, round } from './figures/figure'
import { OPENING, openingAt } from './opening'
import type { Point } from '../geometry/matrix'

const FIELDS = {
  height: number('height', 'Height of the leap', 'px', [5, 4000]),
  distance: number('distance', 'Distance', 'px', [-6000, 6000]),
  crouch: number('crouch', 'Crouch', 'frames', [1, 120]),
  air: number('air', 'In the air', 'frames', [2, 240]),
  land: number('land', 'Landing and settle', 'frames', [2, 120]),
  hang: number('hang', 'Hangs at the top', '', [0, 0.9], 0.01, '0 as what is thrown, more hangs longer'),
  squash: number('squash', 'Depth of the crouch', '', [0, 1.2], 0.01),
  stretch: number('stretch', 'Stretch of the take-off', '', [0, 1.2], 0.01),
  radius: number('radius', 'Half the body’s height', 'px', [4, 1000]),
  pinned: toggle('pinned', 'Stays on its spot', 'For sprites: the travel is shown in the preview only'),
  part: choice('part', 'Lay in', [
    { id: 'whole', words: 'the whole leap' },
    { id: 'take-off', words: 'crouch and take-off' },
    { id: 'air', words: 'rise and fall' },
    { id: 'landing', words: 'landing and settle' },
  ]),
  x: place('x', 'Leaps from, across', 'across'),
  ground: GROUND,
} as const

const PARTS: Readonly<Record<string, readonly LeapDrawing['what'][]>> = {
  'take-off': ['crouch'],
  air: ['take-off', 'air', 'apex'],
  landing: ['landing', 'settle'],
}

/** A leap with its crouch, stretch, hang, landing and settle. */
export const leap: Planner = {
  id: 'leap',
  name: 'Leap',
  about: 'Crouch, stretch, hang, landing and settle.',
  fields: () => [
    FIELDS.height,
    FIELDS.distance,
    FIELDS.crouch,
    FIELDS.air,
    FIELDS.land,
    FIELDS.hang,
    FIELDS.squash,
    FIELDS.stretch,
    EXPOSURE,
    FIELDS.pinned,
    FIELDS.part,
    FIELDS.radius,
    OPENING,
    FIELDS.x,
    FIELDS.ground,
  ],
  start(context) {
    const { width, height, fps, cells } = context.scene.settings
    return {
      height: Math.round(height * 0.36),
      distance: Math.round(width * 0.5),
      crouch: Math.round(fps / 3),
      air: Math.round(fps * 0.66),
      land: Math.round(fps / 2),
      hang: 0.15,
      squash: 0.35,
      stretch: 0.3,
      radius: Math.round(height * 0.1),
      exposure: '2',
      pinned: cells === true,
      part: 'whole',
      opening: openingAt(context),
      x: Math.round(width * 0.24),
      ground: Math.round(height * 0.86),
    }
  },
  presets: [
    { id: 'light', words: 'light', inputs: () => ({ hang: 0.4, squash: 0.3, stretch: 0.2 }) },
    {
      id: 'heavy',
      words: 'heavy',
      inputs: ({
        scene: {
          settings: { fps },
        },
      }) => ({ hang: 0, squash: 0.6, stretch: 0.15, crouch: Math.round(fps / 2), land: Math.round(fps * 0.7) }),
    },
  ],
  plan(inputs, { scene }) {
    const { n, is, s } = reading(inputs)
    const plan = leapPlan(inputs, scene.settings.fps)
    const whole = drawnLeap(plan, inputs)
    const asked = PARTS[s('part')]
    const kept = asked ? whole.filter(({ what }) => asked.includes(what)) : whole
    const opening = s('part') === 'air' || s('part') === 'landing' ? 0 : n('opening')
    const exposures = kept.map(({ frames }, i) => ({ drawing: i, frames: frames + (i === 0 ? opening : 0) }))
    return {
      drawings: kept.map(({ made }, i) =>
        asked && (i === 0 || i === kept.length - 1) ? { ...made, role: 'key' as const } : made,
      ),
      exposures,
      cycle: false,
      lead: 'body',
      ground: n('ground'),
      notes: notesOf(plan, whole, inputs),
      ...(is('pinned') && { travel: kept.map(({ travel }) => travel) }),
      graphs: [
        graphOver(
          { id: 'squash', words: 'Squash and stretch', unit: '%' },
          exposures,
          (i) => (kept[i]!.along - 1) * 100,
        ),
      ],
      handles: handlesOf(inputs),
    }
  },
}

function leapPlan(inputs: Inputs, fps: number): LeapPlan {
  const { n, held } = reading(inputs)
  return planLeap({
    fps,
    exposure: held(),
    height: n('height'),
    distance: n('distance'),
    crouchFrames: n('crouch'),
    airFrames: n('air'),
    landFrames: n('land'),
    squash: n('squash'),
    stretch: n('stretch'),
    hang: n('hang'),
  })
}

/** A drawing of the whole leap, with what choosing a part of it needs to know. */
interface LeapPart extends Pick<LeapDrawing, 'what' | 'along'> {
  readonly made: MotionDrawing
  readonly travel: Point
  readonly frames: number
}
function drawnLeap(plan: LeapPlan, inputs: Inputs): LeapPart[] {
  const { n, is, held } = reading(inputs)
  const [x, ground, radius] = [n('x'), n('ground'), n('radius')]
  const last = plan.drawings.length - 1
  const lasts = plan.drawings.map(
    ({ frame }, i) => (plan.drawings[i + 1]?.frame ?? frame + patternReader(held()).held(i)) - frame,
  )
  const deepest = plan.drawings.findLastIndex(({ what }) => what === 'crouch')
  return plan.drawings.map((drawing, i) => {
    const { made, travel } = placed(drawing, { x, ground, radius, pinned: is('pinned') })
    const key = i === 0 || i === deepest || i === last || ['take-off', 'landing'].includes(drawing.what)
    const breakdown = drawing.what === 'apex' || turnsBack(plan, i)
    const role = key ? 'key' : breakdown ? 'breakdown' : 'inbetween'
    return { made: { role, ...made }, travel, what: drawing.what, frames: lasts[i]!, along: drawing.along }
  })
}

/** Where the settle turns back between squash and stretch: what lies between two turns goes one way. */
function turnsBack(plan: LeapPlan, i: number): boolean {
  const [before, here, after] = [plan.drawings[i - 1], plan.drawings[i]!, plan.drawings[i + 1]]
  return (
    here.what === 'settle' &&
    before !== undefined &&
    after !== undefined &&
    (here.along - before.along) * (after.along - here.along) < 0
  )
}

/** The figure of a drawing where it is, and where it would be if it were not pinned to its spot. */
function placed(
  drawing: LeapDrawing,
  { x, ground, radius, pinned }: { x: number; ground: number; radius: number; pinned: boolean },
): { made: Pick<MotionDrawing, 'shapes' | 'targets'>; travel: Point } {
  const aloft = ['take-off', 'air', 'apex'].includes(drawing.what)
  // Its feet never go through the ground: what is stretched rises by as much.
  const half = radius * Math.hypot(drawing.along * Math.sin(drawing.way), drawing.across * Math.cos(drawing.way))
  const high = aloft ? Math.max(radius - drawing.centre.y, half) : half
  const travel = { x: drawing.centre.x, y: aloft ? half - high : 0 }
  const at = pinned ? { x, y: ground - half } : { x: x + drawing.centre.x, y: ground - high }
  // The head sits on the topmost place of the body, wherever its lean puts that.
  const lean =
    (-(drawing.along ** 2 - (drawing.across * 0.86) ** 2) *
      Math.sin(drawing.way) *
      Math.cos(drawing.way) *
      radius ** 2) /
    half
  const head = { x: at.x + lean, y: at.y - half - radius * 0.3 }
  const made = {
    shapes: [
      round({ at, radius, along: drawing.along, across: drawing.across * 0.86, way: drawing.way }),
      round({ at: head, radius: radius * 0.42 }),
      groundLine(ground, at.x - radius * 1.4, at.x + radius * 1.4),
    ],
    targets: { body: at },
  }
  return { made, travel }
}

function notesOf(plan: LeapPlan, whole: readonly LeapPart[], inputs: Inputs): PlanNote[] {
  const { n, s } = reading(inputs)
  const off = (plan.apexShare - 0.5) * 100
  const notes: PlanNote[] = [
    {
      words:
        Math.abs(off) < 0.5
          ? 'It spends half its time in the top quarter, as what is thrown does.'
          : `It spends ${(plan.apexShare * 100).toFixed(1)} % of its time in the top quarter; what is thrown spends 50 %.`,
      ...(off > 12 && {
        caution: true as const,
        nearest: { words: 'Hang half as long', inputs: { hang: Number((n('hang') / 2).toFixed(2)) } },
      }),
    },
  ]
  const aloft = whole.filter(({ what }) => PARTS['air']!.includes(what)).reduce((sum, { frames }) => sum + frames, 0)
  if (aloft !== n('air'))
    notes.push({
      words: `In the air for ${counted(aloft, 'frame')} where ${n('air')} were asked for, so that take-off, top and landing fall on drawings: gravity bent by ${(((n('air') / aloft) ** 2 - 1) * 100).toFixed(1)} %.`,
      nearest: { words: `${counted(aloft, 'frame')} in the air`, inputs: { air: aloft } },
    })
  if (PARTS[s('part')])
    notes.push({
      words: `The parts hand on to each other drawing by drawing: this one ${s('part') === 'take-off' ? 'ends with the deepest crouch, and the rise begins with the take-off' : s('part') === 'air' ? 'begins with the take-off and ends with the drawing before the landing' : 'begins with the landing'}.`,
    })
  return notes
}

function handlesOf(inputs: Inputs): Handle[] {
  const { n } = reading(inputs)
  const [x, ground, radius] = [n('x'), n('ground'), n('radius')]
  return [
    {
      id: 'apex',
      words: 'Top of the leap',
      x: x + n('distance') / 2,
      y: ground - radius - n('height'),
      drag: (to) => ({
        height: stepped(FIELDS.height, ground - radius - to.y),
        distance: stepped(FIELDS.distance, (to.x - x) * 2),
      }),
    },
    {
      id: 'landing',
      words: 'Landing',
      x: x + n('distance'),
      y: ground,
      drag: (to) => ({ distance: stepped(FIELDS.distance, to.x - x) }),
    },
    {
      id: 'crouch',
      words: 'Depth of the crouch',
      x: x - radius * 1.3,
      y: ground - (2 * radius) / (1 + n('squash')),
      drag: (to) => ({ squash: stepped(FIELDS.squash, (2 * radius) / Math.max(1, ground - to.y) - 1) }),
    },
    {
      id: 'spot',
      words: 'Where it stands',
      x,
      y: ground,
      drag: (to) => ({ x: stepped(FIELDS.x, to.x), ground: stepped(FIELDS.ground, to.y) }),
    },
  ]
}
