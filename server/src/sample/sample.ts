import {
  answerId,
  answerTo,
  applyEdit,
  completed,
  drawingsShown,
  inkAfter,
  inkKey,
  inspectScene,
  layIn,
  mainSheet,
  newLevel,
  newScene,
  outcomeOf,
  plannerOf,
  type Edit,
  type Ink,
  type Inputs,
  type MotionDrawing,
  type Pin,
  type SaidWord,
  type Scene,
  type Settings,
  type SpacingLaw,
  type Swatch,
} from '@unhurried/core'
import { hashOf } from './hash'
import { sheetOfPaper, type Paper } from './hand'

interface SampleLevel {
  readonly name: string
  readonly kind: 'animated' | 'ground'
  readonly loop: boolean
  /** Keys and breakdowns by the frame where they begin. */
  readonly keys: readonly { frame: number; role?: 'key' | 'breakdown'; draw?: (paper: Paper) => void }[]
  /** Frames of the two drawings each chart joins; `to` 1 on a loop leads over the seam. */
  readonly charts: readonly {
    from: number
    to: number
    exposure: number[]
    law?: SpacingLaw
    strength?: number
    halves?: [number, number]
  }[]
  /** Points followed from drawing to drawing, pinned on every drawing they are given a place on. */
  readonly landmarks?: readonly { name: string; at: (frame: number) => Pin | undefined }[]
  /** Motions laid in by planners, and whoever draws over their guides; undefined or false leaves a drawing still to be made. */
  readonly plans?: readonly SamplePlan[]
  readonly strength?: number
  /** Pixels to the right the level goes by each frame. */
  readonly pan?: number
  /** Draws whatever begins at a frame; undefined leaves that drawing still to be made. */
  readonly drawAt?: (paper: Paper, frame: number) => void | false
}

interface SamplePlan {
  readonly planner: string
  readonly frame: number
  readonly turns?: number | null
  readonly inputs: Inputs | ((scene: Scene) => Inputs)
  readonly landmarks?: readonly { readonly name: string; readonly at: (drawing: MotionDrawing) => Pin }[]
  readonly draw: (paper: Paper, drawing: MotionDrawing, i: number) => void | false
}

export interface SampleScene {
  readonly id: string
  readonly settings: Settings
  readonly palette: readonly Swatch[]
  /** Bottom first. */
  readonly levels: readonly SampleLevel[]
  /** What Second look finds that is meant, by check and level, and why. */
  readonly meant?: readonly { readonly check: string; readonly level?: string; readonly reason: string }[]
  /** Files with sound, laid from the first frame on. */
  readonly sounds?: readonly {
    name: string
    bytes: () => Uint8Array
    seconds: number
    strength: number
    said?: readonly SaidWord[]
  }[]
  /** Pictures of pages and grounds. */
  readonly pictures?: () => readonly { bytes: Uint8Array; width: number; height: number }[]
  /** Films under the paper. */
  readonly films?: readonly { bytes: () => Uint8Array }[]
  /** Whatever else is done once all levels are there. */
  readonly further?: (table: SampleTable) => void
  /** Changed on the sheet by hand once all is drawn: a drawing of a level shown over some frames. */
  readonly shown?: readonly {
    readonly level: string
    readonly note: string
    readonly from: number
    readonly to: number
  }[]
  /** Further takes: what one level's frames from one to another are made to last. */
  readonly takes?: readonly { name: string; level: string; from: number; to: number; frames: number }[]
}

/** A sample scene as the edits an animator would have made, from an empty scene on. */
export function editsOf(sample: SampleScene): Edit[] {
  const { id, settings, palette, levels, takes = [], sounds = [], shown = [] } = sample
  const table = new Table(settings, palette, id)
  sounds.forEach(({ name, bytes, seconds, strength, said }, n) => {
    const sound = `sound${n}`
    const file = hashOf(bytes())
    table.make({ type: 'sound.put', sound: { id: sound, name, file, seconds, start: 1, from: 0, strength } })
    if (said) table.make({ type: 'sound.said', sound, said: { words: [...said] } })
  })
  levels.forEach((level, n) => layLevel(table, level, n))
  sample.further?.(table)
  takes.forEach(({ name, level, from, to, frames }, i) => {
    const take = `take${i}`
    table.make({ type: 'take.add', id: take, name, from: 'main' })
    table.make({ type: 'sheet.range', take, levels: [level], from, to, act: { do: 'retime', frames } })
  })
  for (const { level, note, from, to } of shown) showOver(table, { level, note, from, to })
  return table.edits
}

/** Shows the drawing of a level with a note over some frames. */
function showOver(table: Table, { level, note, from, to }: NonNullable<SampleScene['shown']>[number]): void {
  const drawing = Object.values(table.scene.drawings).find((each) => each.level === level && each.note.startsWith(note))
  if (!drawing) throw new RangeError(`No drawing of level ${level} is noted ${note}.`)
  table.make({ type: 'sheet.range', take: 'main', levels: [level], from, to, act: { do: 'show', drawing: drawing.id } })
}

export type SampleTable = Pick<Table, 'scene' | 'make'>

/** A scene being made, edit by edit. */
class Table {
  readonly edits: Edit[] = []
  scene: Scene
  readonly #seed: number
  constructor(
    readonly settings: Settings,
    palette: readonly Swatch[],
    id: string,
  ) {
    this.scene = newScene(settings, palette)
    this.#seed = id.length * 100_000
  }

  make(edit: Edit): void {
    this.scene = applyEdit(this.scene, edit).scene
    this.edits.push(edit)
  }

  /** Paper whose unevenness is its own: no two drawings of the scene share it. */
  paper(n: number): Paper {
    return sheetOfPaper(n + this.#seed)
  }

  ink(drawing: string, paper: Paper): void {
    for (const pass of ['colour', 'shadow', 'line'] as const) {
      const pieces = paper.passes[pass]
      if (pieces.length > 0)
        this.make({ type: 'ink.change', drawing, pass, remove: [], add: pieces.map((piece, at) => ({ at, piece })) })
    }
  }
}

function layLevel(table: Table, sample: SampleLevel, n: number): void {
  const level = n === 0 ? 'A' : `L${n}`
  const { settings } = table
  const { name, kind, loop } = sample
  const own = newLevel({ id: level, name, kind, loop, approach: settings.approach })
  if (n === 0) {
    const { id: _, ...fields } = own
    table.make({ type: 'level.set', level, fields })
  } else table.make({ type: 'level.add', level: own, at: n })
  layKeysAndCharts(table, level, sample)
  drawKeys(table, level, sample, n)
  if (sample.pan !== undefined) {
    const to = { x: sample.pan * (settings.length - 1), y: 0 }
    table.make({
      type: 'level.set',
      level,
      fields: { ground: { pan: { from: { x: 0, y: 0 }, to, law: 'even', strength: 1 } } },
    })
  }
  if (sample.strength !== undefined) table.make({ type: 'level.set', level, fields: { strength: sample.strength } })
  sample.plans?.forEach((plan, p) => layPlan(table, level, plan, { n, p }))
}

const keyId = (level: string, frame: number) => `${level}k${frame}`

function layKeysAndCharts(table: Table, level: string, { keys, charts, landmarks = [] }: SampleLevel): void {
  for (const { frame, role = 'key' } of keys)
    table.make({ type: 'drawing.add', take: 'main', level, frame, drawing: { id: keyId(level, frame), role } })
  charts.forEach(({ from, to, exposure, law, strength = 2, halves }, i) => {
    const spacing = halves
      ? { by: 'halves' as const, slowOut: halves[0], slowIn: halves[1] }
      : { by: 'law' as const, law: law ?? 'even', strength }
    table.make({
      type: 'chart.add',
      id: `${level}c${i}`,
      level,
      from: keyId(level, from),
      to: keyId(level, to),
      spacing,
      exposure,
      drawings: Array.from({ length: 48 }, (_, j) => `${level}c${i}i${j}`),
    })
  })
  landmarks.forEach(({ name }, i) =>
    table.make({ type: 'landmark.put', level, landmark: { id: `${level}m${i}`, name } }),
  )
}

/** Draws and pins every drawing that is shown. */
function drawKeys(table: Table, level: string, { keys, drawAt, landmarks = [] }: SampleLevel, n: number): void {
  for (const { drawing, frame } of drawingsShown(mainSheet(table.scene, level))) {
    landmarks.forEach(({ at }, i) => {
      const pin = at(frame)
      if (pin) table.make({ type: 'pin.set', drawing, landmark: `${level}m${i}`, pin })
    })
    const paper = table.paper(frame + n * 1000)
    const own = keys.find((key) => key.frame === frame)?.draw
    if (own) own(paper)
    else if (!drawAt || drawAt(paper, frame) === false) continue
    table.ink(drawing, paper)
  }
}

/** Lays a plan as its planner works it out, and draws it. Errors: RangeError when the planner refuses. */
function layPlan(
  table: Table,
  level: string,
  { planner: name, frame, turns = 1, inputs, landmarks = [], draw }: SamplePlan,
  { n, p }: { n: number; p: number },
): void {
  const planner = plannerOf(name)!
  const setting = { scene: table.scene, take: 'main', level, frame }
  const asked = completed(planner, typeof inputs === 'function' ? inputs(table.scene) : inputs, setting)
  const outcome = outcomeOf(planner, asked, setting)
  if ('refused' in outcome) throw new RangeError(outcome.refused)
  const { motion } = outcome
  let count = 0
  const freshId = () => `${level}p${p}n${count++}`
  const { edit, plan } = layIn({ ...setting, planner: name, inputs: asked, motion, turns, freshId })
  table.make(edit)
  landmarks.forEach(({ name: called }, i) =>
    table.make({ type: 'landmark.put', level, landmark: { id: `${level}p${p}m${i}`, name: called } }),
  )
  table.scene.plans![plan]!.drawings.forEach((drawing, i) => {
    // A shape nothing is said with is not on the sheet.
    if (!table.scene.drawings[drawing]) return
    const paper = table.paper(i + n * 1000 + p * 500)
    const made = motion.drawings[i]!
    if (draw(paper, made, i) === false) return
    table.ink(drawing, paper)
    for (const [landmark, pin] of Object.entries(table.scene.guides?.[drawing]?.targets ?? {}))
      table.make({ type: 'pin.set', drawing, landmark, pin })
    landmarks.forEach(({ at }, k) =>
      table.make({ type: 'pin.set', drawing, landmark: `${level}p${p}m${k}`, pin: at(made) }),
    )
  })
}

/** The answers whoever drew a sample gave to what Second look finds in it. */
export async function answersOf(sample: SampleScene, edits: readonly Edit[]): Promise<Edit[]> {
  if (!sample.meant) return []
  const ink = new Map<string, Ink>()
  const inkOf = (drawing: string, pass: string): Ink => ink.get(inkKey(drawing, pass)) ?? []
  let scene = newScene(sample.settings, sample.palette)
  for (const edit of edits) {
    scene = applyEdit(scene, edit).scene
    for (const { drawing, pass, ink: after } of inkAfter(edit, inkOf)) ink.set(inkKey(drawing, pass), after)
  }
  const { findings } = await inspectScene(scene, inkOf)
  return findings.flatMap((finding) => {
    const meant = sample.meant!.find(
      ({ check, level }) => check === finding.check && (level === undefined || level === finding.level),
    )
    return meant
      ? [{ type: 'answer.put' as const, id: answerId(finding), answer: answerTo(scene, finding, inkOf, meant.reason) }]
      : []
  })
}
