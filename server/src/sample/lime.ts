import type { Pin, Settings, Swatch } from '@unhurried/core'
import { oval, pairs, placed, type Paper, type Point } from './hand'
import type { SampleScene } from './sample'

const settings: Settings = {
  name: 'The lime comes down the slip',
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
  { id: 'lime', name: 'Lime', colour: '#9dbb3c' },
  { id: 'lime-lit', name: 'Lime lit', colour: '#c3d66a' },
  { id: 'lime-dim', name: 'Lime dim', colour: '#6f9030' },
  { id: 'stone', name: 'Slip stone', colour: '#d9cfbb' },
  { id: 'stone-dim', name: 'Slip shade', colour: '#c2b59c' },
  { id: 'water', name: 'Slack water', colour: '#b9cfcb' },
  { id: 'weed', name: 'Weed', colour: '#8f9d74' },
  { id: 'sky', name: 'Morning', colour: '#f3ead8' },
  { id: 'hull', name: 'Old red', colour: '#b4614a' },
]

const SLOPE = 0.235
const slip = (x: number) => 330 + SLOPE * x
const RADIUS = 47

/** Where the lime touches the slip and how high it hops to the next touch: physics, frame by frame. */
const TOUCHES = [
  { frame: 9, x: 190 },
  { frame: 21, x: 520, hop: 215 },
  { frame: 31, x: 800, hop: 118 },
  { frame: 39, x: 1000, hop: 58 },
  { frame: 43, x: 1098, hop: 17 },
]

interface Pose {
  at: Point
  vx: number
  vy: number
  touching: boolean
  spin: number
  above: number
}

function place(frame: number): { at: Point; above: number } {
  const first = TOUCHES[0]!
  if (frame <= first.frame) {
    const t = (frame - 1) / (first.frame - 1)
    const above = 380 * (1 - t * t)
    const x = first.x - 24 * (first.frame - frame)
    return { at: [x, slip(x) - RADIUS * 0.98 - above], above }
  }
  const last = TOUCHES.at(-1)!
  if (frame >= last.frame) {
    const x = last.x + 27 * (frame - last.frame)
    return { at: [x, slip(x) - RADIUS * 0.96], above: 0 }
  }
  const i = TOUCHES.findIndex((touch) => touch.frame > frame)
  const [a, b] = [TOUCHES[i - 1]!, TOUCHES[i]!]
  const t = (frame - a.frame) / (b.frame - a.frame)
  const x = a.x + (b.x - a.x) * t
  const above = 4 * b.hop! * t * (1 - t)
  return { at: [x, slip(x) - RADIUS * 0.97 - above], above }
}

function pose(frame: number): Pose {
  const here = place(frame)
  const [before, after] = [place(frame - 0.4).at, place(frame + 0.4).at]
  return {
    ...here,
    vx: (after[0] - before[0]) / 0.8,
    vy: (after[1] - before[1]) / 0.8,
    touching: TOUCHES.some((touch) => touch.frame === frame),
    spin: 0.4 + here.at[0] / 150,
  }
}

/** Squeezes along a direction and spreads across it, so that the area stays what it was. */
function squeezed(direction: number, along: number) {
  const [sin, cos] = [Math.sin(direction), Math.cos(direction)]
  return ([x, y]: Point): Point => {
    const a = (x * cos + y * sin) * along
    const b = (-x * sin + y * cos) / along
    return [a * cos - b * sin, a * sin + b * cos]
  }
}

/** The middle of the lime: where it touches the stone its path turns sharply. */
function middleOf(frame: number): Pin {
  const [x, y] = place(frame).at.map((value) => Math.round(value * 8) / 8) as [number, number]
  return TOUCHES.some((touch) => touch.frame === frame) ? { x, y, corner: true } : { x, y }
}

function drawLime(paper: Paper, frame: number) {
  const { at, vx, vy, touching, spin, above } = pose(frame)
  const ground = Math.atan(SLOPE)
  const impact = Math.abs(vy) / 95
  const speed = Math.hypot(vx, vy)
  const rolling = frame > 43
  const squash = touching
    ? squeezed(ground + Math.PI / 2, Math.max(0.66, 0.9 - impact * 0.5 - (frame === 9 ? 0.16 : 0.04)))
    : squeezed(Math.atan2(vy, vx), rolling ? 1 : 1 + Math.min(0.26, Math.max(0, speed - 22) / 260))
  // Squashed, its bottom stays on the stone.
  const sink = touching ? RADIUS * (1 - (frame === 9 ? 0.7 : 0.84)) : 0
  const centre: Point = [at[0] - Math.sin(ground) * 0, at[1] + sink]
  const onPaper =
    (turn: number) =>
    (point: Point): Point =>
      placed(centre)(squash(placed([0, 0], turn)(point)))

  const shadowX = at[0] + above * 0.18
  const reach = Math.max(0.35, 1 - above / 520)
  paper.fill(oval([0, 0], 54 * reach, 9 * reach).map(placed([shadowX, slip(shadowX) + 7], ground)), 'stone-dim', {
    pass: 'shadow',
  })

  const skin = Array.from({ length: 22 }, (_, i): Point => {
    const a = (i / 22) * 2 * Math.PI
    const tip =
      12 * Math.exp(-((Math.min(a, 2 * Math.PI - a) / 0.3) ** 2)) + 4 * Math.exp(-(((a - Math.PI) / 0.34) ** 2))
    const r = RADIUS * (1 + 0.055 * Math.cos(2 * a)) + tip
    return [r * Math.cos(a), r * Math.sin(a)]
  }).map(onPaper(spin))
  paper.fill(skin, 'lime')
  // Light and shade stay where the sun is, however the lime turns.
  paper.fill(
    pairs([-30, 26, -8, 37, 18, 33, 36, 12, 40, -8, 45, 6, 38, 28, 16, 44, -14, 44]).map(onPaper(0)),
    'lime-dim',
  )
  paper.fill(
    oval([-15, -19], 17, 10)
      .map((p) => placed([0, 0], -0.5)(p))
      .map(onPaper(0)),
    'lime-lit',
  )
  paper.contour(skin, { size: 9.5 })
  const stem: Point[] = [
    [RADIUS + 14, 0],
    [RADIUS + 22, -3],
    [RADIUS + 25, -9],
  ]
  paper.line(stem.map(onPaper(spin)), { size: 8, weight: 0.95 })
  paper.line(pairs([30, -7, 36, 1, 31, 9]).map(onPaper(spin)), { size: 4, weight: 0.6 })
  for (const [x, y] of pairs([-20, 12, -6, 22, 8, 10, -28, -6, 12, -26, -4, -6])) {
    paper.line((pairs([0, 0, 3.5, 1.6]).map(placed([x, y])) as Point[]).map(onPaper(spin)), {
      size: 4,
      weight: 0.62,
      swatch: 'ink',
    })
  }
  if (touching && frame < 40) {
    for (const side of [-1, 1]) {
      for (const [from, to] of [
        [70, 86],
        [64, 77],
      ] as const) {
        const lift = from === 70 ? 5 : 15
        paper.line(
          (
            [
              [side * from, 28 - lift],
              [side * (to + 4), 24 - lift * 1.7],
            ] as Point[]
          ).map(placed([centre[0], centre[1] + 12], ground)),
          { size: 4.5, weight: 0.6 },
        )
      }
    }
  }
}

function drawSlip(paper: Paper) {
  const stone = (x: number): Point => [x, slip(x)]
  paper.wash('sky')
  paper.fill(pairs([0, 250, 360, 244, 820, 256, 1280, 246, 1280, 720, 0, 720]), 'water', { sharp: true })
  // A boat waiting on the mud, far off.
  paper.fill(pairs([860, 214, 930, 222, 1010, 220, 1062, 206, 1046, 250, 1000, 264, 912, 264, 876, 250]), 'hull')
  paper.line(pairs([850, 210, 930, 222, 1012, 220, 1070, 202]), { size: 6 })
  paper.line(pairs([858, 214, 874, 246, 908, 264, 1000, 265, 1044, 248, 1066, 206]), { size: 6.5 })
  paper.line(pairs([968, 218, 972, 130, 974, 70]), { size: 5.5, tail: 0.5 })
  paper.line(pairs([974, 78, 1004, 140, 1030, 206]), { size: 3, weight: 0.5 })
  paper.line(pairs([973, 92, 940, 150, 906, 214]), { size: 3, weight: 0.5 })
  for (const [x, y, w] of [
    [120, 282, 110],
    [330, 300, 90],
    [620, 292, 130],
    [1120, 286, 100],
    [470, 270, 60],
    [980, 292, 70],
  ] as const) {
    paper.line(
      [
        [x, y],
        [x + w * 0.4, y - 3],
        [x + w, y + 1],
      ],
      { size: 4, weight: 0.45, swatch: 'tide', tail: 0.5 },
    )
  }
  paper.fill([stone(0), stone(1280), [1280, 720], [0, 720]], 'stone', { sharp: true })
  paper.fill(pairs([0, 566, 320, 600, 700, 668, 1000, 720, 0, 720]), 'stone-dim', { sharp: true })
  paper.fill(pairs([0, 640, 110, 652, 240, 684, 330, 720, 0, 720]), 'weed')
  paper.line(
    Array.from({ length: 9 }, (_, i) => stone(-10 + i * 163)),
    { size: 9, weight: 0.85, tail: 0.03 },
  )
  // Courses of stone, loosely.
  for (let row = 1; row <= 3; row++) {
    for (let i = 0; i < 6; i++) {
      const x = -80 + i * 250 + row * 70
      const y = row * 56
      paper.line(
        [
          [x, slip(x) + y],
          [x + 70, slip(x + 70) + y + 2],
          [x + 150 + 12 * row, slip(x + 150) + y - 1],
        ],
        { size: 4.5, weight: 0.5, tail: 0.4 },
      )
      paper.line(
        [
          [x + 150, slip(x + 150) + y],
          [x + 146, slip(x + 146) + y + 46],
        ],
        { size: 4, weight: 0.42, tail: 0.5 },
      )
    }
  }
  // An iron ring in the stone.
  paper.contour(oval([1146, slip(1146) + 58], 15, 19), { size: 7 })
  paper.line(
    [
      [1136, slip(1136) + 36],
      [1146, slip(1146) + 31],
      [1157, slip(1157) + 37],
    ],
    { size: 7 },
  )
  for (const [x, y] of pairs([60, 668, 130, 690, 34, 700, 196, 706]))
    paper.line(pairs([0, 0, 6, -16, 15, -25]).map(placed([x, y])), { size: 4, weight: 0.6, swatch: 'ink' })
}

export const lime: SampleScene = {
  id: 'lowtide-lime',
  meant: [
    { check: 'opening-short', reason: 'It falls in from above; the empty slip is what the eye settles on.' },
    { check: 'volume', reason: 'The lines of the impact lie about it and count as its shape.' },
    { check: 'outside', reason: 'It falls in from above the frame.' },
  ],
  settings,
  palette,
  levels: [
    { name: 'Slip', kind: 'ground', loop: false, keys: [{ frame: 1, draw: drawSlip }], charts: [] },
    {
      name: 'Lime',
      kind: 'animated',
      loop: false,
      drawAt: drawLime,
      landmarks: [{ name: 'Middle', at: middleOf }],
      keys: [1, 9, 15, 21, 26, 31, 35, 39, 41, 43, 48].map((frame) => ({
        frame,
        role: [15, 26, 35, 41].includes(frame) ? ('breakdown' as const) : ('key' as const),
      })),
      // Along its path a hop slows less than it rises, for it goes forward all the while.
      charts: [
        { from: 1, to: 9, law: 'slow-out', strength: 1.6, exposure: [2] },
        { from: 9, to: 15, law: 'slow-in', strength: 1.5, exposure: [2] },
        { from: 15, to: 21, law: 'slow-out', strength: 1.5, exposure: [2] },
        { from: 21, to: 26, law: 'slow-in', strength: 1.5, exposure: [2] },
        { from: 26, to: 31, law: 'slow-out', strength: 1.5, exposure: [2] },
        { from: 31, to: 35, law: 'slow-in', strength: 1.5, exposure: [2] },
        { from: 35, to: 39, law: 'slow-out', strength: 1.5, exposure: [2] },
        { from: 39, to: 41, law: 'slow-in', strength: 1.5, exposure: [1] },
        { from: 41, to: 43, law: 'slow-out', strength: 1.5, exposure: [1] },
        { from: 43, to: 48, law: 'even', exposure: [1] },
      ],
    },
  ],
}
