import { LIMITS } from '../base/limits'
import { counted } from '../base/counted'
import { planWriteOn } from '../lettering/write-on'
import { LAW_WORDS } from '../timing/chart'
import { SPACING_LAWS, type SpacingLaw, type Writing } from '../scene/schema'
import type { Point } from '../geometry/matrix'
import { lineThrough } from './figures/figure'
import {
  choice,
  EXPOSURE,
  graphOver,
  number,
  PlanRefused,
  reading,
  type Inputs,
  type MotionDrawing,
  type Planner,
  type PlanContext,
  type PlanNote,
} from './planner'

const FIELDS = {
  frames: number('frames', 'Written within', 'frames', [1, LIMITS.length.max]),
  law: choice(
    'law',
    'Spacing',
    SPACING_LAWS.map((law) => ({ id: law, words: LAW_WORDS[law] })),
  ),
  strength: number('strength', 'How strongly', '', [LIMITS.strength.min, LIMITS.strength.max], 0.1),
  overlap: number('overlap', 'The next way begins before the end', '%', [0, 50]),
  stays: number('stays', 'Stays after it', 'frames', [0, LIMITS.length.max]),
} as const

/** Drawings with a way of the pen on the levels this one cuts. */
function lettering({ scene, level }: PlanContext): { id: string; words: string }[] {
  return Object.keys(scene.writings ?? {}).flatMap((id) => {
    const drawing = scene.drawings[id]
    const on = drawing && scene.levels[drawing.level]
    return on?.matte?.level === level ? [{ id, words: `drawing ${drawing!.number} of ${on.name}` }] : []
  })
}

/**
 * Lettering that writes itself: laid on the level its own is cut by, whose drawings are what is written by then. What it
 * lays is ink, worked out from the lettering; see `edits/composed/lettering/write-on`.
 */
export const writeOn: Planner = {
  id: 'write-on',
  name: 'Write-on',
  about: 'Lettering that writes itself along the way of the pen.',
  fields: (context) => [
    choice('of', 'Lettering', lettering(context)),
    FIELDS.frames,
    EXPOSURE,
    FIELDS.law,
    FIELDS.strength,
    FIELDS.overlap,
    FIELDS.stays,
  ],
  start(context) {
    const { fps, length } = context.scene.settings
    const frames = Math.max(1, Math.min(fps * 2, length - context.frame + 1))
    return {
      of: lettering(context)[0]?.id ?? '',
      frames,
      exposure: '2',
      law: 'slow-in',
      strength: 1.4,
      overlap: 10,
      stays: Math.max(0, length - context.frame + 1 - frames),
    }
  },
  plan(inputs, context) {
    const { n, s } = reading(inputs)
    const writing = context.scene.writings?.[s('of')]
    if (!writing) throw new PlanRefused('This drawing has no way of the pen. Draw it in Lettering first.')
    const { paths } = writing
    const { drawings } = writtenBy(inputs, writing)
    const lines = paths.map(({ points }) => pointsOf(points))
    const exposures = drawings.map(({ exposure }, i) => ({
      drawing: i,
      frames: exposure + (i === drawings.length - 1 ? n('stays') : 0),
    }))
    const whole = drawings.at(-1)!.way
    const steps = drawings.map(({ way }, i) => way - (drawings[i - 1]?.way ?? 0))
    return {
      drawings: drawings.map(({ way, lengths }, i): MotionDrawing => ({
        role: i === 0 || i === drawings.length - 1 ? 'key' : 'inbetween',
        shapes: lengths.flatMap((length, path) => {
          const along = upTo(lines[path]!, length)
          return along.length < 2 ? [] : [lineThrough(along)]
        }),
        targets: {},
        way,
        share: way / whole,
      })),
      exposures,
      cycle: false,
      handles: [],
      graphs: [
        graphOver({ id: 'pen', words: 'Written in a drawing', unit: 'px' }, exposures, (i) => Math.round(steps[i]!)),
      ],
      notes: notesOf(steps, whole, paths.length),
    }
  },
}

const LONGEST_GUIDE = 900

/** The drawings a write-on plan asks for; frames count from 1 where the plan begins. Errors: RangeError, PlanRefused. */
function writtenBy(inputs: Inputs, { paths }: Writing) {
  const { n, s, held } = reading(inputs)
  return planWriteOn({
    paths: paths.map(({ points, overlap }) => ({ length: lengthOf(pointsOf(points)), overlap })),
    from: 1,
    to: 1 + n('frames'),
    exposure: held(),
    law: s('law') as SpacingLaw,
    strength: n('strength'),
    overlap: n('overlap') / 100,
  })
}

const pointsOf = (flat: readonly number[]): Point[] =>
  Array.from({ length: flat.length / 2 }, (_, i) => ({ x: flat[2 * i]!, y: flat[2 * i + 1]! }))
/** A dab has a hair of length: the pen was there. */
const lengthOf = (points: readonly Point[]): number =>
  Math.max(
    1e-3,
    points.slice(1).reduce((sum, { x, y }, i) => sum + Math.hypot(x - points[i]!.x, y - points[i]!.y), 0),
  )

/** The first so many pixels of a line, thinned to what a guide can hold. */
function upTo(points: readonly Point[], length: number): Point[] {
  const found: Point[] = length > 0 ? [points[0]!] : []
  let left = length
  for (let i = 1; i < points.length && left > 0; i++) {
    const [a, b] = [points[i - 1]!, points[i]!]
    const long = Math.hypot(b.x - a.x, b.y - a.y)
    const share = long > left ? left / long : 1
    found.push({ x: a.x + (b.x - a.x) * share, y: a.y + (b.y - a.y) * share })
    left -= long
  }
  const every = Math.ceil(found.length / LONGEST_GUIDE)
  return found.filter((_, i) => i % every === 0 || i === found.length - 1)
}

function notesOf(steps: readonly number[], whole: number, ways: number): PlanNote[] {
  const [most, last] = [Math.max(...steps), steps.at(-1)!]
  const pen = `The pen goes ${Math.round(whole)} px in ${counted(ways, 'way')}, ${Math.round(most)} px in a drawing at most, ${Math.round(last)} in the last.`
  const closes = steps.length > 2 && last > 0.75 * most
  return [
    { words: pen },
    ...(closes
      ? [
          {
            words: 'It stops at full speed: spacing that closes up at the end looks written.',
            nearest: { words: 'Slow in', inputs: { law: 'slow-in', strength: 1.4 } },
          },
        ]
      : []),
  ]
}
