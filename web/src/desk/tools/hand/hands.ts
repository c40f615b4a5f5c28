import type { StrokeShape, Ink, InkPiece, Pass, Swatch } from '@unhurried/core'
import type { ComputedRef, Ref, ShallowRef } from 'vue'
import type { useScene } from '../../../session/scene'
import type { Bitmaps } from '../../../stage/paint/bitmaps'
import type { Table } from '../../../stage/surface'
import type { BrushInHand } from '../../../stage/tools/brush'
import type { ViewOf } from '../../paper/useView'
import type { PencilSettings } from '../pencil'
import type { Paint } from '../paint/usePaint'
import type { Selection } from '../selection/useSelection'
import type { Rulers } from '../rulers/useRulers'
import type { Targets } from '../useTargets'
import type { LinePoints } from './points'
import type { Picking } from './pick'

/** A line being drawn, for whoever shows it elsewhere while it is made. */
export interface Live {
  readonly drawing: string
  readonly line: StrokeShape
  readonly colour: string
}

/** All that a tool may reach for: what is in the pencil case, the scene, and the paper it works on. */
export interface Hands {
  readonly store: ReturnType<typeof useScene>
  readonly pencil: Ref<PencilSettings>
  readonly targets: Targets
  readonly selection: Selection
  readonly paint: Paint
  readonly view: ViewOf
  readonly points: LinePoints
  readonly picking: Picking
  readonly rulers: Rulers
  readonly live: ShallowRef<Live | undefined>
  readonly swatch: ComputedRef<Swatch>
  readonly colour: ComputedRef<string>
  readonly cells: ComputedRef<boolean>
  readonly inkOf: (drawing: string, pass: Pass) => Ink
  readonly bitmaps: () => Bitmaps | undefined
  readonly table: () => Table
  readonly brushInHand: () => BrushInHand
  /** Puts pieces on the drawing in hand, or on all that are meant. */
  readonly lay: (pieces: InkPiece[]) => void
}
