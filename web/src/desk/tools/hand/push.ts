import { pushed, replaced, quantized, STAY, type InkPiece, type Push } from '@unhurried/core'
import { pushTool } from '../../../stage/tools/push'
import type { Tool } from '../../../stage/tools/tool'
import type { Hands } from './hands'

const afterAll = (piece: InkPiece, pushes: readonly Push[]) => pushes.reduce((now, each) => pushed(now, each), piece)

/** Pushes ink softly along with the pen. */
export function pushingTool(hands: Hands): Tool {
  const { store, pencil, targets, inkOf, table } = hands
  let pushes: Push[] = []
  let pieces = new Map<string, InkPiece>()
  let moved: ReadonlySet<string> = new Set()

  function show(more: readonly Push[]) {
    const { drawing } = store
    if (drawing === undefined) return
    pushes.push(...more)
    for (const [id, piece] of pieces) {
      const after = afterAll(piece, more)
      if (after === piece) continue
      pieces.set(id, after)
      if (!moved.has(id)) moved = new Set([...moved, id])
    }
    const passes = new Set([pencil.value.pass])
    table().lift({ drawing, passes, from: moved, pieces: [...moved].map((id) => pieces.get(id)!), matrix: STAY })
  }

  function finish() {
    const done = pushes
    const pushedOf = (piece: InkPiece) => {
      const after = afterAll(piece, done)
      return after === piece ? undefined : quantized(after)
    }
    const words = (drawings: string) => `lines pushed on ${drawings}`
    if (store.drawing !== undefined && done.length > 0)
      targets.commit(pencil.value.pass, words, (_, ink) => replaced(ink, pushedOf))
    pieces = new Map()
    table().lift(undefined)
  }

  return pushTool({
    bench: table().bench,
    radius: pencil.value.pushSize / 2,
    onPush: show,
    onDone: finish,
    onBegin() {
      pushes = []
      moved = new Set()
      pieces = new Map(inkOf(store.drawing!, pencil.value.pass).map((piece) => [piece.id, piece]))
      return true
    },
  })
}
