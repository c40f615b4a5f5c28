import { clamp } from '../base/clamp'
import { hexOfOklch, oklchOf } from '../base/colour'
import type { Swatch, Tone } from './schema'
import { memo } from '../base/memo'

/** Steps of lightness by which tones differ, on OKLCH's scale of 0…1. */
const STEP = 0.11
/** Shadows lean toward this hue, by at most this much, in degrees. */
const SHADOW = { hue: 275, lean: 22 } as const

/**
 * A colour lighter, darker or in shadow, worked out in OKLCH: lightness by a step, a shadow also a little towards blue and greyer. Never leaves sRGB.
 */
export function toneOf(colour: string, tone: Tone): string {
  const { l, c, h = SHADOW.hue } = oklchOf(colour) ?? { l: 0, c: 0 }
  const lightness = clamp(l + (tone === 'lighter' ? STEP : tone === 'darker' ? -STEP : -1.5 * STEP), 0, 1)
  const away = ((SHADOW.hue - h + 540) % 360) - 180
  const hue = tone === 'shadow' && c > 0.01 ? h + Math.sign(away) * Math.min(Math.abs(away), SHADOW.lean) : h
  return hexOfOklch(lightness, tone === 'shadow' ? c * 0.9 : c, hue)
}

/** The palette with every linked tone worked out from what its colour is now. */
export function toned(palette: readonly Swatch[]): Swatch[] {
  const colours = new Map(palette.map((swatch) => [swatch.id, swatch.colour]))
  return palette.map((swatch) => {
    const of = swatch.tone && colours.get(swatch.tone.of)
    return of === undefined ? swatch : { ...swatch, colour: toneOf(of, swatch.tone!.is) }
  })
}

/** The colour a swatch was merged into in the end; itself when it was not. */
export function poured(palette: readonly Swatch[], id: string): string {
  const into = new Map(palette.map((swatch) => [swatch.id, swatch.into]))
  let at = id
  for (let turns = palette.length; turns > 0; turns--) {
    const next = into.get(at)
    if (next === undefined || !into.has(next)) return at
    at = next
  }
  return at
}

/** The colour each swatch is painted in. */
export const coloursOf = memo((palette: readonly Swatch[]): ReadonlyMap<string, string> => {
  const own = new Map(palette.map(({ id, colour }) => [id, colour]))
  return new Map(palette.map(({ id }) => [id, own.get(poured(palette, id))!]))
})

/** The pots on the tray: colours that were not merged into others. */
export const potsOf = (palette: readonly Swatch[]): Swatch[] => palette.filter(({ id }) => poured(palette, id) === id)
