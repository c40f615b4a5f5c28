import { linked, nameOfPage } from './guide-names'
import { sectionsOf, type Section } from './guide-sections'

/** The pages of docs/guide as they are, by name, and their pictures' addresses: built with the app, so that it serves them itself. */
const pages = import.meta.glob<string>('../../../../docs/guide/**/*.md', { query: '?raw', import: 'default' })
const pictures = import.meta.glob<string>(['../../../../docs/guide/**/*.png', '../../../../docs/screenshots/*.png'], {
  query: '?url',
  import: 'default',
  eager: true,
})

const within = (path: string) => path.split('/docs/guide/').at(-1)!
const pathOf = new Map(Object.keys(pages).map((path) => [nameOfPage(within(path)), within(path)]))

export const guidePages: Readonly<Record<string, () => Promise<string>>> = Object.fromEntries(
  Object.entries(pages).map(([path, load]) => [nameOfPage(within(path)), load]),
)
export const guidePictures: Readonly<Record<string, string>> = Object.fromEntries(
  Object.entries(pictures).map(([path, address]) => [path.split('/').at(-1)!, address]),
)

/** Where a link on a page of the guide leads in the app: to another page of it, else nowhere. */
export function guideAddress(to: string, from: string): string {
  if (/^[a-z]+:/.test(to) || to.startsWith('#')) return to
  const name = nameOfPage(linked(to, pathOf.get(from) ?? '') ?? '')
  return guidePages[name] ? `/guide/${name}` : '#'
}

/** All the guide says, part by part. */
export async function guideSections(): Promise<Section[]> {
  const texts = await Promise.all(
    Object.entries(guidePages).map(async ([name, load]) => sectionsOf(name, await load())),
  )
  return texts.flat()
}
