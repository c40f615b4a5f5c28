import { channelsOf, cumulativeLengths, halfWidth, taperShares, type StrokeShape } from '@unhurried/core'
import type { Surface } from '../paint/surface'

const DAB = 64
const dabs = new Map<string, OffscreenCanvas>()

/** One soft touch of a wet brush. */
function dabOf(colour: string): OffscreenCanvas {
  let canvas = dabs.get(colour)
  if (!canvas) {
    canvas = new OffscreenCanvas(DAB, DAB)
    const surface = canvas.getContext('2d')!
    const [r, g, b] = channelsOf(colour)
    const soft = surface.createRadialGradient(DAB / 2, DAB / 2, 0, DAB / 2, DAB / 2, DAB / 2)
    for (const [at, alpha] of [
      [0, 1],
      [0.45, 0.86],
      [0.75, 0.36],
      [1, 0],
    ] as const)
      soft.addColorStop(at, `rgb(${r} ${g} ${b} / ${alpha})`)
    surface.fillStyle = soft
    surface.fillRect(0, 0, DAB, DAB)
    dabs.set(colour, canvas)
  }
  return canvas
}

/** Touches lie this share of the brush's half width apart; about as many of them cover one another. */
const APART = 0.3
const COVERING = 3.3
/** What a wash covers at full pressure, in one go. */
const FULL = 0.88

/** A wash: soft at the edge, as strong as the hand is heavy, stronger where it crosses itself. */
export function layWash(surface: Surface, stroke: StrokeShape, colour: string): void {
  const { points } = stroke
  const dab = dabOf(colour)
  const lengths = cumulativeLengths(points)
  const shares = taperShares(stroke)
  const before = surface.globalAlpha
  let i = 0
  for (let at = 0; ;) {
    while (i < lengths.length - 2 && lengths[i + 1]! < at) i++
    const next = Math.min(i + 1, lengths.length - 1)
    const span = lengths[next]! - lengths[i]!
    const t = span > 0 ? Math.min(1, (at - lengths[i]!) / span) : 0
    const mix = (from: number, to: number) => from + (to - from) * t
    const pressure = mix(points[3 * i + 2]!, points[3 * next + 2]!)
    const radius = Math.max(0.5, halfWidth(stroke, pressure) * mix(shares[i]!, shares[next]!))
    surface.globalAlpha = before * (1 - (1 - FULL * pressure) ** (1 / COVERING))
    surface.drawImage(
      dab,
      mix(points[3 * i]!, points[3 * next]!) - radius,
      mix(points[3 * i + 1]!, points[3 * next + 1]!) - radius,
      2 * radius,
      2 * radius,
    )
    if (at >= lengths.at(-1)!) break
    at = Math.min(lengths.at(-1)!, at + Math.max(0.6, radius * APART))
  }
  surface.globalAlpha = before
}
