import { momentAt, type StrokeShape, type Scene } from '@unhurried/core'
import { paintLine } from './paint/ink'
import { livePath } from './paint/paths'
import type { InkOf } from './paint/surface'
import { composedPictures } from './player'
import { playFrames } from './play-frames'

export interface LiveLine {
  readonly drawing: string
  readonly line: StrokeShape
  readonly colour: string
}
interface Film {
  readonly scene: Scene
  readonly take: string
  readonly only: string | undefined
  readonly inkOf: InkOf
  readonly silhouettes: boolean
}

/** A small picture that plays some frames over and over and shows each stroke as it is made. */
export class LivePicture {
  readonly #surface: CanvasRenderingContext2D
  #stopPlaying = () => {}
  #pictures: ReturnType<typeof composedPictures> | undefined
  #film: Film | undefined
  #live: LiveLine | undefined
  #frame = 0
  #from = 1

  constructor(
    private readonly options: {
      readonly canvas: HTMLCanvasElement
      readonly scale: number
      readonly cells: boolean
      readonly onFrame: (frame: number) => void
    },
  ) {
    this.#surface = options.canvas.getContext('2d')!
  }

  /** Plays from one frame to another; what plays already goes on. */
  play({ from, to, ...film }: Film & { readonly from: number; readonly to: number }): void {
    const same = this.#film !== undefined && looksSame(this.#film, film)
    // A stroke changes its drawing alone: the other pictures stay as they were composed.
    if (!same) {
      this.#pictures?.end()
      const { only, ...rest } = film
      this.#pictures = composedPictures({ ...rest, scale: this.options.scale, ...(only !== undefined && { only }) })
    }
    const playing = same && this.#from === from && this.#frame > 0
    this.#film = film
    this.#from = from
    if (playing) return
    this.#stopPlaying()
    this.#stopPlaying = playFrames({
      fps: film.scene.settings.fps,
      length: Math.max(1, to - from + 1),
      show: (n) => {
        this.#frame = from + n - 1
        this.options.onFrame(this.#frame)
        this.#show()
      },
    })
  }

  changed(drawing: string): void {
    this.#pictures?.forget(drawing)
    this.#show()
  }

  draw(line: LiveLine | undefined): void {
    this.#live = line
    this.#show()
  }

  stop(): void {
    this.#stopPlaying()
    this.#pictures?.end()
  }

  #show(): void {
    const [surface, live, film] = [this.#surface, this.#live, this.#film]
    if (!this.#pictures || !film || this.#frame === 0) return
    surface.setTransform(1, 0, 0, 1, 0, 0)
    surface.imageSmoothingEnabled = !this.options.cells
    surface.drawImage(this.#pictures.at(this.#frame), 0, 0)
    if (!live || !isShown(film, live.drawing, this.#frame)) return
    const { scale } = this.options
    surface.setTransform(scale, 0, 0, scale, 0, 0)
    paintLine(surface, live.line, live.colour, () => livePath(live.line, false))
  }
}

const looksSame = (a: Film, b: Film): boolean =>
  a.scene.sheets === b.scene.sheets &&
  a.scene.settings === b.scene.settings &&
  a.scene.palette === b.scene.palette &&
  a.scene.levels === b.scene.levels &&
  a.take === b.take &&
  a.only === b.only &&
  a.silhouettes === b.silhouettes

const isShown = ({ scene, take }: Film, id: string, frame: number): boolean =>
  momentAt(scene, frame, take).shown.some(({ drawing, level }) => drawing === id && scene.drawings[id]?.level === level)
