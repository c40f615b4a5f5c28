import {
  lettersWritten,
  newLevel,
  revealTimes,
  strokesOfInk,
  writtenMotion,
  writtenShapes,
  type Inputs,
  type Pass,
  type Settings,
  type Stroke,
  type Swatch,
} from '@unhurried/core'
import { pairs, type Paper } from './hand'
import { written } from './letters'
import type { SampleScene, SampleTable } from './sample'

const settings: Settings = {
  name: 'The name goes on',
  width: 1280,
  height: 720,
  fps: 24,
  length: 84,
  paper: '#fbf7ee',
  approach: 'pose-to-pose',
  numbering: 'by-frame',
}
const palette: Swatch[] = [
  { id: 'ink', name: 'Wet slate', colour: '#2a2932' },
  { id: 'tide', name: 'Tide rough', colour: '#3e7c86' },
  { id: 'sky', name: 'Morning', colour: '#f5ecdb' },
  { id: 'far', name: 'Far shore', colour: '#cdc8b6' },
  { id: 'water', name: 'Slack water', colour: '#a9c6c2' },
  { id: 'hull', name: 'Ferry blue', colour: '#3a6671' },
  { id: 'hull-dim', name: 'Ferry blue, dim', colour: '#2d525c' },
  { id: 'strake', name: 'Rubbing strake', colour: '#c9a05a' },
  { id: 'boot', name: 'Boot top', colour: '#9c4a38' },
  { id: 'name', name: 'Name white', colour: '#f7f1e2' },
  { id: 'runner', name: 'Wet gold', colour: '#e0a83c' },
]

/** The ferry's bow, seen from the slip, and the water it lies on. */
function drawBow(paper: Paper) {
  paper.wash('sky')
  paper.fill(pairs([0, 236, 200, 214, 420, 228, 700, 206, 980, 224, 1280, 212, 1280, 330, 0, 330]), 'far')
  paper.fill(pairs([0, 320, 1280, 316, 1280, 720, 0, 720]), 'water', { sharp: true })
  const side = pairs([126, 128, 420, 178, 800, 196, 1280, 190, 1280, 640, 360, 640, 268, 560, 196, 400])
  paper.fill(side, 'hull', { sharp: true })
  paper.fill(pairs([126, 128, 196, 400, 268, 560, 360, 640, 452, 640, 330, 520, 250, 360, 196, 150]), 'hull-dim')
  paper.fill(pairs([296, 590, 360, 640, 1280, 640, 1280, 594, 800, 600]), 'boot', { sharp: true })
  paper.fill(pairs([134, 158, 420, 206, 800, 222, 1280, 216, 1280, 234, 800, 240, 420, 224, 140, 176]), 'strake', {
    sharp: true,
  })
  paper.line(pairs([126, 128, 420, 178, 800, 196, 1290, 190]), { size: 9, tail: 0.02 })
  paper.line(pairs([126, 128, 160, 270, 196, 400, 268, 560, 362, 642]), { size: 10, tail: 0.05 })
  paper.line(pairs([300, 592, 800, 601, 1290, 594]), { size: 5, weight: 0.6, tail: 0.02 })
  paper.line(pairs([362, 642, 800, 646, 1290, 640]), { size: 7, tail: 0.02 })
  for (const x of [230, 330, 430])
    paper.line(pairs([x, 100 + (x - 230) * 0.12, x + 4, 190 + (x - 230) * 0.08]), { size: 6 })
  paper.line(pairs([214, 102, 330, 116, 460, 128]), { size: 5, weight: 0.7 })
  for (const [x, y, w] of [
    [60, 500, 120],
    [120, 600, 150],
    [520, 690, 260],
    [900, 680, 240],
  ] as const)
    paper.line(pairs([x, y, x + w / 2, y - 5, x + w, y + 2]), { size: 4, weight: 0.5, swatch: 'tide', tail: 0.5 })
}

/** Small letters this high, in pixels. */
const SIZE = 108
const WAYS = written('Marram', [392, 352], SIZE, 0.16)
const NAME = { level: 'L1', drawing: 'L1k1', brush: 21 } as const
/** Written from this frame on, within so many frames. */
const INPUTS: Inputs = { frames: 52, exposure: '2', law: 'slow-in', strength: 1.3, overlap: 6, stays: 22 }
const FROM = 11

function paintName(table: SampleTable) {
  const ink = WAYS.map((way, i): Stroke => ({
    kind: 'stroke',
    id: `name${i}`,
    swatch: 'name',
    size: NAME.brush,
    points: way.flatMap(([x, y], k) => [
      Math.round(x * 8) / 8,
      Math.round(y * 8) / 8,
      Math.round(255 * (0.42 + 0.2 * Math.sin((Math.PI * k) / way.length))) / 255,
    ]),
  }))
  const add = ink.map((piece, at) => ({ at, piece }))
  table.make({ type: 'ink.change', drawing: NAME.drawing, pass: 'line', remove: [], add })
  let ids = 0
  const writing = {
    paths: WAYS.map((way, i) => ({
      id: `way${i}`,
      points: way
        .filter((_, k) => k % 4 === 0 || k === way.length - 1)
        .flat()
        .map(tenth),
    })),
  }
  const lettering = {
    ...{ scene: table.scene, take: 'main', drawing: NAME.drawing, writing, frame: FROM, inputs: INPUTS },
    freshId: () => `name${(ids += 1)}n`,
  }
  const motion = writtenMotion(lettering)
  const revealed = revealTimes({
    lettering: strokesOfInk(ink),
    paths: writing.paths,
    overlap: Number(INPUTS['overlap']) / 100,
  })
  const inkOf = (drawing: string, pass: Pass) => (drawing === NAME.drawing && pass === 'line' ? ink : [])
  const { edit } = lettersWritten(lettering, motion, { shapes: writtenShapes(revealed, motion.ways), inkOf })
  table.make(edit)
  const runner = newLevel({ id: 'runner', name: 'Name · runner', approach: settings.approach })
  const follows = { level: NAME.level, frames: -2, x: 0, y: 0, swatch: 'runner' }
  table.make({ type: 'level.add', level: { ...runner, follows }, at: table.scene.levelOrder.indexOf(NAME.level) })
}
const tenth = (value: number) => Math.round(value * 10) / 10

export const ferry: SampleScene = {
  id: 'lowtide-ferry',
  settings,
  palette,
  levels: [
    { name: 'Bow', kind: 'ground', loop: false, keys: [{ frame: 1, draw: drawBow }], charts: [] },
    { name: 'Name', kind: 'animated', loop: false, keys: [{ frame: 1, draw: () => undefined }], charts: [] },
  ],
  further: paintName,
}
