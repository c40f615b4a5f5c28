import { hexOfOklch } from '../base/colour'
import { judderLimit, wholePaper } from '../timing/seen/camera'
import { seededRandom } from '../base/random'
import type { Point } from '../geometry/matrix'
import type { Scene, Sound } from '../scene/schema'
import { aheadScene, arcScene, desk, figureInk, kindOf, settingsOf, type Change, type Kind, type Made } from './planted'
import { accentLateBy, lipsApartBy, mouthShorterBy } from './spoken'

/** A fault that can be planted at so many times its limit. */
export interface Fault {
  readonly check: string
  /** Undefined where this kind of scene cannot have it. */
  readonly plant: (seed: number, strength: number) => Made | undefined
}

/** A scene with a sound that goes on for so many frames after its last. */
function withSound(scene: Scene, beyond: number): Scene {
  const { fps, length } = scene.settings
  const seconds = (length + beyond) / fps
  const sound: Sound = { id: 'hum', name: 'Hum', file: 'a'.repeat(64), seconds, start: 1, from: 0, strength: 1 }
  return { ...scene, sounds: { hum: sound } }
}

/** A scene one colour of which follows the library, darker there by so many times the limit. */
function linked(seed: number, strength: number): Made {
  const made = arcScene({ kind: kindOf(seed), seed })
  const [first, ...others] = made.scene.palette
  // Grey, so that nothing is cut off at the edge of what a screen can show.
  const [here, there] = [hexOfOklch(0.4, 0, 0), hexOfOklch(0.4 + 0.02 * strength, 0, 0)]
  const colours = [{ id: 'c', name: 'Coat', colour: there }]
  const swatch = { ...first!, colour: here, linked: { entry: 'tansy', of: 'c' } }
  return {
    ...made,
    ...{ scene: { ...made.scene, palette: [swatch, ...others] }, planted: [] },
    library: { characters: [{ id: 'tansy', name: 'Tansy', kind: 'character', colours, sheets: [] }] },
  }
}

/** A scene whose camera goes by evenly, so many times as fast as the usual rule lets it. */
function withPan(scene: Scene, times: number): Scene {
  const { settings, takes, mainTake } = scene
  const far = judderLimit(settings) * times * (settings.length - 1)
  const law = { law: 'even', strength: 2 } as const
  const [from, { x, ...same }] = [wholePaper(settings), wholePaper(settings)]
  const camera = [
    { frame: 1, ...from, ...law },
    { frame: settings.length, x: x + far, ...same, ...law },
  ]
  return { ...scene, takes: { ...takes, [mainTake]: { ...takes[mainTake]!, camera } } }
}

const along = (step: Point, share: number, least: number): Point => {
  const size = Math.hypot(step.x, step.y)
  const far = Math.max(least, share * size)
  return { x: (step.x / size) * far, y: (step.y / size) * far }
}
const across = ({ x, y }: Point): Point => ({ x: -y, y: x })
const plain = (kind: Kind): Kind => ({ ...kind, loop: false })
const onArc =
  (change: (strength: number) => NonNullable<Parameters<typeof arcScene>[0]['change']>) =>
  (seed: number, strength: number) =>
    arcScene({ kind: kindOf(seed), seed, change: change(strength) })
const onAhead =
  (change: (strength: number) => NonNullable<Parameters<typeof aheadScene>[0]['change']>) =>
  (seed: number, strength: number) =>
    aheadScene({ kind: kindOf(seed), seed, change: change(strength) })
const changed = (change: (strength: number) => Change) => (seed: number, strength: number) =>
  seed % 2 === 0
    ? arcScene({ kind: kindOf(seed), seed, change: () => change(strength) })
    : aheadScene({ kind: kindOf(seed), seed, change: () => change(strength) })

/** Two or more levels that come to rest, each a figure of its own. */
function arrivals(seed: number, parts: number): Made {
  const random = seededRandom(seed)
  const table = desk(settingsOf(60))
  const { figure } = kindOf(seed)
  for (let n = 0; n < 7; n++) {
    const level = n === 0 ? 'A' : `L${n}`
    if (n === 0) table.make({ type: 'level.set', level, fields: { name: 'Part 0' } })
    else
      table.make({ type: 'level.add', level: { ...table.scene().levels['A']!, id: level, name: `Part ${n}` }, at: n })
    // Those that are not to land together land four frames apart.
    const rest = n < parts ? 30 : 30 + 4 * (n - parts + 1)
    const steps = 8
    for (let i = 0; i <= steps; i++) {
      const frame = i === 0 ? 1 : rest - 2 * (steps - i)
      const id = `${level}d${i}`
      table.make({
        type: 'drawing.add',
        take: 'main',
        level,
        frame,
        drawing: { id, role: i === 0 || i === steps ? 'key' : 'inbetween' },
      })
      const ink = figureInk({
        figure,
        at: { x: 120 + n * 150, y: 120 + 40 * i + random() * 0.5 },
        radius: 40,
        random,
        name: id,
      })
      for (const pass of ['colour', 'line'] as const) table.lay(id, pass, ink[pass])
    }
  }
  return {
    scene: table.scene(),
    inkOf: table.inkOf,
    planted: Array.from({ length: parts }, (_, n) => `${n === 0 ? 'A' : `L${n}`}d8`),
  }
}

/** A foot that walks in place over a ground that pans by `pan` px a frame and is planted at `pan − slide`. */
function walk(seed: number, slide: number): Made {
  const random = seededRandom(seed)
  const table = desk(settingsOf(49))
  const pan = 4 + random() * 4
  table.make({ type: 'level.set', level: 'A', fields: { name: 'Foot' } })
  table.make({
    type: 'level.add',
    level: {
      ...table.scene().levels['A']!,
      id: 'G',
      name: 'Slip',
      kind: 'ground',
      lightTable: { ...table.scene().levels['A']!.lightTable, on: false },
      ground: { pan: { from: { x: 0, y: 0 }, to: { x: -pan * 48, y: 0 }, law: 'even', strength: 1 } },
    },
    at: 0,
  })
  table.make({ type: 'drawing.add', take: 'main', level: 'G', frame: 1, drawing: { id: 'g', role: 'key' } })
  table.lay('g', 'colour', [
    { kind: 'fill', id: 'gf', swatch: 'stone', outline: [0, 500, 1280, 500, 1280, 720, 0, 720] },
  ])
  table.make({ type: 'landmark.put', level: 'A', landmark: { id: 'foot', name: 'Heel' } })
  const order: string[] = []
  for (let i = 0; i < 24; i++) {
    const frame = 1 + 2 * i
    const turn = i % 12
    // Planted for seven drawings, then lifted forward over five.
    const back = -2 * (pan - slide)
    const x = turn < 7 ? back * turn : back * 6 + ((turn - 6) / 6) * -back * 6 + (turn - 6) * 2
    const y = turn < 7 ? 0 : -70 * Math.sin(((turn - 6) / 6) * Math.PI)
    const at = { x: 640 + x + (random() - 0.5) * 0.4, y: 520 + y + (random() - 0.5) * 0.4 }
    const id = `d${i}`
    order.push(id)
    table.make({ type: 'drawing.add', take: 'main', level: 'A', frame, drawing: { id, role: 'key' } })
    const ink = figureInk({ figure: 'bean', at: { x: at.x, y: at.y - 40 }, radius: 40, random, name: id })
    for (const pass of ['colour', 'line'] as const) table.lay(id, pass, ink[pass])
    table.make({ type: 'pin.set', drawing: id, landmark: 'foot', pin: at })
  }
  return { scene: table.scene(), inkOf: table.inkOf, planted: order }
}

/** A hand on one level that touches a rail on another, `off` pixels beside it. */
function touch(seed: number, off: number): Made {
  const random = seededRandom(seed)
  const base = arcScene({ kind: { ...plain(kindOf(seed)), pinned: true }, seed })
  const touching = base.order[Math.floor(base.order.length / 2)]!
  const pin = base.scene.drawings[touching]!.pins!['mid']!
  const angle = random() * 6.28
  const scene: Made['scene'] = {
    ...base.scene,
    levelOrder: ['R', ...base.scene.levelOrder],
    levels: {
      ...base.scene.levels,
      A: { ...base.scene.levels['A']!, landmarks: [{ id: 'mid', name: 'Hand' }] },
      R: {
        ...base.scene.levels['A']!,
        id: 'R',
        name: 'Rail',
        kind: 'ground' as const,
        landmarks: [{ id: 'rail', name: 'Hand' }],
      },
    },
    drawings: {
      ...base.scene.drawings,
      [touching]: { ...base.scene.drawings[touching]!, pins: { mid: { ...pin, corner: true } } },
      r: {
        id: 'r',
        level: 'R',
        number: '1',
        role: 'key' as const,
        note: '',
        passes: { line: 1 },
        pins: { rail: { x: pin.x + off * Math.cos(angle), y: pin.y + off * Math.sin(angle) } },
      },
    },
    sheets: { main: { ...base.scene.sheets['main']!, R: [{ drawing: 'r', frames: base.scene.settings.length }] } },
  }
  const rail = [
    {
      kind: 'stroke' as const,
      id: 'rl',
      swatch: 'ink',
      size: 4,
      points: [pin.x - 80, pin.y + 6, 0.5, pin.x, pin.y + 5, 0.5, pin.x + 80, pin.y + 6, 0.5],
    },
  ]
  return {
    scene,
    inkOf: (drawing, pass) => (drawing === 'r' ? (pass === 'line' ? rail : []) : base.inkOf(drawing, pass)),
    planted: [touching],
  }
}

/** A scene that ends in motion and the one it hands on to, begun `off` pixels beside its way. */
function cut(seed: number, off: number): Made {
  const random = seededRandom(seed)
  const { figure, exposure } = kindOf(seed)
  const hold = exposure[0]!
  const speed = 12 + random() * 20
  const half = (from: number, shift: number) => {
    const table = desk(settingsOf(8 * hold))
    table.make({ type: 'level.set', level: 'A', fields: { name: 'Buoy' } })
    for (let i = 0; i < 8; i++) {
      const id = `d${i}`
      table.make({ type: 'drawing.add', take: 'main', level: 'A', frame: 1 + i * hold, drawing: { id, role: 'key' } })
      const ink = figureInk({
        figure,
        at: { x: from + speed * i + shift / 2, y: 300 + shift },
        radius: 50,
        random,
        name: id,
      })
      for (const pass of ['colour', 'line'] as const) table.lay(id, pass, ink[pass])
    }
    return table
  }
  const [first, second] = [half(150, 0), half(150 + speed * 7, off)]
  return {
    scene: first.scene(),
    inkOf: first.inkOf,
    next: { scene: second.scene(), inkOf: second.inkOf },
    planted: ['d7'],
  }
}

/** A ground of a colour `times` as strong as the figure's, or a scene that uses more colours than it set itself. */
function coloured(seed: number, more: { ground?: boolean; limit?: number; flashes?: number }): Made {
  const base = arcScene({ kind: kindOf(seed), seed })
  const { settings } = base.scene
  const all = (swatch: string) => [
    { kind: 'fill' as const, id: `f${swatch}`, swatch, outline: [0, 0, 1280, 0, 1280, 720, 0, 720] },
  ]
  const every = 3
  const sheet =
    more.flashes === undefined
      ? [{ drawing: 'g', frames: settings.length }]
      : Array.from({ length: settings.length }, (_, i) => ({
          drawing: i % every === every - 1 && Math.floor(i / every) < more.flashes! ? 'l' : 'g',
          frames: 1,
        }))
  const drawing = (id: string) => ({
    id,
    level: 'G',
    number: id,
    role: 'key' as const,
    note: '',
    passes: { colour: 1 },
  })
  const scene = {
    ...base.scene,
    settings: { ...settings, ...(more.limit !== undefined && { colourLimit: more.limit }) },
    levelOrder: ['G', ...base.scene.levelOrder],
    levels: {
      ...base.scene.levels,
      G: { ...base.scene.levels['A']!, id: 'G', name: 'Ground', kind: 'ground' as const, loop: false, landmarks: [] },
    },
    drawings: { ...base.scene.drawings, g: drawing('g'), ...(more.flashes !== undefined && { l: drawing('l') }) },
    sheets: { main: { ...base.scene.sheets['main']!, G: sheet } },
  }
  const ground = more.flashes !== undefined ? all('night') : all(more.ground ? 'loud' : 'stone')
  const light = all('light')
  return {
    scene,
    inkOf: (id, pass) =>
      id === 'g'
        ? pass === 'colour'
          ? ground
          : []
        : id === 'l'
          ? pass === 'colour'
            ? light
            : []
          : base.inkOf(id, pass),
    planted: [],
  }
}

export const FAULTS: readonly Fault[] = [
  {
    check: 'spacing-chart',
    plant: onArc((strength) => ({ step }) => ({ move: along(step, 0.35 * strength, 2 * strength) })),
  },
  {
    check: 'uneven-spacing',
    // One place pushed on so that its step is so many times what its neighbours foretell.
    plant: onAhead((strength) => ({ step }) => ({
      move: along(step, (1.8 * strength - 1) / (1 + 0.9 * strength), 2 * strength),
    })),
  },
  {
    check: 'off-arc',
    plant: onArc((strength) => ({ step }) => ({ move: across(along(step, 0.25 * strength, 2.2 * strength)) })),
  },
  {
    check: 'standing-still',
    plant: (seed, strength) =>
      arcScene({
        kind: kindOf(seed),
        seed,
        change: ({ back }) => ({ move: { x: back.x * (1 - 0.1 / strength), y: back.y * (1 - 0.1 / strength) } }),
      }),
  },
  {
    check: 'too-far',
    plant(seed, strength) {
      const kind = kindOf(seed)
      // A figure flung forward: between two drawings it leaves a gap of so many widths.
      const made = aheadScene({
        kind: { ...kind, squash: false },
        seed,
        over: (index, count) => (index >= count / 2 ? { move: { x: 0, y: 110 + 110 * strength * 1.05 } } : {}),
        radius: 55,
        level: true,
      })
      return { ...made, planted: [made.order[Math.ceil(made.order.length / 2)]!] }
    },
  },
  { check: 'volume', plant: changed((strength) => ({ scale: 1 + 0.08 * strength })) },
  { check: 'part-size', plant: changed((strength) => ({ part: 1 + 0.15 * strength })) },
  {
    check: 'not-readable',
    plant(seed, strength) {
      const made = arcScene({ kind: { ...plain(kindOf(seed)), squash: false }, seed, closeKeys: 0.08 / strength })
      return { ...made, planted: ['k2'] }
    },
  },
  { check: 'lands-together', plant: (seed, strength) => arrivals(seed, Math.ceil(3 * strength)) },
  {
    check: 'opening-short',
    plant: (seed, strength) => ({
      ...arcScene({ kind: plain(kindOf(seed)), seed, hold: Math.max(1, Math.floor(6 / strength) - 1) }),
      planted: [],
    }),
  },
  {
    check: 'blank',
    plant(seed, strength) {
      const made = arcScene({ kind: kindOf(seed), seed, change: () => ({}) })
      const at = made.order.indexOf(made.planted[0]!)
      return { ...made, scene: emptied(made, made.planted[0]!, Math.round(strength)), planted: [made.order[at - 1]!] }
    },
  },
  {
    check: 'never-shown',
    plant(seed) {
      const made = arcScene({ kind: kindOf(seed), seed, change: () => ({}) })
      return { ...made, scene: hidden(made, made.planted[0]!) }
    },
  },
  {
    check: 'sound-beyond',
    plant(seed, strength) {
      const made = arcScene({ kind: kindOf(seed), seed })
      return { ...made, scene: withSound(made.scene, 2 * strength), planted: [] }
    },
  },
  { check: 'lips-apart', plant: (seed, strength) => lipsApartBy(seed, Math.ceil(strength)) },
  { check: 'mouth-short', plant: (seed, strength) => mouthShorterBy(seed, Math.ceil(strength - 0.5)) },
  { check: 'late-picture', plant: (seed, strength) => accentLateBy(seed, Math.round(2 * strength)) },
  {
    check: 'camera-stutters',
    plant(seed, strength) {
      const made = arcScene({ kind: kindOf(seed), seed })
      return { ...made, scene: withPan(made.scene, strength), planted: [] }
    },
  },
  {
    check: 'loop-seam',
    plant(seed, strength) {
      const kind = { ...kindOf(seed), loop: true }
      const made = arcScene({ kind, seed, seam: 1.6 * strength })
      return { ...made, planted: [made.order[0]!] }
    },
  },
  { check: 'foot-slides', plant: (seed, strength) => walk(seed, strength) },
  { check: 'contact-missed', plant: (seed, strength) => touch(seed, 4 * strength) },
  { check: 'hand-on', plant: (seed, strength) => cut(seed, 6 * strength) },
  { check: 'stray', plant: changed((strength) => ({ dot: { x: 150 + 24 * strength, y: -130 } })) },
  { check: 'line-weight', plant: changed((strength) => ({ width: 1 + 0.25 * strength })) },
  { check: 'line-meets', plant: changed((strength) => ({ gap: 8 * strength })) },
  {
    check: 'outside',
    plant: (seed, strength) =>
      aheadScene({
        kind: kindOf(seed),
        seed,
        change: ({ place }) => ({ move: { x: 0, y: -place.y + (1 - Math.min(0.98, 0.5 * strength)) * 60 - 32 } }),
      }),
  },
  { check: 'lacks', plant: changed(() => ({ without: 'spot' })) },
  {
    check: 'too-many-colours',
    plant: (seed, strength) => coloured(seed, { limit: Math.max(1, Math.floor(4 / strength)) }),
  },
  { check: 'ground-competes', plant: (seed) => coloured(seed, { ground: true }) },
  {
    check: 'differs-from-library',
    plant: (seed, strength) => linked(seed, strength),
  },
  {
    check: 'flashing',
    plant: (seed, strength) => coloured(seed, { flashes: Math.floor(3 * strength) + (strength > 1 ? 0 : 1) }),
  },
]

/** The take without one drawing: its frames are empty, as many of them as asked and there are. */
function emptied({ scene }: Made, drawing: string, most: number): Made['scene'] {
  const column = scene.sheets['main']!['A']!.flatMap((entry) =>
    'cycle' in entry || entry.drawing !== drawing
      ? [entry]
      : [
          { drawing: null, frames: Math.min(most, entry.frames) },
          ...(entry.frames > most ? [{ drawing, frames: entry.frames - most }] : []),
        ],
  )
  return { ...scene, sheets: { main: { ...scene.sheets['main']!, A: column } } }
}

/** The take with a drawing's frames given to the one before it. */
function hidden({ scene }: Made, drawing: string): Made['scene'] {
  const column: { drawing: string | null; frames: number }[] = []
  for (const entry of scene.sheets['main']!['A']!) {
    if ('cycle' in entry) continue
    if (entry.drawing === drawing && column.length > 0)
      column[column.length - 1] = { ...column.at(-1)!, frames: column.at(-1)!.frames + entry.frames }
    else column.push(entry)
  }
  return { ...scene, sheets: { main: { ...scene.sheets['main']!, A: column } } }
}
