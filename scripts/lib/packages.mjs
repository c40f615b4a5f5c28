import { spawn, spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { once } from 'node:events'
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { root } from './paths.mjs'
import { say, Stop } from './say.mjs'

const found = (command) => spawnSync('sh', ['-c', `command -v ${command}`]).status === 0

/** Installs Debian packages without a question, or stops with what the person can do. */
export function installPackages(names, purpose) {
  const sentence = `${purpose} is missing: install it with "apt-get install ${names.join(' ')}" and start again.`
  if (!found('apt-get'))
    throw new Stop(
      `${purpose} is missing and this system has no apt-get to install it with: install it by hand and start again.`,
    )
  const asRoot = process.getuid?.() === 0 ? [] : ['sudo', '-n']
  if (asRoot.length > 0 && (!found('sudo') || spawnSync('sudo', ['-n', 'true']).status !== 0)) throw new Stop(sentence)
  say(`Installing ${purpose} …`)
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
  const run = (...words) =>
    spawnSync(...split([...asRoot, 'apt-get', '-q', '-y', ...words]), {
      env,
      stdio: ['ignore', 'pipe', 'pipe'],
      encoding: 'utf8',
    })
  const install = () => run('install', '--no-install-recommends', ...names)
  let result = install()
  if (result.status !== 0) {
    // A fresh machine has no package lists yet.
    run('update')
    result = install()
  }
  if (result.status !== 0) throw new Stop(`${sentence} apt-get said: ${lastLine(result.stderr || result.stdout)}`)
}

/** npm closes with advice; what went wrong stands in its first sentence of more than a code. */
const npmReason = (text) =>
  text
    .split('\n')
    .map((line) => line.replace(/^npm (error|ERR!) ?/, '').trim())
    .find((line) => line.split(' ').length > 3) ?? 'nothing'
const split = ([command, ...words]) => [command, words]
const lastLine = (text) => (text ?? '').trim().split('\n').at(-1) ?? ''

/**
 * Installs node modules when they are missing or older than the lock file; packages of the system can be installed
 * meanwhile. Rejects with what the person can do; a script that ends before takes it down with it.
 */
export async function installModules() {
  const lock = readFileSync(join(root, 'package-lock.json'))
  const wanted = createHash('sha256').update(lock).update(process.version).digest('hex')
  const stamp = join(root, 'node_modules', '.installed-for')
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return
  say('Installing node modules …')
  const npm = spawn('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
    cwd: root,
    stdio: ['ignore', 'ignore', 'pipe'],
  })
  const takeDown = () => npm.kill()
  process.once('exit', takeDown)
  let told = ''
  npm.stderr.setEncoding('utf8').on('data', (text) => (told += text))
  const [code] = await once(npm, 'close').catch(() => {
    throw new Stop('npm is missing: install Node.js 20.19 or later with npm and start again.')
  })
  process.off('exit', takeDown)
  if (code !== 0) throw new Stop(`The node modules could not be installed; npm said: ${npmReason(told)}`)
  writeFileSync(stamp, wanted)
}
