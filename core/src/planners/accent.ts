import { framesBefore, planAccent, type AccentDrawing } from '../motion/planned/accent'
import type { Point } from '../geometry/matrix'
import { heardWords, stressOf } from '../sound/said'
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
  type PlanContext,
  type Planner,
  type PlanNote,
  place,
} from './planner'
import { lineThrough, round } from './figures/figure'

const FIELDS = {
  at: number('at', 'Stressed at frame', '', [1, 7200]),
  lead: number('lead', 'Lands ahead of the sound', 'frames', [0, 8], 1, '0 is on it; one or two read as sharper'),
  before: number('before', 'Drawings against the way', '', [1, 12]),
  strike: number('strike', 'Drawings striking', '', [0, 6], 1, '0 strikes from one drawing to the next'),
  settle: number('settle', 'Drawings settling', '', [1, 12]),
  rest: number('rest', 'Held after it', 'frames', [1, 240]),
  against: number('against', 'Against the way', '%', [0, 200], 5),
  past: number('past', 'Past the pose', '%', [0, 200], 5),
  across: number('across', 'The head goes across', 'px', [-2000, 2000]),
  down: number('down', 'The head goes down', 'px', [-2000, 2000]),
  body: number('body', 'The body goes along', '%', [0, 100], 5),
  radius: number('radius', 'Radius of the head', 'px', [4, 2000]),
  x: place('x', 'Head at rest, across', 'across'),
  y: place('y', 'Head at rest, down', 'down'),
} as const
const OWN = { id: 'frame', words: 'a frame of one’s own' }

/** Words that are heard from a frame on, by the sound and their place in it. */
const wordsFrom = ({ scene, frame }: PlanContext) =>
  Object.values(scene.sounds ?? {}).flatMap((sound) =>
    heardWords(sound, scene.said?.[sound.id], scene.settings.fps).flatMap((word) => {
      const at = Math.round(stressOf(word))
      return at > frame && at <= scene.settings.length
        ? [{ id: `${sound.id}/${word.place}`, words: `${word.text}, frame ${at}`, at }]
        : []
    }),
  )

/** A nod, a lean or a beat of the head and the body with it, on a stressed word. */
export const accent: Planner = {
  id: 'accent',
  name: 'Accent',
  about: 'Head and body on a stressed word: against the way before it, past the pose on it, and settled.',
  fields: (context) => [
    choice('word', 'On the word', [...wordsFrom(context), OWN]),
    asked(FIELDS.at, (inputs) => inputs['word'] === OWN.id),
    FIELDS.lead,
    FIELDS.before,
    FIELDS.strike,
    FIELDS.settle,
    EXPOSURE,
    FIELDS.against,
    FIELDS.past,
    FIELDS.across,
    FIELDS.down,
    FIELDS.body,
    FIELDS.rest,
    FIELDS.radius,
    FIELDS.x,
    FIELDS.y,
  ],
  start(context) {
    const { width, height, fps } = context.scene.settings
    const radius = Math.round(height * 0.16)
    const words = wordsFrom(context)
    const room = framesBefore({ before: 3, strike: 1, exposure: 2 })
    return {
      word: (words.find(({ at }) => at - 1 - context.frame > room) ?? OWN).id,
      at: context.frame + Math.max(fps, room + 2),
      ...{ lead: 1, before: 3, strike: 1, settle: 4, exposure: '2', against: 30, past: 25, body: 35 },
      rest: Math.max(1, Math.round(fps / 2)),
      across: 0,
      down: Math.round(radius * 0.7),
      radius,
      x: Math.round(width / 2),
      y: Math.round(height * 0.36),
    }
  },
  presets: [
    { id: 'on-it', words: 'lands on the sound', inputs: () => ({ lead: 0 }) },
    { id: 'ahead', words: 'lands two frames ahead', inputs: () => ({ lead: 2 }) },
    {
      id: 'lean',
      words: 'a lean forward',
      inputs: ({ scene }) => ({ across: Math.round(scene.settings.width * 0.12), down: 0, body: 70 }),
    },
  ],
  plan(inputs, context) {
    const { n } = reading(inputs)
    const plan = accentPlan(inputs, context)
    const exposures = plan.map(({ frames }, drawing) => ({
      drawing,
      frames: drawing === plan.length - 1 ? n('rest') : frames,
    }))
    return {
      drawings: drawingsOf(plan, inputs),
      exposures,
      cycle: false,
      lead: 'head',
      handles: handlesOf(inputs),
      graphs: [graphOver({ id: 'way', words: 'Gone', unit: '%' }, exposures, (i) => 100 * plan[i]!.share)],
      notes: notesOf(plan, inputs, context),
    }
  },
}

/** The frame on which it should be seen. */
function stressed(inputs: Inputs, context: PlanContext): number {
  const { n, s } = reading(inputs)
  return wordsFrom(context).find(({ id }) => id === s('word'))?.at ?? n('at')
}

function accentPlan(inputs: Inputs, context: PlanContext): AccentDrawing[] {
  const { n, held } = reading(inputs)
  const lands = stressed(inputs, context) - n('lead') - context.frame
  const steps = { before: n('before'), strike: n('strike'), exposure: held() }
  const needed = framesBefore(steps) + 1
  if (lands < needed) throw refusal(inputs, context, needed)
  return planAccent({ ...steps, lands, settle: n('settle'), against: n('against') / 100, past: n('past') / 100 })
}

/** There is no time for it before the word: fewer drawings, or a later frame where that is one's own. */
function refusal(inputs: Inputs, context: PlanContext, needed: number): PlanRefused {
  const { n } = reading(inputs)
  const at = stressed(inputs, context)
  const words = `This takes ${needed} frames before it lands at frame ${at - n('lead')}, and the plan begins at frame ${context.frame}.`
  if (inputs['word'] === OWN.id || at - n('lead') - context.frame < 3)
    return new PlanRefused(`${words} Begin it earlier, or choose a later word.`, {
      words: 'A later frame',
      inputs: { word: OWN.id, at: context.frame + n('lead') + needed },
    })
  return new PlanRefused(`${words} Begin it earlier, or take fewer drawings.`, {
    words: 'One drawing against the way, then struck, on ones',
    inputs: { before: 1, strike: 0, exposure: '1' },
  })
}

function drawingsOf(plan: readonly AccentDrawing[], inputs: Inputs): MotionDrawing[] {
  const { n } = reading(inputs)
  const [x, y, radius] = [n('x'), n('y'), n('radius')]
  const at = (share: number): Point => ({ x: x + n('across') * share, y: y + n('down') * share })
  return plan.map(({ share, is }, i): MotionDrawing => {
    const head = at(share)
    // The body follows the head by one drawing.
    const behind = (plan[Math.max(0, i - 1)]!.share + share) / 2
    const body = at(behind * (n('body') / 100))
    return {
      role: is === 'between' ? 'inbetween' : is === 'against' ? 'breakdown' : 'key',
      shapes: [
        round({ at: head, radius }),
        lineThrough(
          [
            { x: head.x - radius * 0.5, y: head.y + radius * 0.15 },
            { x: head.x + radius * 0.5, y: head.y + radius * 0.15 },
          ],
          { tone: 'help' },
        ),
        round({ at: { x: body.x, y: body.y + radius * 2.3 }, radius: radius * 1.25 }),
      ],
      targets: { head },
    }
  })
}

function notesOf(plan: readonly AccentDrawing[], inputs: Inputs, context: PlanContext): PlanNote[] {
  const { n } = reading(inputs)
  const lands = plan.find(({ is }) => is === 'accent')!
  const far = Math.hypot(n('across'), n('down'))
  return [
    {
      words: `Rests until frame ${context.frame + plan[0]!.frames - 1}, lands past the pose on frame ${context.frame + lands.frame}, ${n('lead') === 0 ? 'with its sound' : `${n('lead')} ahead of its sound`}.`,
    },
    ...(far < n('radius') * 0.1
      ? [
          {
            words: 'So small a move is hardly seen.',
            caution: true as const,
            nearest: { words: 'A clear nod', inputs: { down: Math.round(n('radius') * 0.5) } },
          },
        ]
      : []),
  ]
}

function handlesOf(inputs: Inputs): Handle[] {
  const { n } = reading(inputs)
  const [x, y] = [n('x'), n('y')]
  return [
    {
      ...{ id: 'pose', words: 'Where the head ends', x: x + n('across'), y: y + n('down') },
      drag: (to) => ({ across: stepped(FIELDS.across, to.x - x), down: stepped(FIELDS.down, to.y - y) }),
    },
    {
      ...{ id: 'rest', words: 'Where the head rests', x, y },
      drag: (to) => ({ x: stepped(FIELDS.x, to.x), y: stepped(FIELDS.y, to.y) }),
    },
    {
      ...{ id: 'radius', words: 'Side of the head', x: x + n('radius'), y },
      drag: (to) => ({ radius: stepped(FIELDS.radius, to.x - x) }),
    },
  ]
}
