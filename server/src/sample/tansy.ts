import type { Settings, Swatch } from '@unhurried/core'
import { oval, pairs, placed, type Paper, type Point } from './hand'
import type { SampleScene } from './sample'

const settings: Settings = {
  name: 'Tansy bobs at slack water',
  width: 1280,
  height: 720,
  fps: 24,
  length: 24,
  paper: '#fbf7ee',
  approach: 'pose-to-pose',
  numbering: 'by-frame',
}
const palette: Swatch[] = [
  { id: 'ink', name: 'Wet slate', colour: '#2a2932' },
  { id: 'tide', name: 'Tide rough', colour: '#3e7c86' },
  { id: 'tansy', name: 'Tansy', colour: '#e0a526' },
  { id: 'tansy-dim', name: 'Tansy dim', colour: '#bd7d22' },
  { id: 'tansy-lit', name: 'Tansy lit', colour: '#f3cf6b' },
  { id: 'band', name: 'Sailcloth', colour: '#f6efe0' },
  { id: 'band-dim', name: 'Sailcloth dim', colour: '#d9ceb8' },
  { id: 'rope', name: 'Rope', colour: '#b89b6c' },
  { id: 'water', name: 'Slack water', colour: '#a9c6c2' },
  { id: 'water-lit', name: 'Water lit', colour: '#cfe0da' },
  { id: 'sky', name: 'Morning', colour: '#f5ecdb' },
  { id: 'far', name: 'Far wall', colour: '#ddd0bb' },
  { id: 'blush', name: 'Blush', colour: '#cf7d52' },
]

const turnOf = (frame: number) => ((frame - 1) / settings.length) * 2 * Math.PI
const RADIUS = 158
const SEA = 472

function pose(frame: number) {
  const turn = turnOf(frame)
  return {
    at: [640 + 7 * Math.sin(turn + 0.5), 376 + 28 * Math.cos(turn)] as Point,
    tilt: 0.115 * Math.sin(turn - 0.55),
    /** Wider when it sinks in, taller when it comes up; its area stays. */
    tall: 1 - 0.035 * Math.cos(turn - 0.35),
    turn,
  }
}

const FORGOTTEN = 9
const DOTTED = 17

type Pose = ReturnType<typeof pose>
type Put = (points: readonly Point[]) => Point[]

function drawTansy(paper: Paper, frame: number) {
  const now = pose(frame)
  const put: Put = (points) => points.map(([x, y]) => placed(now.at, now.tilt)([x / now.tall, y * now.tall]))
  drawRope(paper, now, put)
  drawBody(paper, frame, put)
  drawFace(paper, now, put)
}

/** The rope hangs from the ring behind and follows late. */
function drawRope(paper: Paper, { at, turn }: Pose, put: Put) {
  const rope = Array.from({ length: 8 }, (_, i): Point => {
    const late = Math.sin(turn - 0.5 - i * 0.42) * (5 + i * 4.5)
    return [at[0] + 118 + i * 34 + late * 0.4, at[1] - 128 + i * 26 + i * i * 3.4 + late]
  })
  const start = put([[26, -176]])[0]!
  const tail: Point[] = [start, ...rope]
  const side = (by: number) => tail.map(([x, y], i): Point => [x + by * 0.6, y - by + (i === 0 ? by * 0.4 : 0)])
  paper.fill([...side(7), ...side(-7).reverse()], 'rope')
  paper.line(side(7), { size: 6 })
  paper.line(side(-7), { size: 6.5 })
  // Its end is bound.
  paper.line(
    [
      side(7).at(-1)!,
      [(side(7).at(-1)![0] + side(-7).at(-1)![0]) / 2 + 4, (side(7).at(-1)![1] + side(-7).at(-1)![1]) / 2 + 4],
      side(-7).at(-1)!,
    ],
    { size: 6 },
  )
  for (let i = 1; i < tail.length; i++) {
    for (const share of [0.25, 0.75]) {
      const [a, b] = [tail[i - 1]!, tail[i]!]
      const [x, y] = [a[0] + (b[0] - a[0]) * share, a[1] + (b[1] - a[1]) * share]
      paper.line(pairs([-5, -6, 1, -1, 5, 6]).map(placed([x, y])), { size: 3.6, weight: 0.6 })
    }
  }
}

/** The round of the buoy with the iron ring on her head. */
function drawBody(paper: Paper, frame: number, put: Put) {
  paper.contour(put(oval([8, -196], 27, 25)), { size: 9 })
  paper.fill(put(pairs([-34, -150, -27, -180, 27, -180, 34, -150])), 'tansy-dim', { sharp: true })
  paper.line(put(pairs([-36, -148, -28, -181, 28, -181, 37, -147])), { size: 8 })

  const body = put(oval([0, 0], RADIUS, RADIUS, 20))
  paper.fill(body, 'tansy')
  paper.fill(
    put(pairs([60, -146, 118, -104, 154, -36, 156, 30, 124, 98, 70, 142, 0, 157, 58, 112, 98, 40, 100, -50])),
    'tansy-dim',
  )
  paper.fill(
    put(
      pairs([
        -157, 18, -110, 44, -30, 58, 56, 56, 126, 38, 157, 16, 154, 52, 120, 76, 52, 94, -34, 96, -112, 80, -152, 54,
      ]),
    ),
    'band',
  )
  paper.fill(put(pairs([96, 48, 128, 38, 157, 16, 154, 52, 120, 76, 80, 88])), 'band-dim')
  paper.fill(put(pairs([-112, -70, -84, -108, -40, -128, -22, -122, -62, -98, -92, -58])), 'tansy-lit')
  // Two faults for whoever takes a second look: cheeks forgotten on one drawing, a dot of the resting hand on another.
  if (frame !== FORGOTTEN) for (const x of [-74, 66]) paper.fill(put(oval([x, 14], 21, 11)), 'blush')
  if (frame === DOTTED) paper.line(pairs([1130, 170, 1132, 172]), { size: 5 })
  paper.contour(body, { size: 11 })
  paper.line(put(pairs([-157, 18, -110, 44, -30, 58, 56, 56, 126, 38, 157, 16])), { size: 7 })
}

/** A face that has all morning. */
function drawFace(paper: Paper, { turn }: Pose, put: Put) {
  const lid = 0.42 + 0.1 * Math.cos(turn)
  for (const [x, way] of [
    [-44, -1],
    [36, 1],
  ] as const) {
    paper.fill(put(oval([x, -30], 20, 23)), 'band')
    paper.fill(put(oval([x + 3, -24], 9, 11)), 'ink')
    paper.fill(put(oval([x + 6, -28], 3, 3.4)), 'band')
    paper.fill(
      put([
        [x - 22, -30 - 23 * (1 - lid)],
        [x, -33 - 21 * (1 - lid)],
        [x + 22, -30 - 23 * (1 - lid)],
        [x + 20, -50],
        [x, -57],
        [x - 20, -50],
      ]),
      'tansy',
    )
    paper.contour(put(oval([x, -30], 20, 23)), { size: 5 })
    paper.line(
      put([
        [x - 22, -29 - 23 * (1 - lid)],
        [x, -34 - 21 * (1 - lid)],
        [x + 22, -29 - 23 * (1 - lid)],
      ]),
      { size: 8 },
    )
    paper.line(
      put([
        [x - 18 * way - 4, -72],
        [x, -78 - 3 * Math.cos(turn)],
        [x + 18 * way + 4, -70],
      ]),
      { size: 6, weight: 0.7 },
    )
  }
  paper.line(put(pairs([-26, 14, -12, 24, 6, 26, 22, 17, 27, 9])), { size: 7.5 })
  paper.line(put(pairs([23, 6, 29, 8, 31, 13])), { size: 5, weight: 0.6 })
}

/** The water before her: it takes the lower part of every drawing and its rings widen once a turn. */
function drawWater(paper: Paper, frame: number) {
  const turn = turnOf(frame)
  const { at } = pose(frame)
  const swell = (x: number) =>
    SEA + 7 * Math.sin((x / 1280) * 4 * Math.PI - turn) + 4 * Math.sin((x / 1280) * 10 * Math.PI + turn)
  const edge = Array.from({ length: 33 }, (_, i): Point => [i * 40, swell(i * 40)])
  paper.fill([...edge, [1280, 720], [0, 720]], 'water', { sharp: true })
  for (let ring = 0; ring < 3; ring++) {
    const grow = (ring + turn / (2 * Math.PI)) / 3
    const [rx, ry] = [172 + grow * 250, 20 + grow * 46]
    const y = SEA + 22
    const strength = 0.8 * (1 - grow) + 0.05
    for (const [from, to] of [
      [0.08, 0.42],
      [0.56, 0.9],
    ] as const) {
      const arc = Array.from({ length: 9 }, (_, i): Point => {
        const a = (from + ((to - from) * i) / 8) * Math.PI
        return [at[0] + rx * Math.cos(a), y + ry * Math.sin(a)]
      })
      paper.line(arc, { size: 6.5, weight: strength, swatch: 'tide', tail: 0.4 })
    }
  }
  paper.fill(
    pairs([-150, 8, -90, 28, 0, 35, 90, 28, 150, 8, 96, 12, 0, 17, -96, 12]).map(placed([at[0], SEA])),
    'water-lit',
  )
  paper.line(
    Array.from({ length: 9 }, (_, i): Point => [at[0] - 160 + i * 40, SEA + 4 + 13 * Math.sin((i / 8) * Math.PI)]),
    { size: 7, weight: 0.75 },
  )
  for (const [x, y, w] of [
    [90, 560, 120],
    [210, 640, 150],
    [960, 590, 140],
    [1080, 660, 120],
    [520, 668, 190],
    [1010, 520, 90],
    [130, 515, 70],
  ] as const) {
    const sway = 8 * Math.sin(turn + x / 90)
    paper.line(
      [
        [x + sway, y],
        [x + w * 0.35 + sway, y - 4],
        [x + w + sway, y + 2],
      ],
      { size: 4.5, weight: 0.5, swatch: 'tide', tail: 0.5 },
    )
  }
}

function drawHarbour(paper: Paper) {
  paper.wash('sky')
  paper.fill(pairs([0, 352, 250, 338, 470, 350, 470, 500, 0, 500]), 'far', { sharp: true })
  paper.fill(pairs([900, 366, 1080, 352, 1280, 358, 1280, 500, 900, 500]), 'far', { sharp: true })
  paper.line(pairs([-8, 352, 120, 344, 260, 338, 380, 343, 472, 352, 474, 420, 478, 470]), { size: 5, weight: 0.55 })
  paper.line(pairs([896, 470, 899, 410, 900, 367, 990, 358, 1100, 351, 1288, 358]), { size: 5, weight: 0.55 })
  for (const x of [60, 150, 240, 330, 420])
    paper.line(
      [
        [x, 372],
        [x + 2, 410],
        [x, 446],
      ],
      { size: 3.6, weight: 0.34, tail: 0.5 },
    )
  for (const x of [960, 1060, 1150, 1230])
    paper.line(
      [
        [x, 384],
        [x - 1, 420],
        [x + 1, 452],
      ],
      { size: 3.6, weight: 0.34, tail: 0.5 },
    )
  // A lamp on the wall, and two gulls far away.
  paper.line(pairs([196, 340, 198, 280, 200, 236]), { size: 5, weight: 0.6, tail: 0.6 })
  paper.contour(oval([201, 222], 11, 15), { size: 5 })
  for (const [x, y] of [
    [1010, 150],
    [1076, 118],
  ] as const)
    paper.line(pairs([-24, -4, -10, -12, 0, 0, 11, -13, 27, -8]).map(placed([x, y])), { size: 4.5, weight: 0.6 })
}

export const tansy: SampleScene = {
  id: 'lowtide-tansy',
  meant: [
    {
      check: 'not-readable',
      level: 'L2',
      reason: 'Water fills the lower part of every drawing; its rings tell the motion, not its shape.',
    },
  ],
  settings,
  palette,
  levels: [
    { name: 'Harbour', kind: 'ground', loop: false, keys: [{ frame: 1, draw: drawHarbour }], charts: [] },
    {
      name: 'Tansy',
      kind: 'animated',
      loop: true,
      drawAt: drawTansy,
      keys: [{ frame: 1 }, { frame: 13 }],
      charts: [
        { from: 1, to: 13, law: 'swing', exposure: [2] },
        { from: 13, to: 1, law: 'swing', exposure: [2] },
      ],
    },
    {
      name: 'Water',
      kind: 'animated',
      loop: true,
      drawAt: drawWater,
      keys: [{ frame: 1 }, { frame: 13 }],
      charts: [
        { from: 1, to: 13, law: 'even', exposure: [3] },
        { from: 13, to: 1, law: 'even', exposure: [3] },
      ],
    },
  ],
}
