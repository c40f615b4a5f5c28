import { XMLParser } from 'fast-xml-parser'

/** An element of a file, its words in the order they stand. */
export interface XmlElement {
  readonly tag: string
  readonly attributes: Readonly<Record<string, string>>
  readonly children: readonly XmlElement[]
  /** What is written in it, not in its children. */
  readonly text: string
}

type Raw = Readonly<Record<string, unknown>>
const parser = new XMLParser({
  ...{ preserveOrder: true, ignoreAttributes: false, attributeNamePrefix: '', parseTagValue: false },
  ...{ parseAttributeValue: false, processEntities: true, htmlEntities: false },
})

/**
 * The elements at the top of an XML file; undefined when it is damaged. Errors: what `refuse` throws when it declares
 * entities of its own, which blow up a small file into a huge one.
 */
export function readXml(text: string, refuse: (sentence: string) => never): readonly XmlElement[] | undefined {
  if (/<!(DOCTYPE|ENTITY)/i.test(text)) refuse('It declares entities of its own, which nothing that is drawn needs.')
  try {
    return elementsOf(parser.parse(text) as readonly Raw[])
  } catch {
    return undefined
  }
}

function elementsOf(nodes: readonly Raw[]): XmlElement[] {
  return nodes.flatMap((node) => {
    const tag = Object.keys(node).find((key) => key !== ':@')
    const within = tag === undefined ? undefined : node[tag]
    if (tag === undefined || tag.startsWith('?') || !Array.isArray(within)) return []
    const own = within as readonly Raw[]
    return [
      {
        tag,
        attributes: (node[':@'] ?? {}) as Readonly<Record<string, string>>,
        children: elementsOf(own),
        text: own.map((part) => String(part['#text'] ?? '')).join(''),
      },
    ]
  })
}
