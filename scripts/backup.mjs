// Writes everything that is kept into one file, also while the app runs: npm run backup -- FILE [--data DIR]
import './lib/node-version.mjs'
import { chmodSync, closeSync, openSync, renameSync, rmSync, statSync } from 'node:fs'
import { resolve } from 'node:path'
import { parseArgs } from 'node:util'
import { databaseIn, ran, withDatabase } from './lib/dump.mjs'
import { usualDataFolder } from './lib/paths.mjs'
import { orStop, say, Stop } from './lib/say.mjs'

await orStop(async () => {
  const { values, positionals } = parseArgs({ allowPositionals: true, options: { data: { type: 'string' } } })
  if (positionals.length !== 1) throw new Stop('Say where the backup goes: npm run backup -- FILE [--data DIR]')
  const file = resolve(positionals[0])
  const half = `${file}.part`
  try {
    closeSync(openSync(half, 'w', 0o600))
  } catch {
    throw new Stop(`${file} cannot be written: choose a place you may write to.`)
  }
  try {
    await withDatabase({ folder: resolve(values.data ?? usualDataFolder()) }, (url, programs) =>
      ran(programs, url, 'pg_dump', ['-Fc', '-f', half, databaseIn(url)], 'The backup was not made.'),
    )
    chmodSync(half, 0o600)
    renameSync(half, file)
  } finally {
    rmSync(half, { force: true })
  }
  say(`Everything that is kept is in ${file} (${(statSync(file).size / 1e6).toFixed(1)} MB).`)
})
