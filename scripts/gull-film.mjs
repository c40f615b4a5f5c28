/**
 * Makes the film the sample gull is traced over: frames painted from its shape by code, encoded by ffmpeg, written as a
 * module. Run again only when the shape changes: node scripts/gull-film.mjs
 */
import { spawnSync } from 'node:child_process'
import { writeFileSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { build } from 'esbuild'
import { root } from './lib/paths.mjs'

const out = join(tmpdir(), 'gull.webm')
const { outputFiles } = await build({
  stdin: {
    contents: `export { gullAt, GULL } from './gull-shape'; export { smoothCurve } from './hand'`,
    resolveDir: join(root, 'server/src/sample'),
    loader: 'ts',
  },
  ...{ bundle: true, write: false, format: 'esm', platform: 'node' },
})
const { gullAt, GULL, smoothCurve } = await import(
  `data:text/javascript;base64,${Buffer.from(outputFiles[0].contents).toString('base64')}`
)
const { width, height, frames, beats, fps } = GULL

const round = ([x, y], wide) =>
  Array.from({ length: 17 }, (_, i) => (i / 16) * 2 * Math.PI).map((turn) => [
    x + wide * Math.cos(turn),
    y + wide * Math.sin(turn),
  ])

function filled(data, ring, shade) {
  for (let y = 0; y < height; y++) {
    const crossings = []
    ring.forEach(([ax, ay], i) => {
      const [bx, by] = ring[(i + 1) % ring.length]
      if (ay > y + 0.5 !== by > y + 0.5) crossings.push(ax + ((bx - ax) * (y + 0.5 - ay)) / (by - ay))
    })
    crossings.sort((a, b) => a - b)
    for (let i = 0; i + 1 < crossings.length; i += 2)
      for (let x = Math.max(0, Math.round(crossings[i])); x < Math.min(width, crossings[i + 1]); x++)
        data[y * width + x] = shade
  }
}

const film = Buffer.concat(
  Array.from({ length: frames }, (_, frame) => {
    const data = Buffer.alloc(width * height)
    for (let y = 0; y < height; y++) data.fill(214 - Math.round((36 * y) / height), y * width, (y + 1) * width)
    const shape = gullAt((frame * beats) / frames)
    const put = (points) =>
      smoothCurve(
        points.map(([x, y]) => [width / 2 + x * height, height / 2 + y * height]),
        { step: 3 },
      )
    filled(data, put(shape.far), 150)
    filled(data, put([...shape.body, shape.body[0]]), 96)
    filled(data, [...put(shape.front), ...put(shape.back)], 62)
    for (const { at, wide, shade } of shape.marks) filled(data, put(round(at, wide)), shade)
    return data
  }),
)
const { status, stderr } = spawnSync(
  'ffmpeg',
  [
    ...['-y', '-f', 'rawvideo', '-pix_fmt', 'gray', '-s', `${width}x${height}`, '-r', String(fps), '-i', '-'],
    ...['-c:v', 'libvpx', '-b:v', '90k', '-crf', '34', '-g', '12', '-pix_fmt', 'yuv420p', '-an', out],
  ],
  { input: film },
)
if (status !== 0) throw new Error(String(stderr))
const bytes = readFileSync(out)
rmSync(out)
const lines = bytes.toString('base64').match(/.{1,110}/g)
writeFileSync(
  join(root, 'server/src/sample/gull-film.ts'),
  `/** A gull going over, painted by code: see scripts/gull-film.mjs. */\nexport const gullFilm = (): Uint8Array => Buffer.from(FILM, 'base64')\n\nconst FILM = [\n${lines.map((line) => `  '${line}',`).join('\n')}\n].join('')\n`,
)
console.log(`${frames} frames, ${(bytes.length / 1000).toFixed(1)} kB`)
