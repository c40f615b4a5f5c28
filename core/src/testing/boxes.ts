import { applyEdit } from '../edits/apply'
import type { Edit } from '../edits/kinds'
import type { Ink, InkPiece } from '../ink/ink'
import { newScene } from '../scene/create'
import type { Pass, Pin, Role, Scene, Settings, Swatch } from '../scene/schema'
import { inspectScene } from '../checks/inspect'
import type { Finding, Limits, Unmeasured } from '../checks/finding'
import { settingsOf } from './build'

/** Scenes drawn by numbers: boxes whose places, sizes and times a test writes down, so that it knows the answer. */

const PALETTE: readonly Swatch[] = [
  { id: 'ink', name: 'Wet slate', colour: '#2a2932' },
  { id: 'body', name: 'Buoy red', colour: '#c2573f' },
  { id: 'spot', name: 'Weed', colour: '#5f8f74' },
  { id: 'grey', name: 'Fog', colour: '#8c8c8c' },
]

/** One drawing: a square of paint with a line round it. */
export interface Box {
  readonly frame: number
  /** Its middle. */
  readonly at: readonly [x: number, y: number]
  readonly side?: number
  readonly role?: Role
  /** Width of its line; 0 for none. */
  readonly line?: number
  readonly swatch?: string
  /** Places of landmarks; `true` pins its middle. */
  readonly pins?: Readonly<Record<string, Pin | true>>
  readonly more?: readonly InkPiece[]
  /** Not drawn yet. */
  readonly bare?: boolean
}

/** The corners of a square, one after the other. */
export const square = ([x, y]: readonly [number, number], side: number): number[] => {
  const half = side / 2
  return [x - half, y - half, x + half, y - half, x + half, y + half, x - half, y + half]
}

/** Points along each side, as a hand leaves many. */
const PARTS = 12

function inkOfBox(
  id: string,
  { at, side = 60, line = 4, swatch = 'body' }: Box,
): Record<'colour' | 'line', InkPiece[]> {
  const round = square(at, side)
  const places = Array.from({ length: 4 * PARTS + 1 }, (_, i) => {
    const [corner, share] = [Math.floor(i / PARTS) % 4, (i % PARTS) / PARTS]
    const along = (axis: 0 | 1) => {
      const [a, b] = [round[2 * corner + axis]!, round[2 * ((corner + 1) % 4) + axis]!]
      return a + (b - a) * share
    }
    return [along(0), along(1)] as const
  })
  const points = places.flatMap(([x, y]) => [x, y, 0.5])
  return {
    colour: [{ kind: 'fill', id: `${id}f`, swatch, outline: places.slice(0, -1).flat() }],
    line: line > 0 ? [{ kind: 'stroke', id: `${id}l`, swatch: 'ink', size: line, points }] : [],
  }
}

/** A scene that is made edit by edit and box by box. */
export class BoxScene {
  scene: Scene
  readonly #ink = new Map<string, Ink>()

  constructor(settings: Partial<Settings> = {}) {
    this.scene = newScene(settingsOf({ width: 1280, height: 720, length: 48, ...settings }), PALETTE)
  }

  readonly inkOf = (drawing: string, pass: Pass): Ink => this.#ink.get(`${drawing}/${pass}`) ?? []

  edit(...edits: readonly Edit[]): this {
    for (const edit of edits) this.scene = applyEdit(this.scene, edit).scene
    return this
  }

  level(id: string, name: string, kind: 'animated' | 'ground' = 'animated'): this {
    const { lightTable } = this.scene.levels['A']!
    return this.edit({
      type: 'level.add',
      at: this.scene.levelOrder.length,
      level: { id, name, kind, loop: false, lightTable },
    })
  }

  landmarks(...names: readonly string[]): this {
    return this.edit(...names.map((name): Edit => ({ type: 'landmark.put', level: 'A', landmark: { id: name, name } })))
  }

  lay(drawing: string, pass: Pass, pieces: readonly InkPiece[]): this {
    if (pieces.length === 0) return this
    const before = this.inkOf(drawing, pass)
    this.#ink.set(`${drawing}/${pass}`, [...before, ...pieces])
    return this.edit({
      type: 'ink.change',
      drawing,
      pass,
      remove: [],
      add: pieces.map((piece, i) => ({ at: before.length + i, piece })),
    })
  }

  /** Draws boxes on a level, named after it and their place in the list: A0, A1 … */
  draw(boxes: readonly Box[], level = 'A'): this {
    boxes.forEach((box, i) => {
      const id = `${level}${i}`
      const { frame, role = 'key', bare = false } = box
      this.edit({ type: 'drawing.add', take: 'main', level, frame, drawing: { id, role } })
      for (const [landmark, pin] of Object.entries(box.pins ?? {}))
        this.edit({
          type: 'pin.set',
          drawing: id,
          landmark,
          pin: pin === true ? { x: box.at[0], y: box.at[1] } : pin,
        })
      if (bare) return
      const ink = inkOfBox(id, box)
      this.lay(id, 'colour', ink.colour)
      this.lay(id, 'line', [...ink.line, ...(box.more ?? [])])
    })
    return this
  }

  /** What one check says of it. */
  async ask(
    check: string,
    limits: Limits = {},
    next?: BoxScene,
  ): Promise<{ findings: readonly Finding[]; unmeasured: readonly Unmeasured[] }> {
    return inspectScene(this.scene, this.inkOf, {
      checks: [check],
      limits,
      ...(next && { next: { scene: next.scene, inkOf: next.inkOf } }),
    })
  }
}

/** Boxes that go one way by the same step, each shown for so many frames. */
export const going = (
  count: number,
  {
    from = [200, 300],
    step = [30, 0],
    frames = 2,
    ...box
  }: Partial<Box> & {
    from?: readonly [number, number]
    step?: readonly [number, number]
    frames?: number
  } = {},
): Box[] =>
  Array.from({ length: count }, (_, i) => ({
    ...box,
    frame: 1 + i * frames,
    at: [from[0] + i * step[0], from[1] + i * step[1]] as const,
  }))

/** The same boxes with one of them otherwise. */
export const but = (boxes: readonly Box[], at: number, other: Partial<Box>): Box[] =>
  boxes.map((box, i) => (i === at ? { ...box, ...other } : box))
