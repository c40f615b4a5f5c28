import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { build } from 'esbuild'
import { root } from '../paths.mjs'

const folder = join(root, 'core/dist/in-one')
/** What is asked for, and what of core that is. */
const PARTS = { core: './core/src/index.ts', api: './core/src/api/index.ts', build: './core/src/testing/build.ts' }

/**
 * Core in one file: a hundred files of tests of page and server ask for it, and each would load its hundreds of modules
 * anew. Where the name of a part leads to it.
 */
export const coreInOne = {
  '^@unhurried/core$': join(folder, 'core.cjs'),
  '^@unhurried/core/api$': join(folder, 'api.cjs'),
  '/core/src/testing/build$': join(folder, 'build.cjs'),
}

/** Made anew by Jest before it begins. */
export default async function makeCoreInOne() {
  await build({
    stdin: {
      contents: Object.entries(PARTS)
        .map(([name, file]) => `export * as ${name} from '${file}'`)
        .join('\n'),
      ...{ resolveDir: root, loader: 'ts' },
    },
    ...{ outfile: join(folder, 'all.cjs'), bundle: true, format: 'cjs', platform: 'node', target: 'es2022' },
    // Those that the tests ask for themselves are the same for both.
    external: ['zod', 'fast-check'],
    sourcemap: 'linked',
    logLevel: 'error',
  })
  for (const name of Object.keys(PARTS))
    writeFileSync(join(folder, `${name}.cjs`), `module.exports = require('./all.cjs').${name}\n`)
}
