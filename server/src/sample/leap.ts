import type { MotionDrawing, Settings, Swatch } from '@unhurried/core'
import { CORRIE_COLOURS } from './corrie'
import { oval, pairs, placed, type Paper, type Point } from './hand'
import type { SampleScene } from './sample'

const settings: Settings = {
  name: 'Corrie leaps the gap',
  width: 1280,
  height: 720,
  fps: 24,
  length: 66,
  paper: '#fbf7ee',
  approach: 'pose-to-pose',
  numbering: 'by-frame',
}
const palette: Swatch[] = [
  ...CORRIE_COLOURS,
  { id: 'leg', name: 'Leg', colour: '#8d7f5f' },
  { id: 'sky', name: 'Morning', colour: '#f5ecdb' },
  { id: 'water', name: 'Slack water', colour: '#b7cfcb' },
  { id: 'stone', name: 'Quay stone', colour: '#d6c9b3' },
  { id: 'stone-dim', name: 'Quay shade', colour: '#bfb097' },
]
const GROUND = 590
const RADIUS = 112

/** What the guide of one drawing says: the egg she must fill, legs and all. */
function poseOf({ shapes, targets }: MotionDrawing) {
  const egg = shapes[0]!.points
  const ys = egg.filter((_, i) => i % 2 === 1)
  const half = (Math.max(...ys) - Math.min(...ys)) / 2
  const at = targets['body']!
  const high = GROUND - (at.y + half)
  return { x: at.x, top: at.y - half, feet: at.y + half, half, aloft: high > 6, high }
}

/** Where her ribbon is tied. */
function neckOf(drawing: MotionDrawing): { x: number; y: number } {
  const { x, top, half } = poseOf(drawing)
  return { x: Math.round((x + 30) * 8) / 8, y: Math.round((top + half * 0.34) * 8) / 8 }
}

function drawCorrie(paper: Paper, drawing: MotionDrawing) {
  const { x, top, feet, half, aloft } = poseOf(drawing)
  const body: Point = [x - 6, top + half * 0.98]
  const [long, deep] = [92 * Math.sqrt(RADIUS / half), 50 * Math.sqrt(half / RADIUS)]
  const neck = neckOf(drawing)
  const hip: Point = [body[0] - 14, body[1] + deep * 0.7]
  const knees = aloft ? -1 : 1
  // Far leg, then near: bent under her on the stone, trailing behind in the air.
  for (const [off, size, swatch] of [
    [16, 8, 'feather-dim'],
    [-6, 9, 'leg'],
  ] as const) {
    const foot: Point = aloft ? [hip[0] - 78 + off, Math.min(feet - 8, hip[1] + 46)] : [hip[0] + 8 + off * 2, feet - 3]
    const knee: Point = aloft ? [hip[0] - 34 + off, hip[1] + 26] : [hip[0] - 20 * knees + off, (hip[1] + feet) / 2]
    paper.line([[hip[0] + off, hip[1]], knee, foot, [foot[0] + (aloft ? -22 : 30), foot[1] + (aloft ? 8 : 2)]], {
      size,
      swatch,
      tail: 0.05,
    })
  }
  // Tail and wing.
  const egg = oval(body, long, deep, 18)
  paper.fill(
    [
      [body[0] - long * 0.7, body[1] - 14],
      [body[0] - long - 58, body[1] + 18],
      [body[0] - long - 30, body[1] + 34],
      [body[0] - long * 0.5, body[1] + deep * 0.7],
    ],
    'feather-dim',
  )
  paper.line(
    [
      [body[0] - long * 0.8, body[1] - 10],
      [body[0] - long - 58, body[1] + 18],
      [body[0] - long - 30, body[1] + 34],
      [body[0] - long * 0.6, body[1] + deep * 0.7],
    ],
    { size: 7 },
  )
  paper.fill(egg, 'feather')
  paper.fill(
    [
      [body[0] - long * 0.62, body[1] + 2],
      [body[0] + long * 0.3, body[1] - deep * 0.4],
      [body[0] + long * 0.5, body[1] + deep * 0.1],
      [body[0] - 10, body[1] + deep * 0.72],
      [body[0] - long * 0.7, body[1] + deep * 0.55],
    ],
    'feather-dim',
  )
  paper.contour(egg, { size: 8 })
  // Neck: an S up to the head.
  const head: Point = [neck.x + 34, top + 4]
  const back: Point[] = [
    [body[0] + long * 0.4, body[1] - deep * 0.7],
    [neck.x - 20, neck.y + 16],
    [neck.x - 10, neck.y - 16],
    [head[0] - 22, head[1] + 2],
  ]
  const front: Point[] = [
    [body[0] + long * 0.92, body[1] - 4],
    [neck.x + 26, neck.y + 22],
    [neck.x + 22, neck.y - 8],
    [head[0] + 6, head[1] + 20],
  ]
  paper.fill([...back, ...[...front].reverse()], 'white')
  paper.line(back, { size: 7 })
  paper.line(front, { size: 7 })
  paper.fill(pairs([-18, -10, -62, -18, -92, 2, -20, 6]).map(placed(head)), 'crest')
  paper.line(pairs([-14, -12, -62, -18, -94, 2]).map(placed(head)), { size: 5.5 })
  paper.fill(pairs([18, -9, 102, 10, 20, 12]).map(placed(head)), 'beak', { sharp: true })
  paper.line(pairs([16, -10, 60, -2, 103, 10, 58, 12, 18, 13]).map(placed(head)), { size: 6 })
  const skull = oval(head, 30, 23)
  paper.fill(skull, 'white')
  paper.fill(pairs([-28, -6, -6, -22, 20, -14, 2, -8]).map(placed(head)), 'crest')
  paper.contour(skull, { size: 7 })
  paper.fill(oval([head[0] + 9, head[1] - 4], 4.5, 5), 'ink')
}

/** The last of the ribbon is still to be drawn: its guides lie on the light table. */
const RIBBON_DRAWN = 24

function drawRibbon(paper: Paper, { shapes }: MotionDrawing, i: number): void | false {
  if (i >= RIBBON_DRAWN) return false
  const flat = shapes[0]!.points
  const points = Array.from({ length: flat.length / 2 }, (_, k): Point => [flat[2 * k]!, flat[2 * k + 1]!])
  const half = points.length / 2
  paper.fill(points, 'ribbon')
  paper.line(points.slice(0, half), { size: 5, tail: 0.1 })
  paper.line([...points.slice(half)].reverse(), { size: 5, tail: 0.1 })
  paper.line([points[half - 1]!, points[half]!], { size: 5, tail: 0.02 })
  const [a, b] = [points[0]!, points.at(-1)!]
  const knot = oval([(a[0] + b[0]) / 2, (a[1] + b[1]) / 2], 12, 11)
  paper.fill(knot, 'ribbon')
  paper.contour(knot, { size: 5 })
}

function drawGap(paper: Paper) {
  paper.wash('sky')
  paper.fill(pairs([0, 640, 320, 634, 700, 642, 1280, 636, 1280, 720, 0, 720]), 'water', { sharp: true })
  for (const [left, right] of [
    [-40, 470],
    [800, 1320],
  ] as const) {
    paper.fill(
      [
        [left, GROUND],
        [right, GROUND],
        [right - 8, 690],
        [left, 700],
      ],
      'stone',
      { sharp: true },
    )
    paper.fill(
      [
        [left, 654],
        [right - 5, 646],
        [right - 8, 690],
        [left, 700],
      ],
      'stone-dim',
      { sharp: true },
    )
    paper.line(
      [
        [left, GROUND],
        [(left + right) / 2, GROUND - 2],
        [right, GROUND],
        [right - 6, 660],
        [right - 8, 692],
      ],
      { size: 8, tail: 0.08 },
    )
    for (let stone = left + 90; stone < right - 40; stone += 118)
      paper.line(pairs([0, 6, -4, 34, -2, 62]).map(placed([stone, GROUND])), { size: 5, weight: 0.6 })
    paper.line(
      [
        [left + 20, 656],
        [(left + right) / 2, 651],
        [right - 24, 650],
      ],
      { size: 5, weight: 0.55 },
    )
  }
  for (const [x, y, w] of [
    [500, 672, 120],
    [640, 690, 110],
    [580, 652, 70],
  ] as const)
    paper.line(
      [
        [x, y],
        [x + w / 2, y - 4],
        [x + w, y + 2],
      ],
      { size: 4, weight: 0.45, swatch: 'tide', tail: 0.5 },
    )
}

export const leap: SampleScene = {
  id: 'lowtide-leap',
  meant: [
    { check: 'off-arc', level: 'L2', reason: 'The ribbon whips round where she takes off and lands.' },
    { check: 'part-size', level: 'L1', reason: 'Her neck stretches as she takes off and lands.' },
  ],
  settings,
  palette,
  levels: [
    { name: 'Gap', kind: 'ground', loop: false, keys: [{ frame: 1, draw: drawGap }], charts: [] },
    {
      name: 'Corrie',
      kind: 'animated',
      loop: false,
      keys: [],
      charts: [],
      plans: [
        {
          planner: 'leap',
          frame: 1,
          inputs: {
            height: 230,
            distance: 700,
            crouch: 10,
            air: 20,
            land: 18,
            hang: 0.2,
            squash: 0.3,
            stretch: 0.22,
            radius: RADIUS,
            exposure: '2',
            opening: 10,
            x: 280,
            ground: GROUND,
          },
          landmarks: [{ name: 'Neck', at: neckOf }],
          draw: drawCorrie,
        },
      ],
    },
    {
      name: 'Ribbon',
      kind: 'animated',
      loop: false,
      keys: [],
      charts: [],
      plans: [
        {
          planner: 'drag',
          frame: 1,
          inputs: (scene) => ({
            host: `L1/${scene.levels['L1']!.landmarks!.find(({ name }) => name === 'Neck')!.id}`,
            what: 'chain',
            cycle: false,
            frames: 66,
            links: 5,
            link: 34,
            weight: 900,
            drag: 6,
            stiff: 0.25,
            thick: 22,
            exposure: '2',
          }),
          draw: drawRibbon,
        },
      ],
    },
  ],
}
