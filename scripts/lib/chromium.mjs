import { existsSync } from 'node:fs'
import { createRequire } from 'node:module'
import { join } from 'node:path'
import { installPackages } from './packages.mjs'
import { root } from './paths.mjs'

const CHROMIUM = '/usr/bin/chromium'

/** Debian's Chromium, installed when missing. */
export function requireChromium() {
  if (!existsSync(CHROMIUM)) installPackages(['chromium'], 'Chromium')
}

export function launchChromium() {
  requireChromium()
  const { chromium } = createRequire(join(root, 'e2e', 'package.json'))('@playwright/test')
  return chromium.launch({
    executablePath: CHROMIUM,
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
    ],
  })
}
