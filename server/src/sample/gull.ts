import type { Settings, Swatch } from '@unhurried/core'
import { gullFilm } from './gull-film'
import { eyeOf, GULL, gullAt, type GullShape } from './gull-shape'
import type { Paper, Point } from './hand'
import { hashOf } from './hash'
import type { SampleScene, SampleTable } from './sample'

const settings: Settings = {
  name: 'A gull goes over',
  width: 1280,
  height: 720,
  fps: GULL.fps,
  length: GULL.frames,
  paper: '#fbf7ee',
  approach: 'straight-ahead',
  numbering: 'by-frame',
  exposure: 2,
}
const palette: Swatch[] = [
  { id: 'ink', name: 'Wet slate', colour: '#2a2932' },
  { id: 'tide', name: 'Tide rough', colour: '#3e7c86' },
  { id: 'brick', name: 'Brick note', colour: '#b9472f' },
]

/** Traced so far: the rest of the film is still to be drawn over. */
const TRACED = 26
const beatAt = (frame: number) => ((frame - 1) * GULL.beats) / GULL.frames
const put = ([x, y]: Point): Point => [640 + x * 720, 360 + y * 720]
const eighth = (value: number) => Math.round(value * 8) / 8

function traceWing(paper: Paper, frame: number): void | false {
  if (frame > TRACED) return false
  const { front, back } = gullAt(beatAt(frame))
  paper.line(front.map(put), { size: 8 })
  paper.line(back.map(put), { size: 6 })
}

/** Where something of the gull is pinned on the drawing at a frame. */
const pinnedTo = (place: (shape: GullShape) => Point) => (frame: number) => {
  if (frame > TRACED) return undefined
  const [x, y] = put(place(gullAt(beatAt(frame))))
  return { x: eighth(x), y: eighth(y) }
}

function layFilm(table: SampleTable) {
  table.make({
    type: 'footage.put',
    footage: {
      ...{ id: 'gull', name: 'Gull, made by code', file: hashOf(gullFilm()), seconds: GULL.frames / GULL.fps },
      ...{ width: GULL.width, height: GULL.height, start: 1, from: 0, speed: 1, step: 2, strength: 0.4 },
      ...{ x: 0, y: 0, across: 1280 },
    },
  })
}

export const gull: SampleScene = {
  id: 'lowtide-gull',
  settings,
  palette,
  meant: [
    { check: 'volume', reason: 'A wing is spread and folded in turn.' },
    { check: 'opening-short', reason: 'The film begins in the middle of a beat.' },
  ],
  films: [{ bytes: gullFilm }],
  levels: [
    {
      name: 'Wing',
      kind: 'animated',
      loop: false,
      keys: Array.from({ length: GULL.frames / 2 }, (_, i) => ({ frame: 1 + 2 * i })),
      charts: [],
      landmarks: [
        { name: 'Tip', at: pinnedTo(({ front }) => front.at(-1)!) },
        { name: 'Eye', at: pinnedTo(eyeOf) },
      ],
      drawAt: traceWing,
    },
  ],
  further: layFilm,
}
