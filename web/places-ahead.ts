import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Plugin, Rolldown } from 'vite'

/** Beside its own page each place of a scene is made of these. */
const EVERY_PLACE = ['app/SceneFrame.vue', 'app/SceneEdge.vue', 'theme/more-elements.ts']
const PLACES = 'app/places.ts'
/** Each of PLACES: its name, and its page. */
const LINE = /name: '([\w-]+)',[^]*?import\('\.\.\/([^']+)'\)/g

/**
 * A document of its own for each place of a scene, `places/<name>.html`, which asks for all that the place is made of
 * at once. By itself a browser learns of each part from the one before, and has the whole so much later.
 */
export function placesAhead(): Plugin {
  return {
    name: 'places-ahead',
    apply: 'build',
    generateBundle: {
      order: 'post',
      handler(_, bundle) {
        const source = join(import.meta.dirname, 'src')
        const places = [...readFileSync(join(source, PLACES), 'utf8').matchAll(LINE)]
        const document = bundle['index.html']
        if (places.length === 0 || document?.type !== 'asset') throw new Error(`There are no places in ${PLACES}.`)
        for (const [, name, page] of places) {
          const parts = partsOf(
            bundle,
            [...EVERY_PLACE, page!].map((file) => join(source, file)),
          )
          this.emitFile({
            type: 'asset',
            fileName: `places/${name}.html`,
            source: askingFor(String(document.source), parts),
          })
        }
      },
    },
  }
}

/** The files of some modules, and all that these import. Errors: where one of them is in no part. */
function partsOf(bundle: Rolldown.OutputBundle, modules: readonly string[]): Set<string> {
  const chunks = Object.values(bundle).filter((each) => each.type === 'chunk')
  const parts = new Set<string>()
  const take = (file: string) => {
    const chunk = bundle[file]
    if (chunk?.type !== 'chunk' || parts.has(file)) return
    parts.add(file)
    for (const css of chunk.viteMetadata?.importedCss ?? []) parts.add(css)
    chunk.imports.forEach(take)
  }
  for (const module of modules) {
    const chunk = chunks.find(({ moduleIds }) => moduleIds.includes(module))
    if (!chunk) throw new Error(`${module} is in no part.`)
    take(chunk.fileName)
  }
  return parts
}

function askingFor(document: string, parts: Iterable<string>): string {
  const links = [...parts]
    .map((file) => `/${file}`)
    .filter((address) => !document.includes(address))
    .map((address) =>
      address.endsWith('.css')
        ? `<link rel="preload" as="style" crossorigin href="${address}">`
        : `<link rel="modulepreload" crossorigin href="${address}">`,
    )
  return document.replace('</head>', `${links.join('\n')}\n</head>`)
}
