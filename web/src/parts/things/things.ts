/** Something that can be done with a thing. */
export interface ThingAct {
  readonly words: string
  readonly key?: string | undefined
  readonly does: () => unknown
}
/** What lies under the pointer, and what can be done with it. */
export interface Thing {
  readonly words: string
  readonly acts: readonly ThingAct[]
}
/** A place on the page, in CSS pixels. */
interface Place {
  readonly clientX: number
  readonly clientY: number
}
/** Tells what lies there now. */
type Tells = () => readonly Thing[]
/**
 * Who knows of things at a place says so here, on the event's way up: those nearest to it first. What is needed to tell
 * is fetched first; what is told is told at one time, of an element that is there.
 */
export type ThingsAsked = CustomEvent<(() => Tells | Promise<Tells>)[]> & Place

/** Asks an element, and all that it lies in, what can be done with it. Undefined: it has left the page meanwhile. */
export async function thingsAt(target: Element, place: Place): Promise<Thing[] | undefined> {
  const told: ThingsAsked['detail'] = []
  const { clientX, clientY } = place
  const asked = new CustomEvent('things', { bubbles: true, detail: told })
  target.dispatchEvent(Object.assign(asked, { clientX, clientY }) satisfies ThingsAsked)
  const tellers = await Promise.all(told.map((ready) => ready()))
  if (!target.isConnected) return undefined
  return tellers.flatMap((tell) => tell()).filter(({ acts }) => acts.length > 0)
}

/** Milliseconds after which a finger that stays asks what can be done, and how far it may stray meanwhile, in pixels. */
const LONG = 500
const STRAYS = 9

/** Where words are written, and on the browser's own say-so, its own menu is the better. */
const belongsToBrowser = (event: MouseEvent) =>
  event.shiftKey || (event.target as Element).closest('input, textarea, select, [contenteditable]') !== null

/**
 * Calls `ask` for a press of the right button, of the key for menus, or of a finger that stays where it was put; gives
 * what ends that. A finger that is answered sends `stayed`: what it had begun is given up.
 */
export function followThingsAsked(ask: (target: Element, place: Place) => void) {
  let finger: PointerEvent | undefined
  const ended = new AbortController()
  const on = <K extends keyof WindowEventMap>(type: K, act: (event: WindowEventMap[K]) => void) =>
    window.addEventListener(type, act, { capture: true, signal: ended.signal })
  on('contextmenu', (event) => {
    if (event.defaultPrevented || belongsToBrowser(event)) return
    const { pointerType } = event as PointerEvent
    // A pen's button has its own use, and a finger is asked when it is lifted.
    event.preventDefault()
    if (pointerType !== 'pen' && pointerType !== 'touch') ask(event.target as Element, placeOf(event))
  })
  on('pointerdown', (event) => {
    // A second finger means something else.
    finger = event.pointerType === 'touch' && event.isPrimary && !belongsToBrowser(event) ? event : undefined
  })
  on('pointermove', ({ pointerType, clientX, clientY }) => {
    if (pointerType !== 'touch' || !finger) return
    if (Math.hypot(clientX - finger.clientX, clientY - finger.clientY) > STRAYS) finger = undefined
  })
  on('pointercancel', () => (finger = undefined))
  on('pointerup', (event) => {
    const down = finger
    finger = undefined
    if (!down || event.pointerId !== down.pointerId || event.timeStamp - down.timeStamp < LONG) return
    const target = down.target as Element
    target.dispatchEvent(new CustomEvent('stayed', { bubbles: true }))
    ask(target, placeOf(down))
  })
  return () => ended.abort()
}

/** A key has no place: then it is the middle of what has the focus. */
function placeOf(event: MouseEvent): Place {
  const { clientX, clientY } = event
  if (clientX !== 0 || clientY !== 0) return { clientX, clientY }
  const { left, top, width, height } = (event.target as Element).getBoundingClientRect()
  return { clientX: left + width / 2, clientY: top + height / 2 }
}
