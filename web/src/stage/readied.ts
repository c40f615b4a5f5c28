import type { OnTable } from './layers'
import { free } from './release-canvas'

/** Pictures made ready for the next flips. */
const MOST = 6

/** What a picture is known by; undefined for one that is not made ready, since it changes under the hand. */
const nameOf = ({ slid, ...rest }: OnTable) => (slid.size > 0 ? undefined : JSON.stringify(rest))

/** Whole pictures of what may be asked for next, ready to be laid at once; the oldest goes first. */
export class ReadiedPictures {
  readonly #pictures = new Map<string, HTMLCanvasElement>()

  of(onTable: OnTable): HTMLCanvasElement | undefined {
    const name = nameOf(onTable)
    return name === undefined ? undefined : this.#pictures.get(name)
  }

  /** Whether a picture of this would be of use. */
  lacks(onTable: OnTable): boolean {
    const name = nameOf(onTable)
    return name !== undefined && !this.#pictures.has(name)
  }

  put(onTable: OnTable, picture: HTMLCanvasElement): void {
    const name = nameOf(onTable)
    if (name === undefined) return
    this.#pictures.set(name, picture)
    const [oldest] = this.#pictures
    if (this.#pictures.size <= MOST || !oldest) return
    free(oldest[1])
    this.#pictures.delete(oldest[0])
  }

  readonly clear = (): void => {
    for (const canvas of this.#pictures.values()) free(canvas)
    this.#pictures.clear()
  }
}
