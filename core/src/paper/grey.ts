/** A picture of one value a pixel, row by row from the top: 0 black … 255 white. */
export interface Grey {
  readonly width: number
  readonly height: number
  readonly data: Uint8Array
}

/** A colour picture, four bytes a pixel. */
export interface Rgba {
  readonly width: number
  readonly height: number
  readonly data: Uint8Array | Uint8ClampedArray
}

/** Which under-drawing is left out: pencils of one hue are pale in the channel of their own. */
export type Dropped = 'blue' | 'red'
const CHANNEL: Readonly<Record<Dropped, number>> = { red: 0, blue: 2 }
/** Rec. 709, the weights of sRGB's own primaries. */
const LUMA = [0.2126, 0.7152, 0.0722] as const

/** @param drop - this pencil is seen as paper is; what is clear counts as white */
export function greyOf({ width, height, data }: Rgba, drop?: Dropped): Grey {
  const grey = new Uint8Array(width * height)
  const channel = drop && CHANNEL[drop]
  for (let i = 0, at = 0; i < grey.length; i++, at += 4) {
    const luma = LUMA[0] * data[at]! + LUMA[1] * data[at + 1]! + LUMA[2] * data[at + 2]!
    const value = channel === undefined ? luma : Math.max(luma, data[at + channel]!)
    const solid = data[at + 3]! / 255
    grey[i] = value * solid + 255 * (1 - solid) + 0.5
  }
  return { width, height, data: grey }
}

/** The picture smaller by a whole factor, each pixel the mean of those it stands for. */
export function shrunk(image: Grey, factor: number): Grey {
  if (factor <= 1) return image
  const [width, height] = [Math.ceil(image.width / factor), Math.ceil(image.height / factor)]
  const data = new Uint8Array(width * height)
  for (let y = 0; y < height; y++) {
    const [top, bottom] = [y * factor, Math.min(image.height, (y + 1) * factor)]
    for (let x = 0; x < width; x++) {
      const [left, right] = [x * factor, Math.min(image.width, (x + 1) * factor)]
      let sum = 0
      for (let v = top; v < bottom; v++)
        for (let u = left, at = v * image.width + left; u < right; u++, at++) sum += image.data[at]!
      data[y * width + x] = sum / ((bottom - top) * (right - left)) + 0.5
    }
  }
  return { width, height, data }
}

/** A part of a picture; what lies beyond its edge is white. */
export function cutOut(image: Grey, box: PageBox): Grey {
  const data = new Uint8Array(box.width * box.height).fill(255)
  const [left, right] = [Math.max(0, box.x), Math.min(image.width, box.x + box.width)]
  for (let y = Math.max(0, box.y); y < Math.min(image.height, box.y + box.height); y++)
    if (right > left)
      data.set(
        image.data.subarray(y * image.width + left, y * image.width + right),
        (y - box.y) * box.width + left - box.x,
      )
  return { width: box.width, height: box.height, data }
}

/** A box on a page, in its pixels. */
export interface PageBox {
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
}
