import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { setTimeout } from 'node:timers/promises'
import { say, Stop } from './say.mjs'

const fileIn = (folder) => join(folder, 'running.json')

/** Who runs on a data folder now: `{ pid, port, databasePort, stopping }`, or undefined. */
export function runningIn(folder) {
  let other = {}
  try {
    other = JSON.parse(readFileSync(fileIn(folder), 'utf8'))
  } catch {
    // Nobody, or a file cut short by a crash, which says nothing about who is running.
  }
  return other.pid && other.pid !== process.pid && isOurs(other.pid) ? other : undefined
}

/** One start at a time on one data folder. Gives what tells others more about it, and what leaves it. */
export function takeFolder(folder, told = {}) {
  const other = runningIn(folder)
  if (other)
    throw new Stop(
      `Unhurried Sketch is running already with this data: open http://127.0.0.1:${other.port}, or choose another folder with --data DIR.`,
    )
  let known = { pid: process.pid }
  const tell = (more) => writeFileSync(fileIn(folder), JSON.stringify((known = { ...known, ...more })))
  tell(told)
  return { tell, leave: () => rmSync(fileIn(folder), { force: true }) }
}

/** Resolves once nobody who is about to stop holds a data folder any more. */
export async function whenLeft(folder) {
  if (runningIn(folder)?.stopping) say('It is just being stopped. Waiting for that …')
  while (runningIn(folder)?.stopping) await setTimeout(100)
}

function isOurs(pid) {
  try {
    process.kill(pid, 0)
    // Process numbers are used again: only a script of ours counts.
    return !existsSync('/proc') || /(start|backup|restore)\.mjs/.test(readFileSync(`/proc/${pid}/cmdline`, 'utf8'))
  } catch {
    return false
  }
}

/** Makes a folder and those above it one by one: on some file systems making them all at once never ends. */
export function makeFolder(folder) {
  if (existsSync(folder)) return
  makeFolder(dirname(folder))
  mkdirSync(folder)
}
