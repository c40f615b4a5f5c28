// Tries every property of core more often than `npm test` does: npm run properties [-- --times 8] [path …]
import './lib/node-version.mjs'
import { spawnSync } from 'node:child_process'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import usual from '../jest.config.mjs'
import { root } from './lib/paths.mjs'

const { values, positionals } = parseArgs({
  options: { times: { type: 'string', default: '8' } },
  allowPositionals: true,
})
const project = usual.projects.find(({ displayName }) => displayName === 'core')
const config = {
  ...usual,
  ...project,
  projects: undefined,
  rootDir: root,
  testTimeout: 900_000,
  moduleNameMapper: { ...project.moduleNameMapper, '^fast-check$': join(root, 'scripts/lib/many-tries.mjs') },
}
const { status } = spawnSync('npx', ['jest', '--config', JSON.stringify(config), '--', ...positionals], {
  cwd: root,
  stdio: 'inherit',
  env: { ...process.env, TIMES_AS_MANY: values.times, npm_config_loglevel: 'error' },
})
process.exit(status ?? 1)
