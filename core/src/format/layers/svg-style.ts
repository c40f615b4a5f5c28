import { formatHex, modeHsl, modeRgb, parse, useMode } from 'culori/fn'
import type { XmlElement } from '../xml'

// The two ways in which programs that draw write colours.
useMode(modeRgb)
useMode(modeHsl)

/** What an element says of how it looks, by the names of CSS. */
export type Style = Readonly<Record<string, string>>

/** What a picture says once for many elements: looks by class, id or tag, and the first colour of each gradient. */
export interface Rules {
  readonly looks: ReadonlyMap<string, Style>
  readonly paints: ReadonlyMap<string, string>
}

const PAINTS = ['fill', 'stroke'] as const
/** What elements hand down to those in them, as it is written. */
const HANDED_DOWN = ['stroke-width', 'fill-rule', 'color', 'visibility', 'fill-opacity', 'stroke-opacity']
const SAID: readonly string[] = [...PAINTS, ...HANDED_DOWN, 'opacity', 'display', 'mix-blend-mode']
/** Rules of a picture's style sheet that are followed. */
const MOST_RULES = 2000

function declarations(text: string): Style {
  const found: Record<string, string> = {}
  for (const part of text.split(';')) {
    const at = part.indexOf(':')
    const name = part.slice(0, at).trim()
    if (at > 0 && SAID.includes(name))
      found[name] = part
        .slice(at + 1)
        .replace('!important', '')
        .trim()
  }
  return found
}

const everyElement = function* (root: XmlElement): Generator<XmlElement> {
  yield root
  for (const child of root.children) yield* everyElement(child)
}

/** The style sheets and gradients of a picture. Of a sheet only plain rules are followed: a class, an id or a tag. */
export function rulesOf(root: XmlElement): Rules {
  const looks = new Map<string, Style>()
  const gradients = new Map<string, XmlElement>()
  for (const element of everyElement(root)) {
    if (element.tag === 'style') addRules(element.text, looks)
    if (element.tag.endsWith('Gradient') && element.attributes['id']) gradients.set(element.attributes['id'], element)
  }
  const paints = new Map<string, string>()
  for (const id of gradients.keys()) {
    const colour = firstStop(gradients, id, looks)
    if (colour) paints.set(id, colour)
  }
  return { looks, paints }
}

function addRules(sheet: string, looks: Map<string, Style>) {
  const plain = sheet.replace(/\/\*[\s\S]*?\*\//g, '')
  for (const [, selectors, body] of plain.matchAll(/([^{}]+)\{([^{}]*)\}/g))
    for (const selector of selectors!.split(',').map((each) => each.trim()))
      if (/^[.#]?[\w-]+$/.test(selector) && looks.size < MOST_RULES)
        looks.set(selector, { ...looks.get(selector), ...declarations(body!) })
}

/** The colour a gradient begins with, its own or of the one it is made from. */
function firstStop(
  gradients: ReadonlyMap<string, XmlElement>,
  id: string,
  looks: ReadonlyMap<string, Style>,
  deep = 0,
): string | undefined {
  const gradient = gradients.get(id)
  if (!gradient || deep > 8) return undefined
  const stop = gradient.children.find(({ tag }) => tag === 'stop')
  if (stop) {
    const own = /stop-color\s*:\s*([^;]+)/.exec(stop.attributes['style'] ?? '')?.[1]
    return own ?? stop.attributes['stop-color'] ?? looks.get(`.${stop.attributes['class']}`)?.['fill'] ?? '#000000'
  }
  const from = gradient.attributes['href'] ?? gradient.attributes['xlink:href'] ?? ''
  return from.startsWith('#') ? firstStop(gradients, from.slice(1), looks, deep + 1) : undefined
}

/** All an element says of itself: its attributes, over them its rules, over these its own style. */
export function styled({ tag, attributes }: XmlElement, { looks }: Rules): Style {
  const own: Record<string, string> = {}
  for (const name of SAID) if (attributes[name] !== undefined) own[name] = attributes[name]
  const classes = (attributes['class'] ?? '').split(/\s+/).map((name) => looks.get(`.${name}`))
  return Object.assign(
    own,
    looks.get(tag),
    ...classes,
    looks.get(`#${attributes['id']}`),
    declarations(attributes['style'] ?? ''),
  )
}

/** What holds in an element: what is around it hands down, and what it says itself. */
export function withStyle(around: Style, element: XmlElement, rules: Rules): Style {
  const own = styled(element, rules)
  const held: Record<string, string> = { ...around }
  for (const name of HANDED_DOWN) if (own[name] !== undefined && own[name] !== 'inherit') held[name] = own[name]
  for (const name of PAINTS)
    if (own[name] !== undefined && own[name] !== 'inherit')
      held[name] = paintOf(own[name], held, rules) ?? around[name] ?? 'none'
  return held
}

/** A paint as #rrggbb, or `none`; undefined for what cannot be told. */
function paintOf(paint: string, { color = '#000000' }: Style, { paints }: Rules): string | undefined {
  if (paint === 'none' || paint === 'transparent') return 'none'
  if (paint === 'currentColor') return hexOf(color)
  const named = /^url\(\s*['"]?#([^'")]+)['"]?\s*\)/.exec(paint)?.[1]
  return hexOf(named === undefined ? paint : (paints.get(named) ?? '#808080'))
}

function hexOf(colour: string): string | undefined {
  const parsed = parse(colour.trim())
  if (!parsed) return undefined
  return parsed.alpha === 0 ? 'none' : formatHex(parsed)
}
