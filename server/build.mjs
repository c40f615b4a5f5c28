import { build } from 'esbuild'
import { bundle } from './bundle.mjs'

await build(bundle)
// The sample film is drawn now, so that a first start need not.
await import('./dist/draw-film.js')
