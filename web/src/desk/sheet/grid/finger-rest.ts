/** A finger that rests for so long means the squares; one that moves sooner means the sheet, which it scrolls. */
const RESTS = 350
/** How far a finger that rests may stray, in pixels. */
const STRAYS = 9

/**
 * What a finger put down on a view that scrolls means: `onTap` when it is lifted where it was put, `onRest` once it has
 * rested there; one that moves before that scrolls the view. Gives what calls it off.
 */
export function fingerRest(
  view: HTMLElement,
  down: PointerEvent,
  { onTap, onRest }: { readonly onTap: () => void; readonly onRest: () => void },
): () => void {
  const ended = new AbortController()
  const resting = setTimeout(() => {
    ended.abort()
    onRest()
  }, RESTS)
  const end = () => {
    clearTimeout(resting)
    ended.abort()
  }
  const on = (type: 'pointermove' | 'pointerup' | 'pointercancel', act: (event: PointerEvent) => void) =>
    view.addEventListener(type, (event) => event.pointerId === down.pointerId && act(event), { signal: ended.signal })
  on('pointermove', ({ clientX, clientY }) => {
    if (Math.hypot(clientX - down.clientX, clientY - down.clientY) > STRAYS) end()
  })
  on('pointercancel', end)
  on('pointerup', () => {
    end()
    onTap()
  })
  return end
}
