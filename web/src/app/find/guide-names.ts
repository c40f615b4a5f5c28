/** The name a page of the guide has in the app, by where it lies in docs/guide: "planners-walk" for "planners/walk.md". */
export const nameOfPage = (path: string): string => path.replace(/\.md$/, '').replaceAll('/', '-')

/** Where a link on a page of the guide leads, both as they lie in docs/guide; undefined where it leads out of it. */
export function linked(to: string, from: string): string | undefined {
  const root = '/docs/guide/'
  const { pathname } = new URL(to, `file://${root}${from}`)
  return pathname.startsWith(root) ? pathname.slice(root.length) : undefined
}
