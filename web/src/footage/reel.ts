import type { FilmPicture, PictureSink } from './picture-sink'
import { ROUNDED } from './rate'

/** A place at most so many seconds on is reached by going on; any other by beginning anew at its key picture. */
const ONWARD = 0.6
/** Pictures gone by that are kept, for whoever goes back; how many of them come along with a place far off, and going back. */
const KEPT = 24
const BESIDE = 2
const BACK = 21
/** Canvases a sink needs to be read by a reel: those kept, the next, and one that is drawn. */
export const REEL_POOL = KEPT + 2

/** Pictures of a film one after the other, as they are asked for: going on is quick, and so is going back a little. */
export class Reel {
  /** In order; the last is the one that is on. */
  #passed: FilmPicture[] = []
  #coming: AsyncGenerator<FilmPicture, void, unknown> | undefined
  #next: FilmPicture | undefined

  constructor(
    private readonly sink: Pick<PictureSink, 'pictures'>,
    /** How long a picture lasts, about, in seconds. */
    private readonly lasting: number,
  ) {}

  /** The last picture that has begun at a second of the file; the first before any has. */
  async at(second: number): Promise<FilmPicture | undefined> {
    const last = this.#passed.at(-1)
    if (!last || this.#isBack(second) || second > last.timestamp + ONWARD)
      await this.#begin(second - this.lasting * (this.#isGoingBack(second) ? BACK : BESIDE))
    while (this.#next && this.#next.timestamp <= second + ROUNDED) await this.#step()
    return this.#passed.findLast(({ timestamp }) => timestamp <= second + ROUNDED) ?? this.#passed[0]
  }

  #isBack(second: number): boolean {
    const first = this.#passed[0]
    return first !== undefined && second < first.timestamp
  }

  /** Rather than jumping: it is right before what is kept. */
  #isGoingBack(second: number): boolean {
    return this.#isBack(second) && this.#passed[0]!.timestamp - second < BACK * this.lasting
  }

  async close(): Promise<void> {
    await this.#coming?.return()
    this.#coming = this.#next = undefined
    this.#passed = []
  }

  async #begin(second: number) {
    await this.close()
    this.#coming = this.sink.pictures(second)
    await this.#step()
    await this.#step()
  }

  /** The next picture is on. */
  async #step() {
    if (this.#next) this.#passed.push(this.#next)
    if (this.#passed.length > KEPT) this.#passed.shift()
    this.#next = (await this.#coming!.next()).value ?? undefined
  }
}
