import { rmSync } from 'node:fs'
import { join, relative } from 'node:path'
import { build } from 'esbuild'
import { root } from '../paths.mjs'

const sources = join(root, 'core/src')
const folder = join(root, 'core/dist/tests')

/** Where a test of core is found once it is built. */
export const builtTest = (path) => join(folder, relative(sources, path)).replace(/\.ts$/, '.mjs')

/** scripts/properties.mjs tries each property more often. */
export const timesAsMany = Number(process.env.TIMES_AS_MANY ?? 1)

/** Packages written for `require` ask for what Node has by it. */
const REQUIRE = `import { createRequire as requireFrom } from 'node:module'; const require = requireFrom(import.meta.url)`

/**
 * Builds the tests of core with what they test, once for all of them, as the page and the server are built: Node runs
 * them as they are. Made anew by Jest before it begins.
 */
export default async function buildCoreTests() {
  rmSync(folder, { recursive: true, force: true })
  await build({
    entryPoints: [join(sources, '**/*.test.ts')],
    ...{ outdir: folder, outbase: sources, outExtension: { '.js': '.mjs' } },
    ...{ bundle: true, splitting: true, format: 'esm', platform: 'node', target: 'node20' },
    ...{ banner: { js: REQUIRE }, sourcemap: 'linked', logLevel: 'error' },
    alias: timesAsMany > 1 ? { 'fast-check': join(root, 'scripts/lib/unit/many-tries.mjs') } : {},
  })
}
