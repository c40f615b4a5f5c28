import type { Settings, Swatch } from '@unhurried/core'
import { oval, pairs, placed, smoothCurve, type Paper, type Point } from './hand'
import type { SampleScene } from './sample'

const settings: Settings = {
  name: 'Corrie blinks',
  width: 1280,
  height: 720,
  fps: 24,
  length: 36,
  paper: '#fbf7ee',
  approach: 'pose-to-pose',
  numbering: 'by-frame',
}
/** What Corrie is painted with, wherever she is: it follows the library. */
const HERS: readonly Swatch[] = [
  { id: 'feather', name: 'Heron grey', colour: '#b9c2c6' },
  { id: 'feather-dim', name: 'Heron dim', colour: '#93a0a8' },
  { id: 'white', name: 'Throat', colour: '#f7f2e7' },
  { id: 'crest', name: 'Crest', colour: '#44505c' },
  { id: 'beak', name: 'Beak', colour: '#d8a052' },
  { id: 'ribbon', name: 'Ribbon', colour: '#a8455c' },
]
export const CORRIE_COLOURS: readonly Swatch[] = [
  { id: 'ink', name: 'Wet slate', colour: '#2a2932' },
  { id: 'tide', name: 'Tide rough', colour: '#3e7c86' },
  ...HERS.map((swatch) => ({ ...swatch, linked: { entry: 'corrie', of: swatch.id } })),
]
export const CORRIE_PALETTE: Swatch[] = [
  ...CORRIE_COLOURS,
  { id: 'beak-dim', name: 'Beak dim', colour: '#b07c38' },
  { id: 'eye', name: 'Eye', colour: '#e9c64a' },
  { id: 'ribbon-dim', name: 'Ribbon dim', colour: '#803048' },
  { id: 'mist', name: 'Mist', colour: '#efe6d6' },
  { id: 'reed', name: 'Reed', colour: '#b7b48c' },
]

/** How far the lid is down where something is drawn already; the other drawings are still to be made. */
const LID: Readonly<Record<number, number>> = { 1: 0, 9: 1, 19: 0, 5: 0.5 }

/** The head dips a little with the blink. */
export const headAt = (lid: number) => placed([610, 262 + 20 * lid], 0.05 * lid)
/** Only what is drawn is pinned. */
const pinnedAt = (frame: number, [x, y]: Point) =>
  LID[frame] === undefined ? undefined : { x: Math.round(x * 8) / 8, y: Math.round(y * 8) / 8 }

export type Put = (points: readonly Point[]) => Point[]

function drawCorrie(paper: Paper, frame: number): void | false {
  const lid = LID[frame]
  if (lid === undefined) return false
  // The ribbon comes after the head.
  const head = headAt(lid)
  const put: Put = (points) => points.map(head)
  drawNeck(paper, lid)
  drawCrest(paper, lid, put)
  drawHead(paper, put)
  drawUpperBeak(paper, put)
  drawLowerBeak(paper, put)
  drawEye(paper, lid, put)
}

/** An S from the head down out of the picture, with the ribbon tied round it, its tails to the left. */
export function drawNeck(paper: Paper, lid: number) {
  const back: Point[] = [
    [470, 236 + 20 * lid],
    [424, 300 + 14 * lid],
    [430, 392],
    [486, 470],
    [520, 560],
    [498, 650],
    [452, 742],
  ]
  const front: Point[] = [
    [600, 352 + 18 * lid],
    [548, 384 + 10 * lid],
    [536, 430],
    [584, 500],
    [628, 590],
    [626, 672],
    [604, 742],
  ]
  paper.fill([...back, ...[...front].reverse()], 'feather')
  paper.fill([...front.map(([x, y]): Point => [x - 34, y + 4]), ...[...front].reverse()], 'white')
  paper.fill([...back, ...[...back].reverse().map(([x, y]): Point => [x + 26, y + 2])], 'feather-dim')

  drawRibbon(paper, lid)
  paper.line(back.slice(0, 4), { size: 9 })
  paper.line(pairs([470, 486, 486, 510, 520, 560, 498, 650, 452, 742]), { size: 9, tail: 0.05 })
  paper.line(
    [
      [598, 354 + 18 * lid],
      [548, 384 + 10 * lid],
      [536, 430],
      [572, 476],
    ],
    { size: 8 },
  )
  paper.line(pairs([592, 512, 628, 590, 626, 672, 604, 742]), { size: 8, tail: 0.05 })
  for (const [x, y] of pairs([560, 560, 584, 604, 556, 640, 590, 668, 548, 604]))
    paper.line(pairs([0, 0, 3, 13, -2, 25]).map(placed([x, y])), { size: 5, weight: 0.7 })
}

function drawRibbon(paper: Paper, lid: number) {
  const flow = 12 * lid
  const knot: Point = [478, 470 + 6 * lid]
  for (const [dx, dy, long] of [
    [-60, 34, 1],
    [-34, 74, 0.86],
  ] as const) {
    const tail: Point[] = [
      knot,
      [knot[0] + dx * 0.7, knot[1] + dy * 0.4 - flow],
      [knot[0] + dx * 1.5 * long, knot[1] + dy - flow * 0.4],
      [knot[0] + dx * 2.3 * long, knot[1] + dy * 1.5 + flow],
    ]
    const lower = tail.map(([x, y], i): Point => [x + 5, y + 9 + i * 6])
    const notch: Point = [tail.at(-1)![0] + 16, tail.at(-1)![1] + 16]
    paper.fill(
      [...smoothCurve(tail), notch, ...smoothCurve([...lower].reverse())],
      dx === -60 ? 'ribbon' : 'ribbon-dim',
      {
        sharp: true,
      },
    )
    paper.line(tail, { size: 6 })
    paper.line(lower, { size: 6 })
    paper.line([tail.at(-1)!, notch, lower.at(-1)!], { size: 5.5 })
  }
  const band: Point[] = pairs([478, 452, 516, 478, 566, 484, 592, 470, 606, 492, 570, 512, 512, 506, 474, 480])
  paper.fill(band, 'ribbon')
  paper.contour(band, { size: 7 })
  paper.contour(oval(knot, 17, 15), { size: 6.5 })
  paper.fill(oval(knot, 16, 14), 'ribbon-dim')
}

/** Plumes behind the head; with the lid down they sink. */
export function drawCrest(paper: Paper, lid: number, put: Put) {
  for (const [x, y, bend] of [
    [-232, -34, -14],
    [-252, 8, 6],
    [-206, 42, 22],
  ] as const) {
    const plume = put([
      [-76, -52],
      [-140, -64 + bend * 0.4],
      [x + 20, y + bend * 0.3 + 8 * lid],
      [x - 24, y + 26 + bend + 14 * lid],
    ])
    const under = put([
      [-70, -26],
      [-132, -38 + bend * 0.5],
      [x + 22, y + 14 + bend * 0.3 + 8 * lid],
      [x - 24, y + 26 + bend + 14 * lid],
    ])
    paper.fill([...plume, ...[...under].reverse()], 'crest')
    paper.line(plume, { size: 6.5 })
    paper.line([plume.at(-2)!, plume.at(-1)!, under.at(-2)!], { size: 6 })
  }
}

export function drawHead(paper: Paper, put: Put) {
  const skull = put(
    pairs([
      -148, 8, -138, -52, -84, -90, -16, -96, 50, -76, 96, -40, 112, -10, 96, 30, 40, 62, -10, 92, -62, 96, -116, 62,
    ]),
  )
  paper.fill(skull, 'white')
  paper.fill(
    put(pairs([-146, -10, -138, -52, -84, -90, -16, -96, 50, -76, 92, -44, 40, -50, -20, -62, -76, -40, -118, -8])),
    'crest',
  )
  paper.fill(put(pairs([-146, 14, -118, -6, -84, 22, -70, 66, -58, 94, -116, 62])), 'feather')
  paper.contour(skull, { size: 9.5 })
}

export function drawUpperBeak(paper: Paper, put: Put) {
  paper.fill(put(pairs([88, -46, 190, -26, 330, 4, 438, 32, 330, 34, 196, 32, 96, 34])), 'beak')
  paper.line(put(pairs([84, -46, 190, -26, 330, 4, 440, 32])), { size: 9 })
  paper.line(put(pairs([138, -20, 156, -16, 172, -11])), { size: 6 })
}

function drawLowerBeak(paper: Paper, put: Put) {
  paper.fill(put(pairs([96, 12, 200, 16, 330, 24, 438, 32, 320, 42, 196, 44, 88, 38])), 'beak-dim')
  paper.line(put(pairs([440, 32, 320, 42, 196, 45, 86, 40])), { size: 8.5 })
  paper.line(put(pairs([438, 32, 330, 25, 200, 14, 104, 10, 70, 20])), { size: 6.5, tail: 0.1 })
}

export function drawEye(paper: Paper, lid: number, put: Put) {
  const eye = put(oval([34, -22], 27, 25))
  if (lid < 0.95) {
    paper.fill(eye, 'eye')
    paper.fill(put(oval([40, -20], 12, 13)), 'ink')
    paper.fill(put(oval([45, -25], 4, 4)), 'white')
  }
  if (lid > 0) {
    const edge = -47 + 48 * lid
    paper.fill(
      put([
        [4, -26],
        [12, -44],
        [34, -49],
        [56, -44],
        [64, -26],
        [58, Math.max(-30, edge - 8)],
        [34, edge],
        [10, Math.max(-30, edge - 8)],
      ]),
      'feather',
    )
    paper.line(
      put([
        [5, Math.min(-20, edge - 12)],
        [14, edge - 5],
        [34, edge + 2],
        [54, edge - 5],
        [64, Math.min(-20, edge - 12)],
      ]),
      { size: 9 },
    )
  }
  paper.contour(eye, { size: 7 })
  paper.line(
    put([
      [2, -52 + 6 * lid],
      [30, -62 + 8 * lid],
      [66, -50 + 8 * lid],
      [92, -34],
    ]),
    { size: 8 },
  )
  paper.line(put(pairs([60, -18, 84, -8, 104, -2])), { size: 6, weight: 0.7 })
}

export function drawReeds(paper: Paper) {
  paper.wash('mist')
  for (const [x, lean, top] of [
    [70, 22, 250],
    [128, -12, 330],
    [196, 30, 180],
    [262, 8, 300],
    [900, -18, 330],
    [986, 26, 250],
    [1060, -10, 180],
    [1128, 20, 290],
    [1206, 8, 220],
  ] as const) {
    paper.fill(
      [
        [x - 7, 730],
        [x + lean * 0.4 - 4, (top + 720) / 2],
        [x + lean, top],
        [x + lean * 0.5 + 5, (top + 720) / 2],
        [x + 8, 730],
      ],
      'reed',
    )
    paper.line(
      [
        [x, 726],
        [x + lean * 0.45, (top + 720) / 2],
        [x + lean, top],
      ],
      { size: 4, weight: 0.4, swatch: 'tide', tail: 0.5 },
    )
  }
  for (const [x, y, w] of [
    [0, 640, 300],
    [820, 650, 330],
    [1010, 612, 240],
    [90, 690, 260],
  ] as const)
    paper.line(
      [
        [x, y],
        [x + w / 2, y - 6],
        [x + w, y + 3],
      ],
      { size: 4, weight: 0.35, swatch: 'tide', tail: 0.5 },
    )
}

export const corrie: SampleScene = {
  id: 'lowtide-corrie',
  meant: [{ check: 'opening-short', reason: 'Only a lid moves, and she is looked at from the first frame.' }],
  settings,
  palette: CORRIE_PALETTE,
  takes: [
    { name: 'Sleepy blink', level: 'L1', from: 5, to: 10, frames: 10 },
    { name: 'Quick blink', level: 'L1', from: 1, to: 18, frames: 9 },
  ],
  levels: [
    { name: 'Reeds', kind: 'ground', loop: false, keys: [{ frame: 1, draw: drawReeds }], charts: [] },
    {
      name: 'Corrie',
      kind: 'animated',
      loop: false,
      drawAt: drawCorrie,
      landmarks: [
        { name: 'Eye', at: (frame) => pinnedAt(frame, headAt(LID[frame] ?? 0)([34, -22])) },
        {
          name: 'Crest tip',
          at: (frame) => pinnedAt(frame, headAt(LID[frame] ?? 0)([-256, 10 + 14 * (LID[frame] ?? 0)])),
        },
      ],
      keys: [{ frame: 1 }, { frame: 9 }, { frame: 19 }],
      charts: [
        { from: 1, to: 9, halves: [2, 2], exposure: [2] },
        { from: 9, to: 19, halves: [2, 3], exposure: [2] },
      ],
    },
  ],
}
