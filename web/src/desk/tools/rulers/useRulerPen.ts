import type { Point, Ruler, RulerKind } from '@unhurried/core'
import type { Ref } from 'vue'
import { followDrag } from '../../../parts/drag'
import { ARROWS } from '../../../parts/typing'
import { useScene } from '../../../session/scene'
import { KINDS } from './kinds'
import { handlesOf } from './shapes'
import { useRulerActs } from './useRulerActs'
import type { Rulers } from './useRulers'

/** CSS pixels a pull is long at the least: shorter, nothing was meant. */
const LEAST = 6

interface RulerPen {
  readonly rulers: Rulers
  readonly kind: () => RulerKind
  readonly inHand: () => boolean
  /** Scene pixels for one CSS pixel. */
  readonly k: Ref<number>
  readonly onPaper: (event: PointerEvent) => Point
  readonly host: () => Element
}

/** What the pen and the keys do with rulers while their tool is in hand. */
export function useRulerPen({ rulers, kind, inHand, k, onPaper, host }: RulerPen) {
  const store = useScene()
  const acts = useRulerActs(rulers)

  /** What the pen took hold of: a place of a ruler, or the whole of it. */
  function held(event: PointerEvent): { ruler: Ruler; place: number | undefined } | undefined {
    const { ruler: id, place } = (event.target as SVGElement).dataset
    const ruler = rulers.all.value.find((each) => each.id === id)
    return ruler && { ruler, place: place === undefined ? undefined : Number(place) }
  }

  function drag(event: PointerEvent, to: (at: Point) => Ruler) {
    let last: Ruler | undefined
    followDrag(event, {
      on: host(),
      onMove(_, moved) {
        last = to(onPaper(moved))
        acts.attempt(last)
      },
      onEnd: () => void (last && acts.keep(last)),
    })
  }

  function pull(event: PointerEvent, from: Point) {
    const far = (to: Point) => Math.hypot(to.x - from.x, to.y - from.y) > LEAST * k.value
    const of = kind()
    let last = from
    followDrag(event, {
      on: host(),
      onMove(_, moved) {
        last = onPaper(moved)
        if (far(last)) acts.attemptPulled(of, from, last)
      },
      onEnd() {
        store.attempt()
        if (far(last)) acts.layPulled(of, from, last)
      },
    })
  }

  function down(event: PointerEvent) {
    if (event.button > 0 || !inHand()) return
    const from = onPaper(event)
    const has = held(event)
    if (!has) {
      if (KINDS[kind()].byPresses) return acts.press(kind(), from)
      return pull(event, from)
    }
    const { ruler, place } = has
    rulers.choose(ruler.id)
    drag(event, (at) =>
      place === undefined ? acts.moved(ruler, { x: at.x - from.x, y: at.y - from.y }) : acts.placed(ruler, place, at),
    )
  }

  /** Makes a key do what it means here, and nothing else. */
  function taken(event: KeyboardEvent, act: (() => void) | undefined) {
    if (!act) return
    act()
    event.preventDefault()
    event.stopPropagation()
  }
  function onHandleKey(event: KeyboardEvent, ruler: Ruler, place: number) {
    const way = ARROWS[event.key]
    const step = event.shiftKey ? 10 : 1
    const { x, y } = handlesOf(ruler)[place]!
    if (way) taken(event, () => acts.keep(acts.placed(ruler, place, { x: x + way[0] * step, y: y + way[1] * step })))
    else if (event.key === 'Delete') taken(event, () => acts.takeOut(ruler, place))
  }
  function onKey(event: KeyboardEvent) {
    const { value: chosen } = rulers.chosen
    if (event.key === 'Enter') taken(event, () => acts.layInMiddle(kind()))
    else if (event.key === 'Delete') taken(event, chosen && (() => acts.takeAway(chosen)))
  }

  return { down, onHandleKey, onKey }
}
