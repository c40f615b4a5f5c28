import fontkit from '@pdf-lib/fontkit'
import { LIMITS } from '../base/limits'
import { requireNumber } from '../base/ranges'
import { joined } from '../geometry/areas'
import { flattenedCurve } from '../geometry/curve'
import { quantized, type Fill } from '../ink/ink'
import { grouped } from '../ink/rings'

export interface TypedText {
  readonly text: string
  /** Font files (TrueType, OpenType or WOFF); the first that has a letter writes it. */
  readonly fonts: readonly Uint8Array[]
  /** Height of its capitals, in scene pixels. */
  readonly height: number
  /** Added between letters, and from line to line as a share of the usual, in shares of the height. */
  readonly spacing?: number
  readonly leading?: number
  /** Where the first line stands: its beginning on the line the letters stand on. */
  readonly x: number
  readonly y: number
  readonly swatch: string
  readonly freshId: () => string
}

/** Chords of a curve lie no farther off it than this, in pixels. */
const FLAT = 0.12
/** From line to line, in heights of a capital. */
const LEADING = 1.9

/**
 * Text as outlines: a fill for each shape of each letter, its holes in it.
 *
 * @returns pieces in the order of reading, and the letters no font has
 * @throws RangeError when the height is not above 0, or the text is longer than a name may be
 */
export function typedLetters(typed: TypedText): { pieces: Fill[]; missing: string[] } {
  const { text, height, spacing = 0, leading = 1, x, y } = typed
  requireNumber('height', height, 1, LIMITS.reach)
  requireNumber('text.length', text.length, 0, LIMITS.typedLetters)
  const fonts = typed.fonts.map((bytes) => fontkit.create(bytes))
  const missing = new Set<string>()
  const pieces: Fill[] = []
  text.split('\n').forEach((line, row) => {
    let at = x
    for (const { words, font } of runsOf(line, fonts, missing)) {
      const scale = height / font.capHeight
      const { glyphs, positions } = font.layout(words)
      glyphs.forEach((glyph, i) => {
        const { xAdvance, xOffset, yOffset } = positions[i]!
        const place = { x: at + xOffset * scale, y: y + row * LEADING * leading * height - yOffset * scale, scale }
        for (const { outline, holes } of shapesOf(commandsOf(glyph), place)) pieces.push(fillOf(typed, outline, holes))
        at += xAdvance * scale + spacing * height
      })
    }
  })
  return { pieces, missing: [...missing] }
}

type Font = ReturnType<typeof fontkit.create>

/** A line cut into runs each of which one font can write. */
function runsOf(line: string, fonts: readonly Font[], missing: Set<string>): { words: string; font: Font }[] {
  const runs: { words: string; font: Font }[] = []
  for (const letter of line.normalize('NFC')) {
    const font = fonts.find((each) => each.hasGlyphForCodePoint(letter.codePointAt(0)!))
    if (!font) {
      missing.add(letter)
      continue
    }
    const last = runs.at(-1)
    if (last?.font === font) last.words += letter
    else runs.push({ words: letter, font })
  }
  return runs
}

interface Command {
  readonly command: 'moveTo' | 'lineTo' | 'quadraticCurveTo' | 'bezierCurveTo' | 'closePath'
  readonly args: readonly number[]
}
/** The package keeps them on each path and does not name them in its types. */
const commandsOf = (glyph: { path: unknown }): readonly Command[] => (glyph.path as { commands: Command[] }).commands

interface Place {
  readonly x: number
  readonly y: number
  readonly scale: number
}
/** The outlines of a letter where it stands, as one shape: strokes of a letter that overlap are joined. */
function shapesOf(commands: readonly Command[], { x, y, scale }: Place) {
  const rings: { x: number; y: number }[][] = []
  for (const { command, args } of commands) {
    const points = Array.from({ length: args.length / 2 }, (_, i) => ({
      x: x + args[2 * i]! * scale,
      y: y - args[2 * i + 1]! * scale,
    }))
    if (command === 'moveTo') rings.push([points[0]!])
    else if (command !== 'closePath') rings.at(-1)!.push(...flattenedCurve([rings.at(-1)!.at(-1)!, ...points], FLAT))
  }
  const flat = rings.map((ring) => ring.flatMap((at) => [at.x, at.y]))
  return grouped(joined(flat).filter((ring) => ring.length >= 6))
}

const fillOf = (
  { swatch, freshId }: TypedText,
  outline: readonly number[],
  holes: readonly (readonly number[])[],
): Fill =>
  quantized({
    kind: 'fill',
    id: freshId(),
    swatch,
    outline: [...outline],
    ...(holes.length > 0 && { holes: holes.map((hole) => [...hole]) }),
  })
