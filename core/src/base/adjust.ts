import { clamp } from './clamp'

/** How colours are changed as they are shown: see `scene/schema/adjustment`. */
interface Adjustment {
  readonly black?: number | undefined
  readonly white?: number | undefined
  readonly middle?: number | undefined
  readonly hue?: number | undefined
  readonly colour?: number | undefined
}
type Rgb = readonly [red: number, green: number, blue: number]

/** Whether anything is changed at all. */
export const isAdjusted = (by: Adjustment | undefined): by is Adjustment =>
  by !== undefined && Object.values(by).some((value) => value !== undefined)

/**
 * A colour adjusted: levels and middle tones of each channel first, then hue turned and colour made more or less.
 * Channels 0…255. Source of hue and colour: Filter Effects Module, feColorMatrix, `hueRotate` and `saturate`.
 */
export function adjusted([r, g, b]: Rgb, by: Adjustment): Rgb {
  const tones = toneTable(by)
  const mix = mixing(by)
  return mixed([tones[r]!, tones[g]!, tones[b]!], mix)
}

/** The same to every pixel of a picture, in place; red, green, blue, alpha of each. */
export function adjustedPixels(data: Uint8ClampedArray, by: Adjustment): void {
  const tones = toneTable(by)
  const [[rr, rg, rb], [gr, gg, gb], [br, bg, bb]] = mixing(by)
  for (let i = 0; i < data.length; i += 4) {
    const [r, g, b] = [tones[data[i]!]!, tones[data[i + 1]!]!, tones[data[i + 2]!]!]
    data[i] = rr * r + rg * g + rb * b
    data[i + 1] = gr * r + gg * g + gb * b
    data[i + 2] = br * r + bg * g + bb * b
  }
}

/** What each channel value becomes. */
function toneTable({ black = 0, white = 255, middle = 1 }: Adjustment): Uint8ClampedArray {
  const span = Math.max(1, white - black)
  return Uint8ClampedArray.from({ length: 256 }, (_, value) =>
    Math.round(255 * clamp((value - black) / span, 0, 1) ** (1 / middle)),
  )
}

type Mix = readonly [Rgb, Rgb, Rgb]
/** Shares of red, green and blue in how light a colour looks. */
const LIGHT: Rgb = [0.213, 0.715, 0.072]

function mixing({ hue = 0, colour = 1 }: Adjustment): Mix {
  const angle = (hue * Math.PI) / 180
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)]
  const [lr, lg, lb] = LIGHT
  const turned: Mix = [
    [lr + cos * (1 - lr) - sin * lr, lg - cos * lg - sin * lg, lb - cos * lb + sin * (1 - lb)],
    [lr - cos * lr + sin * 0.143, lg + cos * (1 - lg) + sin * 0.14, lb - cos * lb - sin * 0.283],
    [lr - cos * lr - sin * (1 - lr), lg - cos * lg + sin * lg, lb + cos * (1 - lb) + sin * lb],
  ]
  const row = (own: number): Rgb =>
    LIGHT.map((light, i) => light + colour * (Number(i === own) - light)) as unknown as Rgb
  const full = [row(0), row(1), row(2)]
  const product = (i: number, j: number) => full[i]!.reduce((sum, value, k) => sum + value * turned[k]![j]!, 0)
  return [0, 1, 2].map((i) => [0, 1, 2].map((j) => product(i, j))) as unknown as Mix
}

function mixed(rgb: Rgb, mix: Mix): Rgb {
  const channel = (row: Rgb) => clamp(Math.round(row[0] * rgb[0] + row[1] * rgb[1] + row[2] * rgb[2]), 0, 255)
  return [channel(mix[0]), channel(mix[1]), channel(mix[2])]
}
