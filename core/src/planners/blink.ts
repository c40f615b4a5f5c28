import { planBlink } from '../motion/planned/blink'
import {
  asked,
  choice,
  EXPOSURE,
  graphOver,
  number,
  reading,
  stepped,
  type MotionDrawing,
  type Planner,
  place,
} from './planner'
import { lineThrough, round } from './figures/figure'
import { OPENING, openingAt } from './opening'

const FIELDS = {
  close: number('close', 'Drawings closing', '', [0, 12]),
  shut: number('shut', 'Shut for', 'frames', [1, 96]),
  open: number('open', 'Drawings opening', '', [0, 12]),
  school: choice('school', 'The lid comes down', [
    { id: 'slow-close', words: 'slowly, then fast' },
    { id: 'even', words: 'evenly' },
  ]),
  times: number('times', 'Blinks', '', [1, 6]),
  between: number('between', 'Open between blinks', 'frames', [1, 240]),
  rest: number('rest', 'Open after it', 'frames', [1, 240]),
  width: number('width', 'Width of the eye', 'px', [4, 2000]),
  x: place('x', 'Eye, across', 'across'),
  y: place('y', 'Eye, down', 'down'),
} as const

/** Half the height of an open eye, in shares of half its width. */
const TALL = 0.62

function eye(
  lid: number,
  { x, y, half, role }: { x: number; y: number; half: number; role: MotionDrawing['role'] },
): MotionDrawing {
  const tall = half * TALL
  const lower = (u: number) => y + tall * 0.8 * (1 - u * u)
  const upper = (u: number) => y - tall * (1 - u * u) + lid * (tall * 1.8 * (1 - u * u))
  const along = (at: (u: number) => number) =>
    Array.from({ length: 15 }, (_, i) => -1 + (2 * i) / 14).map((u) => ({ x: x + u * half, y: at(u) }))
  // As much of the iris as the lid leaves.
  const radius = tall * 0.62
  const iris = Array.from({ length: 25 }, (_, i) => (i / 12.5) * Math.PI).map((angle) => {
    const at = { x: x + radius * Math.cos(angle), y: y + radius * Math.sin(angle) }
    return { x: at.x, y: Math.max(at.y, upper((at.x - x) / half)) }
  })
  return {
    role,
    // The whole of the ball stands for the face it sits in: it never changes.
    shapes: [
      round({ at: { x, y }, radius: half * 1.12 }),
      lineThrough(along(lower)),
      lineThrough(along(upper)),
      ...(lid < 0.85 ? [lineThrough(iris, { closed: true })] : []),
      ...(lid > 0
        ? [
            lineThrough(
              along((u) => y - tall * (1 - u * u)),
              { tone: 'help' as const },
            ),
          ]
        : []),
    ],
    targets: { lid: { x, y: upper(0) } },
  }
}

/** A lid that closes and opens; one shut, both schools, once or several times. */
export const blink: Planner = {
  id: 'blink',
  name: 'Blink',
  about: 'The lid of an eye on each drawing; drawings are shown again for each blink.',
  fields: () => [
    FIELDS.close,
    FIELDS.shut,
    FIELDS.open,
    FIELDS.school,
    EXPOSURE,
    FIELDS.times,
    asked(FIELDS.between, ({ times }) => Number(times) > 1),
    OPENING,
    FIELDS.rest,
    FIELDS.width,
    FIELDS.x,
    FIELDS.y,
  ],
  start(context) {
    const { width, height, fps } = context.scene.settings
    return {
      close: 2,
      shut: 2,
      open: 1,
      school: 'slow-close',
      exposure: '1',
      times: 1,
      between: Math.max(2, Math.round(fps / 4)),
      opening: openingAt(context) + 1,
      rest: Math.round(fps / 2),
      width: Math.round(height * 0.3),
      x: Math.round(width / 2),
      y: Math.round(height / 2),
    }
  },
  presets: [
    { id: 'usual', words: 'the usual', inputs: () => ({ close: 2, shut: 2, open: 1, times: 1, exposure: '1' }) },
    { id: 'sleepy', words: 'sleepy', inputs: () => ({ close: 4, shut: 6, open: 4, exposure: '2' }) },
    {
      id: 'twice',
      words: 'twice',
      inputs: ({ scene }) => ({ times: 2, between: Math.max(2, Math.round(scene.settings.fps / 6)) }),
    },
  ],
  plan(inputs) {
    const { n, s, held } = reading(inputs)
    const plan = planBlink({
      close: n('close'),
      hold: n('shut'),
      open: n('open'),
      exposure: held(),
      school: s('school') as 'even',
      times: n('times'),
      between: n('between'),
    })
    const eyes = { x: n('x'), y: n('y'), half: n('width') / 2 }
    // Lids that are as far down are one drawing, shown again.
    const lids: number[] = [0]
    const placeOf = (lid: number) => {
      const known = lids.findIndex((each) => Math.abs(each - lid) < 1e-9)
      return known >= 0 ? known : lids.push(lid) - 1
    }
    const moved = plan.map(({ lid, frames }) => ({ drawing: placeOf(lid), frames }))
    const shut = lids.indexOf(1)
    const exposures = [{ drawing: 0, frames: Math.max(1, n('opening')) }, ...moved, { drawing: 0, frames: n('rest') }]
    return {
      drawings: lids.map((lid, i) =>
        eye(lid, { ...eyes, role: i === 0 ? 'key' : i >= shut ? 'breakdown' : 'inbetween' }),
      ),
      exposures,
      cycle: false,
      lead: 'lid',
      notes: [
        {
          words: `A blink of ${plan[0]!.frame + plan.slice(0, n('close') + 1 + n('open')).reduce((sum, { frames }) => sum + frames, 0)} frames from open to open.`,
        },
        ...(n('shut') < 2
          ? [
              {
                words: 'Shut for one frame only, the eye hardly sees it.',
                caution: true as const,
                nearest: { words: 'Shut for two frames', inputs: { shut: 2 } },
              },
            ]
          : []),
      ],
      graphs: [
        graphOver({ id: 'lid', words: 'Lid down', unit: '%' }, exposures, (i) => lids[exposures[i]!.drawing]! * 100),
      ],
      handles: [
        {
          id: 'corner',
          words: 'Corner of the eye',
          x: eyes.x + eyes.half,
          y: eyes.y,
          drag: (to) => ({ width: stepped(FIELDS.width, (to.x - eyes.x) * 2) }),
        },
        {
          id: 'middle',
          words: 'Where the eye is',
          x: eyes.x,
          y: eyes.y,
          drag: (to) => ({ x: stepped(FIELDS.x, to.x), y: stepped(FIELDS.y, to.y) }),
        },
      ],
    }
  },
}
