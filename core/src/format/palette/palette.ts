import Papa from 'papaparse'
import { z } from 'zod'
import { LIMITS } from '../../base/limits'
import { sentenceOf } from '../../base/sentence'
import { coloursOf, potsOf } from '../../scene/palette'
import { colourSchema, nameSchema, type Scene } from '../../scene/schema'
import { attribute } from '../picture/ink-paths'
import { plain, unplain } from '../sheet/sheet-csv'
import { readXml, type XmlElement } from '../xml'

/**
 * The colours of a scene as open files, and back: JSON and CSV by their fields, SVG as swatches that any program shows.
 * docs/formats.md tells it to people.
 */
const namedColourSchema = z.strictObject({ name: nameSchema, colour: colourSchema, group: nameSchema.optional() })
export type NamedColour = z.infer<typeof namedColourSchema>

const paletteFileSchema = z.strictObject({
  format: z.literal('unhurried-sketch colours'),
  version: z.literal(1),
  colours: z
    .array(namedColourSchema)
    .min(1, 'It holds no colour.')
    .max(LIMITS.swatches, `A scene can have ${LIMITS.swatches} colours.`),
})

/** Characters of a file with colours: two hundred of them take far less. */
const LONGEST = 1_000_000

/** A file with colours that cannot be read, with a sentence a person can act on. */
export class PaletteRefused extends RangeError {
  override readonly name = 'PaletteRefused'
}
const refuse = (sentence: string): never => {
  throw new PaletteRefused(sentence)
}

/** The pots of a scene, a tone as the colour it has now. */
export function coloursIn({ palette }: Pick<Scene, 'palette'>): NamedColour[] {
  const colours = coloursOf(palette)
  return potsOf(palette).map(({ id, name, group }) => ({ name, colour: colours.get(id)!, ...(group && { group }) }))
}

const HEADS = ['name', 'colour', 'group'] as const
const HEADS_ELSEWHERE: Record<string, string> = { color: 'colour', hex: 'colour' }

function writeCsv(colours: readonly NamedColour[]): string {
  const rows = colours.map(({ name, colour, group = '' }) => [plain(name), colour, plain(group)])
  return Papa.unparse([[...HEADS], ...rows], { newline: '\r\n' })
}

/** Of a swatch in the picture, and how many stand in a row, in pixels. */
const SIDE = 48
const IN_ROW = 12

function writeSvg(colours: readonly NamedColour[]): string {
  const groups = grouped(colours)
  let row = 0
  const parts = groups.map(([group, own]) => {
    const swatches = own.map(({ name, colour }, i) => {
      const [x, y] = [(i % IN_ROW) * SIDE, (row + Math.floor(i / IN_ROW)) * SIDE]
      return `<rect x="${x}" y="${y}" width="${SIDE}" height="${SIDE}" fill="${colour}"><title>${attribute(name)}</title></rect>`
    })
    row += Math.ceil(own.length / IN_ROW)
    return `<g>${group === '' ? '' : `<title>${attribute(group)}</title>`}${swatches.join('')}</g>`
  })
  const [width, height] = [IN_ROW * SIDE, row * SIDE]
  return `<?xml version="1.0" encoding="UTF-8"?>\n<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}">\n${parts.join('\n')}\n</svg>\n`
}
function grouped(colours: readonly NamedColour[]): [string, NamedColour[]][] {
  const groups = new Map<string, NamedColour[]>()
  for (const colour of colours) groups.set(colour.group ?? '', [...(groups.get(colour.group ?? '') ?? []), colour])
  return [...groups]
}

/** Every format colours go out in, once. */
export const PALETTE_FORMATS = [
  {
    id: 'json',
    type: 'application/json',
    write: (colours: readonly NamedColour[]) =>
      `${JSON.stringify({ format: 'unhurried-sketch colours', version: 1, colours }, undefined, 1)}\n`,
  },
  { id: 'csv', type: 'text/csv', write: writeCsv },
  { id: 'svg', type: 'image/svg+xml', write: writeSvg },
] as const

/** The colours a file holds, told from what is in it. Errors: PaletteRefused with a sentence. */
export function readPalette(text: string): NamedColour[] {
  if (text.length > LONGEST) refuse('It is far longer than a file with colours.')
  const start = text.replace(/^\ufeff/, '').trimStart()
  const found = /^[{[]/.test(start) ? fromJson(start) : start.startsWith('<') ? fromSvg(start) : fromCsv(start)
  if (found.length === 0) refuse('No colour was found in it.')
  const parsed = paletteFileSchema.shape.colours.safeParse(found)
  return parsed.success ? parsed.data : refuse(sentenceOf(parsed.error))
}

function fromJson(text: string): unknown[] {
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch {
    return refuse('It begins as JSON and is none.')
  }
  if (!isOurs(value)) return fromList(value)
  const parsed = paletteFileSchema.safeParse(value)
  return parsed.success ? parsed.data.colours : refuse(sentenceOf(parsed.error))
}
const isOurs = (value: unknown) => paletteFileSchema.pick({ format: true }).loose().safeParse(value).success

const text = z.string().optional().catch(undefined)
/** A colour as other programs write it down: by itself, or with a name. */
const colourSomehow = z
  .union([
    z.string().transform((hex) => ({ hex, name: undefined })),
    z
      .object({ name: text, colour: text, color: text, hex: text })
      .transform(({ name, colour, color, hex }) => ({ hex: colour ?? color ?? hex ?? '', name: name?.trim() })),
  ])
  .transform(({ hex, name }) => ({ name: name || hex, colour: hexOf(hex) }))
const listSomehow = z.union([
  z.array(z.unknown()),
  z.object({ colours: z.array(z.unknown()) }).transform(({ colours }) => colours),
  z.object({ colors: z.array(z.unknown()) }).transform(({ colors }) => colors),
])
const fromList = (value: unknown): unknown[] =>
  (listSomehow.safeParse(value).data ?? [])
    .map((each) => colourSomehow.safeParse(each).data)
    .filter((each) => each?.colour)

function fromCsv(text: string): unknown[] {
  const { data } = Papa.parse<Record<string, string>>(text, {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: headIn(new Set()),
  })
  if (data[0] && !('colour' in data[0])) refuse('Its first row must name the columns: name, colour, group.')
  return data.map(({ name, colour = '', group }) => {
    const inGroup = unplain(group ?? '').trim()
    return {
      name: unplain(name ?? '').trim() || colour,
      colour: hexOf(colour) ?? colour,
      ...(inGroup && { group: inGroup }),
    }
  })
}

/** What a column is: the first so called counts, and what is not of ours goes by its place. */
const headIn = (met: Set<string>) => (head: string, at: number) => {
  const called = head.trim().toLowerCase()
  const ours = HEADS_ELSEWHERE[called] ?? called
  if (met.has(ours) || !HEADS.some((each) => each === ours)) return String(at)
  met.add(ours)
  return ours
}

/** #rrggbb in small letters from that or #rgb, with # or without; undefined for any other way to write a colour. */
function hexOf(colour: string): string | undefined {
  const digits = /^#?([0-9a-f]{3}|[0-9a-f]{6})$/i.exec(colour.trim())?.[1]?.toLowerCase()
  if (!digits) return undefined
  return `#${digits.length === 3 ? [...digits].map((digit) => digit + digit).join('') : digits}`
}

const SHAPES = ['rect', 'circle', 'ellipse', 'path', 'polygon']

/** What is filled in a picture, by its title or its name in the file; the title of what is around it is its group. */
function fromSvg(text: string): unknown[] {
  const elements = readXml(text, refuse) ?? refuse('It begins as a picture and is damaged.')
  const found = new Map<string, unknown>()
  walk(elements, undefined, (name, colour, group) => {
    if (found.size <= LIMITS.swatches) found.set(`${name} ${colour}`, { name, colour, ...(group && { group }) })
  })
  return [...found.values()]
}

type Met = (name: string, colour: string, group: string | undefined) => void

function walk(elements: readonly XmlElement[], group: string | undefined, met: Met): void {
  for (const { tag, attributes: own, children } of elements) {
    const title = children.find((child) => child.tag === 'title')?.text
    const colour = hexOf(own['fill'] ?? /(?:^|;)\s*fill:\s*([^;]+)/.exec(own['style'] ?? '')?.[1] ?? '')
    if (SHAPES.includes(tag) && colour) met((title ?? own['id'] ?? colour).trim() || colour, colour, group)
    walk(children, tag === 'g' ? (title ?? group) : group, met)
  }
}
