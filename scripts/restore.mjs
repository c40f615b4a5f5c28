// Puts everything back from a backup, all or nothing: npm run restore -- FILE [--data DIR]
import './lib/node-version.mjs'
import { existsSync } from 'node:fs'
import { resolve } from 'node:path'
import { parseArgs } from 'node:util'
import { databaseIn, ran, withDatabase } from './lib/dump.mjs'
import { usualDataFolder } from './lib/paths.mjs'
import { orStop, say, Stop } from './lib/say.mjs'

await orStop(async () => {
  const { values, positionals } = parseArgs({ allowPositionals: true, options: { data: { type: 'string' } } })
  if (positionals.length !== 1) throw new Stop('Say which backup: npm run restore -- FILE [--data DIR]')
  const file = resolve(positionals[0])
  if (!existsSync(file)) throw new Stop(`There is no file ${file}.`)
  const folder = resolve(values.data ?? usualDataFolder())
  await withDatabase({ folder, alone: true }, (url, programs) => {
    const run = (program, words) =>
      ran(programs, url, program, words, 'Nothing was changed: this backup could not be put back.')
    const now = databaseIn(url)
    const stamp = new Date().toISOString().replace(/\D/g, '').slice(0, 14)
    const [fresh, before] = [`${now}_restored_${stamp}`, `${now}_before_${stamp}`]
    run('createdb', [fresh])
    try {
      run('pg_restore', ['--exit-on-error', '--no-owner', '--no-privileges', '-d', fresh, file])
      run('psql', [
        '-q',
        '-v',
        'ON_ERROR_STOP=1',
        '-d',
        'postgres',
        '-c',
        `ALTER DATABASE "${now}" RENAME TO "${before}"`,
        '-c',
        `ALTER DATABASE "${fresh}" RENAME TO "${now}"`,
      ])
    } catch (error) {
      ran(programs, url, 'dropdb', ['--if-exists', fresh], '')
      throw error
    }
    say(
      `Everything from ${file} is back. What was there before is kept as the database ${before}; drop it when you do not want it any more.`,
    )
  })
})
