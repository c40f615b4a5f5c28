import {
  EditRefused,
  freeName,
  drawingsMoved,
  levelCopied,
  levelSplit,
  levelsLaidTogether,
  type Edit,
  type InkPiece,
  type Pass,
} from '@unhurried/core'
import { freshId } from '../../api/ids'
import { sayWhy, useScene } from '../../session/scene'

/** What is done to a level as a whole, and to drawings between levels. */
export function useLevelActs() {
  const store = useScene()

  /** Makes a step that reads the ink of many drawings, which are fetched first. Gives whether it was made. */
  async function step(make: () => Edit): Promise<boolean> {
    const here = store.thisScene()
    if (!(await store.allInk())) return false
    try {
      return here.change(make())
    } catch (error) {
      if (!(error instanceof EditRefused)) throw error
      sayWhy(error)
      return false
    }
  }
  const inkOf = (drawing: string, pass: Pass) => store.ink!.inkOf(drawing, pass)
  async function asNew(level: string, make: (id: string, name: string) => Edit) {
    const id = freshId()
    const { levels } = store.scene!
    const names = new Set(Object.values(levels).map(({ name }) => name))
    const done = await step(() => make(id, freeName(levels[level]!.name, names)))
    if (done) store.level = id
    return done
  }

  return {
    copy: (level: string) => asNew(level, (id, name) => levelCopied(store.scene!, level, { id, name, freshId })),
    layTogether: (level: string) => step(() => levelsLaidTogether(store.scene!, level, { inkOf, freshId })),
    /** Takes what `goesUp` up onto a level of its own. */
    split: (level: string, goesUp: (piece: InkPiece, pass: Pass) => boolean) =>
      asNew(level, (id, name) => levelSplit(store.scene!, level, { id, name, freshId, inkOf, goesUp })),
    async moveDrawings(drawings: readonly string[], to: string) {
      const done = await step(() => drawingsMoved(store.scene!, { drawings, to, freshId }))
      if (done) store.level = to
      return done
    },
  }
}
