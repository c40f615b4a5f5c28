import { counted } from '../base/counted'
import { NeverCloses, planDrag, type DragPlan } from '../motion/planned/drag'
import { planRider, type RiderPlan } from '../motion/planned/rider'
import { patternReader } from '../timing/exposure-pattern'
import type { Point } from '../geometry/matrix'
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
} from './planner'
import { limb, lineThrough, round } from './figures/figure'
import { hostAt, hostsOf } from './host'

const FIELDS = {
  what: choice('what', 'What hangs or rides', [
    { id: 'chain', words: 'a chain: scarf, tail, hair' },
    { id: 'rider', words: 'a body riding on it' },
  ]),
  frames: number('frames', 'For', 'frames', [4, 480]),
  cycle: toggle('cycle', 'Closes as a cycle'),
  links: number('links', 'Links', '', [1, 12]),
  link: number('link', 'Length of a link', 'px', [2, 600]),
  weight: number('weight', 'Weight', 'px a second²', [0, 20_000], 10),
  drag: number('drag', 'Air drag', 'a second', [0, 50], 0.1),
  stiff: number('stiff', 'Stiffness', '', [0, 1], 0.01),
  thick: number('thick', 'Thickness at the root', 'px', [1, 300]),
  stick: number('stick', 'A rider sticks at the top for', 'frames', [0, 24]),
  radius: number('radius', 'Radius of a rider', 'px', [2, 600]),
  x: place('x', 'Swaying point, across', 'across'),
  y: place('y', 'Swaying point, down', 'down'),
  wide: number('wide', 'It sways by', 'px', [0, 2000]),
  high: number('high', 'It bobs by', 'px', [0, 2000]),
} as const
/** A chain whose joints go less than this from drawing to drawing is at rest, in pixels. */
const STILL = 1
/** A point that sways here, while nothing drawn is chosen to hang from. */
const SWAYING = { id: 'swaying', words: 'a point that sways here' }

const hostField = (context: PlanContext) =>
  choice('host', 'Hangs from', [...hostsOf(context).map(({ id, words }) => ({ id, words })), SWAYING])

/** The way of what it hangs from: by drawing and by frame, and whether it is made up here. */
interface HungPath {
  readonly path: readonly Point[]
  readonly perFrame: readonly Point[]
  readonly frames: number
  readonly made: boolean
}
function pathOf(inputs: Inputs, context: PlanContext): HungPath {
  const { n, is, s, held } = reading(inputs)
  const { frameAt, nearest } = patternReader(held())
  const last = nearest(n('frames'), { least: 3 })
  const whole = frameAt(last)
  const presets = Array.from({ length: last }, (_, i) => frameAt(i))
  const all = Array.from({ length: whole }, (_, i) => i)
  if (s('host') === SWAYING.id) {
    const at = (frame: number) => ({
      x: n('x') + n('wide') * Math.sin((2 * Math.PI * frame) / whole),
      y: n('y') + n('high') * Math.cos((4 * Math.PI * frame) / whole),
    })
    return { path: presets.map(at), frames: whole, made: true, perFrame: all.map(at) }
  }
  const [level, landmark] = s('host').split('/') as [string, string]
  const at = (frames: readonly number[]) =>
    hostAt(
      context,
      level,
      landmark,
      frames.map((frame) => frame + context.frame),
    )
  const [path, perFrame] = [at(presets), at(all)]
  if (!path || !perFrame)
    throw new PlanRefused(
      'What it hangs from is known on fewer than two drawings here. Pin that landmark on its keys first.',
      { words: 'A point that sways here', inputs: { host: SWAYING.id } },
    )
  if (
    is('cycle') &&
    Math.hypot(path[0]!.x - path.at(-1)!.x, path[0]!.y - path.at(-1)!.y) >
      Math.max(60, context.scene.settings.height / 4)
  ) {
    throw new PlanRefused('What it hangs from does not come back to where it began: this cannot close as a cycle.', {
      words: 'No cycle',
      inputs: { cycle: false },
    })
  }
  return { path, frames: whole, made: false, perFrame }
}

/** Something loose hung from what moves, or a second body riding on it. */
export const drag: Planner = {
  id: 'drag',
  name: 'Drag',
  about: 'Scarf, tail, hair, whisker: what hangs from something trails behind it; or a body that rides on another.',
  fields: (context) => [
    hostField(context),
    FIELDS.what,
    FIELDS.frames,
    EXPOSURE,
    FIELDS.cycle,
    FIELDS.weight,
    ...[FIELDS.links, FIELDS.link, FIELDS.drag, FIELDS.stiff, FIELDS.thick].map((field) =>
      asked(field, ({ what }) => what === 'chain'),
    ),
    ...[FIELDS.stick, FIELDS.radius].map((field) => asked(field, ({ what }) => what === 'rider')),
    ...[FIELDS.x, FIELDS.y, FIELDS.wide, FIELDS.high].map((field) => asked(field, ({ host }) => host === SWAYING.id)),
  ],
  start(context) {
    const { width, height, fps, length } = context.scene.settings
    const [host] = hostsOf(context)
    const loop = host ? context.scene.levels[host.level]!.loop && context.frame === 1 : true
    return {
      host: host?.id ?? SWAYING.id,
      what: 'chain',
      frames: host ? Math.max(4, length - context.frame + 1) : fps * 2,
      cycle: loop,
      exposure: '2',
      links: 5,
      link: Math.round(height * 0.06),
      weight: Math.round((height * 2.4) / 10) * 10,
      drag: 9,
      stiff: 0.5,
      thick: Math.round(height * 0.05),
      stick: Math.max(1, Math.round(fps / 12)),
      radius: Math.round(height * 0.06),
      x: Math.round(width / 2),
      y: Math.round(height * 0.28),
      wide: Math.round(width * 0.09),
      high: Math.round(height * 0.02),
    }
  },
  presets: [
    {
      id: 'scarf',
      words: 'a scarf',
      inputs: ({
        scene: {
          settings: { height },
        },
      }) => ({ what: 'chain', links: 6, link: Math.round(height * 0.05), weight: height, drag: 6, stiff: 0.15 }),
    },
    {
      id: 'tail',
      words: 'a tail',
      inputs: ({
        scene: {
          settings: { height },
        },
      }) => ({
        what: 'chain',
        links: 6,
        link: Math.round(height * 0.055),
        weight: Math.round(height * 0.6),
        drag: 5,
        stiff: 0.7,
      }),
    },
    {
      id: 'hair',
      words: 'hair',
      inputs: ({
        scene: {
          settings: { height },
        },
      }) => ({
        what: 'chain',
        links: 4,
        link: Math.round(height * 0.05),
        weight: Math.round(height * 2),
        drag: 8,
        stiff: 0.4,
      }),
    },
    {
      id: 'whisker',
      words: 'a whisker',
      inputs: ({
        scene: {
          settings: { height },
        },
      }) => ({
        what: 'chain',
        links: 3,
        link: Math.round(height * 0.04),
        weight: Math.round(height * 0.3),
        drag: 10,
        stiff: 1,
        thick: 3,
      }),
    },
    {
      id: 'antenna',
      words: 'an antenna',
      inputs: ({
        scene: {
          settings: { height },
        },
      }) => ({
        what: 'chain',
        links: 4,
        link: Math.round(height * 0.04),
        weight: Math.round(height * 0.2),
        drag: 3,
        stiff: 0.9,
        thick: 5,
      }),
    },
    {
      id: 'rider',
      words: 'a rider',
      inputs: ({
        scene: {
          settings: { height },
        },
      }) => ({ what: 'rider', high: Math.round(height * 0.12), wide: 0 }),
    },
  ],
  plan(inputs, context) {
    const path = pathOf(inputs, context)
    return reading(inputs).s('what') === 'rider' ? riderOn(path, inputs, context) : chainFrom(path, inputs, context)
  },
}

/** What both a chain and a rider tell of a point that sways here. */
const swayingNotes = (made: boolean): PlanNote[] =>
  made
    ? [
        {
          words:
            'It hangs from a point that sways here. Choose a landmark that is pinned on two drawings or more to hang it from what is drawn.',
        },
      ]
    : []

function swayingHandles(inputs: Inputs): Handle[] {
  const { n } = reading(inputs)
  return [
    {
      id: 'root',
      words: 'Where it sways',
      x: n('x'),
      y: n('y'),
      drag: (to) => ({ x: stepped(FIELDS.x, to.x), y: stepped(FIELDS.y, to.y) }),
    },
    {
      id: 'wide',
      words: 'How far it sways',
      x: n('x') + n('wide'),
      y: n('y'),
      drag: (to) => ({ wide: stepped(FIELDS.wide, Math.abs(to.x - n('x'))) }),
    },
    {
      id: 'high',
      words: 'How far it bobs',
      x: n('x'),
      y: n('y') - n('high'),
      drag: (to) => ({ high: stepped(FIELDS.high, Math.abs(to.y - n('y'))) }),
    },
  ]
}

/** How long each drawing of the way is shown. */
function exposuresAlong({ path, frames }: HungPath, inputs: Inputs): Motion['exposures'] {
  const { frameAt } = patternReader(reading(inputs).held())
  return path.map((_, i) => ({
    drawing: i,
    frames: (i === path.length - 1 ? frames : frameAt(i + 1)) - frameAt(i),
  }))
}

function riderOn(hung: HungPath, inputs: Inputs, context: PlanContext): Motion {
  const { n, is, held } = reading(inputs)
  const { path, perFrame, made } = hung
  const { frameAt } = patternReader(held())
  const riding = planRider({
    path: perFrame,
    fps: context.scene.settings.fps,
    gravity: Math.max(1, n('weight') * 4),
    stick: n('stick'),
    cycle: is('cycle'),
  })
  const places = path.map((_, i) => riding.at[frameAt(i)]!)
  const exposures = exposuresAlong(hung, inputs)
  return {
    drawings: riderDrawings(path, places, inputs),
    exposures,
    cycle: is('cycle'),
    lead: 'rider',
    notes: [
      ...swayingNotes(made),
      {
        words:
          riding.clear < 1
            ? 'It never leaves what carries it: that never goes down faster than it falls.'
            : `It clears what carries it by ${riding.clear.toFixed(0)} px, stuck at the top for ${counted(n('stick'), 'frame')}.`,
      },
    ],
    handles: made ? swayingHandles(inputs) : [],
    graphs: [
      graphOver({ id: 'clear', words: 'Air below it', unit: 'px' }, exposures, (i) => path[i]!.y - places[i]!.y),
    ],
  }
}

function riderDrawings(path: readonly Point[], places: RiderPlan['at'], inputs: Inputs): MotionDrawing[] {
  const { n, is } = reading(inputs)
  const count = path.length
  const way = lineThrough(path, { tone: 'help', closed: is('cycle') })
  return places.map((at, i): MotionDrawing => {
    const middle = { x: at.x, y: at.y - n('radius') }
    const [before, after] = [places[(i - 1 + count) % count]!, places[(i + 1) % count]!]
    const turns = (at.y - before.y) * (after.y - at.y) < 0
    const leaves = at.sits !== before.sits
    return {
      role: i === 0 || leaves || (i === count - 1 && !is('cycle')) ? 'key' : turns ? 'breakdown' : 'inbetween',
      shapes: [
        round({ at: middle, radius: n('radius') }),
        round({ at: { x: path[i]!.x, y: path[i]!.y + n('radius') * 0.2 }, radius: n('radius') * 0.2 }, 'help'),
        way,
      ],
      targets: { rider: middle },
    }
  })
}

function chainFrom(hung: HungPath, inputs: Inputs, context: PlanContext): Motion {
  const { n, is } = reading(inputs)
  const { path, made } = hung
  const cycle = is('cycle')
  const plan = chainPlan(path, inputs, context.scene.settings.fps)
  const second = plan.first === 0 ? Math.floor(path.length / 2) : plan.first
  const drawings = chainDrawings(plan, { path, second }, inputs)
  const exposures = exposuresAlong(hung, inputs)
  const moves = drawings.flatMap((_, i) => (!cycle && i !== second && rests(plan, i) ? [] : [i]))
  const root = plan.drawings[0]![0]!
  return {
    drawings: moves.map((i, k) => ({
      ...drawings[i]!,
      ...(k === moves.length - 1 && !cycle && { role: 'key' as const }),
    })),
    exposures: moves.map((from, k) => ({
      drawing: k,
      frames: exposures.slice(from, moves[k + 1] ?? path.length).reduce((sum, each) => sum + each.frames, 0),
    })),
    cycle,
    lead: 'tip',
    notes: [...swayingNotes(made), ...chainNotes(plan, inputs, context)],
    graphs: [
      graphOver(
        { id: 'trail', words: 'Tip beside its root', unit: 'px' },
        exposures,
        (i) => plan.drawings[i]!.at(-1)!.x - plan.drawings[i]![0]!.x,
      ),
    ],
    handles: [
      ...(made ? swayingHandles(inputs) : []),
      {
        id: 'length',
        words: 'How long it is',
        x: root.x,
        y: root.y + n('link') * n('links'),
        drag: (to) => ({ link: stepped(FIELDS.link, (to.y - root.y) / n('links')) }),
      },
    ],
  }
}

function chainPlan(path: readonly Point[], inputs: Inputs, fps: number): DragPlan {
  try {
    return chainOn(path, inputs, fps)
  } catch (error) {
    if (!(error instanceof NeverCloses)) throw error
    const drag = error.nearest && Math.ceil(error.nearest.drag * 10) / 10
    const weight = error.nearest && Math.round(error.nearest.weight)
    throw new PlanRefused(
      error.message,
      error.nearest
        ? { words: `Weight ${weight}, drag ${drag!.toFixed(1)}`, inputs: { drag: drag!, weight: weight! } }
        : { words: 'No cycle', inputs: { cycle: false } },
    )
  }
}

function chainOn(path: readonly Point[], inputs: Inputs, fps: number): DragPlan {
  const { n, is, held } = reading(inputs)
  return planDrag({
    path,
    fps,
    exposure: held(),
    links: n('links'),
    linkLength: n('link'),
    weight: n('weight'),
    drag: n('drag'),
    stiffness: n('stiff'),
    cycle: is('cycle'),
  })
}

/** While what it hangs from rests, so does the chain: nobody draws the same thing twice. */
const rests = ({ drawings }: DragPlan, i: number): boolean =>
  i > 0 &&
  drawings[i]!.every(
    (joint, k) => Math.hypot(joint.x - drawings[i - 1]![k]!.x, joint.y - drawings[i - 1]![k]!.y) < STILL,
  )

function chainDrawings(
  plan: DragPlan,
  { path, second }: { path: readonly Point[]; second: number },
  inputs: Inputs,
): MotionDrawing[] {
  const { n, is } = reading(inputs)
  const count = path.length
  const way = lineThrough(path, { tone: 'help', closed: is('cycle') })
  return plan.drawings.map((joints, i): MotionDrawing => ({
    role: i === 0 || i === second || (i === count - 1 && !is('cycle')) ? 'key' : 'inbetween',
    shapes: [
      joints.length > 2
        ? limb(joints, n('thick'), Math.max(1, n('thick') * 0.25))
        : limb(joints, n('thick'), n('thick')),
      way,
    ],
    // Its root goes with what it hangs from: no landmark of its own.
    targets: {
      tip: joints.at(-1)!,
      ...(joints.length > 3 && { 'half way': joints[Math.floor(joints.length / 2)]! }),
    },
  }))
}

function chainNotes(plan: DragPlan, inputs: Inputs, context: PlanContext): PlanNote[] {
  const { n, is, held } = reading(inputs)
  const notes: PlanNote[] = []
  const of = patternReader(held()).frameAt(plan.first) + context.frame
  notes.push({
    words: `Make the drawing at frame ${of} first: there what it hangs from is fastest, so it is surely stretched farthest.`,
  })
  notes.push({
    words: `The tip trails by ${plan.trails.at(-1)!.toFixed(0)} frames${plan.trails.length > 2 ? `, half way down by ${plan.trails[Math.floor(plan.trails.length / 2)]!.toFixed(0)}` : ''}.`,
  })
  if (is('cycle')) notes.push({ words: `The cycle closes within ${plan.closes.toFixed(2)} px.` })
  if (plan.drag > n('drag') + 0.05)
    notes.push({
      words: `With a drag of ${n('drag')} it whirls and never repeats; this is with ${plan.drag.toFixed(1)}.`,
      nearest: {
        words: `Drag ${(Math.ceil(plan.drag * 10) / 10).toFixed(1)}`,
        inputs: { drag: Math.ceil(plan.drag * 10) / 10 },
      },
    })
  return notes
}
