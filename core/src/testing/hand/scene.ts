import { seededRandom } from '../../base/random'
import type { Ink } from '../../ink/ink'
import { newScene } from '../../scene/create'
import type { Chart, Drawing, Exposure, Level, Pass, Scene, Swatch } from '../../scene/schema'
import { settingsOf } from '../build'
import { drawnByHand } from './drawn'
import type { HandKind } from './kinds'

const PALETTE: readonly Swatch[] = [
  { id: 'ink', name: 'Wet slate', colour: '#2a2932' },
  { id: 'coat', name: 'Oilskin', colour: '#c9a03f' },
  { id: 'dim', name: 'Oilskin, dim', colour: '#94752c' },
  { id: 'skin', name: 'Skin', colour: '#e2b894' },
  { id: 'hair', name: 'Weed', colour: '#5f8f74' },
  { id: 'trousers', name: 'Slate', colour: '#56606e' },
  { id: 'beak', name: 'Lamp', colour: '#d8833a' },
  { id: 'white', name: 'Foam', colour: '#f4efe2' },
  { id: 'sand', name: 'Slip stone', colour: '#d9cfbb' },
]

/** A scene as hands make them, and what was true of it. */
export interface HandScene {
  readonly scene: Scene
  readonly inkOf: (drawing: string, pass: Pass) => Ink
  readonly kind: HandKind
  /** Shares of the motion at which the drawings lie. */
  readonly shares: readonly number[]
}
const NONE: Ink = []

/** Exposures as they are used: ones, twos, or mixed. */
const EXPOSURES = [[1], [2], [2, 1], [2, 2, 1]] as const

/** How its sheet is made. */
interface Sheet {
  readonly pattern: readonly number[]
  readonly pinned: boolean
  readonly charted: boolean
}

/** One clean scene of a kind; pinned or not, charted or not, on ones, twos or mixed, as given or by the seed. */
export function handScene(kind: HandKind, seed: number, given: Partial<Sheet> = {}): HandScene {
  const random = seededRandom((seed * 7919 + kind.id.length * 104_729 + kind.id.charCodeAt(0) * 1_299_709) % 2 ** 31)
  // Seeds side by side begin alike.
  for (let n = 0; n < 8; n++) random()
  const { pattern, pinned, charted }: Sheet = {
    pattern: EXPOSURES[Math.floor(random() * EXPOSURES.length)]!,
    pinned: random() < 0.5,
    charted: kind.keys !== undefined && random() < 0.6,
    ...given,
  }
  const count = kind.drawings
  const held = Array.from({ length: count }, (_, i) => pattern[i % pattern.length]!)
  const length = held.reduce((sum: number, frames) => sum + frames, 0)
  const shares = sharesOf(kind, held, random)
  const roles = rolesOf(kind, count, charted)
  const begins = held.map((_, i) => 1 + held.slice(0, i).reduce((sum: number, frames) => sum + frames, 0))
  const names = pinned ? Object.keys(kind.pose(0.4).marks) : []
  const inks = new Map<string, Ink>()
  const drawings: Record<string, Drawing> = {}
  let frame = 1
  const exposures: Exposure[] = shares.map((share, i) => {
    const id = `d${i}`
    const pose = kind.pose(share)
    const { line, colour } = drawnByHand(pose, { random, size: 5, name: id })
    inks.set(`${id}/line`, line)
    inks.set(`${id}/colour`, colour)
    const pin = (name: string) => {
      const { x, y } = pose.marks[name]!
      const off = () => 1.6 * (random() - 0.5)
      return { x: Math.round((x + off()) * 8) / 8, y: Math.round((y + off()) * 8) / 8 }
    }
    drawings[id] = {
      ...{ id, level: 'A', number: String(frame), role: roles[i]!, note: '' },
      passes: { ...(line.length > 0 && { line: line.length }), ...(colour.length > 0 && { colour: colour.length }) },
      ...(names.length > 0 && { pins: Object.fromEntries(names.map((name, n) => [`m${n}`, pin(name)])) }),
    }
    frame += held[i]!
    return { drawing: id, frames: held[i]! }
  })
  const base = newScene(
    settingsOf({ width: 1280, height: 720, length, approach: charted ? 'pose-to-pose' : 'straight-ahead' }),
    PALETTE,
  )
  const level = base.levels['A']!
  const scene: Scene = {
    ...base,
    levels: {
      A: {
        ...level,
        loop: kind.loop === true,
        ...(names.length > 0 && { landmarks: names.map((name, n) => ({ id: `m${n}`, name })) }),
      },
    },
    drawings,
    charts: charted ? chartsOf(kind, { shares, frames: begins }, roles) : {},
    sheets: { main: { A: exposures } },
  }
  const inkOf = (drawing: string, pass: Pass) => inks.get(`${drawing}/${pass}`) ?? NONE
  const made: HandScene = { scene, inkOf, kind, shares }
  return kind.pan === undefined ? made : withGround(made, kind.pan / length)
}

/** The sand in front of a figure that goes on the spot. */
const SAND: Ink = [{ kind: 'fill', id: 'sand', swatch: 'sand', outline: [0, 540, 1280, 540, 1280, 720, 0, 720] }]

/** The scene over a ground that goes by so many pixels a frame. */
export function withGround(made: HandScene, pixels: number): HandScene {
  const { scene, inkOf } = made
  const { length } = scene.settings
  const pan = { from: { x: 0, y: 0 }, to: { x: pixels * (length - 1), y: 0 }, law: 'even', strength: 1 } as const
  const { landmarks: _, ...level } = scene.levels['A']!
  const ground: Level = { ...level, id: 'G', name: 'Sand', kind: 'ground', loop: false, ground: { pan } }
  const drawing: Drawing = { id: 'g0', level: 'G', number: '1', role: 'key', note: '', passes: { colour: SAND.length } }
  return {
    ...made,
    inkOf: (id, pass) => (id === 'g0' ? (pass === 'colour' ? SAND : NONE) : inkOf(id, pass)),
    scene: {
      ...scene,
      levelOrder: ['G', ...scene.levelOrder.filter((id) => id !== 'G')],
      levels: { ...scene.levels, G: ground },
      drawings: { ...scene.drawings, g0: drawing },
      sheets: { main: { ...scene.sheets['main']!, G: [{ drawing: 'g0', frames: length }] } },
    },
  }
}

/** Where each drawing is at its own time but for a hand's unevenness: steps ± 10 %; keys lie where they are meant. */
function sharesOf(kind: HandKind, held: readonly number[], random: () => number): number[] {
  const { drawings: count, loop } = kind
  const begins = held.map((_, i) => held.slice(0, i).reduce((sum, frames) => sum + frames, 0))
  const whole = loop ? begins.at(-1)! + held.at(-1)! : begins.at(-1)!
  const keys = new Set(keyPlaces(kind, count))
  return begins.map((begin, i) => {
    const still = keys.has(i) || i === 0 || (i === count - 1 && !loop)
    return begin / whole + (still ? 0 : (0.1 * (random() - 0.5) * held[i]!) / whole)
  })
}

const keyPlaces = ({ keys = [], loop }: HandKind, count: number): number[] =>
  keys.map((key) => Math.round(key * (loop ? count : count - 1)))

function rolesOf(kind: HandKind, count: number, charted: boolean): Drawing['role'][] {
  const keys = new Set([...keyPlaces(kind, count), 0, count - 1])
  return Array.from({ length: count }, (_, i) => (!charted || keys.has(i) ? 'key' : 'inbetween'))
}

/** Charts between neighbouring keys, their marks where the lead landmark was meant to be. */
function chartsOf(
  kind: HandKind,
  { shares, frames }: { shares: readonly number[]; frames: readonly number[] },
  roles: readonly Drawing['role'][],
): Record<string, Chart> {
  const keys = roles.flatMap((role, i) => (role === 'key' ? [i] : []))
  const placeAt = (share: number) => kind.pose(share).marks[kind.lead!]!
  const charts: Record<string, Chart> = {}
  keys.slice(1).forEach((to, n) => {
    const from = keys[n]!
    if (to - from < 2) return
    const along = (until: number) => {
      let way = 0
      for (let k = 0; k < 40; k++) {
        const [a, b] = [k, k + 1].map((step) => placeAt(shares[from]! + ((until - shares[from]!) * step) / 40))
        way += Math.hypot(b!.x - a!.x, b!.y - a!.y)
      }
      return way
    }
    const whole = along(shares[to]!)
    /** Keys hold still; what lies between was meant for its own time. */
    const meant = (i: number) =>
      shares[from]! + ((shares[to]! - shares[from]!) * (frames[i]! - frames[from]!)) / (frames[to]! - frames[from]!)
    const marks = Array.from({ length: to - from - 1 }, (_, k) => from + 1 + k).map((i) => ({
      drawing: `d${i}`,
      fraction: whole > 1 ? Math.round((along(meant(i)) / whole) * 1e4) / 1e4 : (i - from) / (to - from),
    }))
    charts[`c${n}`] = {
      ...{ id: `c${n}`, level: 'A', from: `d${from}`, to: `d${to}`, spacing: { by: 'hand' as const } },
      ...{ exposure: [2], marks },
    }
  })
  return charts
}
