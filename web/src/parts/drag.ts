/** How far a pointer went since it was put down, in CSS pixels. */
interface Moved {
  readonly dx: number
  readonly dy: number
}
interface DragSteps {
  readonly onMove: (moved: Moved, event: PointerEvent) => void
  /** Lifted, or taken away by the system: then `lifted` is false. */
  readonly onEnd?: (lifted: boolean, event: PointerEvent) => void
  /** What the pointer is bound to meanwhile; the element it was put down on unless that may go. */
  readonly on?: Element
}

/** Follows a pointer from where it was put down on an element until it is lifted, wherever it goes meanwhile. */
export function followDrag(down: PointerEvent, { onMove, onEnd, on }: DragSteps): void {
  const target = on ?? (down.currentTarget as Element)
  target.setPointerCapture(down.pointerId)
  const ended = new AbortController()
  const own = (act: (event: PointerEvent) => void) => (event: Event) => {
    if ((event as PointerEvent).pointerId === down.pointerId) act(event as PointerEvent)
  }
  const end = (lifted: boolean) =>
    own((event) => {
      ended.abort()
      onEnd?.(lifted, event)
    })
  const options = { signal: ended.signal }
  target.addEventListener(
    'pointermove',
    own((event) => onMove({ dx: event.clientX - down.clientX, dy: event.clientY - down.clientY }, event)),
    options,
  )
  target.addEventListener('pointerup', end(true), options)
  target.addEventListener('pointercancel', end(false), options)
  target.addEventListener('lostpointercapture', end(false), options)
}
