import { RULER_PLACES, type Point, type Ruler, type RulerKind } from '@unhurried/core'
import { freshId } from '../../../api/ids'
import { useScene } from '../../../session/scene'
import { KINDS } from './kinds'
import type { Rulers } from './useRulers'

/** Rulers lie on eighths of a pixel, as lines do. */
const eighths = (value: number) => Math.round(value * 8) / 8
/** As large as a ruler laid by key, in shares of the paper's width. */
const BY_KEY = 0.2

/** The places of a ruler pulled out from one place to another. */
function pulledPlaces(kind: RulerKind, from: Point, to: Point): number[] {
  if (kind === 'ellipse') return [from.x, from.y, to.x, from.y, from.x, to.y]
  return [from.x, from.y, to.x, to.y]
}

/** Lays rulers, moves them and takes them away. */
export function useRulerActs(rulers: Rulers) {
  const store = useScene()
  const put = (ruler: Ruler) => ({
    type: 'ruler.put' as const,
    ruler: { ...ruler, points: ruler.points.map(eighths) },
  })
  function lay(kind: RulerKind, points: number[]) {
    const id = freshId()
    if (store.change(put({ id, kind, points }))) rulers.choose(id)
  }
  const moved = (ruler: Ruler, { x, y }: Point): Ruler => ({
    ...ruler,
    points: ruler.points.map((value, i) => value + (i % 2 ? y : x)),
  })
  const placed = (ruler: Ruler, place: number, { x, y }: Point): Ruler => ({
    ...ruler,
    points: ruler.points.with(2 * place, x).with(2 * place + 1, y),
  })
  return {
    moved,
    placed,
    /** Shows how a ruler would lie. */
    attempt: (ruler: Ruler) => void store.attempt(put(ruler)),
    keep: (ruler: Ruler) => store.change(put(ruler)),
    /** Shows, and then keeps, what is being pulled out. */
    attemptPulled: (kind: RulerKind, from: Point, to: Point) =>
      void store.attempt(put({ id: 'pulled', kind, points: pulledPlaces(kind, from, to) })),
    layPulled: (kind: RulerKind, from: Point, to: Point) => lay(kind, pulledPlaces(kind, from, to)),
    /** One place more for the ruler of this kind in hand, or the first of a new one. */
    press(kind: RulerKind, { x, y }: Point) {
      const own = rulers.chosen.value?.kind === kind ? rulers.chosen.value : undefined
      const most = RULER_PLACES[kind][1]
      if (own && own.points.length < 2 * most) store.change(put({ ...own, points: [...own.points, x, y] }))
      else lay(kind, [x, y])
    },
    /** One in the middle of the paper, to be moved from there by keys. */
    layInMiddle(kind: RulerKind) {
      const { width, height } = store.scene!.settings
      const middle = { x: width / 2, y: height / 2 }
      const far = width * BY_KEY
      if (KINDS[kind].byPresses)
        lay(kind, kind === 'curve' ? [middle.x - far, middle.y, middle.x + far, middle.y] : [middle.x, middle.y])
      else if (kind === 'mirror') lay(kind, [middle.x, 0, middle.x, height])
      else
        lay(kind, pulledPlaces(kind, middle, { x: middle.x + far, y: middle.y - (kind === 'ellipse' ? far / 2 : 0) }))
    },
    layAside: ({ aside, ...ruler }: Ruler) => store.change(put(aside ? ruler : { ...ruler, aside: true })),
    takeAway: (ruler: Ruler) => store.change({ type: 'ruler.remove', ruler: ruler.id }),
    /** A place of it, or all of it where it needs each. */
    takeOut(ruler: Ruler, place: number) {
      if (ruler.points.length / 2 <= RULER_PLACES[ruler.kind][0])
        return store.change({ type: 'ruler.remove', ruler: ruler.id })
      return store.change(put({ ...ruler, points: ruler.points.toSpliced(2 * place, 2) }))
    },
  }
}
