// Runs everything: installs what is missing, then lint, types, unit, server and interface tests, and sums them up.
import './lib/node-version.mjs'
import { spawn } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { build } from './lib/build.mjs'
import { requireChromium } from './lib/chromium.mjs'
import { requireOtherEyes } from './lib/other-eyes.mjs'
import { installModules } from './lib/packages.mjs'
import { root } from './lib/paths.mjs'
import { postgresPrograms } from './lib/postgres.mjs'
import { orStop, say } from './lib/say.mjs'
import { STATIC_CHECKS } from './lib/static-checks.mjs'

const results = join(root, 'test-results')

const run = (command, ...words) => runWith({}, command, ...words)
const runWith = (more, command, ...words) =>
  new Promise((resolve) => {
    say(`\n── ${[command, ...words].join(' ')}`)
    const child = spawn(command, words, {
      cwd: root,
      stdio: ['ignore', 'inherit', 'inherit'],
      env: { ...process.env, npm_config_loglevel: 'error', ...more },
    })
    child.once('error', () => resolve(1))
    child.once('exit', (code) => resolve(code ?? 1))
  })

/** A check that passes or fails as one. */
async function check(...words) {
  const failed = (await run('npm', 'run', '--silent', ...words)) === 0 ? 0 : 1
  return { passed: 1 - failed, failed }
}

/** The counts a runner wrote to its file; a run that wrote none, or failed without a failing test, counts as one failure. */
function counted(code, file, read) {
  const counts = existsSync(file) ? read(JSON.parse(readFileSync(file, 'utf8'))) : { passed: 0, failed: 0 }
  if ((code !== 0 && counts.failed === 0) || counts.passed + counts.failed === 0) counts.failed += 1
  return counts
}

async function unit() {
  const file = join(results, 'unit.json')
  const code = await run('npx', 'jest', '--json', `--outputFile=${file}`)
  return counted(code, file, (report) => ({
    passed: report.numPassedTests,
    failed: report.numFailedTests + report.numRuntimeErrorTestSuites,
  }))
}

/** The tests of the running app, of one project of `e2e`. */
async function interfaceTests(project) {
  const file = join(results, `${project}.json`)
  const code = await runWith({ E2E_RESULTS: project }, 'npx', 'playwright', 'test', '-c', 'e2e', '--project', project)
  return counted(code, file, ({ stats, errors }) => ({
    passed: stats.expected + stats.flaky,
    failed: stats.unexpected + errors.length,
  }))
}

/** A twentieth of the trials, one count for each kind. */
async function someTrials() {
  const file = join(results, 'trials.json')
  const code = await runWith({ TRIAL_RESULTS: file }, 'node', 'scripts/trials.mjs', '--share', '0.05')
  return counted(code, file, (told) => told)
}

await orStop(async () => {
  const modules = installModules()
  // Packages of the system are installed meanwhile; what cannot be had ends the run.
  postgresPrograms()
  requireChromium()
  requireOtherEyes()
  await modules
  rmSync(results, { recursive: true, force: true })
  mkdirSync(results)
  // None of these waits for the others, nor for what is built.
  const checks = STATIC_CHECKS.map((name) => check(name))
  await build()
  const parts = [
    // Servers under test, whose connections time out, do not share the machine with them.
    ...(await Promise.all(checks)),
    // The trials mostly wait for servers to die and come back.
    ...(await Promise.all([unit(), someTrials()])),
    ...(await Promise.all(['app', 'start'].map(interfaceTests))),
  ]
  const passed = parts.reduce((sum, part) => sum + part.passed, 0)
  const failed = parts.reduce((sum, part) => sum + part.failed, 0)
  say(`\n${passed} passed, ${failed} failed`)
  process.exit(failed === 0 ? 0 : 1)
})
