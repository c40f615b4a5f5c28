import { build } from 'esbuild'
import { bundle } from './bundle.mjs'

await build(bundle)
