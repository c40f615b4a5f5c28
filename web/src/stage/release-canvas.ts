/** Gives a canvas's memory back at once; left to itself it stays until the page's own objects are swept, which can be long. */
export function free(canvas: HTMLCanvasElement | OffscreenCanvas): void {
  canvas.width = canvas.height = 0
}
