// All that is held without running anything, at once, looking only at what changed since the last time: seconds, for every save.
import './lib/node-version.mjs'
import { spawn } from 'node:child_process'
import { root } from './lib/paths.mjs'
import { STATIC_CHECKS } from './lib/static-checks.mjs'

const run = (name) =>
  new Promise((resolve) => {
    const child = spawn('npm', ['run', '--silent', name], { cwd: root, stdio: 'inherit' })
    child.once('exit', (code) => resolve(code ?? 1))
  })
const codes = await Promise.all(STATIC_CHECKS.map(run))
process.exit(codes.every((code) => code === 0) ? 0 : 1)
