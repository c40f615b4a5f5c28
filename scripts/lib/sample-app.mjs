import { chmodSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { build } from './build.mjs'
import { launchChromium } from './chromium.mjs'
import { installModules } from './packages.mjs'
import { openCluster } from './postgres.mjs'
import { startServer } from './server.mjs'

/** Builds the app and starts it with nothing but the sample film, for as long as `act` works with it. */
export async function withSampleApp(act) {
  await installModules()
  await build()
  const work = mkdtempSync(join(tmpdir(), 'unhurried-sample-'))
  chmodSync(work, 0o755)
  const cluster = await openCluster({ folder: work })
  const server = await startServer({ databaseUrl: cluster.url, logFile: join(work, 'server.log') })
  const browser = await launchChromium()
  try {
    await act({ browser, address: `http://127.0.0.1:${server.port}` })
  } finally {
    await browser.close()
    await server.stop()
    await cluster.stop()
    rmSync(work, { recursive: true, force: true })
  }
}
