/** The pages of docs/guide as they are, by name, and their pictures' addresses: built with the app, so that it serves them itself. */
const pages = import.meta.glob<string>('../../../../docs/guide/**/*.md', { query: '?raw', import: 'default' })
const pictures = import.meta.glob<string>(['../../../../docs/guide/**/*.png', '../../../../docs/screenshots/*.png'], {
  query: '?url',
  import: 'default',
  eager: true,
})

const nameOf = (path: string) => path.split('/').at(-1)!.replace(/\.md$/, '')

export const guidePages: Readonly<Record<string, () => Promise<string>>> = Object.fromEntries(
  Object.entries(pages).map(([path, load]) => [nameOf(path), load]),
)
export const guidePictures: Readonly<Record<string, string>> = Object.fromEntries(
  Object.entries(pictures).map(([path, address]) => [path.split('/').at(-1)!, address]),
)

/** Where a link of the guide leads in the app: to another page of it, else nowhere. */
export function guideAddress(to: string): string {
  if (/^[a-z]+:/.test(to) || to.startsWith('#')) return to
  const name = nameOf(to.split('#')[0]!)
  return guidePages[name] ? `/guide/${name}` : '#'
}
