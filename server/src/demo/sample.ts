import { applyEdit, drawingsShown, mainSheet, newLevel, newScene, type Edit, type Scene, type Settings, type SpacingLaw, type Swatch } from '@unhurried/core'
import { sheetOfPaper, type Paper } from './hand'

export interface SampleLevel {
  readonly name: string
  readonly kind: 'animated' | 'ground'
  readonly loop: boolean
  /** Keys and breakdowns by the frame where they begin. */
  readonly keys: readonly { frame: number; role?: 'key' | 'breakdown'; draw?: (paper: Paper) => void }[]
  /** Frames of the two drawings each chart joins; `to` 1 on a loop leads over the seam. */
  readonly charts: readonly { from: number; to: number; exposure: number[]; law?: SpacingLaw; halves?: [number, number] }[]
  /** Draws whatever begins at a frame; undefined leaves that drawing still to be made. */
  readonly drawAt?: (paper: Paper, frame: number) => void | false
}

export interface SampleScene {
  readonly id: string
  readonly settings: Settings
  readonly palette: readonly Swatch[]
  /** Bottom first. */
  readonly levels: readonly SampleLevel[]
}

/** A sample scene as the edits an animator would have made, from an empty scene on. */
export function editsOf({ id, settings, palette, levels }: SampleScene): Edit[] {
  const edits: Edit[] = []
  let scene: Scene = newScene(settings, palette)
  const make = (edit: Edit) => {
    scene = applyEdit(scene, edit).scene
    edits.push(edit)
  }
  levels.forEach((sample, n) => {
    const level = n === 0 ? 'A' : `L${n}`
    if (n === 0) {
      const { id: _, ...fields } = newLevel({ id: level, ...sample, approach: settings.approach })
      make({ type: 'level.set', level, fields })
    } else make({ type: 'level.add', level: newLevel({ id: level, ...sample, approach: settings.approach }), at: n })
    const keyId = (frame: number) => `${level}k${frame}`
    for (const { frame, role = 'key' } of sample.keys) make({ type: 'drawing.add', take: 'main', level, frame, drawing: { id: keyId(frame), role } })
    sample.charts.forEach(({ from, to, exposure, law, halves }, i) => {
      const spacing = halves ? { by: 'halves' as const, slowOut: halves[0], slowIn: halves[1] } : { by: 'law' as const, law: law ?? 'even', strength: 2 }
      make({
        type: 'chart.add', id: `${level}c${i}`, level, from: keyId(from), to: keyId(to), spacing, exposure,
        drawings: Array.from({ length: 48 }, (_, j) => `${level}c${i}i${j}`),
      })
    })
    for (const { drawing, frame } of drawingsShown(mainSheet(scene, level))) {
      const paper = sheetOfPaper(frame + n * 1000 + id.length * 100_000)
      const own = sample.keys.find((key) => key.frame === frame)?.draw
      if (own) own(paper)
      else if (!sample.drawAt || sample.drawAt(paper, frame) === false) continue
      for (const pass of ['colour', 'line'] as const) {
        const pieces = paper.passes[pass]
        if (pieces.length > 0) make({ type: 'ink.change', drawing, pass, remove: [], add: pieces.map((piece, at) => ({ at, piece })) })
      }
    }
  })
  return edits
}
