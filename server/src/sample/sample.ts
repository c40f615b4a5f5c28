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
  type Scene,
  type Settings,
  type SpacingLaw,
  type Swatch,
} from '@unhurried/core'
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
  readonly plans?: readonly {
    readonly planner: string
    readonly frame: number
    readonly turns?: number | null
    readonly inputs: Inputs | ((scene: Scene) => Inputs)
    readonly landmarks?: readonly { readonly name: string; readonly at: (drawing: MotionDrawing) => Pin }[]
    readonly draw: (paper: Paper, drawing: MotionDrawing, i: number) => void | false
  }[]
  readonly strength?: number
  /** Pixels to the right the level goes by each frame. */
  readonly pan?: number
  /** Draws whatever begins at a frame; undefined leaves that drawing still to be made. */
  readonly drawAt?: (paper: Paper, frame: number) => void | false
}

export interface SampleScene {
  readonly id: string
  readonly settings: Settings
  readonly palette: readonly Swatch[]
  /** Bottom first. */
  readonly levels: readonly SampleLevel[]
  /** What Second look finds that is meant, by check and level, and why. */
  readonly meant?: readonly { readonly check: string; readonly level?: string; readonly reason: string }[]
  /** Further takes: what one level's frames from one to another are made to last. */
  readonly takes?: readonly { name: string; level: string; from: number; to: number; frames: number }[]
}

/** A sample scene as the edits an animator would have made, from an empty scene on. */
export function editsOf({ id, settings, palette, levels, takes = [] }: SampleScene): Edit[] {
  const edits: Edit[] = []
  let scene: Scene = newScene(settings, palette)
  const make = (edit: Edit) => {
    scene = applyEdit(scene, edit).scene
    edits.push(edit)
  }
  const inked = (drawing: string, paper: Paper) => {
    for (const pass of ['colour', 'shadow', 'line'] as const) {
      const pieces = paper.passes[pass]
      if (pieces.length > 0)
        make({ type: 'ink.change', drawing, pass, remove: [], add: pieces.map((piece, at) => ({ at, piece })) })
    }
  }
  levels.forEach(({ landmarks, plans = [], strength, pan, ...sample }, n) => {
    const level = n === 0 ? 'A' : `L${n}`
    if (n === 0) {
      const { id: _, ...fields } = newLevel({ id: level, ...sample, approach: settings.approach })
      make({ type: 'level.set', level, fields })
    } else make({ type: 'level.add', level: newLevel({ id: level, ...sample, approach: settings.approach }), at: n })
    const keyId = (frame: number) => `${level}k${frame}`
    for (const { frame, role = 'key' } of sample.keys)
      make({ type: 'drawing.add', take: 'main', level, frame, drawing: { id: keyId(frame), role } })
    sample.charts.forEach(({ from, to, exposure, law, strength = 2, halves }, i) => {
      const spacing = halves
        ? { by: 'halves' as const, slowOut: halves[0], slowIn: halves[1] }
        : { by: 'law' as const, law: law ?? 'even', strength }
      make({
        type: 'chart.add',
        id: `${level}c${i}`,
        level,
        from: keyId(from),
        to: keyId(to),
        spacing,
        exposure,
        drawings: Array.from({ length: 48 }, (_, j) => `${level}c${i}i${j}`),
      })
    })
    ;(landmarks ?? []).forEach(({ name }, i) =>
      make({ type: 'landmark.put', level, landmark: { id: `${level}m${i}`, name } }),
    )
    for (const { drawing, frame } of drawingsShown(mainSheet(scene, level))) {
      ;(landmarks ?? []).forEach(({ at }, i) => {
        const pin = at(frame)
        if (pin) make({ type: 'pin.set', drawing, landmark: `${level}m${i}`, pin })
      })
      const paper = sheetOfPaper(frame + n * 1000 + id.length * 100_000)
      const own = sample.keys.find((key) => key.frame === frame)?.draw
      if (own) own(paper)
      else if (!sample.drawAt || sample.drawAt(paper, frame) === false) continue
      inked(drawing, paper)
    }
    if (pan !== undefined)
      make({
        type: 'level.set',
        level,
        fields: {
          ground: {
            pan: { from: { x: 0, y: 0 }, to: { x: pan * (settings.length - 1), y: 0 }, law: 'even', strength: 1 },
          },
        },
      })
    if (strength !== undefined) make({ type: 'level.set', level, fields: { strength } })
    plans.forEach(({ planner: name, frame, turns = 1, inputs, landmarks: extra = [], draw }, p) => {
      const planner = plannerOf(name)!
      const setting = { scene, take: 'main', level, frame }
      const asked = completed(planner, typeof inputs === 'function' ? inputs(scene) : inputs, setting)
      const outcome = outcomeOf(planner, asked, setting)
      if ('refused' in outcome) throw new RangeError(`${id}: ${outcome.refused}`)
      let count = 0
      const { edit, plan } = layIn({
        scene,
        take: 'main',
        level,
        frame,
        planner: name,
        inputs: asked,
        motion: outcome.motion,
        turns,
        freshId: () => `${level}p${p}n${count++}`,
      })
      make(edit)
      extra.forEach(({ name: called }, i) =>
        make({ type: 'landmark.put', level, landmark: { id: `${level}p${p}m${i}`, name: called } }),
      )
      scene.plans![plan]!.drawings.forEach((drawing, i) => {
        const paper = sheetOfPaper(i + n * 1000 + p * 500 + id.length * 100_000)
        const made = outcome.motion.drawings[i]!
        if (draw(paper, made, i) === false) return
        inked(drawing, paper)
        for (const [landmark, pin] of Object.entries(scene.guides?.[drawing]?.targets ?? {}))
          make({ type: 'pin.set', drawing, landmark, pin })
        extra.forEach(({ at }, k) => make({ type: 'pin.set', drawing, landmark: `${level}p${p}m${k}`, pin: at(made) }))
      })
    })
  })
  takes.forEach(({ name, level, from, to, frames }, i) => {
    const take = `take${i}`
    make({ type: 'take.add', id: take, name, from: 'main' })
    make({ type: 'sheet.range', take, levels: [level], from, to, act: { do: 'retime', frames } })
  })
  return edits
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
