import { exposureAt, exposuresOf, type Drawn, type Scene } from '@unhurried/core'
import { paintLine } from './paint/ink'
import { livePath } from './paint/paths'
import type { InkOf } from './paint/surface'
import { composedPictures, playFrames } from './player'

export interface LiveLine {
  readonly drawing: string
  readonly line: Drawn
  readonly colour: string
}

/** A small picture that plays some frames over and over and shows each stroke as it is made. */
export function livePicture({
  canvas,
  scale,
  cells,
  onFrame,
}: {
  canvas: HTMLCanvasElement
  scale: number
  cells: boolean
  onFrame: (frame: number) => void
}) {
  const surface = canvas.getContext('2d')!
  let stopPlaying = () => {}
  let pictures: ReturnType<typeof composedPictures> | undefined
  let known: { inkOf: InkOf; scene: Scene; take: string; only: string | undefined; silhouettes: boolean } | undefined
  let live: LiveLine | undefined
  let frame = 0
  let from = 1

  function show() {
    if (!pictures || !known || frame === 0) return
    surface.setTransform(1, 0, 0, 1, 0, 0)
    surface.imageSmoothingEnabled = !cells
    surface.drawImage(pictures.at(frame), 0, 0)
    const at = live && known.scene.drawings[live.drawing]
    if (!live || !at || exposureAt(exposuresOf(known.scene, at.level, known.take), frame)?.drawing !== live.drawing)
      return
    surface.setTransform(scale, 0, 0, scale, 0, 0)
    paintLine(surface, live.line, live.colour, () => livePath(live!.line, false))
  }
  return {
    play({
      scene,
      take,
      only,
      inkOf,
      from: first,
      to,
      silhouettes,
    }: {
      scene: Scene
      take: string
      only: string | undefined
      inkOf: InkOf
      from: number
      to: number
      silhouettes: boolean
    }) {
      const same =
        known &&
        known.scene.sheets === scene.sheets &&
        known.scene.settings === scene.settings &&
        known.scene.palette === scene.palette &&
        known.scene.levels === scene.levels &&
        known.take === take &&
        known.only === only &&
        known.silhouettes === silhouettes
      // A stroke changes its drawing alone: the other pictures stay as they were composed.
      if (!same) pictures?.end()
      if (!same)
        pictures = composedPictures({ scene, inkOf, scale, take, silhouettes, ...(only !== undefined && { only }) })
      const playing = same && from === first && frame > 0
      known = { inkOf, scene, take, only, silhouettes }
      from = first
      if (playing) return
      stopPlaying()
      const { fps } = scene.settings
      stopPlaying = playFrames({
        fps,
        length: Math.max(1, to - first + 1),
        show(n) {
          frame = first + n - 1
          onFrame(frame)
          show()
        },
      })
    },
    changed(drawing: string) {
      pictures?.forget(drawing)
      show()
    },
    draw(line: LiveLine | undefined) {
      live = line
      show()
    },
    stop() {
      stopPlaying()
      pictures?.end()
    },
  }
}
