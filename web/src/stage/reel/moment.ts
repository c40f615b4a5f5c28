interface Size {
  readonly width: number
  readonly height: number
}

/** One picture of a moment of a reel, and how strongly it lies over those below; black fills all of the frame. */
export interface Layer {
  readonly image: (CanvasImageSource & Size) | 'black'
  readonly strength: number
}

/** A shape, as large as it goes into a frame. */
export function fitted({ width, height }: Size, frame: Size): Size {
  const scale = Math.min(frame.width / width, frame.height / height)
  return { width: Math.max(1, Math.round(width * scale)), height: Math.max(1, Math.round(height * scale)) }
}

/** Lays a moment of a reel onto a canvas of its frame: black, and each picture in the middle, the lowest first. */
export function layMoment(
  surface: CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D,
  layers: readonly Layer[],
): void {
  const { width, height } = surface.canvas
  surface.fillStyle = '#000'
  for (const { image, strength } of [{ image: 'black' as const, strength: 1 }, ...layers]) {
    surface.globalAlpha = strength
    if (image === 'black') surface.fillRect(0, 0, width, height)
    else {
      const size = fitted(image, surface.canvas)
      surface.drawImage(image, (width - size.width) / 2, (height - size.height) / 2, size.width, size.height)
    }
  }
  surface.globalAlpha = 1
}
