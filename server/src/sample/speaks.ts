import type { MotionDrawing, Settings } from '@unhurried/core'
import { CORRIE_PALETTE, drawCrest, drawEye, drawHead, drawNeck, drawReeds, drawUpperBeak, headAt } from './corrie'
import { CORRIE_VOICE_SECONDS, corrieVoice } from './corrie-voice'
import { pairs, placed, type Paper, type Point } from './hand'
import type { SampleScene } from './sample'

const settings: Settings = {
  name: 'Corrie minds the boat',
  width: 1280,
  height: 720,
  fps: 24,
  length: 96,
  paper: '#fbf7ee',
  approach: 'pose-to-pose',
  numbering: 'by-frame',
}
const head = headAt(0)
const put = (points: readonly Point[]) => points.map(head)

/** All of her that keeps still: neck, head, eye and the upper half of her beak. */
function drawStill(paper: Paper) {
  drawNeck(paper, 0)
  drawHead(paper, put)
  drawUpperBeak(paper, put)
  drawEye(paper, 0, put)
}

/** How far the beak is open in each shape, in radians, and what is seen in it. */
const OPEN: Readonly<Record<string, number>> = {
  ...{
    shut: 0,
    teeth: 0.05,
    narrow: 0.07,
    open: 0.2,
    wide: 0.12,
    round: 0.15,
    pucker: 0.06,
    tongue: 0.13,
    bite: 0.035,
  },
}
const HINGE: Point = [84, 26]
const LOWER = pairs([96, 14, 200, 18, 330, 25, 438, 32, 320, 42, 196, 45, 88, 39])

/** The lower half of the beak, swung about its hinge, and the dark of the mouth behind it. */
function drawMouth(paper: Paper, { note = '' }: MotionDrawing) {
  const shape = note.split(':')[0]!
  const open = OPEN[shape]!
  const swing = placed(HINGE, open)
  const jaw = (points: readonly Point[]) => put(points.map(([x, y]) => swing([x - HINGE[0], y - HINGE[1]])))
  if (open > 0) {
    const gape = [
      ...put(pairs([92, 14, 200, 18, 330, 26, 432, 32])),
      ...jaw(pairs([426, 30, 330, 26, 200, 18, 96, 22])),
    ]
    paper.fill(gape, 'ribbon-dim', { sharp: true })
    if (shape === 'tongue' || shape === 'open')
      paper.fill(
        jaw(pairs([120, 18, 190, shape === 'tongue' ? -2 : 6, 286, shape === 'tongue' ? 4 : 14, 310, 24, 200, 26])),
        'ribbon',
      )
    paper.contour(gape, { size: 6 })
  }
  const lower = jaw(LOWER)
  paper.fill(lower, 'beak-dim')
  paper.contour(lower, { size: 8 })
}

/** Where the tips of the crest rest, and by how much they turn for each pixel a plan lifts them. */
const CREST: Point = [350, 262]
const TURN = 1 / 250
function drawLifted(paper: Paper, { targets }: MotionDrawing) {
  const lift = (targets['head']!.y - CREST[1]) * TURN
  const turned = placed([0, 0], -lift)
  drawCrest(paper, 0, (points) => put(points.map(turned)))
}

export const speaks: SampleScene = {
  id: 'lowtide-speaks',
  settings,
  palette: CORRIE_PALETTE,
  sounds: [
    {
      ...{ name: 'Corrie', bytes: corrieVoice, seconds: CORRIE_VOICE_SECONDS, strength: 1 },
      said: [
        { text: 'Mind', sounds: ['m', 'ay1', 'n', 'd'], at: [0.24, 0.28, 0.44, 0.5, 0.55], sureness: 0.79 },
        { text: 'the', sounds: ['dh', 'ah0'], at: [0.55, 0.58, 0.61], sureness: 0.67 },
        { text: 'boat,', sounds: ['b', 'ow1', 't'], at: [0.61, 0.7, 0.89, 0.93], sureness: 0.67 },
        { text: 'please.', sounds: ['p', 'l', 'iy1', 'z'], at: [1.26, 1.29, 1.36, 1.55, 1.65], sureness: 0.77 },
        { text: 'My', sounds: ['m', 'ay1'], at: [1.78, 1.89, 1.99], sureness: 0.79 },
        { text: 'feet', sounds: ['f', 'iy1', 't'], at: [1.99, 2.12, 2.28, 2.33], sureness: 0.79 },
        { text: 'are', sounds: ['aa1', 'r'], at: [2.33, 2.44, 2.5], sureness: 0.85 },
        {
          ...{ text: 'perfectly', sounds: ['p', 'er1', 'f', 'ah0', 'k', 't', 'l', 'iy0'], sureness: 0.74 },
          at: [2.5, 2.64, 2.75, 2.84, 2.91, 2.99, 3.08, 3.16, 3.23],
        },
        { text: 'dry.', sounds: ['d', 'r', 'ay1'], at: [3.23, 3.31, 3.37, 3.75], sureness: 0.7 },
      ],
    },
  ],
  // The fault left to find: on the b of "boat" her beak is open.
  shown: [{ level: 'L3', note: 'open', from: 13, to: 17 }],
  levels: [
    { name: 'Reeds', kind: 'ground', loop: false, keys: [{ frame: 1, draw: drawReeds }], charts: [] },
    {
      ...{ name: 'Crest', kind: 'animated', loop: false, keys: [], charts: [] },
      plans: [
        {
          planner: 'accent',
          frame: 1,
          inputs: {
            ...{ word: 'sound0/7', lead: 1, before: 3, strike: 1, settle: 4, exposure: '2', rest: 26 },
            ...{ against: 40, past: 35, across: 0, down: -60, body: 0, radius: 40, x: CREST[0], y: CREST[1] },
          },
          draw: drawLifted,
        },
      ],
    },
    { ...{ name: 'Corrie', kind: 'animated', loop: false, charts: [] }, keys: [{ frame: 1, draw: drawStill }] },
    {
      ...{ name: 'Beak', kind: 'animated', loop: false, keys: [], charts: [] },
      plans: [
        {
          planner: 'mouths',
          frame: 1,
          inputs: { sound: 'sound0', set: 'nine', exposure: '2', lead: 1, rest: 8, width: 260, x: 870, y: 296 },
          draw: drawMouth,
        },
      ],
    },
  ],
}
