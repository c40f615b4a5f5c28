// Tries every property of core more often than `npm test` does: npm run properties [-- --times 8] [path …]
import './lib/node-version.mjs'
import { spawnSync } from 'node:child_process'
import { parseArgs } from 'node:util'
import { root } from './lib/paths.mjs'

const { values, positionals } = parseArgs({
  options: { times: { type: 'string', default: '8' } },
  allowPositionals: true,
})
const { status } = spawnSync('npx', ['jest', '--selectProjects', 'core', '--', ...positionals], {
  cwd: root,
  stdio: 'inherit',
  env: { ...process.env, TIMES_AS_MANY: values.times, npm_config_loglevel: 'error' },
})
process.exit(status ?? 1)
