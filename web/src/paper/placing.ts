import { followedBy, movedBy, turnedAbout, type Matrix, type PageBox } from '@unhurried/core'

/** How a page is laid: turned about its own middle, then moved; pixels of the page and radians. */
export interface Lie {
  readonly dx: number
  readonly dy: number
  readonly turn: number
}
export const STAYS: Lie = { dx: 0, dy: 0, turn: 0 }

interface Size {
  readonly width: number
  readonly height: number
}
const middle = ({ width, height }: Size) => ({ x: width / 2, y: height / 2 })

/** What was found and what the hand added to it, as one. */
export const together = (found: Lie, hand: Lie): Lie => ({
  dx: found.dx + hand.dx,
  dy: found.dy + hand.dy,
  turn: found.turn + hand.turn,
})

export const lieMatrix = (page: Size, { dx, dy, turn }: Lie): Matrix =>
  followedBy(turnedAbout(middle(page), turn), movedBy(dx, dy))

/** Of the paper so much is taken by the largest drawing that was cut out of a sheet. */
const LARGEST = 0.8

/** From pixels of a sheet to the paper for one of its drawings: all at one scale, each with its middle in the middle. */
export function boxFitted(box: PageBox, boxes: readonly PageBox[], paper: Size, grow = 1): Matrix {
  const [width, height] = [Math.max(...boxes.map((each) => each.width)), Math.max(...boxes.map((each) => each.height))]
  const scale = Math.min(paper.width / width, paper.height / height) * LARGEST * grow
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  return [scale, 0, 0, scale, paper.width / 2 - x * scale, paper.height / 2 - y * scale]
}

/** A move and a turn in words: "1.8 px, 0.3°". */
export function lieInWords({ dx, dy, turn }: Lie): string {
  const degrees = (Math.atan2(Math.sin(turn), Math.cos(turn)) * 180) / Math.PI
  return `${Math.hypot(dx, dy).toFixed(1)} px, ${Math.abs(degrees).toFixed(Math.abs(degrees) < 10 ? 2 : 0)}°`
}
