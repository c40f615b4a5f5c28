import type { GuideShape, MotionDrawing, Settings, Swatch } from '@unhurried/core'
import { oval, type Paper, type Point } from './hand'
import type { SampleScene } from './sample'

const settings: Settings = {
  name: 'The net mender goes home',
  width: 1280,
  height: 720,
  fps: 24,
  length: 48,
  paper: '#fbf7ee',
  approach: 'pose-to-pose',
  numbering: 'by-frame',
}
const palette: Swatch[] = [
  { id: 'ink', name: 'Wet slate', colour: '#2a2932' },
  { id: 'tide', name: 'Tide rough', colour: '#3e7c86' },
  { id: 'coat', name: 'Oilskin', colour: '#cfa23c' },
  { id: 'coat-dim', name: 'Oilskin dim', colour: '#a97f2b' },
  { id: 'legs', name: 'Trousers', colour: '#5c6b7a' },
  { id: 'legs-dim', name: 'Trousers dim', colour: '#47535f' },
  { id: 'boot', name: 'Boot', colour: '#3a3a42' },
  { id: 'skin', name: 'Weathered', colour: '#e2b793' },
  { id: 'cap', name: 'Wool cap', colour: '#8f3f37' },
  { id: 'sky', name: 'Morning', colour: '#f5ecdb' },
  { id: 'stone', name: 'Quay stone', colour: '#d6c9b3' },
  { id: 'wall', name: 'Far wall', colour: '#e6dbc6' },
]
const GROUND = 612

const pointsOf = ({ points }: GuideShape) =>
  Array.from({ length: points.length / 2 }, (_, i): Point => [points[2 * i]!, points[2 * i + 1]!])

/** The guide's limbs with cloth on them: far arm and leg, trunk and head, near leg and arm. */
function drawMender(paper: Paper, { shapes, targets }: MotionDrawing) {
  const [farArm, farLeg, farFoot, trunk, , nearLeg, nearFoot, nearArm] = shapes.map(pointsOf)
  const part = (points: readonly Point[], swatch: string, size = 7) => {
    paper.fill(points, swatch)
    paper.contour(points, { size })
  }
  part(farArm!, 'coat-dim', 6)
  part(farLeg!, 'legs-dim', 6)
  part(farFoot!, 'boot', 6)
  part(trunk!, 'coat', 8)
  const head = targets['head']!
  const round = oval([head.x, head.y], 45, 48)
  part(round, 'skin', 7)
  paper.fill(
    [
      [head.x - 47, head.y - 8],
      [head.x - 34, head.y - 46],
      [head.x + 4, head.y - 58],
      [head.x + 38, head.y - 40],
      [head.x + 46, head.y - 10],
    ],
    'cap',
  )
  paper.contour(
    [
      [head.x - 48, head.y - 8],
      [head.x - 34, head.y - 46],
      [head.x + 4, head.y - 58],
      [head.x + 38, head.y - 40],
      [head.x + 47, head.y - 10],
      [head.x, head.y - 16],
    ],
    { size: 7 },
  )
  paper.fill(oval([head.x + 47, head.y + 6], 13, 10), 'skin')
  paper.contour(oval([head.x + 47, head.y + 6], 13, 10), { size: 5.5 })
  paper.fill(oval([head.x + 22, head.y + 2], 4, 5), 'ink')
  paper.line(
    [
      [head.x + 18, head.y + 26],
      [head.x + 28, head.y + 28],
      [head.x + 37, head.y + 24],
    ],
    { size: 5 },
  )
  part(nearLeg!, 'legs')
  part(nearFoot!, 'boot')
  part(nearArm!, 'coat')
  const hand = targets['near hand']!
  const fist = oval([hand.x, hand.y], 15, 14)
  part(fist, 'skin', 6)
}

const STEP = 168
const PER_STEP = 12
/** A quay long enough to go by for the whole scene, its stones so far apart that it ends as it begins. */
const PAN = STEP / PER_STEP
const FAR = 1280 + PAN * settings.length

function drawQuay(paper: Paper) {
  paper.fill(
    [
      [0, 0],
      [FAR, 0],
      [FAR, 720],
      [0, 720],
    ],
    'sky',
    { sharp: true },
  )
  paper.fill(
    [
      [0, 440],
      [FAR, 440],
      [FAR, GROUND],
      [0, GROUND],
    ],
    'wall',
    { sharp: true },
  )
  paper.fill(
    [
      [0, GROUND - 2],
      [FAR, GROUND - 2],
      [FAR, 720],
      [0, 720],
    ],
    'stone',
    { sharp: true },
  )
  paper.line(
    [
      [0, GROUND],
      [FAR / 2, GROUND],
      [FAR, GROUND],
    ],
    { size: 6, tail: 0.01, weight: 0.7 },
  )
  paper.line(
    [
      [0, 440],
      [FAR / 2, 440],
      [FAR, 440],
    ],
    { size: 4, weight: 0.4, swatch: 'tide', tail: 0.01 },
  )
  for (let x = 112; x < FAR; x += (PAN * settings.length) / 3)
    paper.line(
      [
        [x, GROUND + 8],
        [x - 14, GROUND + 52],
        [x - 30, 716],
      ],
      { size: 5, weight: 0.55 },
    )
  for (let x = 60; x < FAR; x += (PAN * settings.length) / 2)
    paper.line(
      [
        [x, 452],
        [x + 2, 520],
        [x, GROUND - 12],
      ],
      { size: 4, weight: 0.35, swatch: 'tide' },
    )
}

export const walk: SampleScene = {
  id: 'lowtide-walk',
  settings,
  palette,
  levels: [
    { name: 'Quay', kind: 'ground', loop: false, pan: -PAN, keys: [{ frame: 1, draw: drawQuay }], charts: [] },
    {
      name: 'Mender',
      kind: 'animated',
      loop: true,
      keys: [],
      charts: [],
      plans: [
        {
          planner: 'walk',
          frame: 1,
          turns: null,
          inputs: {
            perStep: PER_STEP,
            exposure: '2',
            step: STEP,
            hips: 216,
            thigh: 128,
            shin: 118,
            bob: 14,
            lift: 44,
            lean: 7,
            arms: 22,
            head: 96,
            inPlace: true,
            x: 620,
            ground: GROUND,
          },
          draw: drawMender,
        },
      ],
    },
  ],
}
