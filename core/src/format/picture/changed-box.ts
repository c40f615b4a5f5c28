/** A part of a picture, in pixels. */
export interface Box {
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
}
/** The smallest box holding every pixel for which `differs` says yes, or undefined when none does. */
export function boxOf(width: number, height: number, differs: (at: number) => boolean): Box | undefined {
  const rowDiffers = (y: number) => {
    for (let at = y * width, end = at + width; at < end; at++) if (differs(at)) return true
    return false
  }
  let top = 0
  while (top < height && !rowDiffers(top)) top++
  if (top === height) return undefined
  let bottom = height - 1
  while (!rowDiffers(bottom)) bottom--
  let left = width - 1
  let right = 0
  for (let y = top; y <= bottom; y++) {
    const row = y * width
    for (let x = 0; x < left; x++) if (differs(row + x)) left = x
    for (let x = width - 1; x > right; x--) if (differs(row + x)) right = x
  }
  return { x: left, y: top, width: right - left + 1, height: bottom - top + 1 }
}

/** The smallest box around every pixel in which two pictures differ, or undefined when none does. */
export function boxChanged(a: Uint32Array, b: Uint32Array, width: number, height: number): Box | undefined {
  let [top, bottom, left, right] = [height, -1, width, -1]
  for (let y = 0, at = 0; y < height; y++, at += width) {
    let x = 0
    while (x < width && a[at + x] === b[at + x]) x++
    if (x === width) continue
    let end = width - 1
    while (a[at + end] === b[at + end]) end--
    if (top === height) top = y
    bottom = y
    if (x < left) left = x
    if (end > right) right = end
  }
  return bottom < 0 ? undefined : { x: left, y: top, width: right - left + 1, height: bottom - top + 1 }
}

/** The pixels of a box, row by row. */
export function cut(plane: Uint32Array, width: number, box: Box): Uint32Array {
  const result = new Uint32Array(box.width * box.height)
  for (let row = 0; row < box.height; row++) {
    const from = (box.y + row) * width + box.x
    result.set(plane.subarray(from, from + box.width), row * box.width)
  }
  return result
}
