import {
  inSet,
  MOUTH_SHAPES,
  planMouths,
  SHAPE_WORDS,
  type MouthExposure,
  type MouthSet,
  type MouthShape,
} from '../sound/mouths'
import { heardSounds } from '../sound/said'
import { mouthFigure } from './figures/mouth-figure'
import {
  asked,
  choice,
  EXPOSURE,
  number,
  PlanRefused,
  reading,
  stepped,
  type Inputs,
  type MotionDrawing,
  type Planner,
  type PlanContext,
  type PlanNote,
  place,
} from './planner'

const FIELDS = {
  set: choice('set', 'Shapes drawn', [
    { id: 'six', words: 'six' },
    { id: 'nine', words: 'nine, with teeth, tongue and pucker' },
  ]),
  lead: number('lead', 'Ahead of the sound', 'frames', [0, 6], 1, '0 is level with it; one or two read as sharper'),
  rest: number('rest', 'Shut after the last word', 'frames', [1, 240]),
  width: number('width', 'Width of the mouth', 'px', [4, 2000]),
  x: place('x', 'Middle, across', 'across'),
  y: place('y', 'Middle, down', 'down'),
} as const
/** With no words yet the shapes can be drawn already. */
const NONE = { id: 'none', words: 'no words yet: each shape in turn' }

/** Sounds on which words are laid. */
const spoken = ({ scene }: PlanContext) =>
  Object.values(scene.sounds ?? {}).flatMap(({ id, name }) => (scene.said?.[id] ? [{ id, words: name }] : []))

/** Mouths laid to the words of a sound: a few drawings, shown again and again. */
export const mouths: Planner = {
  id: 'mouths',
  name: 'Mouths',
  about: 'A mouth drawn once in six or nine shapes and shown to the words of a sound: lips meet on every m, b and p.',
  fields: (context) => [
    choice('sound', 'To the words of', [...spoken(context), NONE]),
    FIELDS.set,
    EXPOSURE,
    asked(FIELDS.lead, withWords),
    asked(FIELDS.rest, withWords),
    FIELDS.width,
    FIELDS.x,
    FIELDS.y,
  ],
  start(context) {
    const { width, height, fps } = context.scene.settings
    return {
      sound: (spoken(context)[0] ?? NONE).id,
      set: 'six',
      exposure: '2',
      lead: 1,
      rest: Math.max(1, Math.round(fps / 3)),
      width: Math.round(width * 0.12),
      x: Math.round(width / 2),
      y: Math.round(height / 2),
    }
  },
  presets: [
    { id: 'nine', words: 'nine shapes', inputs: () => ({ set: 'nine' }) },
    { id: 'ones', words: 'on ones, for fast talk', inputs: () => ({ exposure: '1' }) },
  ],
  plan(inputs, context) {
    const { n, s } = reading(inputs)
    const set = s('set') as MouthSet
    const shown = withWords(inputs) ? toWords(inputs, context) : inTurn(inputs)
    const drawn = drawnBefore(context)
    return {
      drawings: MOUTH_SHAPES.map((shape): MotionDrawing => ({
        role: 'key',
        note: `${shape}: ${SHAPE_WORDS[shape]}`,
        shapes: mouthFigure(shape, { x: n('x'), y: n('y'), width: n('width') }),
        targets: {},
        ...(drawn.has(shape) && { existing: drawn.get(shape)! }),
      })),
      exposures: shown.map(({ shape, frames }) => ({ drawing: MOUTH_SHAPES.indexOf(inSet(shape, set)), frames })),
      cycle: false,
      again: true,
      noCharts: true,
      handles: handlesOf(inputs),
      graphs: [],
      notes: notesOf(shown, inputs),
    }
  },
}

const withWords = (inputs: Inputs) => inputs['sound'] !== NONE.id

/** The shortest exposure of the pattern: nothing is shown for less. */
function exposureOf(inputs: Inputs): number {
  const held = reading(inputs).held()
  return typeof held === 'number' ? held : Math.min(...held)
}

function inTurn(inputs: Inputs): MouthExposure[] {
  const set = reading(inputs).s('set') as MouthSet
  const shapes = MOUTH_SHAPES.filter((shape) => inSet(shape, set) === shape)
  return shapes.map((shape) => ({ shape, frames: exposureOf(inputs) }))
}

function toWords(inputs: Inputs, { scene, frame }: PlanContext): MouthExposure[] {
  const { n, s } = reading(inputs)
  const sounds = heardSounds(scene, s('sound'))
  if (sounds.length === 0) throw new PlanRefused('None of these words is heard. Lay them in the sound first.')
  const end = Math.ceil(sounds.at(-1)!.to) - 1 - n('lead') + n('rest')
  const last = Math.min(scene.settings.length, end)
  if (frame > last)
    throw new PlanRefused(`The last word ends before frame ${frame}. Open the mouths at an earlier frame.`)
  const set = s('set') as MouthSet
  return planMouths({ sounds, first: frame, last, exposure: exposureOf(inputs), lead: n('lead'), set })
}

/** Shapes another plan of mouths on this level has, to be shown again and not drawn twice. */
function drawnBefore({ scene, level, plan }: PlanContext): ReadonlyMap<MouthShape, string> {
  const found = new Map<MouthShape, string>()
  for (const other of Object.values(scene.plans ?? {}))
    if (other.planner === 'mouths' && other.level === level && other.id !== plan)
      MOUTH_SHAPES.forEach((shape, i) => {
        const drawing = other.drawings[i]
        if (drawing !== undefined && scene.drawings[drawing]?.level === level) found.set(shape, drawing)
      })
  return found
}

function notesOf(shown: readonly MouthExposure[], inputs: Inputs): PlanNote[] {
  const shapes = new Set(shown.map(({ shape }) => shape))
  const changes = Math.max(0, shown.length - 1)
  const short = exposureOf(inputs) === 1 && withWords(inputs)
  return [
    { words: `${shapes.size} shapes to draw, shown ${shown.length} times: ${[...shapes].join(', ')}.` },
    ...(changes > 0 && short
      ? [
          {
            words: 'On ones a mouth can flicker: twos hold what matters.',
            nearest: { words: 'On twos', inputs: { exposure: '2' } },
          },
        ]
      : []),
  ]
}

function handlesOf(inputs: Inputs) {
  const { n } = reading(inputs)
  return [
    {
      ...{ id: 'place', words: 'Where the mouth is', x: n('x'), y: n('y') },
      drag: (to: { x: number; y: number }) => ({ x: stepped(FIELDS.x, to.x), y: stepped(FIELDS.y, to.y) }),
    },
    {
      ...{ id: 'width', words: 'Corner of the mouth', x: n('x') + n('width') / 2, y: n('y') },
      drag: (to: { x: number }) => ({ width: stepped(FIELDS.width, 2 * (to.x - n('x'))) }),
    },
  ]
}
