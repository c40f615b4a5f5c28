import { clamp } from '../base/clamp'
import { seededRandom } from '../base/random'
import { applyEdit } from '../edits/apply'
import type { Edit } from '../edits/kinds'
import type { Ink } from '../ink/ink'
import { newLevel } from '../scene/create'
import type { Pass, Scene } from '../scene/schema'
import { levelsChanged } from './changed'
import { graphsOf, graphsSchema } from './graphs'
import { inspectScene, subjectOf } from './inspect'
import { printOf } from '../ink/print'
import { measuredOf } from './measured'
import { overlap } from './size/overlap'
import { goTogether, movesOf } from './rests'
import { smallFrames } from './small-frames'
import { arcScene, desk, figureInk, kindOf, settingsOf } from '../testing/planted'
import { followed, unbroken } from './subject'
import { cornersOf } from './turns'

const kind = { ...kindOf(1), loop: false, squash: false }
/** A figure that goes right in ten drawings on twos, then rests; two pins on it, one of which may trail. */
function walker(trail: number) {
  const table = desk(settingsOf(48))
  const random = seededRandom(3)
  for (const id of ['nose', 'tail']) table.make({ type: 'landmark.put', level: 'A', landmark: { id, name: id } })
  for (let i = 0; i <= 12; i++) {
    const id = `d${i}`
    table.make({
      type: 'drawing.add',
      take: 'main',
      level: 'A',
      frame: i === 0 ? 1 : 8 + 2 * i,
      drawing: { id, role: 'key' },
    })
    const [at, late] = [Math.min(10, i), clamp(i - trail, 0, 10)]
    const ink = figureInk({ figure: 'bean', at: { x: 200 + 40 * at, y: 300 }, radius: 40, random, name: id })
    for (const pass of ['colour', 'line'] as const) table.lay(id, pass, ink[pass])
    table.make({ type: 'pin.set', drawing: id, landmark: 'nose', pin: { x: 240 + 40 * at, y: 300 } })
    table.make({ type: 'pin.set', drawing: id, landmark: 'tail', pin: { x: 160 + 40 * late, y: 300 } })
  }
  const subject = subjectOf({ scene: table.scene(), take: 'main', inkOf: table.inkOf }).level('A')
  return { ...table, subject, moves: subject.tracks.map((track) => movesOf(subject, track)) }
}

test('a move starts with what leaves its place and ends where it rests; what trails rests later and is a part of its own', () => {
  const one = walker(0)
  expect(one.moves.map((moves) => moves.map(({ start, rest }) => [start.frame, rest.frame]))).toEqual([
    [[1, 28]],
    [[1, 28]],
  ])
  expect(goTogether(one.subject, one.moves[0]![0]!, one.moves[1]![0]!)).toBe(true)
  const two = walker(2)
  expect(two.moves.map((moves) => moves[0]!.rest.frame)).toEqual([28, 32])
  expect(goTogether(two.subject, two.moves[0]![0]!, two.moves[1]![0]!)).toBe(false)
})

test('corners: a way that turns back or lifts off; not a curve, not one place beside the way, not one that overshot', () => {
  const places = (...all: [number, number][]) => all.map(([x, y]) => ({ x, y }))
  expect(cornersOf(places([0, 0], [10, 0], [20, 0], [12, 1], [4, 2]))).toEqual([false, false, true, false, false])
  expect(cornersOf(places([0, 0], [10, 0], [20, 2], [29, 6], [37, 12]))).not.toContain(true)
  expect(cornersOf(places([0, 0], [10, 0], [20, 16], [30, 0], [40, 0]))).not.toContain(true)
  expect(cornersOf(places([0, 0], [10, 0], [34, 0], [22, 0], [32, 0]))).not.toContain(true)
  // Marked on the pins, those and no others.
  expect(
    cornersOf([
      { x: 0, y: 0 },
      { x: 10, y: 0, corner: true },
      { x: 20, y: 0 },
      { x: 12, y: 1 },
      { x: 4, y: 2 },
    ]),
  ).toEqual([false, true, false, false, false])
})

test('a drawing is measured once for as long as its ink is the same; shadows on their pass are no part of it', () => {
  const made = arcScene({ kind, seed: 11 })
  const [drawing] = made.order
  const first = measuredOf(drawing!, made.inkOf)!
  expect(measuredOf(drawing!, made.inkOf)).toBe(first)
  expect([...first.areas.keys()].sort()).toEqual(['body', 'spot'])
  const shaded = (id: string, pass: Pass): Ink =>
    pass === 'shadow'
      ? [{ kind: 'fill', id: 'cast', swatch: 'stone', outline: [0, 600, 400, 600, 400, 700, 0, 700] }]
      : made.inkOf(id, pass)
  const withShadow = measuredOf(drawing!, shaded)!
  expect(withShadow).not.toBe(first)
  expect(withShadow.shape!.area).toBeCloseTo(first.shape!.area, 6)
  expect([...withShadow.areas.keys()]).not.toContain('stone')
  expect(withShadow.passes).toContain('shadow')
})

test('a print tells ink, colour and pins apart', () => {
  const made = arcScene({ kind, seed: 12 })
  const [id] = made.order
  const prints = [
    printOf([{ id: id! }], made.inkOf),
    printOf([{ id: id!, pins: { mid: { x: 1, y: 2 } } }], made.inkOf),
    printOf([{ id: id! }], (drawing, pass) => made.inkOf(drawing, pass).map((piece) => ({ ...piece, swatch: 'loud' }))),
    printOf([{ id: id! }], (drawing, pass) =>
      made
        .inkOf(drawing, pass)
        .map((piece) =>
          piece.kind === 'fill'
            ? { ...piece, outline: piece.outline.map((value, i) => (i === 0 ? value + 0.125 : value)) }
            : piece,
        ),
    ),
  ]
  expect(new Set(prints).size).toBe(4)
  expect(printOf([{ id: id! }], made.inkOf)).toBe(prints[0])
})

test('two shapes cover each other wholly, in part or not at all', () => {
  const random = seededRandom(1)
  const shapeAt = (x: number) => {
    const ink = figureInk({ figure: 'ball', at: { x, y: 300 }, radius: 50, random, name: `at${x}` })
    return measuredOf(`at${x}`, (_, pass) => (pass === 'colour' || pass === 'line' ? ink[pass] : []))!.shape!
  }
  const middle = shapeAt(300)
  expect(overlap(middle, middle)).toBeCloseTo(1, 6)
  expect(overlap(middle, shapeAt(900))).toBe(0)
  // Two circles a radius apart share 0.243 of what they cover.
  expect(overlap(middle, shapeAt(350.0))).toBeGreaterThan(0.22)
  expect(overlap(middle, shapeAt(350.0))).toBeLessThan(0.29)
})

test('the graphs tell every drawing’s size, every step’s speed and plan, and a lightness for each frame', async () => {
  const made = arcScene({ kind: { ...kind, pinned: true }, seed: 13 })
  const context = subjectOf({ scene: made.scene, take: 'main', inkOf: made.inkOf })
  const graphs = graphsSchema.parse(graphsOf(context))
  expect(graphs.levels).toHaveLength(1)
  const [{ sizes, tracks }] = graphs.levels as [(typeof graphs.levels)[number]]
  expect(sizes.map(({ drawing }) => drawing)).toEqual(made.order)
  expect(tracks.map(({ name }) => name)).toEqual(['Middle'])
  const { places } = tracks[0]!
  expect(places[0]!.speed).toBeUndefined()
  places.slice(1).forEach(({ x, y, frame, speed, planned }, i) => {
    expect(speed).toBeCloseTo(Math.hypot(x - places[i]!.x, y - places[i]!.y) / (frame - places[i]!.frame), 6)
    // A clean scene is drawn as planned, but for the hand's tremble.
    expect(Math.abs(speed! - planned!)).toBeLessThan(1.5)
  })
  expect(graphs.luminance).toHaveLength(made.scene.settings.length)
  expect(Math.min(...graphs.luminance)).toBeGreaterThan(0.5)
  expect((await inspectScene(made.scene, made.inkOf, { context })).findings).toEqual([])
})

test('small frames show the pots where they lie, what is hidden not, and are laid anew only where they changed', () => {
  const made = arcScene({ kind, seed: 14 })
  const frames = (scene: Scene, inkOf = made.inkOf) => smallFrames({ scene, take: 'main', inkOf })
  const shown = frames(made.scene)
  expect(shown).toHaveLength(made.scene.settings.length)
  // Frames of one hold are one picture, and so are those of the next look.
  expect(shown[1]).toBe(shown[0])
  expect(frames(made.scene)[0]).toBe(shown[0])
  const reds = (picture: { data: ArrayLike<number> }) =>
    Array.from(picture.data).filter((value, i) => i % 4 === 0 && value === 0xc2).length
  expect(reds(shown[0]!)).toBeGreaterThan(5)
  const hidden = applyEdit(made.scene, { type: 'level.set', level: 'A', fields: { hidden: true } }).scene
  expect(reds(frames(hidden)[0]!)).toBe(0)
  const again = frames(made.scene)
  const [, second] = made.order
  const bare = frames(made.scene, (id, pass) => (id === second ? [] : made.inkOf(id, pass)))
  const at = made.scene.sheets['main']!['A']![0]!.frames
  expect([bare[0] === again[0], bare[at] === again[at], reds(bare[at]!)]).toEqual([true, false, 0])
})

test('what changed on which level: ink apart, nothing more than was touched', () => {
  const made = arcScene({ kind: { ...kind, pinned: true }, seed: 15 })
  const two = applyEdit(made.scene, {
    type: 'level.add',
    level: newLevel({ id: 'B', name: 'B', approach: 'pose-to-pose' }),
    at: 1,
  }).scene
  const after = (edit: Edit) => levelsChanged(two, applyEdit(two, edit).scene)
  expect(levelsChanged(two, two)).toEqual([])
  expect(after({ type: 'level.set', level: 'B', fields: { hidden: true } })).toEqual(['B'])
  expect(after({ type: 'drawing.add', take: 'main', level: 'B', frame: 3, drawing: { id: 'b', role: 'key' } })).toEqual(
    ['B'],
  )
  expect(after({ type: 'pin.set', drawing: made.order[0]!, landmark: 'mid', pin: null })).toEqual(['A'])
  expect(after({ type: 'chart.remove', chart: 'c0' })).toContain('A')
  expect(after({ type: 'scene.set', settings: { paper: '#000000' } })).toEqual(['A', 'B'])
})

test('places are cut where a showing between them has none', () => {
  const { subject } = walker(0)
  const [track] = subject.tracks
  const { shots } = subject.stretches[0]!
  const places = followed(track!, shots)
  const runs = unbroken(
    places.filter((_, i) => i !== 3 && i !== 4),
    shots,
  )
  expect(runs.map((run) => run.length)).toEqual([3, places.length - 5])
  expect(unbroken(places, shots)).toEqual([places])
})

test('a painted part has the area, the middle and the moments of its shape, holes left out, either way round', () => {
  const square = [10, 10, 50, 10, 50, 30, 10, 30]
  const hole = [20, 15, 30, 15, 30, 25, 20, 25]
  const bodyOf = (outline: number[], holes?: number[][]) => {
    const ink: Ink = [{ kind: 'fill', id: 'f', swatch: 'red', outline, ...(holes && { holes }) }]
    return measuredOf('d', (_, pass) => (pass === 'colour' ? ink : []))!.parts.get('red')!
  }
  const body = bodyOf(square)
  expect([body.area, body.x, body.y]).toEqual([800, expect.closeTo(30), expect.closeTo(20)])
  expect([body.xx, body.yy, body.xy]).toEqual([expect.closeTo(1600 / 12), expect.closeTo(400 / 12), expect.closeTo(0)])
  const turned = square.map((_, i) => square[square.length - 2 - 2 * (i >> 1) + (i & 1)]!)
  expect(bodyOf(turned).xx).toBeCloseTo(body.xx)
  const cells: Ink = [
    { kind: 'cells', id: 'c', swatch: 'red', runs: Array.from({ length: 20 }, (_, i) => [10, 10 + i, 40]).flat() },
  ]
  const sprite = measuredOf('s', (_, pass) => (pass === 'colour' ? cells : []))!.parts.get('red')!
  for (const key of ['area', 'x', 'y', 'xx', 'xy', 'yy'] as const) expect(sprite[key]).toBeCloseTo(body[key])
  const holed = bodyOf(square, [hole])
  expect(holed.area).toBe(700)
  expect(holed.x).toBeCloseTo((800 * 30 - 100 * 25) / 700)
})

/** Two bars of one colour that go apart, one of them turning, and a dot of another. */
function bars(turn: number) {
  const table = desk(settingsOf(16))
  const bar = (x: number, y: number, angle: number, long: number): number[] => {
    const [c, s] = [Math.cos(angle), Math.sin(angle)]
    const corners: [number, number][] = [
      [-long, -8],
      [long, -8],
      [long, 8],
      [-long, 8],
    ]
    return corners.flatMap(([a, b]) => [x + a * c - b * s, y + a * s + b * c])
  }
  for (let i = 0; i < 8; i++) {
    const id = `d${i}`
    table.make({ type: 'drawing.add', take: 'main', level: 'A', frame: 1 + 2 * i, drawing: { id, role: 'key' } })
    const fill = (name: string, swatch: string, outline: number[]) =>
      ({ kind: 'fill', id: `${id}${name}`, swatch, outline }) as const
    const both = [
      fill('one', 'body', bar(300 + 20 * i, 200, turn * i, 40)),
      fill('two', 'body', bar(300 - 20 * i, 500, 0, 70)),
    ]
    table.lay(id, 'colour', [...(i % 2 === 0 ? both : both.toReversed()), fill('dot', 'spot', bar(640, 300, 0, 12))])
  }
  return subjectOf({ scene: table.scene(), take: 'main', inkOf: table.inkOf }).level('A')
}

test('each fill of a colour is followed by itself, in whatever order it was painted; one that turns says so', () => {
  const waysOf = ({ parts, shots }: ReturnType<typeof bars>) =>
    parts.map((part) => ({ turns: part.confirms === 'other parts', places: shots.map((shot) => part.at(shot)) }))
  const along = (xs: readonly number[]) => (way: { places: readonly ({ x: number } | undefined)[] }) =>
    way.places.every((place, i) => place !== undefined && Math.abs(place.x - xs[i]!) < 0.5)
  const right = along(Array.from({ length: 8 }, (_, i) => 300 + 20 * i))
  const left = along(Array.from({ length: 8 }, (_, i) => 300 - 20 * i))
  const still = waysOf(bars(0))
  expect([still.filter(right), still.filter(left)].map((ways) => ways.map(({ turns }) => turns))).toEqual([
    [false],
    [false],
  ])
  const turning = waysOf(bars(0.4))
  expect(turning.filter(right).map(({ turns }) => turns)).toEqual([true])
  expect(turning.filter(left).map(({ turns }) => turns)).toEqual([false])
})
