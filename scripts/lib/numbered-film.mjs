import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

/** Bits of the number that each picture says. */
export const BITS = 8
/** Pixels across each takes before it is made as large as the film. */
const BAR = 8

const CODEC = ['-c:v', 'libvpx-vp9', '-deadline', 'realtime', '-cpu-used', '8']

/**
 * A film whose pictures say their own number, as bars across: bar n is bright when bit n of the number is set.
 *
 * @param {{ rate: string, seconds: number, width: number, height: number, keys: number, times?: number }} film -
 *   `keys`: pictures from one that is whole to the next; `times`: it goes by one after the other
 * @returns {Buffer} a WebM
 */
export function numberedFilm({ rate, seconds, width, height, keys, times }) {
  const bits = `geq=lum='if(mod(floor(N/pow(2\\,floor(X/${BAR})))\\,2)\\,235\\,16)':cb=128:cr=128`
  const small = `color=c=black:s=${BAR * BITS}x${BAR * 4}:r=${rate}:d=${seconds},format=yuv420p,${bits}`
  const source = `${small},scale=${width}:${height}:flags=neighbor`
  return encoded(['-f', 'lavfi', '-i', source], ['-g', String(keys)], times)
}

/**
 * A film made by ffmpeg.
 *
 * @param {readonly string[]} inputs - its arguments up to the file that is written
 * @param {readonly string[]} [extra] - of the encoder
 * @param {number} [times] - it goes by one after the other
 * @returns {Buffer} a WebM
 */
export function encoded(inputs, extra = ['-g', '20'], times = 1) {
  const folder = mkdtempSync(join(tmpdir(), 'unhurried-film-'))
  const file = join(folder, 'film.webm')
  execFileSync('ffmpeg', ['-v', 'error', ...inputs, ...CODEC, '-b:v', '500k', '-an', ...extra, file])
  const bytes = readFileSync(times > 1 ? repeated(folder, file, times) : file)
  rmSync(folder, { recursive: true, force: true })
  return bytes
}

/**
 * The same film as a camera held upright writes it: its pictures lie on their side, and the file says how to turn them.
 *
 * @param {Buffer} film - a WebM
 * @returns {Buffer} an MP4
 */
export function laidOnItsSide(film) {
  const folder = mkdtempSync(join(tmpdir(), 'unhurried-film-'))
  const [from, to] = ['film.webm', 'side.mp4'].map((name) => join(folder, name))
  writeFileSync(from, film)
  execFileSync('ffmpeg', ['-v', 'error', '-i', from, '-vf', 'transpose=2', ...CODEC, '-b:v', '500k', to])
  const bytes = readFileSync(to)
  rmSync(folder, { recursive: true, force: true })
  // The matrix of the track's header (ISO/IEC 14496-12, 8.3.2): a quarter turn to the right, in 16.16 fixed point.
  const matrix = bytes.indexOf('tkhd') + 4 + 40
  for (const [i, value] of [0, 1, 0, -1, 0].entries()) bytes.writeInt32BE(value * 0x10000, matrix + 4 * i)
  return bytes
}

function repeated(folder, file, times) {
  const long = join(folder, 'long.webm')
  execFileSync('ffmpeg', ['-v', 'error', '-stream_loop', String(times - 1), '-i', file, '-c', 'copy', long])
  return long
}
