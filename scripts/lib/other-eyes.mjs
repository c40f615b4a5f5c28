import { existsSync } from 'node:fs'
import { installPackages } from './packages.mjs'

/** Debian's ffmpeg and librsvg, by which the tests look at films and pictures with other eyes than ours; installed when missing. */
export function requireOtherEyes() {
  const missing = [
    ['ffmpeg', 'ffmpeg'],
    ['rsvg-convert', 'librsvg2-bin'],
  ].flatMap(([program, name]) => (existsSync(`/usr/bin/${program}`) ? [] : [name]))
  if (missing.length > 0) installPackages(missing, missing.join(' and '))
}
