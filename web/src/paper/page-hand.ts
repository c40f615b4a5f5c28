import type { PageBox } from '@unhurried/core'
import { ARROWS } from '../parts/typing'
import type { PageIn } from './usePages'

type Hand = PageIn['hand']
/** A tenth of a degree. */
const TURN = Math.PI / 1800
/** By their signs; with Shift keys give others, and are known by their places. */
const TURNS: Readonly<Record<string, number>> = { ',': -TURN, '.': TURN, Comma: -TURN, Period: TURN }
type Pressed = Pick<KeyboardEvent, 'key' | 'code' | 'shiftKey'>
/** No box is smaller, in pixels of the page. */
const LEAST = 8

/** A page moved by hand, so many of its pixels further. */
export const handMoved = (hand: Hand, dx: number, dy: number): Hand => ({ ...hand, dx: hand.dx + dx, dy: hand.dy + dy })

/** What a key does to how a page lies: arrows move it a pixel, comma and full stop turn it; undefined for any other. */
export function handByKey(hand: Hand, { key, code, shiftKey }: Pressed): Hand | undefined {
  const [step, turn] = [ARROWS[key], TURNS[shiftKey ? code : key]]
  if (!step && turn === undefined) return undefined
  const far = shiftKey ? 10 : 1
  const [dx, dy] = step ?? [0, 0]
  return { ...handMoved(hand, dx * far, dy * far), turn: hand.turn + (turn ?? 0) * far }
}

/** A box as it lies once all of it, or its lower right corner, went so far. */
export function boxPulled({ x, y, width, height }: PageBox, dx: number, dy: number, by: 'corner' | 'all'): PageBox {
  const larger = (side: number, more: number) => Math.max(LEAST, Math.round(side + more))
  return by === 'corner'
    ? { x, y, width: larger(width, dx), height: larger(height, dy) }
    : { x: Math.round(x + dx), y: Math.round(y + dy), width, height }
}

/** A new box about a place of a page, a fifth of its shorter side. */
export function boxAbout(
  at: { readonly x: number; readonly y: number },
  page: { width: number; height: number },
): PageBox {
  const side = Math.round(Math.min(page.width, page.height) / 5)
  return { x: Math.round(at.x - side / 2), y: Math.round(at.y - side / 2), width: side, height: side }
}

/** How far an arrow moves a box, in steps as wide as what is seen of it asks for. */
const BOX_STEP = 4

/**
 * What a key does to a box: arrows move it, with Shift its lower right corner; undefined for any other.
 *
 * @param by - pixels of the page to one on the screen
 */
export function boxByKey(box: PageBox, { key, shiftKey }: Omit<Pressed, 'code'>, by: number): PageBox | undefined {
  const step = ARROWS[key]
  if (!step) return undefined
  const far = Math.max(1, Math.round(BOX_STEP * by))
  return boxPulled(box, step[0] * far, step[1] * far, shiftKey ? 'corner' : 'all')
}
