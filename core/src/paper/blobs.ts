import type { PageBox } from './grey'

/** Pixels of a mask that touch one another. */
export interface Blob extends PageBox {
  readonly area: number
  /** Its pixels, as places in the mask. */
  readonly pixels: readonly number[]
}

/** Everything that hangs together in a mask, also by corners. */
export function blobsOf(mask: Uint8Array, width: number, height: number): Blob[] {
  const seen = new Uint8Array(mask.length)
  const blobs: Blob[] = []
  for (let start = 0; start < mask.length; start++)
    if (mask[start] && !seen[start]) blobs.push(floodedFrom(start, { mask, seen, width, height }))
  return blobs
}

function floodedFrom(
  start: number,
  { mask, seen, width, height }: { mask: Uint8Array; seen: Uint8Array; width: number; height: number },
): Blob {
  const pixels = [start]
  seen[start] = 1
  let [left, right, top, bottom] = [width, 0, height, 0]
  for (let n = 0; n < pixels.length; n++) {
    const at = pixels[n]!
    const [x, y] = [at % width, Math.floor(at / width)]
    left = Math.min(left, x)
    right = Math.max(right, x)
    top = Math.min(top, y)
    bottom = Math.max(bottom, y)
    for (let v = Math.max(0, y - 1); v <= Math.min(height - 1, y + 1); v++)
      for (let u = Math.max(0, x - 1); u <= Math.min(width - 1, x + 1); u++) {
        const next = v * width + u
        if (!mask[next] || seen[next]) continue
        seen[next] = 1
        pixels.push(next)
      }
  }
  return { x: left, y: top, width: right - left + 1, height: bottom - top + 1, area: pixels.length, pixels }
}

/** Every pixel of a mask widened to a square. */
export function widened(mask: Uint8Array, width: number, height: number, reach: number): Uint8Array {
  const across = new Uint8Array(mask.length)
  for (let y = 0; y < height; y++) {
    let last = -Infinity
    for (let x = 0; x < width + reach; x++) {
      if (x < width && mask[y * width + x]) last = x
      const at = x - reach
      if (at >= 0 && last >= at - reach) across[y * width + at] = 1
    }
  }
  const both = new Uint8Array(mask.length)
  for (let x = 0; x < width; x++) {
    let last = -Infinity
    for (let y = 0; y < height + reach; y++) {
      if (y < height && across[y * width + x]) last = y
      const at = y - reach
      if (at >= 0 && last >= at - reach) both[at * width + x] = 1
    }
  }
  return both
}

/** A mask without what is nowhere thicker than a square of `2 · reach + 1` pixels. */
export function withoutThin(mask: Uint8Array, width: number, height: number, reach: number): Uint8Array {
  const opposite = (values: Uint8Array) => values.map((value) => 1 - value)
  return widened(opposite(widened(opposite(mask), width, height, reach)), width, height, reach)
}
