/** A part of the guide under a heading of its own. */
export interface Section {
  readonly id: string
  /** The page's name in the app, and its title. */
  readonly page: string
  readonly title: string
  readonly heading: string
  readonly text: string
}

/** As it is read: without pictures, the addresses of links and signs of emphasis. */
const read = (text: string): string =>
  text
    .replace(/!\[[^\]]*\]\([^)]*\)/g, '')
    .replace(/\]\([^)]*\)/g, ']')
    .replace(/[*_`[\]|]/g, ' ')

/** The parts of a page of the guide, from its text in Markdown. */
export function sectionsOf(page: string, markdown: string): Section[] {
  const parts = markdown.split(/^#{1,3} /m).filter((part) => part.trim() !== '')
  const [title = page] = (parts[0] ?? '').split('\n')
  return parts.map((part, i) => {
    const [heading = title, ...lines] = part.split('\n')
    return { id: `${page} ${i}`, page, title, heading, text: read(lines.join('\n')) }
  })
}
