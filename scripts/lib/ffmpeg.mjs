import { existsSync } from 'node:fs'
import { installPackages } from './packages.mjs'

/** Debian's ffmpeg, by which the tests look at films with other eyes than ours; installed when missing. */
export function requireFfmpeg() {
  if (!existsSync('/usr/bin/ffmpeg')) installPackages(['ffmpeg'], 'ffmpeg')
}
