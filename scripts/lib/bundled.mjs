import { join } from 'node:path'
import { build } from 'esbuild'
import { root } from './paths.mjs'

/** Modules of ours as Node takes them: what `exports` says, read as if it stood in `folder`. */
export async function bundled(exports, folder = 'core/src') {
  const { outputFiles } = await build({
    stdin: { contents: exports, resolveDir: join(root, folder), loader: 'ts' },
    ...{ bundle: true, write: false, format: 'esm', platform: 'node', logLevel: 'error' },
  })
  return import(`data:text/javascript;base64,${Buffer.from(outputFiles[0].contents).toString('base64')}`)
}
