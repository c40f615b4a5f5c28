import type { Ink, InkChange, Stroke } from '../../../ink/ink'
import { packInk, unpackInk } from '../../../ink/packed-ink'
import { stampRings } from '../../../ink/raster'
import { replaced, transformed } from '../../../ink/transform'
import { isBehind } from '../../../lettering/lines'
import { revealTimes } from '../../../lettering/reveal'
import { strokesOfInk } from '../../../lettering/strokes'
import { writtenShapes } from '../../../lettering/written'
import type { Inputs } from '../../../planners/planner'
import { newScene } from '../../../scene/create'
import type { Pass, Scene, Writing } from '../../../scene/schema'
import { validate } from '../../../scene/validate'
import { drawn, settingsOf } from '../../../testing/build'
import { exposuresOf } from '../../../timing/sheet'
import { placed } from '../../../timing/sheet'
import { momentAt } from '../../../timing/seen/shown'
import { applyEdit, inkAfter, inkKey } from '../../apply'
import type { Edit } from '../../kinds'
import { dropsOf, withDrops, type Drops } from '../drops'
import { withLetteringMoved } from './lettering-moved'
import { sceneSized } from '../scene-sized'
import { lettersWritten, writtenMotion, type Lettering } from './write-on'

const LINES = [
  [40, 90, 160, 90],
  [200, 40, 200, 140],
]
const INK = LINES.map((flat, i): Stroke => ({
  kind: 'stroke',
  id: `s${i}`,
  swatch: 'pencil',
  size: 12,
  points: Array.from({ length: flat.length / 2 }, (_, k) => [flat[2 * k]!, flat[2 * k + 1]!, 0.5]).flat(),
}))
const WRITING: Writing = { paths: LINES.map((points, i) => ({ id: `p${i}`, points: [...points] })) }
const INPUTS: Inputs = { frames: 12, exposure: '2', law: 'even', strength: 1, overlap: 0, stays: 12 }

/** A scene with lettering on its first drawing, and the ink of what is done to it. */
class Desk {
  scene: Scene = newScene(settingsOf())
  readonly ink = new Map<string, Ink>()
  #ids = 0
  readonly inkOf = (drawing: string, pass: Pass): Ink => this.ink.get(inkKey(drawing, pass)) ?? []

  constructor() {
    this.make(drawn('letters', 1))
    const add = INK.map((piece, at) => ({ at, piece }))
    this.make({ type: 'ink.change', drawing: 'letters', pass: 'line', remove: [], add })
  }
  make(edit: Edit) {
    for (const { drawing, pass, ink } of inkAfter(edit, this.inkOf)) this.ink.set(inkKey(drawing, pass), ink)
    this.scene = applyEdit(this.scene, edit).scene
  }
  write(inputs: Inputs = INPUTS, frame = 1, drops?: Drops) {
    const lettering: Lettering = {
      ...{ scene: this.scene, take: 'main', drawing: 'letters', writing: WRITING, frame, inputs },
      freshId: () => `n${++this.#ids}`,
    }
    const motion = writtenMotion(lettering)
    const revealed = revealTimes({ lettering: strokesOfInk(INK), paths: WRITING.paths })
    const made = lettersWritten(lettering, motion, { shapes: writtenShapes(revealed, motion.ways), inkOf: this.inkOf })
    this.make(withDrops(made.edit, drops, lettering))
    expect(validate(JSON.parse(JSON.stringify(this.scene)))).toEqual(this.scene)
    return made
  }
  /** Which pixels of the lettering's middle line are seen at a frame. */
  seen(frame: number, y = 90): number[] {
    const { drawing } = momentAt(this.scene, frame).mattes['A']!
    const mask = new Uint8Array(320 * 180)
    for (const piece of drawing === undefined ? [] : this.inkOf(drawing, 'colour'))
      if (piece.kind === 'fill')
        stampRings(mask, { left: 0, top: 0, width: 320, height: 180 }, [piece.outline, ...(piece.holes ?? [])])
    return Array.from({ length: 320 }, (_, x) => x).filter((x) => mask[y * 320 + x] === 1)
  }
}

test('lettering is laid so that it writes itself: seen so far and no further, and whole at the end', () => {
  const desk = new Desk()
  const { level } = desk.write()
  expect(desk.scene.levels['A']!.matte).toEqual({ level, where: 'ink' })
  expect(desk.scene.levels[level]!.hidden).toBe(true)
  expect(exposuresOf(desk.scene, level).map(({ frames }) => frames)).toEqual([2, 2, 2, 2, 2, 14])
  // 220 px of way in six drawings: 36.7 px each.
  expect(Math.abs(desk.seen(1).at(-1)! - (40 + 36.7))).toBeLessThanOrEqual(1)
  expect(Math.abs(desk.seen(5).at(-1)! - (40 + 110))).toBeLessThanOrEqual(1)
  expect(desk.seen(7).at(-1)!).toBeLessThan(175)
  expect(desk.seen(24)).toEqual(expect.arrayContaining([34, 166, 194, 206]))
})

test('it is spaced on a chart like any other', () => {
  const desk = new Desk()
  const { plan } = desk.write({ ...INPUTS, law: 'slow-in', strength: 2 })
  const chart = desk.scene.charts[desk.scene.plans![plan]!.charts[0]!]!
  const fractions = chart.marks.map(({ fraction }) => fraction)
  expect(fractions).toHaveLength(4)
  expect(fractions[0]!).toBeGreaterThan(0.25)
})

test('laid anew it is one plan still, without what was written before, and what a hand added stays', () => {
  const desk = new Desk()
  const first = desk.write()
  const seat = desk.scene.plans![first.plan]!.drawings[1]!
  const mine = { ...INK[0]!, id: 'mine' }
  desk.make({ type: 'ink.change', drawing: seat, pass: 'line', remove: [], add: [{ at: 0, piece: mine }] })
  const again = desk.write({ ...INPUTS, frames: 6 })
  expect(again.plan).toBe(first.plan)
  expect(Object.values(desk.scene.drawings).filter(({ level }) => level === again.level).length).toBeLessThanOrEqual(4)
  expect(desk.inkOf(seat, 'line')).toEqual([mine])
  for (const { id } of Object.values(desk.scene.drawings).filter(({ level }) => level === again.level))
    expect(new Set(desk.inkOf(id, 'colour').map((piece) => piece.id)).size).toBe(desk.inkOf(id, 'colour').length)
})

test('a drawing taken out takes its way with it', () => {
  const desk = new Desk()
  desk.write()
  desk.make({ type: 'drawing.remove', drawing: 'letters' })
  expect(desk.scene.writings).toBeUndefined()
})

test('lettering cut by a level somebody drew on is not written on over it', () => {
  const desk = new Desk()
  const { level } = desk.write()
  desk.make(drawn('window', 20, { level }))
  expect(() => desk.write()).toThrow('Take that matte off first')
})

test('a way that is gone and inputs without sense are refused with the nearest sense', () => {
  const desk = new Desk()
  expect(() => desk.write({ ...INPUTS, overlap: 80 })).toThrow('from 0 to 50')
})

describe('what flies off at the end', () => {
  const DROPS: Drops = { kind: 'drops', count: 5 }
  const levelOf = (desk: Desk) => Object.values(desk.scene.plans!).find(({ planner }) => planner === 'spray')?.level

  test('is laid as guides above the lettering, from the frame on which the last of it is written, out of the pen', () => {
    const desk = new Desk()
    desk.write(INPUTS, 1, DROPS)
    const level = levelOf(desk)!
    expect(desk.scene.levels[level]!.name).toBe('A · drops')
    expect(desk.scene.levelOrder.indexOf(level)).toBe(desk.scene.levelOrder.indexOf('A') + 1)
    const burst = placed(exposuresOf(desk.scene, level)).filter(({ drawing }) => drawing !== null)
    // Six drawings on twos: the last is written on frame 11, and seven more fit into the scene.
    expect(burst[0]!.frame).toBe(11)
    expect(desk.scene.settings.length).toBe(24)
    const { shapes } = desk.scene.guides![burst[0]!.drawing!]!
    expect(shapes.filter(({ tone }) => tone !== 'help')).toHaveLength(5)
    const [x, y] = shapes[0]!.points as [number, number]
    expect(Math.hypot(x - 200, y - 140)).toBeLessThan(20)
    expect(dropsOf(desk.scene, 'letters')).toEqual(DROPS)
  })

  test('changed, it is one burst still; taken away undrawn, its level goes', () => {
    const desk = new Desk()
    desk.write(INPUTS, 1, DROPS)
    const level = levelOf(desk)!
    desk.write(INPUTS, 1, { kind: 'sparks', count: 9 })
    expect(levelOf(desk)).toBe(level)
    expect(Object.values(desk.scene.plans!).filter(({ planner }) => planner === 'spray')).toHaveLength(1)
    expect(dropsOf(desk.scene, 'letters')).toEqual({ kind: 'sparks', count: 9 })
    desk.write(INPUTS, 1, undefined)
    expect(desk.scene.levels[level]).toBeUndefined()
  })

  test('what is drawn of it stays when it is taken away', () => {
    const desk = new Desk()
    desk.write(INPUTS, 1, DROPS)
    const level = levelOf(desk)!
    const drawing = exposuresOf(desk.scene, level).find((each) => each.drawing !== null)!.drawing!
    desk.make({ type: 'ink.change', drawing, pass: 'rough', remove: [], add: [{ at: 0, piece: INK[0]! }] })
    desk.write(INPUTS, 1, undefined)
    expect(desk.scene.levels[level]).toBeDefined()
  })
})

/** Lines of the lettering moved to the right and down, as a hand does it. */
function moved(desk: Desk, ids: readonly string[], isHere = () => true): Edit {
  const matrix = [1, 0, 0, 1, 24, -10] as const
  const change = replaced(desk.inkOf('letters', 'line'), (piece) =>
    ids.includes(piece.id) ? transformed(piece, matrix) : undefined,
  )!
  const edit: Edit = { type: 'ink.change', drawing: 'letters', pass: 'line', ...mutable(change) }
  let count = 0
  const freshId = () => `m${++count}`
  const { scene, inkOf } = desk
  return withLetteringMoved(edit, { scene, take: 'main', matrixOn: () => matrix, inkOf, isHere, freshId })
}
const mutable = ({ remove, add }: InkChange) => ({ remove: [...remove], add: [...add] })
const isBehindOn = (desk: Desk, plan: string) => isBehind(desk.scene, desk.scene.plans![plan]!, desk.inkOf)

test('lettering moved whole takes its ways, what is written and its drops along, and is not behind', () => {
  const desk = new Desk()
  const { plan } = desk.write(INPUTS, 1, { kind: 'drops', count: 6 })
  const before = desk.seen(5)
  const drops = () => Object.values(desk.scene.plans!).find(({ planner }) => planner === 'spray')!.inputs
  const { x, y } = drops()
  desk.make(moved(desk, ['s0', 's1']))
  expect(desk.seen(5, 80)).toEqual(before.map((pixel) => pixel + 24))
  expect(desk.scene.writings!['letters']!.paths[0]!.points).toEqual([64, 80, 184, 80])
  expect([drops()['x'], drops()['y']]).toEqual([Number(x) + 24, Number(y) - 10])
  expect(isBehindOn(desk, plan)).toBe(false)
  expect(validate(JSON.parse(JSON.stringify(desk.scene)))).toEqual(desk.scene)
})

test('moved in part, drawn on or recoloured: only what is written wrongly then is behind, until it is laid anew', () => {
  const desk = new Desk()
  const { plan } = desk.write()
  const loud = INK.map((piece, at) => ({ at, piece: { ...piece, swatch: 'shade' } }))
  const whole = INK.map((piece, at) => ({ at, piece }))
  desk.make({ type: 'swatch.put', swatch: { id: 'shade', name: 'Shade', colour: '#334455' } })
  desk.make({ type: 'ink.change', drawing: 'letters', pass: 'line', remove: whole, add: loud })
  expect(isBehindOn(desk, plan)).toBe(false)
  const part = moved(desk, ['s1'])
  expect(part.type).toBe('ink.change')
  desk.make(part)
  expect(isBehindOn(desk, plan)).toBe(true)
  desk.write()
  expect(isBehindOn(desk, plan)).toBe(false)
})

test('lines that come back from where they are kept are the same lines', () => {
  const desk = new Desk()
  const fine = INK.map((piece, at) => ({
    at,
    piece: { ...piece, points: piece.points.map((value) => value + 0.0371) },
  }))
  const whole = INK.map((piece, at) => ({ at, piece }))
  desk.make({ type: 'ink.change', drawing: 'letters', pass: 'line', remove: whole, add: fine })
  const { plan } = desk.write()
  desk.ink.set(inkKey('letters', 'line'), unpackInk(packInk(desk.inkOf('letters', 'line'))))
  expect(desk.inkOf('letters', 'line')).not.toEqual(fine.map(({ piece }) => piece))
  expect(isBehindOn(desk, plan)).toBe(false)
})

test('where what is written is not known here it is left, and behind', () => {
  const desk = new Desk()
  const { plan } = desk.write()
  desk.make(moved(desk, ['s0', 's1'], () => false))
  expect(isBehindOn(desk, plan)).toBe(true)
})

test('on larger paper lettering is not behind', () => {
  const desk = new Desk()
  const { plan } = desk.write()
  const sizing = { width: 640, height: 360, drawings: 'scale', across: 0.5, down: 0.5 } as const
  for (const edit of sceneSized(desk.scene, sizing, desk.inkOf)) desk.make(edit)
  expect(isBehindOn(desk, plan)).toBe(false)
})
