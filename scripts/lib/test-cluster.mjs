import { spawnSync } from 'node:child_process'
import { chmodSync, existsSync, mkdirSync, mkdtempSync, renameSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { root } from './paths.mjs'
import { makeClusterIn, openCluster, postgresPrograms } from './postgres.mjs'

/** A cluster as this PostgreSQL makes it, with its password; gone with what was built. */
const MADE = join(root, 'server/dist', `test-cluster${postgresPrograms().replaceAll('/', '-')}`)

/** Copies keep who owns them: the database may run as another user. */
function copied(from, to) {
  const { status } = spawnSync('cp', ['-a', from, to])
  if (status !== 0) throw new Error(`${from} could not be copied to ${to}.`)
}

/** Makes it where the database's own user may enter, and puts it in its place whole; of several made at once one stays. */
function makeOnce() {
  const folder = mkdtempSync(join(tmpdir(), 'unhurried-made-'))
  chmodSync(folder, 0o755)
  makeClusterIn(folder)
  const half = `${MADE}.${process.pid}`
  mkdirSync(join(root, 'server/dist'), { recursive: true })
  copied(folder, half)
  try {
    renameSync(half, MADE)
  } catch {
    rmSync(half, { recursive: true, force: true })
  }
  rmSync(folder, { recursive: true, force: true })
}

/** Tests kill the database, never the machine: what was written is there without having reached the disk. */
const NO_WAIT_FOR_DISK = { fsync: 'off', full_page_writes: 'off' }

/** A cluster for tests, as `openCluster`: a new one is copied from one that is made once, for making one takes longer. */
export async function openTestCluster({ folder, settings = {}, ...more }) {
  mkdirSync(folder, { recursive: true })
  if (!existsSync(join(folder, 'postgres'))) {
    if (!existsSync(MADE)) makeOnce()
    for (const part of ['postgres', 'database-password']) copied(join(MADE, part), folder)
  }
  return openCluster({ folder, settings: { ...NO_WAIT_FOR_DISK, ...settings }, ...more })
}
