import {
  clampChroma,
  converter,
  differenceEuclidean,
  formatHex,
  modeLrgb,
  modeOklab,
  modeOklch,
  modeRgb,
  nearest,
  parseHex,
  useMode,
} from 'culori/fn'

// Only the spaces we use: all of them together are as large as much of a page.
for (const mode of [modeRgb, modeLrgb, modeOklab, modeOklch]) useMode(mode as typeof modeRgb)

type Rgb = readonly [red: number, green: number, blue: number]

/** A colour's channels, whole numbers from 0 to 255. `hex` as the schema keeps colours: six digits. */
export function channelsOf(hex: string): Rgb {
  const { r, g, b } = parseHex(hex)!
  return [Math.round(r * 255), Math.round(g * 255), Math.round(b * 255)]
}

const rgb = ([r, g, b]: Rgb) => ({ mode: 'rgb', r: r / 255, g: g / 255, b: b / 255 }) as const

/** The same as six digits. */
export const hexOf = (channels: Rgb): string => formatHex(rgb(channels))

/** A colour's lightness, chroma and hue in OKLCH (Ottosson 2020), where equal steps look equal. */
export const oklchOf = converter('oklch')
/** The colour of sRGB nearest to one of OKLCH, as six digits. */
export const hexOfOklch = (l: number, c: number, h: number): string =>
  formatHex(clampChroma({ mode: 'oklch', l, c, h }, 'oklch'))

const toOklab = converter('oklab')
/** Lightness and the two axes of colour in OKLab (Ottosson 2020). */
export function oklabOf(channels: Rgb): [l: number, a: number, b: number] {
  const { l, a, b } = toOklab(rgb(channels))
  return [l, a, b]
}
/** The colour of sRGB nearest to one of OKLab, as six digits. */
export const hexOfOklab = ([l, a, b]: readonly [l: number, a: number, b: number]): string =>
  formatHex(clampChroma({ mode: 'oklab', l, a, b }, 'oklch'))

const inOklab = differenceEuclidean('oklab')
/** How far apart two colours look: their distance in OKLab (Ottosson 2020), in hundredths of black to white. */
export const colourDifference = (a: string, b: string): number => 100 * inOklab(a, b)

/** The place in a list of the colour nearest to one that is seen, or -1 when none is within `reach` channel steps of it. */
export function nearestColour(hexes: readonly string[], seen: Rgb, reach: number): number {
  const of = nearest([...hexes.keys()], differenceEuclidean('rgb'), (i: number) => rgb(channelsOf(hexes[i]!)))
  return of(rgb(seen), 1, (reach + 1e-6) / 255)[0] ?? -1
}
