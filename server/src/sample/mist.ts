import type { MotionDrawing, Settings, Swatch } from '@unhurried/core'
import { pairs, type Paper, type Point } from './hand'
import type { SampleScene } from './sample'
import { waterSound } from './water'

const settings: Settings = {
  name: 'Mist on the water',
  width: 1280,
  height: 720,
  fps: 24,
  length: 96,
  paper: '#fbf7ee',
  approach: 'every-drawing-a-key',
  numbering: 'by-frame',
}
const palette: Swatch[] = [
  { id: 'ink', name: 'Wet slate', colour: '#2a2932' },
  { id: 'tide', name: 'Tide rough', colour: '#3e7c86' },
  { id: 'sky', name: 'Morning', colour: '#f5ecdb' },
  { id: 'far', name: 'Far shore', colour: '#cdc8b6' },
  { id: 'water', name: 'Slack water', colour: '#a9c6c2' },
  { id: 'water-lit', name: 'Water lit', colour: '#c8dcd6' },
  { id: 'hull', name: 'Hull', colour: '#b5664c' },
  { id: 'mist', name: 'Mist', colour: '#f6f1e6' },
  { id: 'edge', name: 'Mist shade', colour: '#e2e0d4' },
]

/** Puffs lie flat on the water; what the guide has round is drawn wide. */
function drawMist(paper: Paper, { shapes }: MotionDrawing) {
  for (const { points, closed } of shapes) {
    if (!closed) continue
    const xs = points.filter((_, i) => i % 2 === 0)
    const ys = points.filter((_, i) => i % 2 === 1)
    const [x, y, r] = [
      (Math.min(...xs) + Math.max(...xs)) / 2,
      (Math.min(...ys) + Math.max(...ys)) / 2,
      (Math.max(...xs) - Math.min(...xs)) / 2,
    ]
    const bank: Point[] = [
      [x - r * 2.2, y + r * 0.3],
      [x - r * 1.3, y - r * 0.28],
      [x - r * 0.3, y - r * 0.62],
      [x + r * 0.7, y - r * 0.4],
      [x + r * 1.6, y - r * 0.2],
      [x + r * 2.3, y + r * 0.26],
      [x + r, y + r * 0.5],
      [x - r, y + r * 0.48],
    ]
    paper.fill(bank, 'mist')
    paper.fill(
      [
        [x - r * 1.4, y + r * 0.24],
        [x - r * 0.4, y - r * 0.16],
        [x + r * 0.8, y - r * 0.04],
        [x + r * 1.5, y + r * 0.22],
        [x, y + r * 0.36],
      ],
      'edge',
    )
  }
}

function drawWater(paper: Paper) {
  paper.wash('sky')
  paper.fill(pairs([0, 300, 180, 272, 420, 286, 700, 262, 980, 284, 1280, 268, 1280, 350, 0, 350]), 'far')
  paper.fill(pairs([0, 334, 1280, 330, 1280, 720, 0, 720]), 'water', { sharp: true })
  paper.fill(pairs([0, 336, 1280, 332, 1280, 372, 640, 388, 0, 378]), 'water-lit', { sharp: true })
  const hull: Point[] = pairs([820, 392, 860, 440, 1040, 446, 1092, 386, 960, 402])
  paper.fill(hull, 'hull')
  paper.contour(hull, { size: 7 })
  paper.line(pairs([948, 400, 950, 300, 952, 226]), { size: 7, tail: 0.1 })
  paper.line(pairs([952, 232, 1010, 310, 1072, 388]), { size: 4, weight: 0.6 })
  paper.line(pairs([0, 334, 640, 331, 1280, 330]), { size: 4, weight: 0.45, swatch: 'tide', tail: 0.02 })
  for (const [x, y, w] of [
    [90, 430, 160],
    [420, 480, 210],
    [760, 560, 240],
    [180, 610, 260],
    [980, 630, 200],
    [560, 690, 220],
  ] as const)
    paper.line(
      [
        [x, y],
        [x + w / 2, y - 5],
        [x + w, y + 2],
      ],
      { size: 4, weight: 0.5, swatch: 'tide', tail: 0.5 },
    )
}

export const mist: SampleScene = {
  id: 'lowtide-mist',
  meant: [{ check: 'ground-competes', reason: 'Mist is paler than what it lies on.' }],
  settings,
  palette,
  sounds: [{ name: 'Slack water', bytes: waterSound, seconds: 4, strength: 1 }],
  levels: [
    { name: 'Water', kind: 'ground', loop: false, keys: [{ frame: 1, draw: drawWater }], charts: [] },
    {
      name: 'Mist',
      kind: 'animated',
      loop: true,
      keys: [],
      charts: [],
      strength: 0.7,
      plans: [
        {
          planner: 'drift',
          frame: 1,
          turns: null,
          inputs: {
            drawings: 16,
            puffs: 5,
            life: 1,
            exposure: '3',
            rise: 1300,
            way: 88,
            sway: 14,
            size: 62,
            grow: 1.3,
            fade: 0.5,
            x: -10,
            y: 470,
          },
          draw: drawMist,
        },
      ],
    },
  ],
}
