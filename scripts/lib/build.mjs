import { spawn } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { root } from './paths.mjs'
import { say, Stop } from './say.mjs'

function* sources(folder) {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    if (entry.name === 'dist' || entry.name === 'node_modules') continue
    const path = join(folder, entry.name)
    if (entry.isDirectory()) yield* sources(path)
    else if (!entry.name.endsWith('.test.ts')) yield path
  }
}

/** What each is built from, beside its own sources. */
const PARTS = { web: ['core', 'web'], server: ['core', 'server'] }
const stampOf = (part) => join(root, part, 'dist', '.built-from')

function fingerprint(part) {
  const hash = createHash('sha256').update(readFileSync(join(root, 'package-lock.json')))
  for (const folder of PARTS[part]) {
    for (const path of sources(join(root, folder)))
      hash
        .update(path.slice(root.length))
        .update(String(statSync(path).size))
        .update(readFileSync(path))
  }
  return hash.digest('hex')
}

const run = (workspace) =>
  new Promise((resolve, reject) => {
    let said = ''
    const child = spawn('npm', ['run', 'build', '-w', workspace], { cwd: root, stdio: ['ignore', 'pipe', 'pipe'] })
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => (said += chunk))
    child.on('error', reject)
    child.on('exit', (code) =>
      code === 0 ? resolve() : reject(new Stop(`Building the ${workspace} failed:\n${said}`)),
    )
  })

/** Builds the page, the server or both where their sources changed since they were built. */
export async function build(parts = ['web', 'server']) {
  const stale = parts.flatMap((part) => {
    const wanted = fingerprint(part)
    const stamp = stampOf(part)
    return existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted ? [] : [{ part, wanted, stamp }]
  })
  if (stale.length === 0) return
  say('Building …')
  await Promise.all(stale.map(({ part }) => run(part)))
  for (const { wanted, stamp } of stale) writeFileSync(stamp, wanted)
}
