/** Another drawing, and how many frames lie between where it and this one begin. */
interface Step {
  readonly drawing: string
  readonly frames: number
}

/** What a level shows before and after the drawing at a frame, and for how many frames it shows that. */
export interface Way {
  readonly before?: Step
  readonly after?: Step
  readonly frames: number
}

/** A drawing that stays longer than this stands still. */
const LONGEST = 48

/** The way of a drawing through its neighbours in time; undefined where it has none, or is held so long that it stands. */
export function wayAt(
  drawingAt: (frame: number) => string | undefined,
  frame: number,
  length: number,
): Way | undefined {
  const here = drawingAt(frame)
  if (here === undefined) return undefined
  const edge = (from: number, by: 1 | -1) => {
    let at = from
    while (at + by >= 1 && at + by <= length && drawingAt(at + by) === drawingAt(from)) at += by
    return at
  }
  const [first, last] = [edge(frame, -1), edge(frame, 1)]
  const frames = last - first + 1
  if (frames > LONGEST) return undefined
  const earlier = first > 1 ? drawingAt(first - 1) : undefined
  const later = last < length ? drawingAt(last + 1) : undefined
  if (earlier === undefined && later === undefined) return undefined
  return {
    ...(earlier !== undefined && { before: { drawing: earlier, frames: first - edge(first - 1, -1) } }),
    ...(later !== undefined && { after: { drawing: later, frames } }),
    frames,
  }
}
