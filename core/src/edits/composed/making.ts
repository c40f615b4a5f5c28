import type { Ink } from '../../ink/ink'
import type { Pass, Scene } from '../../scene/schema'
import { exposuresOf, firstFrameOf } from '../../timing/sheet'
import { momentAt, type Moment, type PictureRun } from '../../timing/seen/shown'
import { EditRefused } from '../../scene/refusal'
import { applyEdit, inkAfter, inkKey } from '../apply'
import { simpleEditsOf, type Edit } from '../kinds'

/** A picture of the making is held for two frames, as drawings mostly are; at slow rates for one. */
const HELD = 2
const SLOW = 12

/** The pictures of a making that lasts so many seconds, one after the other. */
export function makingRuns(seconds: number, fps: number): PictureRun[] {
  const held = fps < SLOW ? 1 : HELD
  const count = Math.max(1, Math.round((seconds * fps) / held))
  return Array.from({ length: count }, (_, i) => ({ frame: 1 + i * held, frames: held, shown: [], mattes: {} }))
}

/** A moment of the making: the scene as it was, and the frame of what was just drawn or changed. */
export interface MadeMoment extends Moment {
  readonly scene: Scene
}

/** How a scene came to be: its edits made again, from its beginning on, looked at so many times at even steps. */
export class Making {
  #scene: Scene
  #ink = new Map<string, Ink>()
  #frame = 1
  #done = 0

  /**
   * @param first - the scene before all edits, without any ink
   * @param pictures - how often it is looked at
   */
  constructor(
    private readonly first: Scene,
    private readonly edits: readonly Edit[],
    private readonly pictures: number,
  ) {
    this.#scene = first
  }

  /** The moment of one picture, from 0; one before the last that was asked for is made again from the beginning. */
  at(picture: number): MadeMoment {
    const until = Math.ceil(((picture + 1) * this.edits.length) / this.pictures)
    if (until < this.#done) this.#begin()
    while (this.#done < until) this.#make(this.edits[this.#done++]!)
    const frame = Math.min(this.#frame, this.#scene.settings.length)
    return { scene: this.#scene, ...momentAt(this.#scene, frame) }
  }

  /** Ink of the moment that was asked for last. */
  readonly inkOf = (drawing: string, pass: Pass): Ink => this.#ink.get(inkKey(drawing, pass)) ?? NONE

  #begin() {
    this.#scene = this.first
    this.#ink = new Map()
    ;[this.#frame, this.#done] = [1, 0]
  }

  #make(edit: Edit) {
    try {
      const { scene } = applyEdit(this.#scene, edit)
      for (const { drawing, pass, ink } of inkAfter(edit, this.inkOf)) this.#ink.set(inkKey(drawing, pass), ink)
      this.#scene = scene
    } catch (error) {
      // What an older version could do and this one cannot is left out; the rest goes on.
      if (!(error instanceof EditRefused)) throw error
      return
    }
    this.#frame = this.#frameOf(edit) ?? this.#frame
  }

  /** The frame on which what an edit was about is first seen, if it is about a drawing or a frame. */
  #frameOf(edit: Edit): number | undefined {
    if (edit.type === 'restore') return undefined
    const last = simpleEditsOf(edit).at(-1)
    if (!last) return undefined
    if ('drawing' in last && typeof last.drawing === 'string') {
      const level = this.#scene.drawings[last.drawing]?.level
      return level === undefined ? undefined : firstFrameOf(exposuresOf(this.#scene, level), last.drawing)
    }
    return 'frame' in last && typeof last.frame === 'number' ? last.frame : undefined
  }
}
const NONE: Ink = []
