import { counted } from '../base/counted'
import { planDrift, type DriftPlan } from '../motion/planned/drift'
import { patternReader } from '../timing/exposure-pattern'
import {
  EXPOSURE,
  graphOver,
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

const FIELDS = {
  drawings: number('drawings', 'Drawings of the loop', '', [2, 96]),
  puffs: number('puffs', 'Puffs on the way', '', [1, 60]),
  life: number('life', 'A puff lives', 'turns of the loop', [1, 24]),
  rise: number('rise', 'Goes', 'px', [4, 4000]),
  way: number('way', 'The way it goes', '° from upright', [-180, 180]),
  sway: number('sway', 'Sways by', 'px', [0, 1000]),
  size: number('size', 'Radius at first', 'px', [1, 1000]),
  grow: number('grow', 'Grows to', 'times', [0.1, 8], 0.05),
  fade: number('fade', 'Comes and goes over', 'of its life', [0, 0.5], 0.01),
  x: place('x', 'Comes from, across', 'across'),
  y: place('y', 'Comes from, down', 'down'),
} as const

/** Puffs that go on and on, each taking the place of the one before. */
export const drift: Planner = {
  id: 'drift',
  name: 'Drift',
  about: 'Smoke, mist, bubbles: a loop of things that go on for ever.',
  fields: () => [
    FIELDS.drawings,
    FIELDS.puffs,
    FIELDS.life,
    EXPOSURE,
    FIELDS.rise,
    FIELDS.way,
    FIELDS.sway,
    FIELDS.size,
    FIELDS.grow,
    FIELDS.fade,
    FIELDS.x,
    FIELDS.y,
  ],
  start({
    scene: {
      settings: { width, height },
    },
  }) {
    return {
      drawings: 12,
      puffs: 4,
      life: 1,
      exposure: '2',
      rise: Math.round(height * 0.6),
      way: 0,
      sway: Math.round(height * 0.03),
      size: Math.round(height * 0.035),
      grow: 1.6,
      fade: 0.5,
      x: Math.round(width / 2),
      y: Math.round(height * 0.84),
    }
  },
  presets: [
    {
      id: 'smoke',
      words: 'smoke',
      inputs: ({
        scene: {
          settings: { height },
        },
      }) => ({ way: 0, grow: 2.6, sway: Math.round(height * 0.05), puffs: 4 }),
    },
    {
      id: 'mist',
      words: 'mist',
      inputs: ({
        scene: {
          settings: { width, height },
        },
      }) => ({
        way: 90,
        rise: width,
        sway: Math.round(height * 0.015),
        grow: 1.4,
        size: Math.round(height * 0.07),
        puffs: 5,
        x: 0,
        y: Math.round(height * 0.6),
        drawings: 16,
      }),
    },
    {
      id: 'bubbles',
      words: 'bubbles',
      inputs: ({
        scene: {
          settings: { height },
        },
      }) => ({
        way: 0,
        grow: 1.3,
        sway: Math.round(height * 0.02),
        size: Math.round(height * 0.015),
        puffs: 7,
        drawings: 24,
        life: 1,
      }),
    },
  ],
  plan(inputs) {
    const { n, held } = reading(inputs)
    const plan = planDrift({
      drawings: n('drawings'),
      exposure: held(),
      rise: n('rise'),
      puffs: n('puffs'),
      life: n('life'),
      sway: n('sway'),
      grow: n('grow'),
      fade: n('fade'),
    })
    const { held: lasts } = patternReader(held())
    const exposures = plan.drawings.map((_, i) => ({ drawing: i, frames: lasts(i) }))
    return {
      drawings: drawingsOf(plan, inputs),
      exposures,
      cycle: true,
      noCharts: true,
      notes: notesOf(plan, inputs),
      graphs: [
        graphOver(
          { id: 'height', words: 'Way of the first puff', unit: 'px' },
          exposures,
          (i) => -plan.drawings[i]![0]!.y,
        ),
      ],
      handles: handlesOf(inputs),
    }
  },
}

/** The count of drawings nearest to what was asked with which the eye pairs the right puffs. */
function bestCount(drawings: number, puffs: number, life: number): number | undefined {
  const places = Math.max(1, Math.round(puffs / life))
  const good = (count: number) => {
    const share = (places / count) % 1
    return count >= 2 && count <= 96 && share >= 0.15 && share <= 0.45
  }
  for (let off = 1; off < 96; off++) for (const count of [drawings - off, drawings + off]) if (good(count)) return count
  return undefined
}

/** From across and along the drift to the paper, and which way it goes, in radians. */
function driftAxes(inputs: Inputs) {
  const { n } = reading(inputs)
  const way = (n('way') * Math.PI) / 180
  const [x, y] = [n('x'), n('y')]
  const at = (across: number, along: number) => ({
    x: x + across * Math.cos(way) - along * Math.sin(way),
    y: y + across * Math.sin(way) + along * Math.cos(way),
  })
  return { way, at }
}

function drawingsOf(plan: DriftPlan, inputs: Inputs): MotionDrawing[] {
  const { n } = reading(inputs)
  const { at } = driftAxes(inputs)
  const size = n('size')
  const path = Array.from({ length: 25 }, (_, i) =>
    at(n('sway') * Math.sin((2 * Math.PI * i) / 24), (-n('rise') * i) / 24),
  )
  return plan.drawings.map((puffs) => ({
    role: 'key' as const,
    // A puff that comes or goes is smaller by as much.
    shapes: [
      ...puffs
        .filter(({ strength }) => strength > 0.02)
        .map((puff) =>
          round(
            {
              at: at(puff.x, puff.y),
              radius: size * puff.size * Math.sqrt(puff.strength * puff.strength * (3 - 2 * puff.strength)),
            },
            puff.strength < 0.5 ? 'far' : undefined,
          ),
        ),
      lineThrough(path, { tone: 'help' }),
    ],
    targets: { source: { x: n('x'), y: n('y') } },
  }))
}

function notesOf(plan: DriftPlan, inputs: Inputs): PlanNote[] {
  const { n } = reading(inputs)
  const notes: PlanNote[] = [
    {
      words: `Puffs ${plan.apart.toFixed(0)} px apart go ${plan.step.toFixed(1)} px from drawing to drawing: ${(plan.share * 100).toFixed(0)} % of the way to the next.`,
    },
  ]
  if (Math.abs(plan.life - n('life')) > 0.01)
    notes.push({
      words: `A loop closes only when whole puffs go by: each lives ${plan.life.toFixed(2)} turns instead of ${n('life')}.`,
    })
  if (plan.warning) {
    const good = bestCount(n('drawings'), n('puffs'), n('life'))
    notes.push({
      words:
        plan.warning === 'stands still'
          ? 'The eye pairs each puff with where it was: it looks as if it stood still.'
          : 'The eye pairs each puff with the one behind: it looks as if it ran backward.',
      caution: true,
      ...(good !== undefined && { nearest: { words: counted(good, 'drawing'), inputs: { drawings: good } } }),
    })
  }
  return notes
}

function handlesOf(inputs: Inputs): Handle[] {
  const { n } = reading(inputs)
  const [x, y, size] = [n('x'), n('y'), n('size')]
  const { way, at } = driftAxes(inputs)
  return [
    {
      id: 'source',
      words: 'Where it comes from',
      x,
      y,
      drag: (to) => ({ x: stepped(FIELDS.x, to.x), y: stepped(FIELDS.y, to.y) }),
    },
    {
      id: 'end',
      words: 'How far and which way it goes',
      ...at(0, -n('rise')),
      drag: (to) => ({
        rise: stepped(FIELDS.rise, Math.hypot(to.x - x, to.y - y)),
        way: stepped(FIELDS.way, (Math.atan2(to.x - x, y - to.y) * 180) / Math.PI),
      }),
    },
    {
      id: 'sway',
      words: 'How far it sways',
      ...at(n('sway'), -n('rise') / 4),
      drag: (to) => ({
        sway: stepped(FIELDS.sway, Math.abs((to.x - x) * Math.cos(way) + (to.y - y) * Math.sin(way))),
      }),
    },
    {
      id: 'size',
      words: 'Its radius at first',
      ...at(size, 0),
      drag: (to) => ({ size: stepped(FIELDS.size, Math.hypot(to.x - x, to.y - y)) }),
    },
  ]
}
