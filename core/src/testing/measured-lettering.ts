import { seededRandom } from '../base/random'
import type { Stroke } from '../ink/ink'
import { revealTimes } from '../lettering/reveal'
import { strokesOfInk, strokesOfPixels, type LetterStroke } from '../lettering/strokes'
import { SpotFollower } from '../motion/spot'
import { gridOf } from './spot-film'

/** Random lettering: wandering strokes of several widths, some crossing and some passing close by. */
function madeLettering(seed: number): { lines: number[][]; ink: Stroke[] } {
  const random = seededRandom(seed)
  const lines = Array.from({ length: 2 + Math.floor(4 * random()) }, () => {
    let [x, y, way] = [80 + 480 * random(), 80 + 240 * random(), 6.28 * random()]
    const bend = 0.5 * (random() - 0.5)
    const flat = [x, y]
    for (let i = 0; i < 12 + 20 * random(); i++) {
      way += bend * random() + 0.2 * (random() - 0.5)
      ;[x, y] = [x + 8 * Math.cos(way), y + 8 * Math.sin(way)]
      flat.push(x, y)
    }
    return flat
  })
  const ink = lines.map((flat, i): Stroke => ({
    kind: 'stroke',
    ...{ id: `s${i}`, swatch: 'ink', size: 5 + 14 * random() },
    points: Array.from({ length: flat.length / 2 }, (_, k) => [flat[2 * k]!, flat[2 * k + 1]!, 0.5]).flat(),
  }))
  return { lines, ink }
}

/** A way drawn over a line by a hand: off it by some pixels, slowly wandering. */
function byHand(flat: readonly number[], off: number, random: () => number): number[] {
  const [a, b] = [6.28 * random(), 6.28 * random()]
  return flat.map((value, i) => value + off * Math.sin(i / 9 + (i % 2 === 0 ? a : b)))
}

/** The earliest place from which a pen as wide as its stroke touches a pixel, over all strokes in their order. */
function earliest(x: number, y: number, lines: readonly (readonly number[])[], ink: readonly Stroke[]): number {
  let [begin, first] = [0, Infinity]
  lines.forEach((flat, n) => {
    let along = 0
    const reach = ink[n]!.size / 2 + 1.5
    for (let i = 2; i < flat.length; i += 2) {
      const [ax, ay, bx, by] = [flat[i - 2]!, flat[i - 1]!, flat[i]!, flat[i + 1]!]
      const long = Math.hypot(bx - ax, by - ay)
      for (let t = 0; t <= 1; t += 0.1)
        if (Math.hypot(ax + (bx - ax) * t - x, ay + (by - ay) * t - y) <= reach)
          first = Math.min(first, begin + along + long * t)
      along += long
    }
    begin += along
  })
  return first
}

const ROOM = 260
function asPicture(strokes: readonly LetterStroke[]): LetterStroke[] {
  const [width, height] = [640 + 2 * ROOM, 400 + 2 * ROOM]
  const mask = new Uint8Array(width * height)
  for (const { left, top, width: across, cells } of strokes)
    cells.forEach((is, i) => {
      const [x, y] = [left + ROOM + (i % across), top + ROOM + Math.floor(i / across)]
      if (is && x >= 0 && y >= 0 && x < width && y < height) mask[y * width + x] = 1
    })
  return strokesOfPixels(mask, width, height).map((each) => ({ ...each, left: each.left - ROOM, top: each.top - ROOM }))
}

/** For each seed the share of pixels shown more than 3 px of way before the pen touches them. */
export function earlyShares(seeds: readonly number[], as: 'ink' | 'picture', off: number): number[] {
  return seeds.map((seed) => {
    const { lines, ink } = madeLettering(seed)
    const random = seededRandom(seed + 1)
    const ways = lines.map((flat) => byHand(flat, off, random))
    const strokes = strokesOfInk(ink)
    const lettering = as === 'ink' ? strokes : asPicture(strokes)
    const revealed = revealTimes({ lettering, paths: ways.map((points) => ({ points })) })
    let [early, all] = [0, 0]
    for (let at = 0; at < revealed.times.length; at += 17) {
      if (revealed.times[at] === Infinity) continue
      const x = revealed.left + (at % revealed.width) + 0.5
      const y = revealed.top + Math.floor(at / revealed.width) + 0.5
      all++
      // A pen that is off its line is as far off in its place.
      if (
        earliest(
          x,
          y,
          ways,
          ink.map((each) => ({ ...each, size: each.size + 2 * off })),
        ) -
          revealed.times[at]! >
        3
      )
        early++
    }
    return early / Math.max(1, all)
  })
}

/** A picture of 1920 × 1080 with twelve strokes down all of it, and the ways over them. */
export function twelveStrokes(): { lettering: LetterStroke[]; paths: { points: number[] }[] } {
  const [width, height] = [1920, 1080]
  const mask = new Uint8Array(width * height)
  const paths = Array.from({ length: 12 }, (_, n) => {
    const place = (t: number) => [100 + 150 * n + 60 * Math.sin(9 * t + n), 140 + 800 * t] as const
    for (let t = 0; t <= 1; t += 1 / 900) {
      const [x, y] = place(t)
      for (let v = -14; v <= 14; v++)
        for (let u = -14; u <= 14; u++) if (u * u + v * v < 196) mask[Math.round(y + v) * width + Math.round(x + u)] = 1
    }
    return { points: Array.from({ length: 101 }, (_, i) => [...place(i / 100)]).flat() }
  })
  return { lettering: strokesOfPixels(mask, width, height), paths }
}

/** Pixels off, for every picture of made-up films. */
export function spotErrors(seeds: readonly number[]): { off: number[]; lost: number; milliseconds: number[] } {
  const off: number[] = []
  const milliseconds: number[] = []
  let lost = 0
  for (const seed of seeds) {
    const film = gridOf(seed)
    const pictures = Array.from({ length: 24 }, (_, i) => film.picture(i))
    const follower = new SpotFollower(pictures[0]!, film.at(0))
    for (let i = 1; i < pictures.length; i++) {
      const began = performance.now()
      const found = follower.next(pictures[i]!)
      milliseconds.push(performance.now() - began)
      if (!found) {
        lost++
        break
      }
      off.push(Math.hypot(found.x - film.at(i).x, found.y - film.at(i).y))
    }
  }
  return { off, lost, milliseconds }
}
