import type { Point } from '../motion/arc'
import type { Evidence } from './finding'

/*
 * Where a fault has one plain remedy it is shown dashed, to be drawn over by hand: nothing is drawn for it.
 */

type Guide = Extract<Evidence, { kind: 'guide' }>

/** How far a cross reaches, in scene pixels. */
const REACH = 9
const crossAt = ({ x, y }: Point): number[] => [...[x - REACH, y, x + REACH, y, x, y], ...[x, y - REACH, x, y + REACH]]

/** A cross where a landmark should be. */
export const placeGuide = (at: Point, words: string): Guide => ({
  kind: 'guide',
  lines: [crossAt(at)],
  closed: false,
  words,
})

/** The middle of the box around flat x, y. */
function middleOf(ring: readonly number[]): Point {
  const half = (odd: number) => {
    const along = ring.filter((_, i) => i % 2 === odd)
    return (Math.min(...along) + Math.max(...along)) / 2
  }
  return { x: half(0), y: half(1) }
}

/**
 * Outlines at the size they should have, each about its own middle unless one is given; `over` is by how many per cent
 * their area is more than that.
 */
export function sizeGuide(rings: readonly (readonly number[])[], over: number, middle?: Point): Guide {
  const scale = 1 / Math.sqrt(1 + over / 100)
  const lines = rings.map((ring) => {
    const { x, y } = middle ?? middleOf(ring)
    return ring.map((at, i) => {
      const about = i % 2 === 0 ? x : y
      return about + (at - about) * scale
    })
  })
  return { kind: 'guide', lines, closed: true, words: 'the size it should have' }
}
